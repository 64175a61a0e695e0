"""Shrinking pictures by half-octave steps."""

from __future__ import annotations

import math

import cv2
import numpy as np
from numpy.typing import NDArray

STEP = math.sqrt(2.0)


def mip_size(size: tuple[int, int], level: int) -> tuple[int, int]:
    """(width, height) of a picture of `size` on level `level`: shrunk by sqrt(2) per level."""
    factor = STEP**-level
    return max(1, round(size[0] * factor)), max(1, round(size[1] * factor))


def shrink(picture: NDArray, size: tuple[int, int]) -> NDArray:
    """`picture` (H, W) or (H, W, C) averaged down to `size` = (width, height), dtype kept.

    Linear light or alpha only: the mean of encoded values would darken fine bright detail.
    """
    if (picture.shape[1], picture.shape[0]) == size:
        return picture
    return np.ascontiguousarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA))
