"""What is seen through air: the share of light that comes through, and the air's own in its place.

Light that goes a way d through air that hides the share k a metre is exp(-k d) of what it was
(Beer and Lambert's law).
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, by_rows, together

_ROWS = 32
_EVERY = 16  # pixels between the places at which it is told how much air hides


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
        return np.where((there[:, 0] >= 0) & (there[:, 1] > 0), found, np.inf)

    def moved(self, from_frame: NDArray[np.float64]) -> Plane:
        """The same in a window of the frame."""
        return Plane(self.rows @ np.linalg.inv(from_frame))


HERE = Plane(np.array([[0.0, 0.0, 0.0], [0.0, 0.0, 1.0]]))  # at the lens
NEVER = Plane(np.array([[0.0, 0.0, 1e9], [0.0, 0.0, 1.0]]))  # behind everything


def thickness_at(air: Thickness, plane: Plane, size: tuple[int, int]) -> NDArray[np.float32]:
    """How thick the air is as far as a plane, at every 16th pixel of a frame of `size`."""
    width, height = size
    grid = np.empty((height // _EVERY + 2, width // _EVERY + 2), np.float32)
    given = _given(air, width)[:-2]
    by_rows(lambda rows: _thickness(grid[rows], *given, plane.rows, rows.start), *grid.shape)
    return grid


def thickness_of(
    air: Thickness, spots: NDArray[np.float64], metres: NDArray[np.float64], width: int
) -> NDArray[np.float32]:
    """(N,): how thick the air is as far as (N,) metres at (N, 2) pixels of a frame so wide."""
    places = np.asarray(spots, np.float32)
    away = np.minimum(metres, 1e9).astype(np.float32)
    return np.asarray(_thick_at(*_given(air, width)[:-2], places, away))


def veil_between(
    air: Thickness, nearer: NDArray[np.float32], farther: NDArray[np.float32]
) -> NDArray[np.float32]:
    """(h, w, 4): the light of the air between two planes told by `thickness_at`, premultiplied.

    In place of alpha is what it lets through.
    """
    hidden = (air.opacity * -np.expm1(np.minimum(nearer - farther, 0))).astype(np.float32)
    return np.dstack([hidden[..., None] * air.colour, 1 - hidden])


def over(front: NDArray[np.float32], back: NDArray[np.float32]) -> NDArray[np.float32]:
    """One veil before another."""
    rest = front[..., 3:]
    light = front[..., :3] + rest * back[..., :3]
    return np.concatenate([light, rest * back[..., 3:]], 2)


def lay_veil(veil: NDArray[np.float32], out: NDArray[np.float32], stop: Stop | None = None) -> None:
    """Put a veil behind what is in `out` already.

    `out` (H, W, 4) float32: premultiplied light, and in place of alpha what it still lets through.
    """
    if (veil[..., 3] == 1).all():
        return
    grid, height = np.ascontiguousarray(veil, np.float32), len(out)
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    together(lambda rows: _lay(out, grid, *rows), parts, stop)


def veil_frame(veil: NDArray[np.float32], size: tuple[int, int]) -> NDArray[np.float32]:
    """(H, W, 4): a frame with nothing but a veil; in place of alpha is what it lets through."""
    out = np.empty((size[1], size[0], 4), np.float32)
    grid = np.ascontiguousarray(veil, np.float32)
    parts = [(y, min(y + _ROWS, len(out))) for y in range(0, len(out), _ROWS)]
    together(lambda rows: _fill(out, grid, *rows), parts)
    return out


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


@njit(**OPTIONS)
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


@njit(**OPTIONS)
def _away(rows, x, y):
    n = rows[0, 0] * x + rows[0, 1] * y + rows[0, 2]
    d = rows[1, 0] * x + rows[1, 1] * y + rows[1, 2]
    if n <= 0 and d > 0:
        return np.float32(0)
    if n <= 0 or d <= 1e-12 * n:
        return np.float32(1e9)
    return np.float32(n / d)


@njit(**OPTIONS)
def _thick_at(slices, distances, by, cells, places, metres):
    out = np.empty(len(metres), np.float32)
    for n in range(len(metres)):
        x, y = places[n, 0], places[n, 1]
        out[n] = _thick(slices, distances, by, cells, x, y, metres[n])
    return out


@njit(**OPTIONS)
def _thickness(grid, slices, distances, by, cells, plane, top):
    for i in range(grid.shape[0]):
        for j in range(grid.shape[1]):
            x, y = j * _EVERY + 0.5, (top + i) * _EVERY + 0.5
            away = _away(plane, x, y)
            grid[i, j] = _thick(slices, distances, by, cells, np.float32(x), np.float32(y), away)


@njit(**OPTIONS)
def _lay(out, veil, top, bottom):
    line = np.empty((veil.shape[1], 4), np.float32)
    for y in range(top, bottom):
        veil_row(out[y], veil, line, y)


@njit(**OPTIONS)
def _fill(out, veil, top, bottom):
    f, step = np.float32, np.float32(1 / _EVERY)
    width, wide = out.shape[1], veil.shape[1]
    line = np.empty((wide, 4), np.float32)
    for y in range(top, bottom):
        i, down = y // _EVERY, f(y % _EVERY) * step
        for j in range(wide):
            for c in range(4):
                line[j, c] = veil[i, j, c] + down * (veil[i + 1, j, c] - veil[i, j, c])
        for j in range(wide - 1):
            for k in range(min(_EVERY, width - j * _EVERY)):
                u = f(k) * step
                for c in range(4):
                    out[y, j * _EVERY + k, c] = line[j, c] + u * (line[j + 1, c] - line[j, c])


@njit(**OPTIONS)
def veil_row(pixels, veil, line, y):
    """Put a veil behind row y of a frame, (W, 4); `line` is room for a row of the veil."""
    f, step = np.float32, np.float32(1 / _EVERY)
    width, wide = pixels.shape[0], veil.shape[1]
    i, down = y // _EVERY, f(y % _EVERY) * step
    for j in range(wide):
        for c in range(4):
            line[j, c] = veil[i, j, c] + down * (veil[i + 1, j, c] - veil[i, j, c])
    for j in range(wide - 1):
        a, b = line[j], line[j + 1]
        if a[3] == 1 and b[3] == 1:
            continue
        r, g, s, t = a[0], a[1], a[2], a[3]
        dr, dg = (b[0] - r) * step, (b[1] - g) * step
        ds, dt = (b[2] - s) * step, (b[3] - t) * step
        for k in range(min(_EVERY, width - j * _EVERY)):
            x, u = j * _EVERY + k, f(k)
            rest = pixels[x, 3]
            pixels[x, 0] += rest * (r + u * dr)
            pixels[x, 1] += rest * (g + u * dg)
            pixels[x, 2] += rest * (s + u * ds)
            pixels[x, 3] = rest * (t + u * dt)


@njit(**OPTIONS)
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
