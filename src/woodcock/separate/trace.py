"""A line that runs along edges from one place to the next.

Live-wire: Mortensen and Barrett, "Intelligent Scissors for Image Composition" (SIGGRAPH 1995), with
the step in colour as the cost of a pixel.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray
from skimage.graph import route_through_array

from woodcock.separate.study import Study

_LEAST = 0.02  # the cost of a pixel on the strongest edge; one on none costs 1
_ASIDE = 40  # working pixels that the line may leave the box between its ends


def edge_cost(study: Study) -> NDArray[np.float32]:
    """What a line pays for running over each pixel: (h, w) float32, little on edges."""
    smooth: NDArray = cv2.GaussianBlur(study.lab, (0, 0), 0.8)
    across = cv2.Scharr(smooth, cv2.CV_32F, 1, 0) / 32
    down = cv2.Scharr(smooth, cv2.CV_32F, 0, 1) / 32
    strength = np.sqrt((across**2 + down**2).sum(2))
    strong = max(float(np.quantile(strength, 0.98)), 1e-3)
    return (_LEAST + (1 - np.minimum(strength / strong, 1)) ** 2).astype(np.float32)


def along_edges(
    cost: NDArray[np.float32], start: tuple[float, float], end: tuple[float, float]
) -> NDArray[np.float32]:
    """The cheapest line from `start` to `end`, (x, y) in the cost's pixels: (n, 2) float32 x, y."""
    height, width = cost.shape
    ends = np.clip(np.array([start, end]).astype(int), 0, (width - 1, height - 1))
    low = np.maximum(ends.min(0) - _ASIDE, 0)
    high = np.minimum(ends.max(0) + _ASIDE + 1, (width, height))
    window = cost[low[1] : high[1], low[0] : high[0]]
    (x0, y0), (x1, y1) = ends - low
    path, _ = route_through_array(window, (y0, x0), (y1, x1), geometric=True)
    line = np.array(path, np.float32)[:, ::-1] + low + 0.5
    if len(line) > 4:
        # The steps from pixel to pixel are evened out; the ends stay where they were set.
        padded = np.pad(line, ((2, 2), (0, 0)), mode="edge")
        kernel = np.array([1, 4, 6, 4, 1]) / 16
        line = np.stack([np.convolve(padded[:, c], kernel, "valid") for c in (0, 1)], 1)
    return line.astype(np.float32)
