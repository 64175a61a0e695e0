"""A new area added to a mask, taken from it, or in its place."""

from __future__ import annotations

from typing import Literal, get_args

import numpy as np
from numpy.typing import NDArray

Mode = Literal["add", "remove", "within", "replace"]
MODES: tuple[str, ...] = get_args(Mode)


def combine(
    mask: NDArray[np.uint8] | None, area: NDArray[np.uint8], mode: str = "add"
) -> NDArray[np.uint8]:
    """`mask` with the soft `area` (same shape, uint8) added, removed, kept within, or in its place.

    Adding takes the larger of the two, removing leaves at most what `area` does not cover, keeping
    within at most what it covers, so painting twice over a soft edge does not harden it. Raises
    ValueError for another mode.
    """
    if mode not in MODES:
        raise ValueError(f"mode must be one of {', '.join(MODES)}")
    if mode == "replace" or (mask is None and mode == "add"):
        return area
    if mask is None:
        return np.zeros_like(area)
    if mode == "add":
        return np.maximum(mask, area)
    return np.minimum(mask, area if mode == "within" else 255 - area)
