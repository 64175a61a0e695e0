"""How far a relief stands out of its layer's plane.

A relief's surface value runs from 0 at its back to 1 at its front. 1/distance is even in it, as in
the depth map, so on the ray of a photo pixel it stands at

    z = distance / (1 + strength * (value - sits)).

Seen through the lens, the pixel p is at (A + (value - sits) * B) p, with A the plane's homography
and B of rank one: plane plus parallax (Irani and Anandan, ECCV 1996).
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Relief
from woodcock.stage.curves import value_at
from woodcock.stage.world import posed, unposed

_MOST = 0.98  # of the distance to the lens that a relief takes up


def strength_of(relief: Relief, distance: float) -> float:
    """By how much of itself 1/distance changes from back to front, as `thickness` wants it."""
    # thickness / distance = c / ((1 - c s) (1 + c (1 - s))), solved for c.
    sits = relief.sits
    thick = relief.thickness / distance
    if sits == 0:
        thick = min(thick, _MOST)
    a, b = thick * sits * (1 - sits), 1 - thick * (1 - 2 * sits)
    root = math.sqrt(b * b + 4 * a * thick)
    # Of the two ways to write it the one in which nothing cancels.
    c = 2 * thick / (b + root) if b > 0 else (root - b) / (2 * a)
    return min(c, _MOST / sits if sits else c)


def reach_of_relief(layer: Layer) -> tuple[float, float]:
    """Metres from the rest pose to a layer's front and to its back, before its pose."""
    if layer.relief is None:
        return layer.distance, layer.distance
    c, sits = strength_of(layer.relief, layer.distance), layer.relief.sits
    return layer.distance / (1 + c * (1 - sits)), layer.distance / (1 - c * sits)


def parallax_of(layer: Layer, time: float, rays: NDArray[np.float64]) -> NDArray[np.float64]:
    """(4, 3): what is added to `world_of`, times (value - sits), for a relief's surface."""
    if layer.relief is None:
        return np.zeros((4, 3))
    c = strength_of(layer.relief, layer.distance)
    c *= value_at(layer.pose.relief, time)
    return c * np.outer(posed(layer, time, rays)[:, 3], unposed(layer, rays)[3])
