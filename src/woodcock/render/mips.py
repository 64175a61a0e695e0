"""A plate with its mip levels, half an octave apart."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.resample import STEP, mip_size, shrink
from woodcock.rebuild import Plate
from woodcock.render.blocks import BLOCK

_SMALLEST = 48  # pixels; levels below this are not needed


@dataclass(frozen=True)
class MipLevel:
    """One size of a plate in the atlas; `from_photo` maps photo pixels to its pixel indices."""

    start: int
    width: int
    height: int
    blocks: int
    block_columns: int
    from_photo: NDArray[np.float64]
    scale: float


@dataclass(frozen=True)
class HeightMap:
    """A segment's surface in the atlas; `from_photo` maps photo pixels to its pixel indices."""

    start: int
    width: int
    height: int
    from_photo: NDArray[np.float64]


def mips_of(
    plate: Plate, from_photo: NDArray[np.float64], start: int, blocks: int
) -> Iterator[tuple[NDArray[np.uint16], MipLevel]]:
    """The plate and its smaller copies, each with its place in the atlas.

    `from_photo` (3, 3) leads from the photo's pixels to those the plate's corner is counted in.
    """
    size = plate.pixels.shape[1], plate.pixels.shape[0]
    level = 0
    while True:
        width, height = mip_size(size, level)
        if level and min(width, height) < _SMALLEST:
            return
        picture = shrink(plate.pixels, (width, height))
        sx, sy = width / size[0], height / size[1]
        to_level = np.array(
            [[sx, 0.0, -plate.x * sx - 0.5], [0.0, sy, -plate.y * sy - 0.5], [0.0, 0.0, 1.0]]
        )
        columns = -(-width // BLOCK)
        scale = float(from_photo[0, 0]) * STEP**-level
        yield picture, MipLevel(start, width, height, blocks, columns, to_level @ from_photo, scale)
        start += picture.size
        blocks += columns * -(-height // BLOCK)
        level += 1


def blocks_of(picture: NDArray[np.uint16]) -> NDArray:
    """Flat flags: which blocks of BLOCK x BLOCK pixels, or their neighbours, hold anything."""
    height, width = picture.shape[:2]
    rows, columns = -(-height // BLOCK), -(-width // BLOCK)
    padded = np.zeros((rows * BLOCK, columns * BLOCK), np.uint8)
    padded[:height, :width] = picture[..., 3] > 0
    blocks = padded.reshape(rows, BLOCK, columns, BLOCK).max(axis=(1, 3))
    return cv2.dilate(blocks, np.ones((3, 3), np.uint8)).ravel()
