"""Colours made like another picture's (Reinhard, Ashikhmin, Gooch and Shirley 2001).

"Color Transfer between Images", IEEE Computer Graphics and Applications 21(5): in the space of l,
alpha and beta (Ruderman, Cronin and Chiao 1998), where they hang together least, the means and the
standard deviations of the one are made those of the other.
"""

from __future__ import annotations

from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.lattice import Lattice, cube_of
from woodcock.finish.tables import srgb
from woodcock.pixels.colour import linear_from_srgb

_CONES = np.array([[0.3811, 0.5783, 0.0402], [0.1967, 0.7244, 0.0782], [0.0241, 0.1288, 0.8444]])
_AXES = np.diag([1 / np.sqrt(3), 1 / np.sqrt(6), 1 / np.sqrt(2)]) @ np.array(
    [[1.0, 1.0, 1.0], [1.0, 1.0, -2.0], [1.0, -1.0, 0.0]]
)
_LEAST = 1 / 255 / 12.92  # linear light: the darkest step above black that eight bits know
_SIDE = 49
_MOST = np.array([2.5, 1.8, 1.8])  # times a spread is widened or narrowed at the most

Six = tuple[float, float, float, float, float, float]


def opponent(light: NDArray[np.floating]) -> NDArray[np.float64]:
    """(..., 3) l, alpha, beta of linear sRGB light."""
    cones = np.maximum(np.asarray(light, np.float64), _LEAST) @ _CONES.T
    return np.asarray(np.log10(cones) @ _AXES.T)


def light_of(opponents: NDArray[np.floating]) -> NDArray[np.float64]:
    """(..., 3) linear sRGB light of l, alpha, beta; what no display shows is below 0 or above 1."""
    cones = 10.0 ** (np.asarray(opponents) @ np.linalg.inv(_AXES).T)
    return np.asarray(cones @ np.linalg.inv(_CONES).T)


def colours_of(light: NDArray[np.floating], weights: NDArray[np.floating]) -> Six:
    """Means and standard deviations of l, alpha and beta of (N, 3) linear light.

    Each counts as much as its weight (N,). ValueError if nothing counts.
    """
    if not weights.sum() > 0:
        raise ValueError("there is nothing to tell colours from")
    own = opponent(light)
    mean = np.average(own, 0, weights)
    spread = np.sqrt(np.average((own - mean) ** 2, 0, weights))
    return tuple(float(x) for x in (*mean, *spread))  # type: ignore[return-value]


def matched(light: NDArray[np.floating], own: Six, other: Six) -> NDArray[np.float64]:
    """(..., 3) linear light with the colours `own` made the `other`."""
    by = np.clip(np.array(other[3:]) / np.maximum(own[3:], 1e-4), 1 / _MOST, _MOST)
    return light_of((opponent(light) - own[:3]) * by + other[:3])


@lru_cache(16)
def matching(own: Six, other: Six) -> Lattice:
    """The same as a lattice of sRGB values."""
    step = np.linspace(0.0, 1.0, _SIDE)
    values = np.stack(np.meshgrid(step, step, step, indexing="ij")[::-1], -1)
    made = srgb(np.clip(matched(linear_from_srgb(values), own, other), 0.0, 1.0))
    return cube_of(made)
