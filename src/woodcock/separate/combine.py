"""A new area added to a mask, taken from it, or in its place."""

from __future__ import annotations

from typing import Literal, get_args

import cv2
import numpy as np
from numpy.typing import NDArray

Mode = Literal["add", "remove", "within", "replace"]
MODES: tuple[str, ...] = get_args(Mode)


_RIM = 2  # pixels: how wide a soft edge is


def combine(
    mask: NDArray[np.uint8] | None, area: NDArray[np.uint8], mode: str = "add"
) -> NDArray[np.uint8]:
    """`mask` with the soft `area` (same shape, uint8) added, removed, kept within, or in its place.

    Adding takes the larger of the two, removing leaves at most what `area` does not cover, keeping
    within at most what it covers, so painting twice over a soft edge does not harden it. Where two
    soft edges met, removing leaves no faint line. Raises ValueError for another mode.
    """
    if mode not in MODES:
        raise ValueError(f"mode must be one of {', '.join(MODES)}")
    if mode == "replace" or (mask is None and mode == "add"):
        return area
    if mask is None:
        return np.zeros_like(area)
    if mode == "add":
        return np.maximum(mask, area)
    if mode == "within":
        return np.minimum(mask, area)
    return _without_lines(np.minimum(mask, 255 - area), area)


def _without_lines(left: NDArray[np.uint8], area: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """Without what is faint and lies between what was removed and nothing at all."""
    x, y, w, h = cv2.boundingRect(area)
    here = slice(max(y - _RIM, 0), y + h + _RIM), slice(max(x - _RIM, 0), x + w + _RIM)
    square = np.ones((2 * _RIM + 1,) * 2, np.uint8)
    part = left[here]
    solid = cv2.dilate((part > 127).view(np.uint8), square)
    beside = cv2.dilate((area[here] > 127).view(np.uint8), square)
    part[(beside > 0) & (solid == 0)] = 0
    return left
