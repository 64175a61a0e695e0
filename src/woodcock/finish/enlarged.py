"""Soft light worked out coarsely and added to a frame; and a frame's bright light made small."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together

_ROWS = 32


def add_enlarged(light: NDArray[np.float32], own: NDArray[np.float32], step: int) -> None:
    """Add a picture (h, w, 3) to a frame (H, W, 4), in place; a pixel of it is `step` wide there.

    Bilinear; it has a row and a column more than the frame needs.
    """
    left, part = _columns(light.shape[1], own.shape[1], step)
    together(lambda rows: _add(light, own, step, left, part, *rows), _bands(len(light)))


def put_enlarged(out: NDArray[np.float32], own: NDArray[np.float32], step: int) -> None:
    """Put a picture (h, w, 4) behind what is in a frame (H, W, 4), in place.

    The alpha of both is what they let through; the rest is as for `add_enlarged`.
    """
    left, part = _columns(out.shape[1], own.shape[1], step)
    together(lambda rows: _put(out, own, step, left, part, *rows), _bands(len(out)))


def _columns(width: int, wide: int, step: int) -> tuple[NDArray[np.int32], NDArray[np.float32]]:
    """The left one of two columns that each of the frame's lies between, and how far."""
    place = np.maximum((np.arange(width) + 0.5) / step - 0.5, 0)
    left = np.minimum(place.astype(np.int32), wide - 2)
    return left, (place - left).astype(np.float32)


def _bands(height: int) -> list[tuple[int, int]]:
    return [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]


@njit(**OPTIONS)
def _add(light, own, step, left, part, top, bottom):
    f, by = np.float32, np.float32(1 / step)
    wide = own.shape[1]
    line = np.empty((wide, 3), np.float32)
    for y in range(top, bottom):
        v = max((f(y) + f(0.5)) * by - f(0.5), f(0))
        i = min(int(v), own.shape[0] - 2)
        v -= f(i)
        some = False
        for j in range(wide):
            for c in range(3):
                line[j, c] = own[i, j, c] + v * (own[i + 1, j, c] - own[i, j, c])
                some = some or line[j, c] > 0
        if not some:
            continue
        for x in range(light.shape[1]):
            j, u = left[x], part[x]
            light[y, x, 0] += line[j, 0] + u * (line[j + 1, 0] - line[j, 0])
            light[y, x, 1] += line[j, 1] + u * (line[j + 1, 1] - line[j, 1])
            light[y, x, 2] += line[j, 2] + u * (line[j + 1, 2] - line[j, 2])


@njit(**OPTIONS)
def _put(out, own, step, left, part, top, bottom):
    f, by = np.float32, np.float32(1 / step)
    line = np.empty((own.shape[1], 4), np.float32)
    for y in range(top, bottom):
        v = max((f(y) + f(0.5)) * by - f(0.5), f(0))
        i = min(int(v), own.shape[0] - 2)
        v -= f(i)
        some = False
        for j in range(own.shape[1]):
            for c in range(4):
                line[j, c] = own[i, j, c] + v * (own[i + 1, j, c] - own[i, j, c])
            some = some or line[j, 3] < 1 or line[j, 0] + line[j, 1] + line[j, 2] > 0
        if not some:
            continue
        for x in range(out.shape[1]):
            j, u, rest = left[x], part[x], out[y, x, 3]
            for c in range(3):
                out[y, x, c] += rest * (line[j, c] + u * (line[j + 1, c] - line[j, c]))
            out[y, x, 3] = rest * (line[j, 3] + u * (line[j + 1, 3] - line[j, 3]))


def bright_parts(light: NDArray[np.float32], threshold: float, step: int) -> NDArray[np.float32]:
    """(h, w, 3): what of a frame (H, W, 4) is above a threshold, the mean over `step` pixels."""
    height, width = light.shape[:2]
    out = np.empty((-(-height // step), -(-width // step), 3), np.float32)
    parts = [(y, min(y + 8, len(out))) for y in range(0, len(out), 8)]
    together(lambda rows: _bright(light, np.float32(threshold), step, out, *rows), parts)
    return out


@njit(**OPTIONS)
def _bright(light, threshold, step, out, top, bottom):
    zero = np.float32(0)
    for i in range(top, bottom):
        out[i] = 0
        last = min((i + 1) * step, light.shape[0])
        for y in range(i * step, last):
            for x in range(light.shape[1]):
                j = x // step
                for c in range(3):
                    out[i, j, c] += max(light[y, x, c] - threshold, zero)
        for j in range(out.shape[1]):
            wide = min((j + 1) * step, light.shape[1]) - j * step
            by = np.float32(1.0 / (wide * (last - i * step)))
            for c in range(3):
                out[i, j, c] *= by
