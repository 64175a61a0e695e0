"""A photo cut into small regions of one colour each (super-pixels)."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.threads import by_rows

_OPTIONS = {"nogil": True, "cache": True, "fastmath": True}
_ROUNDS = 5


def regions(lab: NDArray[np.float32], size: int, compactness: float = 9.0) -> NDArray[np.int32]:
    """Labels 0..n-1 of connected regions about `size` pixels across: SLIC (Achanta et al. 2012).

    Parameters
    ----------
    lab : (h, w, 3) float32 CIE L*a*b*.
    compactness : how much a pixel's place weighs against its colour.

    Returns
    -------
    (h, w) int32 labels; each is one connected piece.
    """
    height, width = lab.shape[:2]
    rows, columns = max(1, round(height / size)), max(1, round(width / size))
    y = (np.arange(rows) + 0.5) * height / rows
    x = (np.arange(columns) + 0.5) * width / columns
    seeds = np.empty((rows, columns, 5), np.float32)
    seeds[..., 3], seeds[..., 4] = np.meshgrid(y, x, indexing="ij")
    at = seeds[..., 3:].astype(int)
    seeds[..., :3] = lab[at[..., 0], at[..., 1]]
    weight = np.float32((compactness / size) ** 2)
    labels = np.zeros((height, width), np.int32)
    for _ in range(_ROUNDS):
        by_rows(
            lambda part: _assign(lab, seeds, weight, labels, part.start, part.stop), *labels.shape
        )
        _centre(lab, labels, seeds)
    return _connected(labels, max(4, size * size // 6))


@njit(**_OPTIONS)
def _assign(lab, seeds, weight, labels, top, bottom):
    """Give the pixels of some rows to the seed they are most like."""
    height, width = labels.shape
    rows, columns = seeds.shape[:2]
    for y in range(top, bottom):
        r = min(y * rows // height, rows - 1)
        for x in range(width):
            c = min(x * columns // width, columns - 1)
            best, found = np.float32(1e30), 0
            for i in range(max(0, r - 1), min(rows, r + 2)):
                for j in range(max(0, c - 1), min(columns, c + 2)):
                    d0 = lab[y, x, 0] - seeds[i, j, 0]
                    d1 = lab[y, x, 1] - seeds[i, j, 1]
                    d2 = lab[y, x, 2] - seeds[i, j, 2]
                    dy, dx = y - seeds[i, j, 3], x - seeds[i, j, 4]
                    d = d0 * d0 + d1 * d1 + d2 * d2 + weight * (dy * dy + dx * dx)
                    if d < best:
                        best, found = d, i * columns + j
            labels[y, x] = found


@njit(**_OPTIONS)
def _centre(lab, labels, seeds):
    rows, columns = seeds.shape[:2]
    sums = np.zeros((rows * columns, 5), np.float64)
    counts = np.zeros(rows * columns, np.int64)
    for y in range(labels.shape[0]):
        for x in range(labels.shape[1]):
            k = labels[y, x]
            counts[k] += 1
            for c in range(3):
                sums[k, c] += lab[y, x, c]
            sums[k, 3] += y
            sums[k, 4] += x
    for k in range(rows * columns):
        if counts[k]:
            for c in range(5):
                seeds[k // columns, k % columns, c] = sums[k, c] / counts[k]


@njit(**_OPTIONS)
def _connected(labels, least):
    """One label for each connected piece; pieces of under `least` pixels join a neighbour."""
    height, width = labels.shape
    out = np.full((height, width), -1, np.int32)
    stack = np.empty(height * width, np.int64)
    total = 0
    for y in range(height):
        for x in range(width):
            if out[y, x] >= 0:
                continue
            neighbour = -1
            if y and out[y - 1, x] >= 0:
                neighbour = out[y - 1, x]
            elif x and out[y, x - 1] >= 0:
                neighbour = out[y, x - 1]
            stack[0] = y * width + x
            out[y, x] = total
            head, end = 0, 1
            while head < end:
                py, px = stack[head] // width, stack[head] % width
                head += 1
                for dy, dx in ((-1, 0), (1, 0), (0, -1), (0, 1)):
                    qy, qx = py + dy, px + dx
                    inside = 0 <= qy < height and 0 <= qx < width
                    if inside and out[qy, qx] < 0 and labels[qy, qx] == labels[y, x]:
                        out[qy, qx] = total
                        stack[end] = qy * width + qx
                        end += 1
            if end < least and neighbour >= 0:
                for i in range(end):
                    out[stack[i] // width, stack[i] % width] = neighbour
            else:
                total += 1
    return out
