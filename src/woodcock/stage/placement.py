"""Where the photo sits in the frame at rest."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Photo, Placement, Project


def cover_scale(photo: Photo, size: tuple[int, int]) -> float:
    """Frame pixels per photo pixel at which the photo just covers a frame of `size` (w, h)."""
    return max(size[0] / photo.width, size[1] / photo.height)


def photo_scale(photo: Photo, placement: Placement, size: tuple[int, int]) -> float:
    """Frame pixels per photo pixel at rest."""
    return cover_scale(photo, size) * placement.zoom


def photo_to_frame(
    photo: Photo, placement: Placement, size: tuple[int, int]
) -> NDArray[np.float64]:
    """3x3 matrix from photo to frame pixels (continuous: pixel centres at half-integers)."""
    scale = photo_scale(photo, placement, size)
    return np.array(
        [
            [scale, 0.0, size[0] / 2 - scale * placement.x * photo.width],
            [0.0, scale, size[1] / 2 - scale * placement.y * photo.height],
            [0.0, 0.0, 1.0],
        ]
    )


def frame_box(project: Project) -> tuple[float, float, float, float]:
    """The frame at rest in the photo's pixels: left, top, width, height."""
    if project.photo is None:
        raise ValueError("a project without a photo has no frame")
    size = project.frame.width, project.frame.height
    scale = photo_scale(project.photo, project.placement, size)
    width, height = size[0] / scale, size[1] / scale
    left = project.placement.x * project.photo.width - width / 2
    return left, project.placement.y * project.photo.height - height / 2, width, height


def corners_of(photo: Photo) -> NDArray[np.float64]:
    """(9, 2): corners, middles of the sides and the middle of a photo, in its pixels."""
    across, down = np.meshgrid(
        [0, photo.width / 2, photo.width], [0, photo.height / 2, photo.height]
    )
    return np.stack([across.ravel(), down.ravel()], 1).astype(np.float64)


def kept_inside(photo: Photo, placement: Placement, size: tuple[int, int]) -> Placement:
    """`placement` moved so that the photo covers as much of the frame as its zoom allows."""
    scale = photo_scale(photo, placement, size)

    def clamp(centre: float, frame: int, length: int) -> float:
        half = frame / 2 / (scale * length)
        return min(max(centre, half), 1 - half) if half <= 0.5 else 0.5

    return Placement(
        placement.zoom,
        clamp(placement.x, size[0], photo.width),
        clamp(placement.y, size[1], photo.height),
    )


def aligned_to_pixels(photo: Photo, placement: Placement, size: tuple[int, int]) -> Placement:
    """`placement` shifted by less than a pixel so that at 1:1 photo and frame pixels coincide."""
    scale = photo_scale(photo, placement, size)
    if abs(scale - 1) > 1e-9:
        return placement

    def snap(centre: float, frame: int, length: int) -> float:
        return (frame / 2 - round(frame / 2 - centre * length)) / length

    return Placement(
        placement.zoom,
        snap(placement.x, size[0], photo.width),
        snap(placement.y, size[1], photo.height),
    )
