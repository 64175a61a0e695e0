"""Colours looked up in tables and lattices, a row of a frame at a time (`finish.lattice`)."""

from __future__ import annotations

import numpy as np
from numba import njit

from woodcock.pixels.compiled import OPTIONS


@njit(**OPTIONS)
def look_up_rows(rows, low, high, amount, row):
    """A row (3, W) as a table a channel has it, straight between entries, in place."""
    last = rows.shape[1] - 1
    zero, most = np.float32(0), np.float32(last)
    for c in range(3):
        by = np.float32(last) / (high[c] - low[c])
        values = rows[c]
        for x in range(row.shape[1]):
            v = row[c, x]
            place = min(max((v - low[c]) * by, zero), most)
            k = min(np.int32(place), np.int32(last - 1))
            n, part = np.uint64(k), place - np.float32(k)
            found = values[n] + (values[n + np.uint64(1)] - values[n]) * part
            row[c, x] = v + amount * (found - v)


@njit(**OPTIONS)
def _steps(side):
    """(2, 8): by which of red, green and blue is greater, the first step and the first two."""
    right, up, deep = 4, 4 * side, 4 * side * side
    steps = np.empty((2, 8), np.uint64)
    for code in range(8):
        red_green, green_blue, red_blue = code >> 2 & 1, code >> 1 & 1, code & 1
        longest = up if green_blue else deep
        longest = right if red_green and red_blue else longest
        shortest = up if red_green else right
        shortest = deep if green_blue and red_blue else shortest
        steps[0, code], steps[1, code] = longest, right + up + deep - shortest
    return steps


@njit(**OPTIONS)
def look_up_cube(cube, low, high, amount, row, spare):
    """A row (3, W) as a lattice has it, in place; `spare` (W, 4) is written over.

    Tetrahedral interpolation: each cell is six tetrahedra about the diagonal of greys (Sakamoto and
    Itooka 1981; Kasson, Nin, Plouffe and Hafner 1995). From the corner nearest to black it goes to
    that nearest to white, the longest step first.
    """
    side, zero = cube.shape[0], np.float32(0)
    most, below = np.float32(side - 1), np.int32(side - 2)
    by = most / (high - low)
    flat, steps = cube.ravel(), _steps(side)
    # Unsigned: nothing is counted from the end.
    right, up, deep = np.uint64(4), np.uint64(4 * side), np.uint64(4 * side * side)
    end = right + up + deep
    for x in range(row.shape[1]):
        r = min(max((row[0, x] - low[0]) * by[0], zero), most)
        g = min(max((row[1, x] - low[1]) * by[1], zero), most)
        b = min(max((row[2, x] - low[2]) * by[2], zero), most)
        i, j, k = min(np.int32(r), below), min(np.int32(g), below), min(np.int32(b), below)
        r, g, b = r - np.float32(i), g - np.float32(j), b - np.float32(k)
        start = np.uint64(i) * right + np.uint64(j) * up + np.uint64(k) * deep
        code = np.uint64(r >= g) * np.uint64(4) + np.uint64(g >= b) * np.uint64(2)
        code += np.uint64(r >= b)
        one, two, three = start + steps[0, code], start + steps[1, code], start + end
        w1, w3 = max(r, g, b), min(r, g, b)
        w2 = r + g + b - w1 - w3
        w0, w1, w2 = np.float32(1) - w1, w1 - w2, w2 - w3
        for c in range(4):
            n = np.uint64(c)
            spare[x, c] = (
                w0 * flat[start + n] + w1 * flat[one + n] + w2 * flat[two + n]
                + w3 * flat[three + n]
            )  # fmt: skip
    for c in range(3):
        for x in range(row.shape[1]):
            row[c, x] += amount * (spare[x, c] - row[c, x])
