"""Which place of a plate a frame pixel shows, for plates that have relief or are bent.

The compiled side of `stage.PlaneMapping.to_own`, in a plate's own pixels. With q the place a flat
layer would show at a frame pixel, what a relief shows lies on the line from q to the epipole e
(both homogeneous): p = q - m e, where

    m = k (s q) / (1 + k (s e)),    k = value(p) - sits,

and s is the row of the mapping's `epipole`. The value at p is found by fixed point: surfaces rise
so gently that it is unique (`depth.segments`), and three steps with Aitken's extrapolation do.
Bend pins then take p to the place of the picture it comes from, looked up on a grid.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.compiled import INLINE, OPTIONS
from woodcock.render.mips import HeightMap
from woodcock.stage import PlaneMapping

RELIEF = np.dtype(
    [
        ("epipole", np.float64, (3,)),  # e and s, in the plate's pixels
        ("row", np.float64, (3,)),
        ("along", np.float64),  # s e
        ("sits", np.float64),
        ("start", np.int64),  # of the surface in all surfaces, and its size; no width: no relief
        ("width", np.int64),
        ("height", np.int64),
        ("x_factor", np.float64),  # from the plate's pixels to the surface's
        ("x_offset", np.float64),
        ("y_factor", np.float64),
        ("y_offset", np.float64),
    ],
    align=True,
)
BEND = np.dtype(
    [
        ("start", np.int64),  # of its nodes in all nodes; no columns: not bent
        ("columns", np.int64),
        ("rows", np.int64),
        ("left", np.float64),  # where the first node is, in the plate's pixels
        ("top", np.float64),
    ],
    align=True,
)
SPACING = 8  # plate pixels from one node of a bend to the next
NOWHERE = -1e12
_EMPTY = 1e-9
_EVERY = 4  # frame pixels from one place that is looked for to the next


def relief_of(
    mapping: PlaneMapping, height_map: HeightMap, to_level: NDArray[np.float64]
) -> NDArray[np.void]:
    """A RELIEF record of a plate; `to_level` (3, 3) leads from the mapping's plane to its."""
    out = np.zeros((), RELIEF)
    if mapping.has_parallax:
        epipole, along = mapping.epipole
        out["epipole"] = to_level @ epipole
        out["row"] = along @ np.linalg.inv(to_level)
    out["along"] = out["row"] @ out["epipole"]
    out["sits"] = mapping.sits
    set_surface(out, height_map, to_level)
    return out


def set_surface(
    relief: NDArray[np.void], height_map: HeightMap, to_level: NDArray[np.float64]
) -> None:
    """Fill in where a RELIEF's surface is."""
    relief["start"], relief["width"], relief["height"] = (
        height_map.start, height_map.width, height_map.height
    )  # fmt: skip
    to_surface = height_map.from_photo @ np.linalg.inv(to_level)
    relief["x_factor"], relief["x_offset"] = to_surface[0, 0], to_surface[0, 2]
    relief["y_factor"], relief["y_offset"] = to_surface[1, 1], to_surface[1, 2]


@njit(**INLINE)
def surface_at(surfaces, relief, u, v):
    """A surface's value at a place (u, v) of its plate; beyond its border that repeats."""
    x = min(max(relief.x_factor * u + relief.x_offset, 0.0), relief.width - 1.001)
    y = min(max(relief.y_factor * v + relief.y_offset, 0.0), relief.height - 1.001)
    ix, iy = int(x), int(y)
    fx, fy = np.float32(x - ix), np.float32(y - iy)
    k = relief.start + iy * relief.width + ix
    above = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    k += relief.width
    below = surfaces[k] + fx * (surfaces[k + 1] - surfaces[k])
    return above + fy * (below - above)


@njit(**INLINE)
def unbent(nodes, bend, u, v):
    """Where what a bent plate shows at (u, v) comes from; far outside beyond its nodes."""
    x, y = (u - bend.left) / SPACING, (v - bend.top) / SPACING
    if not (0 <= x < bend.columns - 1 and 0 <= y < bend.rows - 1):
        return NOWHERE, NOWHERE
    ix, iy = int(x), int(y)
    fx, fy = x - ix, y - iy
    k = bend.start + iy * bend.columns + ix
    m = k + bend.columns
    above_u = nodes[k, 0] + fx * (nodes[k + 1, 0] - nodes[k, 0])
    above_v = nodes[k, 1] + fx * (nodes[k + 1, 1] - nodes[k, 1])
    below_u = nodes[m, 0] + fx * (nodes[m + 1, 0] - nodes[m, 0])
    below_v = nodes[m, 1] + fx * (nodes[m + 1, 1] - nodes[m, 1])
    return u + above_u + fy * (below_u - above_u), v + above_v + fy * (below_v - above_v)


