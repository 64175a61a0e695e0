"""How near each part of a photo seems, from what can be seen in one picture."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress
from woodcock.separate.scenery import scenery


def nearness(
    photo: NDArray[np.uint8],
    progress: Progress | None = None,
    things: Sequence[NDArray[np.uint8]] = (),
) -> NDArray[np.float32]:
    """(H, W, 3) uint8 sRGB -> (h, w) float32, 0 the sky or farthest, 1 the nearest.

    `things` are masks (any h, w) uint8 of what is known to stand by itself.
    """
    return scenery(photo, things, progress).near


def as_picture(near: NDArray[np.float32], size: tuple[int, int]) -> NDArray[np.float32]:
    """Nearness at another size (w, h)."""
    larger: NDArray = cv2.resize(near, size, interpolation=cv2.INTER_LINEAR)
    return larger
