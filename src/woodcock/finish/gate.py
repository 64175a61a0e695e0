"""A picture a little larger in one colour than in another, and a little out of its place.

That is what the glass of a lens does to the corners, and an unsteady gate to the whole picture.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together

_ROWS = 16


def resampled(
    light: NDArray[np.float32],
    scales: tuple[float, float, float],
    shift: tuple[float, float],
    stop: Stop | None = None,
) -> NDArray[np.float32]:
    """A frame (H, W, 4) with each channel `scales` times as large about the middle, then shifted.

    By (right, down) pixels; alpha goes with green. Cubic convolution (Keys 1981), so that it stays
    sharp; beyond the frame there is what is at its border. Raises Cancelled.
    """
    height, width = light.shape[:2]
    every = (*scales, scales[1])
    across, by_x = _taps(width, every, shift[0])
    down, by_y = _taps(height, every, shift[1])
    out = np.empty_like(light)
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    together(lambda rows: _resample(light, across, by_x, down, by_y, out, *rows), parts, stop)
    return out


def _taps(
    count: int, scales: tuple[float, ...], shift: float
) -> tuple[NDArray[np.uint32], NDArray[np.float32]]:
    """(4, count, 4) places each is made from, and how much of each, channel by channel."""
    middle = count / 2
    at = (np.arange(count) + 0.5 - middle - shift) / np.array(scales)[:, None] + middle - 0.5
    left = np.floor(at)
    t = at - left
    weights = np.stack([
        ((-0.5 * t + 1) * t - 0.5) * t, (1.5 * t - 2.5) * t * t + 1,
        ((-1.5 * t + 2) * t + 0.5) * t, (0.5 * t - 0.5) * t * t,
    ], -1)  # fmt: skip
    places = left[..., None] + np.arange(-1, 3)
    return np.clip(places, 0, count - 1).astype(np.uint32), weights.astype(np.float32)


@njit(**OPTIONS)
def _resample(light, across, by_x, down, by_y, out, top, bottom):
    width, zero = light.shape[1], np.float32(0)
    line = np.empty(width, np.float32)
    for y in range(top, bottom):
        for c in range(4):
            a, b, d, e = down[c, y]
            p, q, r, s = by_y[c, y]
            for x in range(width):
                line[x] = (
                    p * light[a, x, c] + q * light[b, x, c] + r * light[d, x, c]
                    + s * light[e, x, c]
                )  # fmt: skip
            places, weights = across[c], by_x[c]
            for x in range(width):
                value = (
                    weights[x, 0] * line[places[x, 0]] + weights[x, 1] * line[places[x, 1]]
                    + weights[x, 2] * line[places[x, 2]] + weights[x, 3] * line[places[x, 3]]
                )  # fmt: skip
                out[y, x, c] = max(value, zero)
