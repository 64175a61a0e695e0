"""Depth maps in metres."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.store import PixelStore

UNIT = 65535


def metres_of(values: NDArray | np.floating, near: float, far: float) -> NDArray[np.float64]:
    """Metres of a depth map's values: 0 is `far`, 65535 `near`, evenly in 1/distance between."""
    share = np.asarray(values, np.float64) / UNIT
    return 1 / (1 / far + share * (1 / near - 1 / far))


def depth_pixels(store: PixelStore, name: str) -> NDArray[np.uint16]:
    """A depth map as it is kept, (h, w) uint16; TypeError if it is of another kind.

    KeyError if it was never put.
    """
    pixels: NDArray = store.get(name)
    if pixels.dtype != np.uint16 or pixels.ndim != 2:
        raise TypeError(f"a depth map is (h, w) uint16, not {pixels.shape} {pixels.dtype}")
    return pixels
