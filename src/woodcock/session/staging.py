"""How layers lean and about what they turn, and what the lens holds on to: acts on a project."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.depth import depth_pixels, metres_of
from woodcock.errors import WoodcockError
from woodcock.model import MOST_LEAN, Clip, Depth, Layer, Lean, Picture, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session.acts import free, set_distance
from woodcock.stage import focused, frame_box, parallax_spread, photo_rays, pivot_of
from woodcock.texts import tr

_BEFORE, _BEHIND = 0.8, 3.0  # times the distance of the nearest layer, and of the farthest

Box = tuple[float, float, float, float]  # left, top, width, height in the photo's pixels


def box_of(project: Project, layer: Layer, store: PixelStore) -> Box:
    """The part of the photo that a layer takes up."""
    from woodcock.things import card_box, title_box  # late: the window opens without Pillow

    photo = project.photo
    assert photo is not None
    if isinstance(layer.own, Picture | Clip):
        return layer.own.box
    if layer.title is not None:
        return title_box(layer.title)
    if layer.card is not None:
        return card_box(layer.card, frame_box(project))
    if layer.texture is not None:
        return frame_box(project)
    if layer.mask is not None:
        x, y, w, h = cv2.boundingRect((alpha_of(layer.mask, store) > 127).view(np.uint8))
        if w and h:
            return x, y, w, h
    return 0.0, 0.0, photo.width, photo.height


def set_lean(project: Project, layer_id: str, tilt: float, swing: float, held: bool) -> Project:
    """The layer leaning about its pivot, in degrees; more than is possible is cut short."""
    tilt, swing = (min(max(angle, -MOST_LEAN), MOST_LEAN) for angle in (tilt, swing))
    return project.with_layer(replace(free(project, layer_id), lean=Lean(tilt, swing, held)))


def set_pivot(project: Project, layer_id: str, pivot: tuple[float, float] | None) -> Project:
    """The place in the photo about which a layer is posed and leans; None: the lens's axis."""
    return project.with_layer(replace(free(project, layer_id), pivot=pivot))


def aim_at(project: Project, layer_id: str | None) -> Project:
    """The lens turning towards a layer's pivot as it travels, or towards nothing."""
    if layer_id is None:
        return set_aim(project, None)
    x, y, z = (float(v) for v in pivot_of(project.layer(layer_id), photo_rays(project)))
    return set_aim(project, (x, y, z))


def set_aim(project: Project, aim: tuple[float, float, float] | None) -> Project:
    """The point, in metres, towards which the lens turns as it travels."""
    return replace(project, lens=replace(project.lens, aim=aim))


def hold_size(project: Project, layer_id: str | None) -> Project:
    """The focal length following the lens's travel so that a layer keeps its size, or nothing."""
    held = None if layer_id is None else project.layer(layer_id).distance
    return replace(project, lens=replace(project.lens, held_size=held))


def set_focus(
    project: Project, metres: float | None = None, f_number: float | None = None
) -> Project:
    """The lens focused so many metres away, with its aperture open so far."""
    lens = project.lens
    if metres is not None:
        lens = focused(lens, metres)
    if f_number is not None:
        lens = replace(lens, f_number=Track(min(max(f_number, 0.7), 64.0)))
    return replace(project, lens=lens)


def depth_reach(project: Project) -> tuple[float, float]:
    """From where to where, in metres, a depth map reaches: as it did, or as the layers stand.

    From a little before the nearest to a few times as far as the farthest part of the photo.
    """
    if project.depth is not None:
        return project.depth.near, project.depth.far
    stand = [layer.distance for layer in project.layers if layer.own is None]
    return max(_BEFORE * min(stand), 0.1), min(_BEHIND * max(stand), 10_000.0)


def set_depth(project: Project, depth: Depth | None) -> Project:
    """The photo's depth map, or none."""
    return replace(project, depth=depth)


def set_depth_range(project: Project, near: float, far: float) -> Project:
    """How many metres away the depth map's nearest and farthest values are."""
    if project.depth is None:
        return project
    near = min(max(near, 0.1), 9_000.0)
    return set_depth(project, replace(project.depth, near=near, far=max(far, near * 1.05)))


def distances_from_depth(project: Project, store: PixelStore) -> Project:
    """Every layer that was cut from the photo at the median of what the depth map says under it.

    The background takes what no layer covers. Raises WoodcockError without a depth map.
    """
    if project.depth is None or project.photo is None:
        raise WoodcockError(tr("There is no depth map yet. Estimate one, or load one, first."))
    depth = project.depth
    pixels = depth_pixels(store, depth.pixels)
    placed = [x.id for x in project.layers if x.mask is not None or x.is_background]
    found = {}
    for layer_id in placed:
        where = seen_by_depth(project, layer_id, store)
        if where.any():
            found[layer_id] = float(metres_of(np.median(pixels[where]), depth.near, depth.far))
    behind = project.background.id
    # Nothing passes behind the background: it makes room, and closes up when all have moved.
    for layer_id in (behind, *found, behind):
        if layer_id in found:
            project = set_distance(project, layer_id, found[layer_id])
    return project


def seen_by_depth(project: Project, layer_id: str, store: PixelStore) -> NDArray[np.bool_]:
    """Where in the depth map (h, w) a layer that was cut from the photo is seen."""
    assert project.depth is not None
    shape = depth_pixels(store, project.depth.pixels).shape
    free = np.ones(shape, np.bool_)
    for layer in project.near_to_far:
        own = free
        if layer.mask is not None:
            mask = alpha_of(layer.mask, store)
            own = cv2.resize(mask, shape[::-1], interpolation=cv2.INTER_AREA) > 127
        if layer.id == layer_id:
            return own & free
        if layer.mask is not None:
            free = free & ~own
    raise KeyError(layer_id)


def set_sensor_width(project: Project, millimetres: float) -> Project:
    lens = replace(project.lens, sensor_width=min(max(millimetres, 1.0), 100.0))
    return replace(project, lens=lens)


def spread_evenly(project: Project, layer_ids: Sequence[str]) -> Project:
    """Of these layers, nearest and farthest stay; those between are spread evenly in parallax.

    Evenly, that is, in 1/distance.
    """
    order = [layer for layer in project.near_to_far if layer.id in layer_ids and not layer.glass]
    places = parallax_spread(order[0].distance, order[-1].distance, len(order))
    for layer, metres in zip(order, places, strict=True):
        project = set_distance(project, layer.id, metres)
    return project
