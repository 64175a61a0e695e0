"""Depth maps in metres."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

UNIT = 65535


def metres_of(values: NDArray | np.floating, near: float, far: float) -> NDArray[np.float64]:
    """Metres of a depth map's values: 0 is `far`, 65535 `near`, evenly in 1/distance between."""
    share = np.asarray(values, np.float64) / UNIT
    return 1 / (1 / far + share * (1 / near - 1 / far))


def distance_under(
    depth: NDArray[np.uint16], mask: NDArray[np.uint8], near: float, far: float
) -> float | None:
    """The median distance in metres of what a mask (H, W) covers; None if it covers nothing."""
    size = depth.shape[1], depth.shape[0]
    inside = cv2.resize(mask, size, interpolation=cv2.INTER_AREA) > 127
    if not inside.any():
        return None
    return float(metres_of(np.median(depth[inside]), near, far))
