"""Whether colour tells one side of an edge from the other, place by place.

The Bhattacharyya distance of two normal distributions (Bhattacharyya, Bull. Calcutta Math. Soc. 35,
1943), one of the colours inside an edge and one of those outside, each from near by.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit

_BLOCK, _AROUND = 8, 5  # pixels a block is wide, blocks a square in which colours are gathered
_REACH = 24.0  # pixels beyond the doubtful ones from which colours are gathered
_DOUBTFUL = 0.05  # how much a doubtful pixel counts
_NOISE = 2e-4  # variance of colour, 0 to 1, on either side in any case
_FEW = 30.0  # pixels of a side below which nothing is said of it
_MOST = 50.0  # the distance of sides that have nothing in common


def separability(
    colours: NDArray[np.float32], depth: NDArray[np.float32], doubtful: float
) -> NDArray[np.float32]:
    """How far the colours on both sides of an edge lie apart: (h, w) float32, 0 for not at all.

    Parameters
    ----------
    colours : (h, w, 3) float32, 0 to 1.
    depth : (h, w) float32, pixels to the edge, positive inside, negative outside.
    doubtful : pixels from the edge within which either side's colours may be the other's.

    Where a side has next to nothing to show, the distance is 0 as well.
    """
    height, width = depth.shape
    shape = -(-height // _BLOCK), -(-width // _BLOCK)
    sums = np.zeros((2, *shape, 10))
    _gather(colours, depth, doubtful, sums)
    window = (_AROUND, _AROUND)
    inside, outside = (
        np.dstack(
            [
                cv2.boxFilter(part, -1, window, normalize=False, borderType=cv2.BORDER_CONSTANT)
                for part in cv2.split(side)
            ]
        )
        for side in sums
    )
    distance = np.zeros(shape)
    _compare(inside, outside, distance)
    place = 1 / _BLOCK, 0.5 / _BLOCK - 0.5
    at = np.array([[place[0], 0.0, place[1]], [0.0, *place]])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    return np.asarray(
        cv2.warpAffine(
            distance.astype(np.float32), at, (width, height), flags=flags,
            borderMode=cv2.BORDER_REPLICATE,
        ),
        np.float32,
    )  # fmt: skip


@njit(nogil=True, cache=True)
def _gather(colours, depth, doubtful, sums):
    """For each side and block: how much there is, its colours, their products."""
    height, width = depth.shape
    for y in range(height):
        for x in range(width):
            away = abs(depth[y, x])
            if away > doubtful + _REACH:
                continue
            weight = 1.0 if away > doubtful else _DOUBTFUL
            side = sums[0 if depth[y, x] > 0 else 1, y // _BLOCK, x // _BLOCK]
            r, g, b = colours[y, x, 0], colours[y, x, 1], colours[y, x, 2]
            side[0] += weight
            side[1] += weight * r
            side[2] += weight * g
            side[3] += weight * b
            side[4] += weight * r * r
            side[5] += weight * r * g
            side[6] += weight * r * b
            side[7] += weight * g * g
            side[8] += weight * g * b
            side[9] += weight * b * b


@njit(nogil=True, cache=True)
def _spread(side, mean, out):
    """The mean and the covariance matrix (xx, xy, xz, yy, yz, zz) of what was gathered."""
    many = side[0]
    for i in range(3):
        mean[i] = side[1 + i] / many
    n = 0
    for i in range(3):
        for j in range(i, 3):
            out[n] = side[4 + n] / many - mean[i] * mean[j] + (_NOISE if i == j else 0.0)
            n += 1


@njit(nogil=True, cache=True)
def _determinant(m):
    a, b, c, d, e, f = m[0], m[1], m[2], m[3], m[4], m[5]
    return max(a * (d * f - e * e) - b * (b * f - c * e) + c * (b * e - c * d), _NOISE**3)


@njit(nogil=True, cache=True)
def _compare(inside, outside, out):
    mean, other = np.zeros(3), np.zeros(3)
    own, theirs = np.zeros(6), np.zeros(6)
    for y in range(out.shape[0]):
        for x in range(out.shape[1]):
            if min(inside[y, x, 0], outside[y, x, 0]) < _FEW:
                continue
            _spread(inside[y, x], mean, own)
            _spread(outside[y, x], other, theirs)
            m = (own + theirs) / 2
            size = _determinant(m)
            u, v, w = mean - other
            a, b, c, d, e, f = m[0], m[1], m[2], m[3], m[4], m[5]
            between = u * u * (d * f - e * e) + v * v * (a * f - c * c) + w * w * (a * d - b * b)
            between += 2 * u * v * (c * e - b * f) + 2 * u * w * (b * e - c * d)
            between += 2 * v * w * (b * c - a * e)
            spread = np.log(size / np.sqrt(_determinant(own) * _determinant(theirs)))
            out[y, x] = min(max(between / size / 8 + spread / 2, 0.0), _MOST)
