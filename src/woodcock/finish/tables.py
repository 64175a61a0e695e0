"""Functions of light looked up from tables that are as fine in the dark as in the bright.

A table has so many entries for every doubling of its argument, in between it is straight. Where an
argument lies in it is read off the bits of the number itself (IEEE 754), with no logarithm; so that
there is a first one, all are taken a little farther on.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import cache

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.colour import linear_from_srgb
from woodcock.pixels.compiled import OPTIONS

_LEAST, _OCTAVES = -12, 16  # an argument is looked up 2 ** -12 farther on, up to 16
_FINE = 7  # 2 ** 7 entries a doubling
_SHIFT = 23 - _FINE
_MASK = (1 << _SHIFT) - 1
_BELOW = np.int32((127 + _LEAST) << 23)  # the bits of 2 ** -12
_PART = np.float32(1 / (1 << _SHIFT))
_FIRST = np.float32(2.0**_LEAST)
_MOST = np.float32(2.0 ** (_LEAST + _OCTAVES) * (1 - 1e-6))

Function = Callable[[NDArray[np.float64]], NDArray[np.float64]]


def arguments() -> NDArray[np.float64]:
    """The arguments a table holds a function's values of: from 0 to nearly 16."""
    number = np.arange((_OCTAVES << _FINE) + 1)
    doubled, part = number >> _FINE, (number & ((1 << _FINE) - 1)) / (1 << _FINE)
    return 2.0 ** (_LEAST + doubled) * (1 + part) - 2.0**_LEAST


def table_of(*functions: Function) -> NDArray[np.float32]:
    """(K, N) float32: the tables of functions of numbers from 0 to 16."""
    places = arguments()
    return np.ascontiguousarray([function(places) for function in functions], np.float32)


def srgb(linear: NDArray[np.floating]) -> NDArray[np.float64]:
    """sRGB values of linear light (IEC 61966-2-1); they go on above 1."""
    linear = np.maximum(np.asarray(linear, np.float64), 0.0)
    return np.where(linear <= 0.0031308, linear * 12.92, 1.055 * linear ** (1 / 2.4) - 0.055)


@cache
def to_light() -> NDArray[np.float32]:
    """(1, N): the linear light of sRGB values."""
    return table_of(linear_from_srgb)


@cache
def from_light() -> NDArray[np.float32]:
    """(3, N): the sRGB values of linear light, for each channel alike."""
    return table_of(srgb, srgb, srgb)


@njit(**OPTIONS)
def look_up(table, row, spare):
    """Put a function's values in the place of what it is of: a row (W,) float32, 0 or more.

    `spare` (W,) float32 is written over.
    """
    zero = np.float32(0)
    for x in range(row.shape[0]):
        spare[x] = min(max(row[x], zero) + _FIRST, _MOST)
    bits = spare.view(np.int32)
    for x in range(row.shape[0]):
        place = bits[x] - _BELOW
        # Whatever it was, the place is one of the table's, and none is counted from its end.
        k = np.uint64(min(max(place >> _SHIFT, 0), table.shape[0] - 2))
        part = np.float32(np.int32(place & _MASK)) * _PART
        row[x] = table[k] + (table[k + np.uint64(1)] - table[k]) * part
