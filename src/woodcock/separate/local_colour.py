"""What one side of an edge looks like about each pixel."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray


def local_colour(
    colours: NDArray[np.float32], there: NDArray[np.bool_], band: NDArray[np.bool_], reach: int
) -> NDArray[np.float32]:
    """The mean colour (h, w, 3) of one side about each pixel, from outside the band if it can.

    `reach` is the side of the square that counts, in pixels.
    """
    weight = np.where(there, np.where(band, np.float32(0.02), np.float32(1)), np.float32(0))
    weight = weight.astype(np.float32)
    window = (reach, reach)
    total: NDArray = cv2.boxFilter(weight, -1, window, normalize=False) + 1e-6
    weighted = np.ascontiguousarray(colours * weight[..., None])
    sums: NDArray = cv2.boxFilter(weighted, -1, window, normalize=False)
    return sums.reshape(colours.shape) / total[..., None]
