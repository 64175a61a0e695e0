"""Out of focus: every place of a picture becomes the iris, as large as it is unsharp there.

A pixel of the blurred picture is the mean of the sharp one over the iris's shape about it. Rows
are summed up beforehand (Crow, "Summed-Area Tables for Texture Mapping", SIGGRAPH 1984, in one
dimension), so that a pixel costs as many steps as the iris has rows, however it is shaped.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.iris import STEPS, Spans
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together

TILE = 32  # pixels between the places at which the iris's size is told
SHARP = 1.0  # pixels: a circle of confusion up to which nothing changes
_ROWS, _TILES = 32, 12  # of rows and tiles one thread does at a time


def summed(light: NDArray[np.float32]) -> NDArray[np.float32]:
    """(4, H, W + 1) float32: the sums of a picture's (H, W, 4) pixels left of each, row by row."""
    height, width = light.shape[:2]
    out = np.empty((4, height, width + 1), np.float32)
    parts = [(top, min(top + _ROWS, height)) for top in range(0, height, _ROWS)]
    together(lambda rows: _sum_rows(light, out, *rows), parts)
    return out


@njit(**OPTIONS)
def _sum_rows(light, out, top, bottom):
    for y in range(top, bottom):
        r = g = b = a = np.float32(0)
        for c in range(4):
            out[c, y, 0] = 0
        for x in range(light.shape[1]):
            r += light[y, x, 0]
            g += light[y, x, 1]
            b += light[y, x, 2]
            a += light[y, x, 3]
            out[0, y, x + 1], out[1, y, x + 1] = r, g
            out[2, y, x + 1], out[3, y, x + 1] = b, a


def defocus(
    light: NDArray[np.float32],
    circles: NDArray[np.float32],
    wanted: NDArray[np.bool_],
    spans: Spans,
    pad: int,
    stop: Stop | None = None,
) -> NDArray[np.float32]:
    """A picture out of focus, (H, W, 4) float32, without the `pad` pixels all round.

    Parameters
    ----------
    light : (H + 2 pad, W + 2 pad, 4) float32 premultiplied linear light, H and W multiples of 32.
    circles : (H / 32 + 1, W / 32 + 1) float32: how wide the iris is at every 32nd pixel, in pixels
        and at most 2 `pad` - 2; between them it changes evenly.
    wanted : (H / 32, W / 32) bool: the tiles of 32 pixels that are worked out; the rest is 0.
    """
    high, wide = wanted.shape
    shape = high * TILE, wide * TILE, 4
    out = np.empty(shape, np.float32) if wanted.all() else np.zeros(shape, np.float32)
    sums = summed(light)
    tiles = np.argwhere(wanted).astype(np.int32)
    parts = [tiles[at : at + _TILES] for at in range(0, len(tiles), _TILES)]
    together(lambda part: _blur_tiles(light, sums, circles, part, *spans, pad, out), parts, stop)
    return out


@njit(**OPTIONS)
def _blur_tiles(
    light, sums, circles, tiles, first, row, low, low_part, high, high_part, weight, pad, out
):
    left, right = np.empty((4, TILE), np.float32), np.empty((4, TILE), np.float32)
    spans = first, row, low, low_part, high, high_part, weight
    for n in range(len(tiles)):
        i, j = tiles[n, 0], tiles[n, 1]
        for line in range(TILE):
            down = np.float32(line) / np.float32(TILE)
            y, x = i * TILE + line, j * TILE
            k = _step(circles[i, j] + down * (circles[i + 1, j] - circles[i, j]))
            after = circles[i, j + 1] + down * (circles[i + 1, j + 1] - circles[i, j + 1])
            m = _step(after)
            _mean_over(light, sums, spans, k, y + pad, x + pad, left)
            if m != k:
                _mean_over(light, sums, spans, m, y + pad, x + pad, right)
                for c in range(4):
                    for t in range(TILE):
                        share = np.float32(t) * np.float32(1 / TILE)
                        left[c, t] += share * (right[c, t] - left[c, t])
            for t in range(TILE):
                for c in range(4):
                    out[y, x + t, c] = left[c, t]


@njit(**OPTIONS)
def _step(circle):
    return int(circle * np.float32(STEPS) + np.float32(0.5))


@njit(**OPTIONS)
def _mean_over(light, sums, spans, k, y, x, out):
    """The mean over iris `k` about each of 32 pixels from `x` on, into `out` (4, 32)."""
    first, row, low, low_part, high, high_part, weight = spans
    if k <= STEPS:
        for t in range(TILE):
            for c in range(4):
                out[c, t] = light[y, x + t, c]
        return
    out[:] = 0
    for j in range(first[k], first[k + 1]):
        w = weight[j]
        t, s = high_part[j] * w, low_part[j] * w
        u, v = w - t, w - s
        p, q = x + low[j], x + high[j]
        for c in range(4):
            line = sums[c, y + row[j]]
            a, b, total = line[p : p + TILE + 1], line[q : q + TILE + 1], out[c]
            for i in range(TILE):
                total[i] += u * b[i] + t * b[i + 1] - v * a[i] - s * a[i + 1]
