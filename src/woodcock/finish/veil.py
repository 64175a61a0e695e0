"""What is seen through air: the share of light that comes through, and the air's own in its place.

Light that goes a way d through air that hides the share k a metre is exp(-k d) of what it was
(Beer and Lambert's law).
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.pixels.threads import Stop, together

_OPTIONS = {"nogil": True, "cache": True, "fastmath": True, "error_model": "numpy"}
_ROWS = 32
_EVERY = 8  # pixels between the places at which it is told how much air hides


class Thickness(NamedTuple):
    """How thick the air is: `slices` (S, h, w) float32, from 0 to S distances evenly apart by log.

    The first is `near` metres away, the last `far`; before and behind is nothing more. It is the
    power of e by which light fades. `colour` (3,) is linear and takes the light's place as far as
    `opacity`.
    """

    slices: NDArray[np.float32]
    near: float
    far: float
    colour: NDArray[np.float32]
    opacity: float = 1.0


class Plane(NamedTuple):
    """How far away a plane is seen at the pixels of a frame: (`rows[0]` s) / (`rows[1]` s) metres.

    s is (x, y, 1); `rows` is (2, 3).
    """

    rows: NDArray[np.float64]

    def metres(self, spots: NDArray[np.float64]) -> NDArray[np.float64]:
        """(N,) at (N, 2) pixels; infinite where it is never reached."""
        there = np.column_stack([spots, np.ones(len(spots))]) @ self.rows.T
        with np.errstate(divide="ignore", invalid="ignore"):
            found = there[:, 0] / there[:, 1]
        return np.where(found > 0, found, np.inf)

    def moved(self, from_frame: NDArray[np.float64]) -> Plane:
        """The same in a window of the frame."""
        return Plane(self.rows @ np.linalg.inv(from_frame))


HERE = Plane(np.array([[0.0, 0.0, 0.0], [0.0, 0.0, 1.0]]))  # at the lens
NEVER = Plane(np.array([[0.0, 0.0, 1e9], [0.0, 0.0, 1.0]]))  # behind everything


def lay_veil(
    air: Thickness, nearer: Plane, farther: Plane, out: NDArray[np.float32],
    stop: Stop | None = None,
) -> None:  # fmt: skip
    """Put the air between two planes of the frame behind what is in `out` already.

    `out` (H, W, 4) float32: premultiplied light, and in place of alpha what it still lets through.
    """
    height, width = out.shape[:2]
    grid = np.empty((height // _EVERY + 2, width // _EVERY + 2), np.float32)
    given = _given(air, width)
    _hidden(grid, *given[:-2], air.opacity, nearer.rows, farther.rows)
    if not grid.any():
        return
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    together(lambda rows: _lay(out, grid, air.colour, *rows), parts, stop)


def veil_within(
    air: Thickness, nearer: Plane, metres: NDArray[np.float32], light: NDArray[np.float32],
    window: tuple[float, float, float], frame_width: int,
) -> None:  # fmt: skip
    """What is seen in `light` (H, W, 4) as through the air from a plane to where it is, in place.

    `metres` (H, W) are how far away it is. `window` is where the light's first pixel lies in the
    frame (x, y), and how many frame pixels each is wide; `nearer` is in the window's pixels.
    """
    height = light.shape[0]
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    given = _given(air, frame_width)
    x, y, step = window
    together(lambda rows: _within(light, metres, *given, nearer.rows, x, y, step, *rows), parts)


def _given(air: Thickness, width: int) -> tuple:
    count = len(air.slices)
    step = math.log(air.far / air.near) / (count - 1)
    distances = air.near * np.exp(step * np.arange(count))
    cells = air.slices.shape[2] - 1
    return (
        air.slices,
        distances.astype(np.float32),
        1 / step,
        cells / width,
        air.colour,
        air.opacity,
    )


@njit(**_OPTIONS)
def _thick(slices, distances, by, cells, x, y, metres):
    """How thick the air is from the lens to a distance at a pixel of the frame."""
    last = len(distances) - 1
    if metres <= distances[0]:
        s, part = 0, np.float32(0)
        if metres <= 0:
            return np.float32(0)
        # Before the first slice it grows evenly from nothing.
        early = metres / distances[0]
    else:
        early = np.float32(1)
        s = min(int(np.log(metres / distances[0]) * np.float32(by)), last - 1)
        part = min((metres - distances[s]) / (distances[s + 1] - distances[s]), np.float32(1))
        part = max(part, np.float32(0))
    high, wide = slices.shape[1], slices.shape[2]
    if high == 1:
        a, b = slices[s, 0, 0], slices[s + 1, 0, 0]
        return early * (a + part * (b - a))
    gx = min(max(x * np.float32(cells), np.float32(0)), np.float32(wide - 1.001))
    gy = min(max(y * np.float32(cells), np.float32(0)), np.float32(high - 1.001))
    i, j = int(gy), int(gx)
    v, u = gy - np.float32(i), gx - np.float32(j)
    ends = np.float32(0)
    for n in range(2):
        f = slices[s + n]
        upper = f[i, j] + u * (f[i, j + 1] - f[i, j])
        lower = f[i + 1, j] + u * (f[i + 1, j + 1] - f[i + 1, j])
        value = upper + v * (lower - upper)
        ends += value * (part if n else np.float32(1) - part)
    return early * ends


@njit(**_OPTIONS)
def _away(rows, x, y):
    n = rows[0, 0] * x + rows[0, 1] * y + rows[0, 2]
    d = rows[1, 0] * x + rows[1, 1] * y + rows[1, 2]
    if n <= 0 and d > 0:
        return np.float32(0)
    if n <= 0 or d <= 1e-12 * n:
        return np.float32(1e9)
    return np.float32(n / d)


@njit(**_OPTIONS)
def _hidden(grid, slices, distances, by, cells, opacity, nearer, farther):
    """How much the air between two planes hides, at every eighth pixel of the frame."""
    for i in range(grid.shape[0]):
        for j in range(grid.shape[1]):
            x, y = j * _EVERY + 0.5, i * _EVERY + 0.5
            fx, fy = np.float32(x), np.float32(y)
            behind = _thick(slices, distances, by, cells, fx, fy, _away(farther, x, y))
            before = _thick(slices, distances, by, cells, fx, fy, _away(nearer, x, y))
            grid[i, j] = opacity * (1 - np.exp(min(before - behind, np.float32(0))))


@njit(**_OPTIONS)
def _lay(out, grid, colour, top, bottom):
    one, step = np.float32(1), np.float32(1 / _EVERY)
    red, green, blue = colour[0], colour[1], colour[2]
    width = out.shape[1]
    for y in range(top, bottom):
        i, down = y // _EVERY, np.float32(y % _EVERY) * step
        start = grid[i, 0] + down * (grid[i + 1, 0] - grid[i, 0])
        for j in range(grid.shape[1] - 1):
            end = grid[i, j + 1] + down * (grid[i + 1, j + 1] - grid[i, j + 1])
            by = (end - start) * step
            if start > 0 or end > 0:
                for x in range(j * _EVERY, min((j + 1) * _EVERY, width)):
                    rest = out[y, x, 3]
                    alpha = start + by * np.float32(x - j * _EVERY)
                    out[y, x, 0] += rest * alpha * red
                    out[y, x, 1] += rest * alpha * green
                    out[y, x, 2] += rest * alpha * blue
                    out[y, x, 3] = rest * (one - alpha)
            start = end


@njit(**_OPTIONS)
def _within(
    light, metres, slices, distances, by, cells, colour, opacity, nearer, left, upper, step, top,
    bottom,
):  # fmt: skip
    opacity, one = np.float32(opacity), np.float32(1)
    for y in range(top, bottom):
        for x in range(light.shape[1]):
            a = light[y, x, 3]
            if a <= 0 or not metres[y, x] < 1e9:
                continue
            fx, fy = np.float32(left + (x + 0.5) * step), np.float32(upper + (y + 0.5) * step)
            behind = _thick(slices, distances, by, cells, fx, fy, metres[y, x])
            before = _thick(
                slices, distances, by, cells, fx, fy, _away(nearer, x + 0.5, y + 0.5)
            )  # fmt: skip
            if behind <= before:
                continue
            alpha = opacity * (one - np.exp(before - behind))
            for c in range(3):
                light[y, x, c] = (one - alpha) * light[y, x, c] + alpha * a * colour[c]
