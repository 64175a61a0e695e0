"""A soft shadow: what a wide light lets through, as far as something stands in its way."""

from __future__ import annotations

import math

import cv2
import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.pixels.threads import by_rows


def box_blurred(
    alpha: NDArray[np.float32], width: float, height: float | None = None
) -> NDArray[np.float32]:
    """(H, W) float32: the mean of `alpha` over a box `width` by `height` pixels about each pixel.

    Any positive size: a box that covers a part of a pixel counts that part. Outside is nothing.
    """
    across, down = _taps(width), _taps(width if height is None else height)
    made = cv2.sepFilter2D(alpha, cv2.CV_32F, across, down, borderType=cv2.BORDER_CONSTANT)
    return np.asarray(made, np.float32)


def _taps(width: float) -> NDArray[np.float32]:
    """How much of each pixel a box about the middle one covers; their sum is 1."""
    reach = max(math.ceil((width - 1) / 2), 0)
    off = np.arange(-reach, reach + 1)
    covered = np.minimum(off + 0.5, width / 2) - np.maximum(off - 0.5, -width / 2)
    taps = np.clip(covered, 0, 1)
    return (taps / taps.sum()).astype(np.float32)


def darken(light: NDArray[np.float32], shadow: NDArray[np.float32], amount: float) -> None:
    """Take light away where `shadow` (H, W) from 0 to 1 falls, in place; what it covers stays."""
    by = np.float32(min(max(amount, 0.0), 1.0))
    by_rows(lambda rows: _darken(light[rows], shadow[rows], by), *shadow.shape)


@njit(nogil=True, cache=True)
def _darken(light, shadow, amount):
    for y in range(light.shape[0]):
        for x in range(light.shape[1]):
            left = np.float32(1) - amount * shadow[y, x]
            for c in range(3):
                light[y, x, c] *= left
