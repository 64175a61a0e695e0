"""How wide every place of a layer is blurred: by the lens, and by its own plain blur."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Blur
from woodcock.stage import ThinLens, value_at

LINES = 1080  # a plain blur is told in pixels of a frame so high


def of_lens(lens: ThinLens, metres: NDArray[np.float64], width: float) -> NDArray[np.float64]:
    """Diameters in pixels of a frame `width` pixels wide; what is behind the lens gets the most.

    `metres` of any shape; NaN is behind the lens.
    """
    near = np.nan_to_num(metres, nan=0.01)
    return width * lens.circles(np.maximum(near, 0.01))


def of_blur(
    blur: Blur, time: float, places: NDArray[np.float64], height: float, photo_height: float
) -> NDArray[np.float64]:
    """(N,): diameters in pixels of a frame `height` pixels high, at (N, 2) places of the photo."""
    amount = max(value_at(blur.amount, time), 0.0) * height / LINES
    if not blur.outwards:
        return np.full(len(places), amount)
    middle = np.array([value_at(blur.x, time), value_at(blur.y, time)])
    away = np.hypot(*(np.nan_to_num(places, nan=1e9) - middle).T) / photo_height
    share = np.clip((away - value_at(blur.clear, time)) / blur.falloff, 0, 1)
    return amount * share * share * (3 - 2 * share)
