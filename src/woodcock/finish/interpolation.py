"""Colours looked up in tables and lattices, a row of a frame at a time (`finish.lattice`)."""

from __future__ import annotations

import numpy as np

from woodcock.compiled import njit
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
def room_for(width):
    """What `look_up_cube` writes over: (W, 4) colours, (4, W) weights, (3, W) places."""
    return (
        np.empty((width, 4), np.float32), np.empty((4, width), np.float32),
        np.empty((3, width), np.int32),
    )  # fmt: skip


@njit(**OPTIONS)
def look_up_cube(cube, low, high, amount, row, room):
    """A row (3, W) as a lattice has it, in place; `room` is for a row as wide.

    Tetrahedral interpolation: each cell is six tetrahedra about the diagonal of greys (Sakamoto and
    Itooka 1981; Kasson, Nin, Plouffe and Hafner 1995). From the corner nearest to black it goes to
    that nearest to white, the longest step first. First it is told where and how much, which
    goes several pixels at a time; then the colours are fetched.
    """
    spare, weights, places = room
    side, zero, one = cube.shape[0], np.float32(0), np.float32(1)
    most, below = np.float32(side - 1), np.int32(side - 2)
    right, up, deep = np.int32(4), np.int32(4 * side), np.int32(4 * side * side)
    end = np.int32(right + up + deep)
    red, green, blue = row[0], row[1], row[2]
    w0, w1, w2, w3 = weights[0], weights[1], weights[2], weights[3]
    p0, p1, p2 = places[0], places[1], places[2]
    l0, l1, l2 = low[0], low[1], low[2]
    b0, b1, b2 = most / (high[0] - l0), most / (high[1] - l1), most / (high[2] - l2)
    for x in range(row.shape[1]):
        r = min(max((red[x] - l0) * b0, zero), most)
        g = min(max((green[x] - l1) * b1, zero), most)
        b = min(max((blue[x] - l2) * b2, zero), most)
        i, j, k = min(np.int32(r), below), min(np.int32(g), below), min(np.int32(b), below)
        r, g, b = r - np.float32(i), g - np.float32(j), b - np.float32(k)
        start = np.int32(np.int32(i * right) + np.int32(j * up)) + np.int32(k * deep)
        longest = right if (r >= g) and (r >= b) else (up if g >= b else deep)
        shortest = deep if (b <= g) and (b <= r) else (up if g <= r else right)
        high_, low_ = max(max(r, g), b), min(min(r, g), b)
        middle = r + g + b - high_ - low_
        w0[x], w1[x], w2[x], w3[x] = one - high_, high_ - middle, middle - low_, low_
        p0[x], p1[x], p2[x] = start, start + longest, start + end - shortest
    flat, last = cube.ravel(), np.uint64(end)
    for x in range(row.shape[1]):
        # Unsigned: nothing is counted from the end.
        p, q, s, t = np.uint64(p0[x]), np.uint64(p1[x]), np.uint64(p2[x]), np.uint64(p0[x]) + last
        u0, u1, u2, u3 = w0[x], w1[x], w2[x], w3[x]
        for c in range(4):
            n = np.uint64(c)
            spare[x, c] = u0 * flat[p + n] + u1 * flat[q + n] + u2 * flat[s + n] + u3 * flat[t + n]
    for c in range(3):
        own = row[c]
        for x in range(row.shape[1]):
            own[x] += amount * (spare[x, c] - own[x])
