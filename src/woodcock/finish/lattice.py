"""Lookup tables of colours: a lattice in the cube of red, green and blue, or a row a channel."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray


class Lattice(NamedTuple):
    """`cube` (N, N, N, 4) float32 by blue, green and red, or `rows` (3, N); the other is empty.

    The fourth number of each entry means nothing: four lie better in memory than three. The first
    entry is for the values `low`, the last for `high` (3,).
    """

    cube: NDArray[np.float32]
    rows: NDArray[np.float32]
    low: NDArray[np.float32]
    high: NDArray[np.float32]


_NO_CUBE, _NO_ROWS = np.empty((0, 0, 0, 4), np.float32), np.empty((3, 0), np.float32)
_ZERO, _ONE = np.zeros(3, np.float32), np.ones(3, np.float32)
NO_LATTICE = Lattice(_NO_CUBE, _NO_ROWS, _ZERO, _ONE)


def cube_of(
    values: NDArray[np.floating],
    low: NDArray[np.float32] = _ZERO,
    high: NDArray[np.float32] = _ONE,
) -> Lattice:
    """A lattice of (N, N, N, 3) values by blue, green and red."""
    padded = np.zeros((*values.shape[:3], 4), np.float32)
    padded[..., :3] = values
    return Lattice(padded, _NO_ROWS, low, high)


def rows_of(
    values: NDArray[np.floating],
    low: NDArray[np.float32] = _ZERO,
    high: NDArray[np.float32] = _ONE,
) -> Lattice:
    """A row of (3, N) values for each channel."""
    return Lattice(_NO_CUBE, np.ascontiguousarray(values, np.float32), low, high)
