"""A soft round brush drawn along a path."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray


def stamp_stroke(
    shape: tuple[int, int],
    points: Sequence[tuple[float, float]],
    diameter: float,
    hardness: float = 0.8,
    opacity: float = 1.0,
    pressures: Sequence[float] = (),
) -> NDArray[np.uint8]:
    """What a stroke of a round brush covers.

    Parameters
    ----------
    shape : (height, width) of the photo in pixels.
    points : the path as (x, y) in the photo's pixels, pixel centres at half-integers.
    diameter : brush size in the photo's pixels.
    hardness : 1 is full up to the rim, 0 falls off from the middle.
    opacity : the most it covers, 0 to 1.
    pressures : of a pen, 0 to 1, one a point: the brush is that much narrower there. None: full.

    Returns
    -------
    (height, width) uint8 alpha: `opacity` within the hard core, falling smoothly to 0 at the rim.
    """
    height, width = shape
    mask = np.zeros(shape, np.uint8)
    if not len(points):
        return mask
    path = np.asarray(points, np.float64)
    radius = max(diameter / 2, 0.5)
    margin = int(np.ceil(radius)) + 2
    x0 = max(0, int(path[:, 0].min()) - margin)
    y0 = max(0, int(path[:, 1].min()) - margin)
    x1 = min(width, int(path[:, 0].max()) + margin)
    y1 = min(height, int(path[:, 1].max()) + margin)
    if x0 >= x1 or y0 >= y1:
        return mask
    # The distance to the path, from a thin drawn line: a stroke has no bumps where stamps overlap.
    line = np.full((y1 - y0, x1 - x0), 255, np.uint8)
    drawn = np.rint(path - 0.5 - (x0, y0)).astype(np.int32)
    cv2.polylines(line, [drawn], False, 0, 1)
    line[np.clip(drawn[:, 1], 0, y1 - y0 - 1), np.clip(drawn[:, 0], 0, x1 - x0 - 1)] = 0
    distance, nearest = cv2.distanceTransformWithLabels(
        line, cv2.DIST_L2, cv2.DIST_MASK_PRECISE, labelType=cv2.DIST_LABEL_PIXEL
    )
    reach: NDArray | float = radius
    if len(pressures):
        reach = radius * np.maximum(
            _along(drawn, pressures, line, np.asarray(nearest, np.int32)), 0.02
        )
    core = reach * min(max(hardness, 0.0), 1.0)
    fall = np.clip((reach + 0.5 - distance) / np.maximum(reach + 0.5 - core, 1.0), 0.0, 1.0)
    mask[y0:y1, x0:x1] = np.rint(fall * fall * (3 - 2 * fall) * 255 * min(max(opacity, 0.0), 1.0))
    return mask


def _along(
    path: NDArray[np.int32],
    pressures: Sequence[float],
    line: NDArray[np.uint8],
    nearest: NDArray[np.int32],
) -> NDArray[np.float32]:
    """The pressure at the place of the path that lies nearest to each pixel: (h, w) float32."""
    felt = np.zeros(line.shape, np.float32)
    for start, end, a, b in zip(path, path[1:], pressures, pressures[1:], strict=False):
        steps = max(int(np.abs(end - start).max()), 1)
        for step in range(steps):
            ends = (start + (end - start) * share / steps for share in (step, step + 1))
            first, last = (tuple(int(v) for v in np.rint(place)) for place in ends)
            cv2.line(felt, first, last, float(a + (b - a) * (step + 0.5) / steps), 1)
    if len(path) == 1:
        felt[path[0, 1], path[0, 0]] = pressures[0]
    of_label = np.zeros(int(nearest.max()) + 1, np.float32)
    on_path = line == 0
    of_label[nearest[on_path]] = felt[on_path]
    return of_label[nearest]
