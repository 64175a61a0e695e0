"""A freehand outline to a mask."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

_SHIFT = 4  # sub-pixel bits cv2.fillPoly takes
_MOST = 64_000_000  # pixels of the canvas it is drawn on, larger than life


def lasso(
    shape: tuple[int, int], points: Sequence[tuple[float, float]] | NDArray
) -> NDArray[np.uint8]:
    """The area inside a closed outline, with a soft, antialiased edge.

    Parameters
    ----------
    shape : (height, width) of the photo in pixels.
    points : the outline as (x, y) in the photo's pixels, pixel centres at half-integers.

    Returns
    -------
    (height, width) uint8 alpha, 255 inside. Fewer than three points give an empty mask.
    """
    mask = np.zeros(shape, np.uint8)
    if len(points) < 3:
        return mask
    path = np.clip(np.asarray(points, np.float64), 0, (shape[1], shape[0]))
    x0, y0 = np.floor(path.min(axis=0)).astype(int)
    x1, y1 = np.ceil(path.max(axis=0)).astype(int)
    if x1 <= x0 or y1 <= y0:
        return mask
    # Drawn larger and averaged down: fillPoly's own antialiasing swells the area by half a pixel.
    area = int(x1 - x0) * int(y1 - y0)
    larger = next((n for n in (4, 3, 2) if area * n * n <= _MOST), 1)
    canvas = np.zeros(((y1 - y0) * larger, (x1 - x0) * larger), np.uint8)
    outline = np.rint(((path - (x0, y0)) * larger - 0.5) * (1 << _SHIFT)).astype(np.int32)
    cv2.fillPoly(canvas, [outline], 255, shift=_SHIFT)
    mask[y0:y1, x0:x1] = cv2.resize(canvas, (x1 - x0, y1 - y0), interpolation=cv2.INTER_AREA)
    return mask
