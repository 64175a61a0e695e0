"""Depth maps with places where nothing was measured."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane


def completed(depth: NDArray[np.float32], known: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The map (h, w), larger being nearer, with what is not `known` taken from the far side.

    Measuring fails mostly beside what stands in front, where only one of two lenses, side by side,
    sees the background: so along its row, a hole is as far as the farther of its two ends (common
    practice, no source). Rows of which nothing is known are bridged smoothly.
    """
    if not known.any():
        return np.zeros_like(depth, np.float32)
    kept = np.where(known, depth, np.float32(0)).astype(np.float32)
    height, width = known.shape
    columns = np.arange(width)
    before = np.maximum.accumulate(np.where(known, columns, -1), axis=1)
    after = np.minimum.accumulate(np.where(known, columns, width)[:, ::-1], axis=1)[:, ::-1]
    rows = np.arange(height)[:, None]
    left = np.where(before >= 0, kept[rows, np.maximum(before, 0)], np.inf)
    right = np.where(after < width, kept[rows, np.minimum(after, width - 1)], np.inf)
    farther = np.minimum(left, right)
    found = np.isfinite(farther)
    out = np.where(found, farther, np.float32(0)).astype(np.float32)
    return out if found.all() else membrane(out, found)
