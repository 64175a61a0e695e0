"""A clip's shapes: how each is framed, so that the subject is in it."""

from __future__ import annotations

import cv2
import numpy as np
from msgspec.structs import replace

from woodcock.model import CLIP_SHAPES, ClipShape, Layer, Placement, Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.stage import frame_box, scene_at
from woodcock.stage.placement import aligned_to_pixels, kept_inside, photo_to_frame
from woodcock.stage.shapes import Box, framed_on, shaped, size_of
from woodcock.texts import tr_noop

_ALIKE = 0.01  # by less, two shapes are one
_SMALL = 0.002  # of the photo that a subject takes up at least
_WIDE = 0.97  # of the photo's width: what is wider is no subject


def in_shape(project: Project, shape: str, lines: int, store: PixelStore) -> Project:
    """`project` as it is delivered in one of CLIP_SHAPES, `lines` pixels on its shorter side."""
    size = size_of(shape, lines)
    return shaped(project, size, placement_in(project, shape, store))


def placement_in(project: Project, shape: str, store: PixelStore) -> Placement:
    """How the photo is placed in a shape: as it was set, or so that the subject is in it."""
    for each in project.shapes:
        if each.name == shape:
            return each.placement
    photo, frame = project.photo, project.frame
    assert photo is not None
    width, height = size_of(shape, 1080)
    if abs(width * frame.height / (height * frame.width) - 1) < _ALIKE:
        return project.placement  # the clip's own shape
    return framed_on(photo, frame_box(project), size_of(shape, 1080), subject_box(project, store))


def set_shape(project: Project, shape: str, placement: Placement | None) -> Project:
    """A shape framed by hand, inside the photo as far as it goes; None: by itself again."""
    others = tuple(each for each in project.shapes if each.name != shape)
    if placement is None or project.photo is None:
        return replace(project, shapes=others)
    size = size_of(shape, 1080)
    placement = replace(placement, zoom=min(max(placement.zoom, 0.5), 20.0))
    placement = kept_inside(project.photo, placement, size)
    placement = aligned_to_pixels(project.photo, placement, size)
    return replace(project, shapes=(*others, ClipShape(shape, placement)))


def shape_box(project: Project, shape: str, placement: Placement) -> Box:
    """What of the photo a shape shows at rest, in the photo's pixels."""
    width, height = size_of(shape, 1080)
    frame = replace(project.frame, width=width, height=height)
    return frame_box(replace(project, frame=frame, placement=placement))


def subject_box(project: Project, store: PixelStore) -> Box | None:
    """Where the subject is throughout the clip, in the photo's pixels; None if nothing stands out.

    It is what the focus stays on, or else what is large and in the middle; what reaches from one
    side of the photo to the other, such as ground or sky, is none.
    """
    photo, follow = project.photo, project.lens.defocus.follow
    if photo is None:
        return None
    best: tuple[float, Layer, Box] | None = None
    for layer in project.near_to_far:
        if layer.mask is None or not layer.visible:
            continue
        core = (np.asarray(alpha_of(layer.mask, store)) >= 128).astype(np.uint8)
        x, y, width, height = cv2.boundingRect(core)
        share = float(core.mean())
        followed = follow is not None and follow.layer == layer.id
        if not width or (not followed and (share < _SMALL or width > _WIDE * photo.width)):
            continue
        off = np.hypot(x + width / 2 - photo.width / 2, y + height / 2 - photo.height / 2)
        rank = np.inf if followed else np.sqrt(share) - off / photo.width
        if best is None or rank > best[0]:
            best = float(rank), layer, (x, y, width, height)
    return None if best is None else _throughout(project, best[1], best[2])


def _throughout(project: Project, layer: Layer, box: Box) -> Box:
    """The box of a layer that holds it at the clip's start, middle and end."""
    photo, frame = project.photo, project.frame
    assert photo is not None
    x, y, width, height = box
    corners = np.array([(x, y), (x + width, y), (x, y + height), (x + width, y + height)], float)
    size = frame.width, frame.height
    back = np.linalg.inv(photo_to_frame(photo, project.placement, size))
    found = [corners]
    for time in (0.0, frame.last / 2, frame.last):
        for placed in scene_at(project, time, size):
            if placed.id == layer.id:
                seen = placed.mapping.to_frame(corners)
                at_rest = np.column_stack([seen, np.ones(len(seen))]) @ back.T
                found.append(at_rest[np.isfinite(seen).all(1), :2])
    places = np.concatenate(found)
    (left, top), (right, bottom) = places.min(0), places.max(0)
    return float(left), float(top), float(right - left), float(bottom - top)


SHAPE_NAMES = {
    "": tr_noop("As the clip"),
    "landscape": tr_noop("Landscape 16:9"),
    "square": tr_noop("Square 1:1"),
    "upright": tr_noop("Upright 4:5"),
    "portrait": tr_noop("Portrait 9:16"),
}
assert set(SHAPE_NAMES) == {"", *CLIP_SHAPES}
