"""Smooth curves through points that never overshoot them."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy.interpolate import PchipInterpolator

from woodcock.model import STRAIGHT, Points


def curve_at(points: Points, values: NDArray[np.float64]) -> NDArray[np.float64]:
    """The curve's values at values from 0 to 1; flat before its first and after its last point.

    Monotone cubics (Fritsch and Butland 1984), and a line between two points.
    """
    if points == STRAIGHT:
        return values
    x, y = np.array(points).T
    inside = np.clip(values, x[0], x[-1])
    return np.asarray(np.clip(PchipInterpolator(x, y)(inside), 0.0, 1.0))
