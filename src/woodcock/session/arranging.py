"""Lining things up in the frame, copies, mirrors, locks and colours: acts on a project."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import Key, Project, Track
from woodcock.session.acts import duplicate_layer, free, set_distance
from woodcock.session.staging import Box
from woodcock.session.things import moved_own
from woodcock.stage import scene_at
from woodcock.stage.camera import focal_pixels
from woodcock.texts import tr

_BEYOND = 1.25  # times as near, or as far, as what it is put before, or behind
EDGES = ("left", "centre", "right", "top", "middle", "bottom")


def boxes_in_frame(
    project: Project, boxes: Mapping[str, Box], time: float
) -> dict[str, tuple[float, float, float, float]]:
    """Layer id -> left, top, right and bottom in frame pixels, of layers' boxes in the photo."""
    out = {}
    for placed in scene_at(project, time):
        if placed.layer.id not in boxes:
            continue
        left, top, width, height = boxes[placed.layer.id]
        corners = np.array(
            [(left + a * width, top + b * height) for a in (0, 1) for b in (0, 1)], np.float64
        )
        spots = placed.mapping.plane_to_frame(corners)
        if not np.isnan(spots).any():
            low, high = spots.min(axis=0), spots.max(axis=0)
            x0, y0, x1, y1 = (float(v) for v in (*low, *high))
            out[placed.layer.id] = x0, y0, x1, y1
    return out


def put_between(project: Project, layer_id: str, place: int) -> Project:
    """The layer at a `place` among the others, near to far: 0 is before all of them.

    Where a neighbour there stands at its distance, or both at one, it goes to that distance, and
    the order among equals is as wanted; elsewhere it stands halfway between them in parallax. As
    far as it can: nothing that was cut goes behind the background.
    """
    layer = free(project, layer_id)
    others = [x for x in project.near_to_far if x.id != layer_id]
    glass = [x for x in others if x.glass]
    if layer.glass:
        place = min(place, len(glass))
    else:
        place = max(place, len(glass))
        ends = [x.distance for x in others[max(place - 1, 0) : place + 1] if not x.glass]
        if ends and layer.distance not in ends:
            if len(ends) == 2 and ends[0] != ends[1]:
                metres = 2 / (1 / ends[0] + 1 / ends[1])
            else:
                metres = ends[0] if len(ends) == 2 else ends[0] / _BEYOND
                if len(ends) == 1 and place >= len(others):
                    metres = ends[0] * _BEYOND
            project = set_distance(project, layer_id, metres)
    others.insert(place, project.layer(layer_id))
    return replace(project, layers=tuple(others[::-1]))  # among equals the later is in front


def align(
    project: Project, boxes: Mapping[str, Box], edge: str, time: float, to_frame: bool = False
) -> Project:
    """Layers moved so that one of EDGES of theirs lies on one line in the frame at `time`.

    On the outermost of them, or on the frame's own.
    """
    places = boxes_in_frame(project, boxes, time)
    axis = 0 if edge in EDGES[:3] else 1
    share = (EDGES.index(edge) % 3) / 2
    at = {name: box[axis] + share * (box[axis + 2] - box[axis]) for name, box in places.items()}
    if not at:
        return project
    low = min(box[axis] for box in places.values())
    high = max(box[axis + 2] for box in places.values())
    if to_frame:
        low, high = 0.0, float((project.frame.width, project.frame.height)[axis])
    line = low + share * (high - low)
    for name, value in at.items():
        project = nudge(project, name, line - value if axis == 0 else 0.0,
                        line - value if axis == 1 else 0.0)  # fmt: skip
    return project


def distribute(project: Project, boxes: Mapping[str, Box], axis: int, time: float) -> Project:
    """Layers moved so that their middles are evenly apart in the frame; the outermost stay."""
    places = boxes_in_frame(project, boxes, time)
    middles = sorted(((b[axis] + b[axis + 2]) / 2, name) for name, b in places.items())
    if len(middles) < 3:
        raise WoodcockError(tr("Three things or more can be distributed. Choose them in the list."))
    wanted = np.linspace(middles[0][0], middles[-1][0], len(middles))
    for (value, name), place in zip(middles, wanted, strict=True):
        by = float(place - value)
        project = nudge(project, name, *((by, 0.0) if axis == 0 else (0.0, by)))
    return project


def nudge(project: Project, layer_id: str, dx: float, dy: float) -> Project:
    """The layer moved by frame pixels as seen from the rest pose; its keys come along."""
    layer = free(project, layer_id)
    lens = project.lens
    focal = focal_pixels(lens.focal_length, lens.sensor_width, project.frame.width)
    metres = layer.distance / focal
    pose = replace(layer.pose, x=_shifted(layer.pose.x, dx * metres),
                   y=_shifted(layer.pose.y, dy * metres))  # fmt: skip
    return project.with_layer(replace(layer, pose=pose))


def _shifted(track: Track, by: float) -> Track:
    return Track(track.base + by, tuple(Key(k.time, k.value + by, k.easing) for k in track.keys))


def duplicate_with_offset(
    project: Project, layer_id: str, dx: float, dy: float, metres: float
) -> tuple[Project, str]:
    """A copy of a layer, moved by photo pixels and stood `metres` farther away; its id."""
    distance = project.layer(layer_id).distance
    project, copy_id = duplicate_layer(project, layer_id)
    copy = project.layer(copy_id)
    copy = replace(copy, distance=min(max(distance + metres, 0.1), 10_000.0), locked=False)
    if copy.at_place is not None:
        copy = moved_own(copy, copy.at_place.x + dx, copy.at_place.y + dy)
        return project.with_layer(copy), copy_id
    project = project.with_layer(copy)
    scale = _frame_pixels(project)
    return nudge(project, copy_id, dx * scale, dy * scale), copy_id


def _frame_pixels(project: Project) -> float:
    """Frame pixels a photo pixel at rest."""
    assert project.photo is not None
    cover = max(
        project.frame.width / project.photo.width, project.frame.height / project.photo.height
    )
    return cover * project.placement.zoom


def mirror(project: Project, layer_id: str, box: Box) -> Project:
    """The layer turned over sideways about its pivot, or the middle of its `box`."""
    layer = free(project, layer_id)
    if layer.is_background:
        raise WoodcockError(tr("The background is the photo itself; it can't be mirrored."))
    pivot = layer.pivot or (box[0] + box[2] / 2, box[1] + box[3] / 2)
    wide, high = layer.stretch
    return project.with_layer(replace(layer, pivot=pivot, stretch=(-wide, high)))


def copy_pose(project: Project, from_id: str, to_id: str) -> Project:
    """Pose, keys, lean and pivot of one layer for another."""
    source, layer = project.layer(from_id), free(project, to_id)
    layer = replace(layer, pose=source.pose, lean=source.lean, pivot=source.pivot or layer.pivot)
    return project.with_layer(layer)


def lock(project: Project, layer_id: str, locked: bool) -> Project:
    """A locked layer keeps its place, pose and content."""
    return project.with_layer(replace(project.layer(layer_id), locked=locked))


def set_colour(project: Project, layer_id: str, colour: int) -> Project:
    """The colour a layer has everywhere it appears."""
    return project.with_layer(replace(project.layer(layer_id), colour=colour))