@njit(**OPTIONS)
def height_at(surfaces, relief, nodes, bend, u, v):
    """A surface's value at a place of the plane, in the plate's pixels; `bend` may be None."""
    if bend is not None:
        u, v = unbent(nodes, bend, u, v)
    return surface_at(surfaces, relief, u, v)


@njit(**OPTIONS)
def _seen(surfaces, relief, nodes, bend, q0, q1, q2, along, value):
    """The value at the place that is seen if the relief had `value` there."""
    k = value - relief.sits
    m = k * along / (1 + k * relief.along)
    w = q2 - m * relief.epipole[2]
    if w <= _EMPTY:
        return value
    u, v = (q0 - m * relief.epipole[0]) / w, (q1 - m * relief.epipole[1]) / w
    return height_at(surfaces, relief, nodes, bend, u, v)


@njit(**OPTIONS)
def place_on_plane(surfaces, relief, nodes, bend, h, x, y):
    """The place, in a plate's pixels, of the plane that frame pixel (x, y) shows of a relief.

    Far outside if behind the lens. `h` (9,) is the homography of the layer's plane.
    """
    q0 = h[0] * x + h[1] * y + h[2]
    q1 = h[3] * x + h[4] * y + h[5]
    q2 = h[6] * x + h[7] * y + h[8]
    if q2 <= _EMPTY:
        return NOWHERE, NOWHERE
    if relief.width == 0:
        return q0 / q2, q1 / q2
    along = relief.row[0] * q0 + relief.row[1] * q1 + relief.row[2] * q2
    first = _seen(surfaces, relief, nodes, bend, q0, q1, q2, along, relief.sits)
    second = _seen(surfaces, relief, nodes, bend, q0, q1, q2, along, first)
    value = second
    if abs(second - first) > 2e-4:
        value = _seen(surfaces, relief, nodes, bend, q0, q1, q2, along, second)
        turn = value - 2 * second + first
        if abs(turn) > 1e-4:
            step = (value - second) * (value - second) / turn
            if abs(step) < 0.25:
                value = _seen(surfaces, relief, nodes, bend, q0, q1, q2, along, value - step)
    k = value - relief.sits
    m = k * along / (1 + k * relief.along)
    w = q2 - m * relief.epipole[2]
    if w <= _EMPTY:
        return NOWHERE, NOWHERE
    return (q0 - m * relief.epipole[0]) / w, (q1 - m * relief.epipole[1]) / w


@njit(**OPTIONS)
def own_places(surfaces, relief, nodes, bend, h, x0, x1, y, u, v):
    """The places (u, v) in a plate of pixels x0..x1 of row y; far outside if behind the lens."""
    if bend.columns == 0:
        _places_on_plane(surfaces, relief, nodes, None, h, x0, x1, y, u, v)
        return
    _places_on_plane(surfaces, relief, nodes, bend, h, x0, x1, y, u, v)
    for i in range(x1 - x0):
        if u[i] > NOWHERE:
            u[i], v[i] = unbent(nodes, bend, u[i], v[i])


@njit(**OPTIONS)
def _places_on_plane(surfaces, relief, nodes, bend, h, x0, x1, y, u, v):
    """Every fourth place is looked for, those between are interpolated: surfaces are smooth."""
    if relief.width == 0:
        for i in range(x1 - x0):
            u[i], v[i] = place_on_plane(surfaces, relief, nodes, bend, h, x0 + i, y)
        return
    first = x0 // _EVERY * _EVERY
    last_u, last_v = place_on_plane(surfaces, relief, nodes, bend, h, first, y)
    for node in range(first, x1, _EVERY):
        next_u, next_v = place_on_plane(surfaces, relief, nodes, bend, h, node + _EVERY, y)
        there = last_u > NOWHERE and next_u > NOWHERE
        for i in range(_EVERY):
            x = node + i
            if x0 <= x < x1:
                share = i / _EVERY
                u[x - x0] = last_u + share * (next_u - last_u) if there else NOWHERE
                v[x - x0] = last_v + share * (next_v - last_v) if there else NOWHERE
        last_u, last_v = next_u, next_v


@njit(**OPTIONS)
def own_places_of(surfaces, relief, nodes, bend, h, x, y, u, v):
    """The places (u, v) in a plate of single frame pixels (x, y), (N,) each."""
    for i in range(len(x)):
        if bend.columns == 0:
            u[i], v[i] = place_on_plane(surfaces, relief, nodes, None, h, x[i], y[i])
            continue
        u[i], v[i] = place_on_plane(surfaces, relief, nodes, bend, h, x[i], y[i])
        if u[i] > NOWHERE:
            u[i], v[i] = unbent(nodes, bend, u[i], v[i])
