"""Where a relief's picture is seen: from frame pixels back to the places of its plate.

With q the place a flat layer would show at a frame pixel, what the relief shows lies on the line
from q to the epipole e (both homogeneous): p = q - m e, where

    m = k (s q) / (1 + k (s e)),    k = value(p) - sits,

and s is the row that makes `PlacedLayer.parallax`. The value at p is found by fixed point: surfaces
rise so gently that it is unique (`depth.segments`), and three steps with Aitken's extrapolation do.
"""

from __future__ import annotations

import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.render.atlas import HeightMap
from woodcock.render.compiled import INLINE, OPTIONS
from woodcock.stage import PlacedLayer

FIELDS = 16  # numbers a segment
_EMPTY = 1e-9
_NOWHERE = -1e12
_EVERY = 4  # frame pixels from one place that is looked for to the next


def row_of(placed: PlacedLayer, height_map: HeightMap, to_level: NDArray) -> NDArray[np.float64]:
    """(16,): what the loops below must know of a segment with relief.

    The epipole (0 to 2) and the row s (3 to 5) in the plate's pixels, where `to_level` leads from
    the photo's; sits (6); start, width and height in the surfaces (7 to 9); from the plate's pixels
    to the surface's, factor and offset across (10, 11) and down (12, 13); s e (14).
    """
    assert placed.layer.relief is not None
    row = np.zeros(FIELDS)
    # The parallax is of rank one: its columns all point at the epipole.
    most = np.abs(placed.parallax).sum(axis=0).argmax()
    towards = placed.parallax[:, most] / np.abs(placed.parallax[:, most]).max()
    along = placed.parallax.T @ towards / (towards @ towards)
    row[:3] = to_level @ np.linalg.solve(placed.to_frame, towards)
    row[3:6] = along @ np.linalg.inv(to_level)
    row[6] = placed.layer.relief.sits
    row[7:10] = height_map.start, height_map.width, height_map.height
    to_height_map = height_map.from_photo @ np.linalg.inv(to_level)
    row[10:14] = to_height_map[0, 0], to_height_map[0, 2], to_height_map[1, 1], to_height_map[1, 2]
    row[14] = row[3:6] @ row[:3]
    return row


@njit(**INLINE)
def surface_at(surfaces, parallax, u, v):
    """A segment's value at a place (u, v) of its plate; beyond its border that repeats."""
    start, width, height = int(parallax[7]), int(parallax[8]), int(parallax[9])
    x = min(max(parallax[10] * u + parallax[11], 0.0), width - 1.001)
    y = min(max(parallax[12] * v + parallax[13], 0.0), height - 1.001)
    ix, iy = int(x), int(y)
    fx, fy = np.float32(x - ix), np.float32(y - iy)
    k = start + iy * width + ix
    above = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    k += width
    below = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    return above + fy * (below - above)


@njit(**INLINE)
def _seen(surfaces, parallax, q0, q1, q2, along, value):
    """The value at the place that is seen if the relief had `value` there."""
    k = value - parallax[6]
    m = k * along / (1 + k * parallax[14])
    w = q2 - m * parallax[2]
    if w <= _EMPTY:
        return value
    return surface_at(surfaces, parallax, (q0 - m * parallax[0]) / w, (q1 - m * parallax[1]) / w)


@njit(**INLINE)
def place_of(surfaces, parallax, h, x, y):
    """The place in a plate that frame pixel (x, y) shows; far outside if behind the lens."""
    q0 = h[0, 0] * x + h[0, 1] * y + h[0, 2]
    q1 = h[1, 0] * x + h[1, 1] * y + h[1, 2]
    q2 = h[2, 0] * x + h[2, 1] * y + h[2, 2]
    if q2 <= _EMPTY:
        return _NOWHERE, _NOWHERE
    along = parallax[3] * q0 + parallax[4] * q1 + parallax[5] * q2
    first = _seen(surfaces, parallax, q0, q1, q2, along, parallax[6])
    second = _seen(surfaces, parallax, q0, q1, q2, along, first)
    value = second
    if abs(second - first) > 2e-4:
        value = _seen(surfaces, parallax, q0, q1, q2, along, second)
        bend = value - 2 * second + first
        if abs(bend) > 1e-4:
            step = (value - second) * (value - second) / bend
            if abs(step) < 0.25:
                value = _seen(surfaces, parallax, q0, q1, q2, along, value - step)
    k = value - parallax[6]
    m = k * along / (1 + k * parallax[14])
    w = q2 - m * parallax[2]
    if w <= _EMPTY:
        return _NOWHERE, _NOWHERE
    return (q0 - m * parallax[0]) / w, (q1 - m * parallax[1]) / w


@njit(**OPTIONS)
def parallax_places(surfaces, parallax, h, x0, x1, y, u, v):
    """The places (u, v) in a plate of pixels x0..x1 of row y; far outside if behind the lens.

    `parallax` is of `row_of`, `h` the homography of the layer's plane. Every fourth place of the
    frame is looked for, those between are interpolated: surfaces are smooth.
    """
    h = h.reshape(3, 3)
    first = x0 // _EVERY * _EVERY
    last_u, last_v = place_of(surfaces, parallax, h, first, y)
    for node in range(first, x1, _EVERY):
        next_u, next_v = place_of(surfaces, parallax, h, node + _EVERY, y)
        there = last_u > _NOWHERE and next_u > _NOWHERE
        for i in range(_EVERY):
            x = node + i
            if x0 <= x < x1:
                share = i / _EVERY
                u[x - x0] = last_u + share * (next_u - last_u) if there else _NOWHERE
                v[x - x0] = last_v + share * (next_v - last_v) if there else _NOWHERE
        last_u, last_v = next_u, next_v
