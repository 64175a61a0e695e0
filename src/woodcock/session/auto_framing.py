"""What the frame of a clip made by itself shows: the subject, whole, from its first frame on."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from woodcock.model import LENS, Placement, Project
from woodcock.pixels.store import PixelStore
from woodcock.session import acts, staging
from woodcock.session.choosing import Choice
from woodcock.session.framing import framing_at
from woodcock.session.staging import Box
from woodcock.stage import photo_rays, photo_to_frame, scene_at, value_at
from woodcock.stage.camera import focal_pixels
from woodcock.stage.placement import cover_scale

_TIGHTER, _MOST_TIGHT = 0.6, 1.10  # of the farthest layer's shift is framed away; zoom at most
_WIDER = 0.8  # of covering the frame: how small a photo may stand for its subject to be seen
_ASIDE = ("slide", "rise", "orbit", "slow-drift")
_MARGIN = 0.03  # of the frame, about the subject
_FACE, _UPPER = 0.2, 0.6  # of a subject's height, from above: a face; what must be seen of it
_CUT = 0.985  # of the photo's height: what reaches below is cut by its border
_LOOKS = 9  # frames by which it is told whether all of a subject is seen
_BESIDE = 1.0  # frame pixels that stay free beside it


def box_of_subjects(project: Project, layer_ids: Sequence[str], store: PixelStore) -> Box | None:
    """The photo's part that the first of these layers takes up, with those of the others that the
    frame has room for beside it."""
    whole: Box | None = None
    for layer_id in layer_ids:
        box = staging.box_of(project, project.layer(layer_id), store)
        both = box if whole is None else _around(whole, box)
        if whole is None or _zoom_for(project, both) >= _WIDER:
            whole = both
    return whole


def _around(one: Box, other: Box) -> Box:
    left, top = min(one[0], other[0]), min(one[1], other[1])
    right, bottom = (max(a[k] + a[k + 2] for a in (one, other)) for k in (0, 1))
    return left, top, right - left, bottom - top


def _zoom_for(project: Project, box: Box) -> float:
    """How large the photo may stand for the frame to hold a box, the upper part of what its lower
    border cuts."""
    photo, frame = project.photo, project.frame
    assert photo is not None
    kept = _UPPER if box[1] + box[3] > _CUT * photo.height else 1.0
    needed = max(box[2] / frame.width, box[3] * kept / frame.height) / (1 - 2 * _MARGIN)
    return 1 / (cover_scale(photo, (frame.width, frame.height)) * max(needed, 1e-9))


def framed(project: Project, choice: Choice, box: Box | None) -> Project:
    """The photo placed so that the frame holds the subject, its head at any rate.

    A little tighter where the move goes aside, so that less is carried on beyond the borders; wider
    where the frame is too narrow for the subject.
    """
    photo, frame, placement = project.photo, project.frame, project.placement
    assert photo is not None
    zoom = placement.zoom
    if choice.move in _ASIDE:
        distances = [x.distance for x in project.layers if x.own is None]
        shift = choice.amount / 100 * min(distances) / max(distances)
        if choice.move == "orbit":
            lens = project.lens
            shift = np.radians(choice.amount) * lens.focal_length / lens.sensor_width
        zoom *= min(1 + 2 * _TIGHTER * float(shift), _MOST_TIGHT)
    x, y = placement.x, placement.y
    if box is not None:
        cover = cover_scale(photo, (frame.width, frame.height))
        # What the photo's lower border cuts anyway may be cut a little higher.
        kept = _UPPER if box[1] + box[3] > _CUT * photo.height else 1.0
        zoom = max(min(zoom, _zoom_for(project, box)), min(_WIDER, zoom))
        across, down = frame.width / (cover * zoom), frame.height / (cover * zoom)
        x = holding(box[0], box[2], across, x * photo.width) / photo.width
        y = holding(box[1], box[3] * kept, down, y * photo.height) / photo.height
    return acts.place_photo(project, Placement(zoom, x, y))


def holding(start: float, length: float, seen: float, middle: float) -> float:
    """The middle of what is `seen` that holds a stretch with a margin, near the `middle` it had.

    A stretch that is too long keeps its start: the top of a head.
    """
    low, high = start + length - seen * (0.5 - _MARGIN), start + seen * (0.5 - _MARGIN)
    return min(max(middle, low), high)


def towards(project: Project, layer_id: str, box: Box) -> Project:
    """A push in that keeps the subject's upper part, a face's place, where it is in the frame, and
    all of the subject in the frame as far as that has room for it."""
    photo, frame, lens = project.photo, project.frame, project.lens
    assert photo is not None
    left, top, width, height = box
    size, away = (frame.width, frame.height), project.layer(layer_id).distance
    ray = photo_rays(project) @ np.array([left + width / 2, top + _FACE * height, 1.0])
    end = value_at(lens.z, frame.last)
    across, down = (float(v) * end for v in ray[:2] / ray[2])
    turned = acts.set_start_and_end(project, {"x": (0.0, across), "y": (0.0, down)})
    seen = framing_at(turned, LENS, frame.last, away)
    to_frame = photo_to_frame(photo, project.placement, size)
    corner, reach = to_frame @ (left, top, 1.0), to_frame[0, 0]
    kept = _UPPER if top + height > _CUT * photo.height else 1.0
    x = holding(corner[0], width * reach, seen.share * size[0], seen.x)
    y = holding(corner[1], height * reach * kept, seen.share * size[1], seen.y)
    by = away / focal_pixels(lens.focal_length, lens.sensor_width, size[0])
    ends = (x - size[0] / 2) * by, (y - size[1] / 2) * by
    return acts.set_start_and_end(project, {"x": (0.0, ends[0]), "y": (0.0, ends[1])})


def stays_whole(project: Project, layer_id: str, box: Box) -> bool:
    """Whether no frame cuts off any of a layer that the rest frame shows."""
    size, photo = (project.frame.width, project.frame.height), project.photo
    assert photo is not None
    left, top, width, height = box
    corners = np.array([(x, y) for x in (left, left + width) for y in (top, top + height)])
    rest = photo_to_frame(photo, project.placement, size)
    free = _inside(np.column_stack([corners, np.ones(4)]) @ rest.T[:, :2], size)
    for time in np.linspace(0.0, project.frame.last, _LOOKS):
        placed = next((x for x in scene_at(project, float(time)) if x.id == layer_id), None)
        if placed is None:
            continue
        if (free & ~_inside(placed.mapping.to_frame(corners), size)).any():
            return False
    return True


def _inside(spots: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    """(4,): which of the four sides of a shape are within the frame: left, top, right, bottom."""
    low, high = spots.min(0), spots.max(0)
    return np.array([*(low >= _BESIDE), *(high <= np.array(size) - _BESIDE)])
