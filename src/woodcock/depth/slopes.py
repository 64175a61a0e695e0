"""Surfaces that rise nowhere faster than so much a pixel."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit


def eased(surface: NDArray[np.float32], slope: float) -> NDArray[np.float32]:
    """The mean of the lowest such surface above and the highest below a surface (h, w).

    Where it is nowhere steeper than `slope` a pixel (along rows, columns and diagonals) it stays.
    """
    above, below = surface.copy(), -surface
    _above(above, np.float32(slope))
    _above(below, np.float32(slope))
    return (above - below) * np.float32(0.5)


@njit(cache=True, nogil=True)
def _above(values, slope):
    """Raise `values` to the lowest surface of that slope: two sweeps of a chamfer distance.

    After Borgefors, "Distance transformations in digital images" (CVGIP 1986).
    """
    height, width = values.shape
    across = slope * np.float32(2**0.5)
    for y in range(height):
        for x in range(width):
            best = values[y, x]
            if x > 0:
                best = max(best, values[y, x - 1] - slope)
            if y > 0:
                best = max(best, values[y - 1, x] - slope)
                if x > 0:
                    best = max(best, values[y - 1, x - 1] - across)
                if x + 1 < width:
                    best = max(best, values[y - 1, x + 1] - across)
            values[y, x] = best
    for y in range(height - 1, -1, -1):
        for x in range(width - 1, -1, -1):
            best = values[y, x]
            if x + 1 < width:
                best = max(best, values[y, x + 1] - slope)
            if y + 1 < height:
                best = max(best, values[y + 1, x] - slope)
                if x + 1 < width:
                    best = max(best, values[y + 1, x + 1] - across)
                if x > 0:
                    best = max(best, values[y + 1, x - 1] - across)
            values[y, x] = best
