"""Depth maps as pictures: grey, colours with a scale in metres, contour lines."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.depth.metres import metres_of

LOOKS = ("grey", "colours", "contours")
_LEVELS = (0.2, 0.3, 0.5, 0.7, 1, 1.5, 2, 3, 4, 5, 7, 10, 15, 20, 30, 50, 70, 100, 200, 500, 1000)
_MOST = 9  # contour lines


def shown_as(depth: NDArray[np.uint16], look: str, near: float, far: float) -> NDArray[np.uint8]:
    """(h, w, 4) uint8 sRGB: near is light in "grey", yellow in "colours"; "contours" are lines.

    Raises ValueError for another look.
    """
    if look not in LOOKS:
        raise ValueError(f"a depth map is shown as {', '.join(LOOKS)}, not as {look}")
    eight = (depth >> 8).astype(np.uint8)
    opaque = np.full_like(eight, 255)
    if look == "grey":
        return np.dstack([eight, eight, eight, opaque])
    if look == "colours":
        return np.dstack([cv2.applyColorMap(eight, cv2.COLORMAP_VIRIDIS)[..., ::-1], opaque])
    return _contours(depth, near, far)


def levels_of(near: float, far: float) -> list[float]:
    """Round distances in metres between two, for a scale or contour lines."""
    inside = [level for level in _LEVELS if near < level < far]
    step = -(-len(inside) // _MOST) or 1
    return inside[::step]


def share_of(metres: float, near: float, far: float) -> float:
    """Where a distance lies between far, 0, and near, 1."""
    return (1 / metres - 1 / far) / (1 / near - 1 / far)


def colour_of(share: float) -> tuple[int, int, int]:
    """The sRGB colour of a place between far, 0, and near, 1."""
    value = np.full((1, 1), round(min(max(share, 0.0), 1.0) * 255), np.uint8)
    blue, green, red = (int(v) for v in cv2.applyColorMap(value, cv2.COLORMAP_VIRIDIS)[0, 0])
    return red, green, blue


def _contours(depth: NDArray[np.uint16], near: float, far: float) -> NDArray[np.uint8]:
    out = np.zeros((*depth.shape, 4), np.uint8)
    metres = metres_of(depth, near, far)
    kernel = np.ones((2, 2), np.uint8)
    for level in levels_of(near, far):
        nearer = (metres < level).view(np.uint8)
        edge = cv2.morphologyEx(nearer, cv2.MORPH_GRADIENT, kernel) > 0
        shade = cv2.dilate(edge.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
        out[shade & (out[..., 3] == 0)] = (0, 0, 0, 150)
        out[edge] = (*colour_of(share_of(level, near, far)), 255)
    return out
