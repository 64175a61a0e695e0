"""Depth maps with places where nothing was measured."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane

_BAND = 1_000_000  # pixels that are looked at together: it takes many bytes for each


def completed(depth: NDArray[np.float32], known: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The map (h, w), larger being nearer, with what is not `known` taken from the far side.

    Measuring fails mostly beside what stands in front, where only one of two lenses, side by side,
    sees the background: so along its row, a hole is as far as the farther of its two ends (common
    practice, no source). Rows of which nothing is known are bridged smoothly.
    """
    if not known.any():
        return np.zeros_like(depth, np.float32)
    if known.all():
        return np.asarray(depth, np.float32)
    out, found = np.empty(depth.shape, np.float32), np.empty(depth.shape, bool)
    band = max(_BAND // max(depth.shape[1], 1), 1)
    for top in range(0, len(depth), band):
        rows = slice(top, top + band)
        out[rows], found[rows] = _along_rows(depth[rows], known[rows])
    return out if found.all() else membrane(out, found)


def _along_rows(
    depth: NDArray[np.float32], known: NDArray[np.bool_]
) -> tuple[NDArray[np.float32], NDArray[np.bool_]]:
    """As far as the rows tell, and where they do."""
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
    return np.where(found, farther, np.float32(0)).astype(np.float32), found
