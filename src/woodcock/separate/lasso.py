"""A freehand outline to a mask."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

_SHIFT = 4  # sub-pixel bits cv2.fillPoly takes


def lasso(shape: tuple[int, int], points: Sequence[tuple[float, float]]) -> NDArray[np.uint8]:
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
    outline = np.rint((np.asarray(points, np.float64) - 0.5) * (1 << _SHIFT)).astype(np.int32)
    cv2.fillPoly(mask, [outline], 255, lineType=cv2.LINE_AA, shift=_SHIFT)
    return mask
