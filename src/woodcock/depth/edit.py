"""Changing a depth map by hand: values (h, w) float32 from 0, the farthest, to 1, the nearest."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import PchipInterpolator

Place = tuple[float, float]  # (x, y) in the map's own pixels, pixel centres at half-integers

_KEPT = 0.04  # a step in depth that a blur leaves standing
_SAMPLE = 2  # pixels round the end of a ramp that say how deep it is


def curved(values: NDArray[np.float32], heights: Sequence[float]) -> NDArray[np.float32]:
    """Every value sent through a curve that has these heights at equal steps from 0 to 1.

    Between them it is monotone wherever they are (Fritsch and Carlson, "Monotone piecewise cubic
    interpolation", SIAM J. Numer. Anal. 1980).
    """
    curve = PchipInterpolator(np.linspace(0, 1, len(heights)), np.asarray(heights, np.float64))
    table = np.clip(curve(np.linspace(0, 1, 4096)), 0, 1).astype(np.float32)
    place = np.clip(values, 0, 1) * 4095
    low = np.minimum(place.astype(np.int32), 4094)
    return table[low] + (place - low) * (table[low + 1] - table[low])


def smoothed(values: NDArray[np.float32], radius: float) -> NDArray[np.float32]:
    """Blurred over `radius` pixels, while steps in depth stay where they are.

    He, Sun and Tang, "Guided Image Filtering" (PAMI 2013), guided by the map itself.
    """
    window = (2 * max(1, round(radius)) + 1,) * 2

    def mean(picture: NDArray) -> NDArray:
        return np.asarray(cv2.blur(picture, window, borderType=cv2.BORDER_REFLECT))

    middle = mean(values)
    spread = np.maximum(mean(values * values) - middle**2, 0)
    slope = spread / (spread + _KEPT**2)
    return (mean(slope) * values + mean((1 - slope) * middle)).astype(np.float32)


def raised(
    values: NDArray[np.float32], stroke: NDArray[np.uint8], amount: float
) -> NDArray[np.float32]:
    """Nearer by `amount` (farther if negative) where a stroke (h, w) covers fully."""
    return np.clip(values + amount / 255 * stroke.astype(np.float32), 0, 1)


def ramped(values: NDArray[np.float32], start: Place, end: Place) -> NDArray[np.float32]:
    """An even slope from what is at `start` to what is at `end`, and level beyond them."""
    a, b = np.array(start), np.array(end)
    along = b - a
    length = float(along @ along)
    if length < 1e-6:
        return values
    y, x = np.mgrid[0 : values.shape[0], 0 : values.shape[1]] + 0.5
    share = np.clip(((x - a[0]) * along[0] + (y - a[1]) * along[1]) / length, 0, 1)
    first, last = _at(values, start), _at(values, end)
    return (first + share * (last - first)).astype(np.float32)


def levelled(values: NDArray[np.float32], area: NDArray[np.bool_]) -> NDArray[np.float32]:
    """All of an area (h, w) at the median of what it holds."""
    out = values.copy()
    if area.any():
        out[area] = np.median(values[area])
    return out


def area_of(path: Sequence[Place], shape: tuple[int, int]) -> NDArray[np.bool_]:
    """What a closed path goes round: (h, w) bool."""
    out = np.zeros(shape, np.uint8)
    corners = np.rint((np.asarray(path) - 0.5) * 16).astype(np.int32)
    cv2.fillPoly(out, [corners], 1, shift=4)
    return out > 0


def _at(values: NDArray[np.float32], place: Place) -> float:
    height, width = values.shape
    x = min(max(int(place[0]), 0), width - 1)
    y = min(max(int(place[1]), 0), height - 1)
    near = values[max(0, y - _SAMPLE) : y + _SAMPLE + 1, max(0, x - _SAMPLE) : x + _SAMPLE + 1]
    return float(np.median(near))
