"""A soft shadow: what a wide light lets through, as far as something stands in its way."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.threads import by_rows


def box_blurred(
    alpha: NDArray[np.float32], width: float, height: float | None = None
) -> NDArray[np.float32]:
    """(H, W) float32: the mean of `alpha` over a box `width` by `height` pixels about each pixel.

    Any positive size: a box that covers a part of a pixel counts that part. Outside is nothing.
    """
    across = _box(alpha, width, horizontal=True)
    return _box(across, width if height is None else height, horizontal=False)


def _box(values: NDArray[np.float32], width: float, horizontal: bool) -> NDArray[np.float32]:
    """The mean over a box in one direction: of the whole ones just smaller and just larger."""
    whole = 2 * int((max(width, 1.0) - 1) // 2) + 1
    part = (max(width, 1.0) - whole) / 2  # of the pixel at either end
    found = None
    for size, share in ((whole, 1 - part), (whole + 2, part)):
        if share <= 0:
            continue
        shape = (size, 1) if horizontal else (1, size)
        sums = cv2.boxFilter(
            values, cv2.CV_32F, shape, normalize=False, borderType=cv2.BORDER_CONSTANT
        )
        scaled = np.float32(share / max(width, 1.0)) * np.asarray(sums, np.float32)
        found = scaled if found is None else found + scaled
    assert found is not None
    return found


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
