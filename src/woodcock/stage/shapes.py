"""A clip in another shape: the same stage through the same lens, on a sensor of that shape."""

from __future__ import annotations

import math

from msgspec.structs import replace

from woodcock.model import CLIP_SHAPES, Crop, Photo, Placement, Project
from woodcock.stage.placement import aligned_to_pixels, kept_inside, photo_scale

Box = tuple[float, float, float, float]  # left, top, width, height

_SAME = 1e-9  # of a frame: by less it is no part of another
_AIR = 1.08  # times the size of a subject that is to be in the frame


def size_of(shape: str, lines: int) -> tuple[int, int]:
    """(width, height) in whole even pixels of one of CLIP_SHAPES whose shorter side has `lines`."""
    wide, high = CLIP_SHAPES[shape]
    by = lines / min(wide, high)
    return round(wide * by / 2) * 2, round(high * by / 2) * 2


def shaped(project: Project, size: tuple[int, int], placement: Placement) -> Project:
    """`project` in a frame of `size` (width, height) that shows the photo by `placement`.

    Everything stays where it is in the world: where the two frames overlap, they show the same at
    every moment, in another size. ValueError without a photo.
    """
    photo, old, lens = project.photo, project.frame, project.lens
    if photo is None:
        raise ValueError("a project without a photo has no shape")
    was = photo_scale(photo, project.placement, (old.width, old.height))
    now = photo_scale(photo, placement, size)
    by = now / was
    crop = lens.crop or Crop()
    # The axis stays on the place of the photo that it was on.
    x = project.placement.x * photo.width + crop.x * old.width / was
    y = project.placement.y * photo.height + crop.y * old.width / was
    part = Crop(
        (x - placement.x * photo.width) * now / size[0],
        (y - placement.y * photo.height) * now / size[0],
        crop.width * old.width * by / size[0],
        crop.height * old.height * by / size[1],
    )
    sensor = lens.sensor_width * size[0] / (old.width * by)
    same = max(abs(part.x), abs(part.y), abs(part.width - 1), abs(part.height - 1)) < _SAME
    return replace(
        project,
        frame=replace(old, width=size[0], height=size[1]),
        placement=placement,
        lens=replace(lens, sensor_width=sensor, crop=None if same else part),
    )


def framed_on(
    photo: Photo, shown: Box, size: tuple[int, int], subject: Box | None = None
) -> Placement:
    """How a frame of `size` shows as much of a photo as one that shows the box `shown` of it.

    It has the middle of the `subject` in its middle, as near as the photo's borders let it, and
    shows more of the photo where the subject is larger. Boxes are in the photo's pixels.
    """
    left, top, width, height = subject or shown
    shape = size[0] / size[1]
    wide = math.sqrt(shown[2] * shown[3] * shape)
    # The whole subject, with a little air, if the photo reaches as far.
    wide = max(wide, width * _AIR, height * _AIR * shape) if subject else wide
    wide = min(wide, photo.width, photo.height * shape)
    zoom = size[0] / wide / max(size[0] / photo.width, size[1] / photo.height)
    at = (left + width / 2) / photo.width, (top + height / 2) / photo.height
    low, high = Placement.LIMITS["x"]  # a photo far out of the frame is kept inside below
    middle = Placement(zoom, *(min(max(x, low), high) for x in at))
    return aligned_to_pixels(photo, kept_inside(photo, middle, size), size)
