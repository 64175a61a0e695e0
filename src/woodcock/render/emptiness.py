"""Where a plate holds nothing, by its blocks: stretches of a row that need not be drawn."""

from __future__ import annotations

from woodcock.compiled import njit
from woodcock.pixels.compiled import INLINE, OPTIONS
from woodcock.render.blocks import BLOCK
from woodcock.render.sampling import FADE


@njit(**OPTIONS)
def nothing_on(filled, back, front, level, x0, x1, y):
    """Whether nothing of a plate falls on pixels x0..x1 of row y."""
    low_u = low_v = 1e30
    high_u = high_v = -1e30
    for h in (back, front):
        for x in (x0, x1 - 1):
            w = h[6] * x + h[7] * y + h[8]
            if w <= 1e-9:
                return False
            u = (h[0] * x + h[1] * y + h[2]) / w
            v = (h[3] * x + h[4] * y + h[5]) / w
            low_u = min(low_u, u)
            high_u = max(high_u, u)
            low_v = min(low_v, v)
            high_v = max(high_v, v)
    return _hollow(filled, level, low_u, high_u, low_v, high_v)


@njit(**INLINE)
def nothing_between(filled, level, u, v, count):
    """Whether a plate holds nothing between `count` places."""
    low_u = high_u = u[0]
    low_v = high_v = v[0]
    for n in range(1, count):
        low_u = min(low_u, u[n])
        high_u = max(high_u, u[n])
        low_v = min(low_v, v[n])
        high_v = max(high_v, v[n])
    return _hollow(filled, level, low_u, high_u, low_v, high_v)


@njit(**OPTIONS)
def _hollow(filled, level, low_u, high_u, low_v, high_v):
    """Whether a plate holds nothing between these places."""
    width, height, room = level.width, level.height, FADE + 0.5
    if high_u < -room or low_u > width - 1 + room or high_v < -room or low_v > height - 1 + room:
        return True
    left = int(min(max(low_u, 0), width - 1)) // BLOCK
    right = int(min(max(high_u, 0), width - 1)) // BLOCK
    top = int(min(max(low_v, 0), height - 1)) // BLOCK
    bottom = int(min(max(high_v, 0), height - 1)) // BLOCK
    for row in range(top, bottom + 1):
        for column in range(left, right + 1):
            if filled[level.blocks + row * level.block_columns + column]:
                return False
    return True
