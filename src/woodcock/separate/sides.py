"""Which side of a mask a pixel's colour belongs to, by what the two sides look like about it.

Each side's colours about a place are taken as normally distributed, their mean and covariance
measured in a window that slides over the picture (Chuang, Curless, Salesin and Szeliski, "A
Bayesian Approach to Digital Matting", CVPR 2001, model unknown neighbourhoods so). A side with
texture or several colours has a wide distribution, so that little can be said against it.
"""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

_GRID = 4  # pixels a step of the grid on which distributions are measured
_WINDOW = 32.0  # the standard deviation of the window, in pixels
_NOISE = 9.0  # variance that any colour has: three L*a*b* steps
_ELSEWHERE = np.float32(1e-4)  # how much the whole picture has a say where the window is empty
_PAIRS = tuple((i, j) for i in range(3) for j in range(i, 3))


class Fit(NamedTuple):
    """How well each pixel fits a side, (h, w) float32 each.

    `off` is its squared Mahalanobis distance from the side's colours about it, `log_size` the
    logarithm of the determinant of their covariance.
    """

    off: NDArray[np.float32]
    log_size: NDArray[np.float32]


def fit(lab: NDArray[np.float32], side: NDArray[np.bool_]) -> Fit:
    """How well the pixels of `lab` (h, w, 3) L*a*b* fit those of a `side` (h, w) about them."""
    height, width = side.shape
    mean, inverse, log_size = _distributions(lab, side.astype(np.float32))

    def full(field: NDArray) -> NDArray[np.float32]:
        field = np.ascontiguousarray(field, np.float32)
        return np.asarray(cv2.resize(field, (width, height)), np.float32)

    apart = lab - full(mean)
    off = np.zeros(side.shape, np.float32)
    for i, j in _PAIRS:
        share = 1 if i == j else 2
        off += share * full(inverse[..., i, j]) * apart[..., i] * apart[..., j]
    return Fit(off, full(log_size))


def log_odds(one: Fit, other: Fit) -> NDArray[np.float32]:
    """The log of how much likelier each pixel is on `one` side than on the `other`: (h, w)."""
    return 0.5 * (other.off + other.log_size - one.off - one.log_size)


def _distributions(
    lab: NDArray[np.float32], weight: NDArray[np.float32]
) -> tuple[NDArray[np.float32], NDArray[np.float32], NDArray[np.float32]]:
    """Means (h, w, 3), inverse covariances (h, w, 3, 3), log determinants (h, w) on the grid."""
    height, width = weight.shape
    size = -(-width // _GRID), -(-height // _GRID)
    moments = [weight, *(weight * lab[..., i] for i in range(3))]
    moments += [weight * lab[..., i] * lab[..., j] for i, j in _PAIRS]
    blurred = []
    for moment in moments:
        small: NDArray = cv2.resize(moment, size, interpolation=cv2.INTER_AREA)
        blurred.append(cv2.GaussianBlur(small, (0, 0), _WINDOW / _GRID))
    about: NDArray = np.dstack(blurred).astype(np.float32)
    whole = about.sum((0, 1), dtype=np.float64)
    about += _ELSEWHERE * (whole / max(whole[0], 1e-9)).astype(np.float32)
    about /= about[..., :1]
    mean = about[..., 1:4]
    spread = np.empty((*mean.shape, 3), np.float32)
    for number, (i, j) in enumerate(_PAIRS, 4):
        spread[..., i, j] = spread[..., j, i] = about[..., number] - mean[..., i] * mean[..., j]
    spread += _NOISE * np.eye(3, dtype=np.float32)
    size_of = np.log(np.maximum(np.linalg.det(spread), 1e-6)).astype(np.float32)
    return mean, np.linalg.inv(spread).astype(np.float32), size_of
