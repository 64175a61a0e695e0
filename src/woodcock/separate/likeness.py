"""Which of two things a region's colours and texture belong to, by their histograms.

Colour models by histogram are those of Boykov and Jolly's "Interactive Graph Cuts" (ICCV 2001). A
region's pixels are counted once a photo; a model is then a sum over regions, worked out at once.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from scipy import ndimage, sparse

_STEPS = (5.0, 3.0, 3.0)  # L*a*b* steps a bin is wide
_BLUR, _LEAST = 0.7, 1e-5  # bins; the share a bin nobody saw is taken to have
_TEXTURES, _TEXTURE_BLUR, _LEAST_TEXTURE = 41, 1.5, 1e-3


@dataclass(frozen=True, eq=False)
class Counts:
    """How often each region has each colour: (regions, bins) sparse, `grid` bins an axis.

    `texture` (regions,) is the bin of each region's roughness, `areas` (regions,) its pixels.
    """

    colours: sparse.csr_matrix
    grid: tuple[int, int, int]
    texture: NDArray[np.int64]
    areas: NDArray[np.float32]


def counted(
    lab: NDArray[np.float32],
    labels: NDArray[np.int32],
    rough: NDArray[np.float32],
    areas: NDArray[np.float32],
) -> Counts:
    """Count the colours (h, w, 3) of regions (h, w); `rough` (regions,) rises with texture."""
    which = np.zeros(labels.shape, np.int64)
    grid = []
    for channel, step in enumerate(_STEPS):
        steps = np.floor(lab[..., channel] / np.float32(step)).astype(np.int64)
        steps -= steps.min()
        grid.append(int(steps.max()) + 1)
        which = which * grid[-1] + steps
    ones = np.ones(which.size, np.float32)
    shape = len(areas), grid[0] * grid[1] * grid[2]
    colours = sparse.coo_matrix((ones, (labels.ravel(), which.ravel())), shape).tocsr()
    texture = np.clip(rough, 0, _TEXTURES - 1).astype(np.int64)
    return Counts(colours, (grid[0], grid[1], grid[2]), texture, areas)


def likeness(counts: Counts, one: NDArray[np.bool_], other: NDArray[np.bool_]) -> NDArray:
    """How much better regions fit `one` set of regions than the `other`: (regions,) log ratios."""
    ratio = _log_ratio(_colours(counts, one), _colours(counts, other), _LEAST)
    fit = (counts.colours @ ratio) / counts.areas
    texture = _log_ratio(_textures(counts, one), _textures(counts, other), _LEAST_TEXTURE)
    return np.asarray(fit + texture[counts.texture])


def _colours(counts: Counts, which: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The smoothed histogram of some regions, its sum 1."""
    histogram = (which.astype(np.float32) @ counts.colours).reshape(counts.grid)
    smooth = ndimage.gaussian_filter(histogram, _BLUR, truncate=2.5)
    return (smooth / max(float(smooth.sum()), 1.0)).ravel()


def _textures(counts: Counts, which: NDArray[np.bool_]) -> NDArray:
    histogram = np.bincount(counts.texture, which * counts.areas, _TEXTURES)
    smooth = ndimage.gaussian_filter1d(histogram, _TEXTURE_BLUR)
    return smooth / max(float(smooth.sum()), 1.0)


def _log_ratio(one: NDArray, other: NDArray, least: float) -> NDArray:
    return np.log((one + least) / (other + least))
