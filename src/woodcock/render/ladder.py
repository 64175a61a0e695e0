"""A plate on a ladder of sizes, half an octave apart."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.resample import STEP, rung_size, shrink
from woodcock.rebuild import Plate
from woodcock.render.blocks import BLOCK

_SMALLEST = 48  # pixels; rungs below this are not needed


@dataclass(frozen=True)
class Rung:
    """One size of a plate in the sheet; `from_photo` maps photo pixels to its pixel indices."""

    start: int
    width: int
    height: int
    blocks: int
    block_columns: int
    from_photo: NDArray[np.float64]
    scale: float


def ladder_of(
    plate: Plate, from_photo: NDArray[np.float64], start: int, blocks: int
) -> Iterator[tuple[NDArray[np.uint16], Rung]]:
    """The plate and its smaller copies, each with its place in the sheet.

    `from_photo` (3, 3) leads from the photo's pixels to those the plate's corner is counted in.
    """
    size = plate.pixels.shape[1], plate.pixels.shape[0]
    rung = 0
    while True:
        width, height = rung_size(size, rung)
        if rung and min(width, height) < _SMALLEST:
            return
        picture = shrink(plate.pixels, (width, height))
        sx, sy = width / size[0], height / size[1]
        to_rung = np.array(
            [[sx, 0.0, -plate.x * sx - 0.5], [0.0, sy, -plate.y * sy - 0.5], [0.0, 0.0, 1.0]]
        )
        columns = -(-width // BLOCK)
        scale = float(from_photo[0, 0]) * STEP**-rung
        yield picture, Rung(start, width, height, blocks, columns, to_rung @ from_photo, scale)
        start += picture.size
        blocks += columns * -(-height // BLOCK)
        rung += 1


def blocks_of(picture: NDArray[np.uint16]) -> NDArray:
    """Flat flags: which blocks of BLOCK x BLOCK pixels, or their neighbours, hold anything."""
    height, width = picture.shape[:2]
    rows, columns = -(-height // BLOCK), -(-width // BLOCK)
    padded = np.zeros((rows * BLOCK, columns * BLOCK), np.uint8)
    padded[:height, :width] = picture[..., 3] > 0
    blocks = padded.reshape(rows, BLOCK, columns, BLOCK).max(axis=(1, 3))
    return cv2.dilate(blocks, np.ones((3, 3), np.uint8)).ravel()
