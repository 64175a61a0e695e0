"""Where a relief's picture is seen: from frame pixels back to the places of its plate.

With q the place a flat layer would show at a frame pixel, what the relief shows lies on the line
from q to the epipole e (both homogeneous): p = q - m e, where

    m = k (s q) / (1 + k (s e)),    k = value(p) - sits,

and s is the row that makes `Standing.bulge`. The value at p is found by fixed point: surfaces rise
so gently that it is unique (`depth.leaves`), and three steps with Aitken's extrapolation do.
"""

from __future__ import annotations

import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.render.compiled import INLINE, OPTIONS
from woodcock.render.sheet import Ground
from woodcock.stage import Standing

FIELDS = 16  # numbers a leaf
_EMPTY = 1e-9
_NOWHERE = -1e12
_EVERY = 4  # frame pixels from one place that is looked for to the next


def row_of(standing: Standing, ground: Ground, to_rung: NDArray) -> NDArray[np.float64]:
    """(16,): what the loops below must know of a leaf with relief.

    The epipole (0 to 2) and the row s (3 to 5) in the plate's pixels, where `to_rung` leads from
    the photo's; sits (6); start, width and height in the surfaces (7 to 9); from the plate's pixels
    to the surface's, factor and offset across (10, 11) and down (12, 13); s e (14).
    """
    assert standing.layer.relief is not None
    row = np.zeros(FIELDS)
    # The bulge is of rank one: its columns all point at the epipole.
    most = np.abs(standing.bulge).sum(axis=0).argmax()
    towards = standing.bulge[:, most] / np.abs(standing.bulge[:, most]).max()
    along = standing.bulge.T @ towards / (towards @ towards)
    row[:3] = to_rung @ np.linalg.solve(standing.to_frame, towards)
    row[3:6] = along @ np.linalg.inv(to_rung)
    row[6] = standing.layer.relief.sits
    row[7:10] = ground.start, ground.width, ground.height
    to_ground = ground.from_photo @ np.linalg.inv(to_rung)
    row[10:14] = to_ground[0, 0], to_ground[0, 2], to_ground[1, 1], to_ground[1, 2]
    row[14] = row[3:6] @ row[:3]
    return row


@njit(**INLINE)
def surface_at(surfaces, bulge, u, v):
    """A leaf's value at a place (u, v) of its plate; beyond its border that repeats."""
    start, width, height = int(bulge[7]), int(bulge[8]), int(bulge[9])
    x = min(max(bulge[10] * u + bulge[11], 0.0), width - 1.001)
    y = min(max(bulge[12] * v + bulge[13], 0.0), height - 1.001)
    ix, iy = int(x), int(y)
    fx, fy = np.float32(x - ix), np.float32(y - iy)
    k = start + iy * width + ix
    above = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    k += width
    below = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    return above + fy * (below - above)


@njit(**INLINE)
def _seen(surfaces, bulge, q0, q1, q2, along, value):
    """The value at the place that is seen if the relief had `value` there."""
    k = value - bulge[6]
    m = k * along / (1 + k * bulge[14])
    w = q2 - m * bulge[2]
    if w <= _EMPTY:
        return value
    return surface_at(surfaces, bulge, (q0 - m * bulge[0]) / w, (q1 - m * bulge[1]) / w)


@njit(**INLINE)
def place_of(surfaces, bulge, h, x, y):
    """The place in a plate that frame pixel (x, y) shows; far outside if behind the lens."""
    q0 = h[0, 0] * x + h[0, 1] * y + h[0, 2]
    q1 = h[1, 0] * x + h[1, 1] * y + h[1, 2]
    q2 = h[2, 0] * x + h[2, 1] * y + h[2, 2]
    if q2 <= _EMPTY:
        return _NOWHERE, _NOWHERE
    along = bulge[3] * q0 + bulge[4] * q1 + bulge[5] * q2
    first = _seen(surfaces, bulge, q0, q1, q2, along, bulge[6])
    second = _seen(surfaces, bulge, q0, q1, q2, along, first)
    value = second
    if abs(second - first) > 2e-4:
        value = _seen(surfaces, bulge, q0, q1, q2, along, second)
        bend = value - 2 * second + first
        if abs(bend) > 1e-4:
            step = (value - second) * (value - second) / bend
            if abs(step) < 0.25:
                value = _seen(surfaces, bulge, q0, q1, q2, along, value - step)
    k = value - bulge[6]
    m = k * along / (1 + k * bulge[14])
    w = q2 - m * bulge[2]
    if w <= _EMPTY:
        return _NOWHERE, _NOWHERE
    return (q0 - m * bulge[0]) / w, (q1 - m * bulge[1]) / w


@njit(**OPTIONS)
def bulging_places(surfaces, bulge, h, x0, x1, y, u, v):
    """The places (u, v) in a plate of pixels x0..x1 of row y; far outside if behind the lens.

    `bulge` is of `row_of`, `h` the homography of the layer's plane. Every fourth place of the frame
    is looked for, those between are interpolated: surfaces are smooth.
    """
    h = h.reshape(3, 3)
    first = x0 // _EVERY * _EVERY
    last_u, last_v = place_of(surfaces, bulge, h, first, y)
    for node in range(first, x1, _EVERY):
        next_u, next_v = place_of(surfaces, bulge, h, node + _EVERY, y)
        there = last_u > _NOWHERE and next_u > _NOWHERE
        for i in range(_EVERY):
            x = node + i
            if x0 <= x < x1:
                share = i / _EVERY
                u[x - x0] = last_u + share * (next_u - last_u) if there else _NOWHERE
                v[x - x0] = last_v + share * (next_v - last_v) if there else _NOWHERE
        last_u, last_v = next_u, next_v
