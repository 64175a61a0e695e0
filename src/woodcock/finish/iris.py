"""The iris: the shape that a point out of focus becomes, as spans of rows, for every diameter."""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

STEPS = 8  # diameters a pixel
_SLICES = 8  # of a row, over which its span is averaged
_THIN = 1e-4  # of the radius: no row of an iris is narrower


class Spans(NamedTuple):
    """Which pixels an iris covers about the middle of one, for K diameters, 1/8 pixel apart.

    Diameter k has the rows `first[k]` to before `first[k + 1]` of the others: (R,) each. `row` is
    how many rows down; its span begins `low` columns (and the part `low_part` of one) right of the
    pixel's left border, and ends before `high` and `high_part`. What lies in it counts `weight`.
    """

    first: NDArray[np.int32]
    row: NDArray[np.int32]
    low: NDArray[np.int32]
    low_part: NDArray[np.float32]
    high: NDArray[np.int32]
    high_part: NDArray[np.float32]
    weight: NDArray[np.float32]

    @property
    def most(self) -> float:
        """The largest diameter, in pixels."""
        return (len(self.first) - 2) / STEPS


@lru_cache(maxsize=16)
def spans(most: int, blades: int = 0, angle: float = 0.0) -> Spans:
    """The spans of an iris for diameters up to `most` pixels.

    `blades` straight ones, whose corners lie on the circle of the diameter, the first `angle`
    degrees clockwise from the top; none: it is round.
    """
    radius = np.maximum(np.arange(most * STEPS + 1), 0.5) / STEPS / 2
    reach = np.ceil(np.maximum(radius - 0.5, 0)).astype(np.int64)
    count = 2 * reach + 1
    k = np.repeat(np.arange(len(radius)), count)
    row = np.arange(len(k)) - np.repeat(np.cumsum(count) - count, count) - reach[k]
    at = row[:, None] + (np.arange(_SLICES) + 0.5) / _SLICES - 0.5
    low, high = _chord(_outline(blades, angle), at / radius[k][:, None])
    length = np.maximum(high - low, 0)
    # A row's span is the mean of those of its slices that meet the iris at all.
    there, area = length > 0, length.sum(1)
    met = np.maximum(there.sum(1), 1)
    left, right = (radius[k] * np.where(there, x, 0).sum(1) / met + 0.5 for x in (low, high))
    # A row that a corner only touches has no width to spread light over.
    kept = right - left > _THIN * radius[k]
    share = np.where(kept, area * radius[k], 0)
    weight = share / np.where(kept, (right - left) * np.bincount(k, share)[k], 1)
    first = np.concatenate([[0], np.cumsum(np.bincount(k[kept], minlength=len(radius)))])
    row, left, right, weight = row[kept], left[kept], right[kept], weight[kept]
    begin, end = np.floor(left), np.floor(right)
    return Spans(
        first.astype(np.int32), row.astype(np.int32), begin.astype(np.int32),
        (left - begin).astype(np.float32), end.astype(np.int32),
        (right - end).astype(np.float32), weight.astype(np.float32),
    )  # fmt: skip


def _outline(blades: int, angle: float) -> NDArray[np.float64] | None:
    """(n, 2): the corners of an iris of radius 1; None for a round one."""
    if blades == 0:
        return None
    turns = math.radians(angle) + 2 * math.pi * np.arange(blades) / blades
    return np.stack([np.sin(turns), -np.cos(turns)], 1)


def _chord(
    unit: NDArray[np.float64] | None, y: NDArray[np.float64]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Where a horizontal line enters and leaves an iris of radius 1; the wrong way round if not."""
    if unit is None:
        half = np.sqrt(np.maximum(1 - y * y, 0))
        return -half, half
    low, high = np.full(y.shape, 2.0), np.full(y.shape, -2.0)
    for (x0, y0), (x1, y1) in zip(unit, np.roll(unit, -1, 0), strict=True):
        if abs(y1 - y0) < 1e-12:
            continue
        share = (y - y0) / (y1 - y0)
        x = np.where((share >= 0) & (share <= 1), x0 + share * (x1 - x0), np.nan)
        low, high = np.fmin(low, x), np.fmax(high, x)
    return low, high
