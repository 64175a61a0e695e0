"""Depth maps in metres."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

UNIT = 65535


def metres_of(values: NDArray | np.floating, near: float, far: float) -> NDArray[np.float64]:
    """Metres of a depth map's values: 0 is `far`, 65535 `near`, evenly in 1/distance between."""
    share = np.asarray(values, np.float64) / UNIT
    return 1 / (1 / far + share * (1 / near - 1 / far))
