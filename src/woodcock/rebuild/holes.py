"""Where holes are, how far they reach, and how a cut goes on behind a nearer one."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane

_CLEAR = 2  # pixels beside a nearer cut that say nothing sure about what lies behind it


def grown(mask: NDArray[np.uint8], growth: float) -> NDArray[np.bool_]:
    """A cut `growth` pixels larger all round: (H, W) bool."""
    if growth < 1 or not mask.any():
        return mask > 0
    return _distance(mask) < growth


def _distance(mask: NDArray[np.uint8]) -> NDArray:
    return cv2.distanceTransform((mask == 0).view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)


def carried_on(mask: NDArray[np.uint8], nearer: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """A layer's mask, carried on behind the nearer cuts that interrupt it.

    What the person drew stays. Behind `nearer` (both (H, W) uint8) the mask is interpolated
    smoothly from the hole's border, then sharpened to an edge two pixels wide or so.
    """
    if not nearer.any() or not mask.any():
        return mask
    hidden = cv2.dilate((nearer > 0).view(np.uint8), np.ones((2 * _CLEAR + 1,) * 2, np.uint8)) > 0
    if not (hidden & (cv2.dilate(mask, np.ones((2 * _CLEAR + 3,) * 2, np.uint8)) > 0)).any():
        return mask
    smooth = membrane(mask.astype(np.float32) / 255, ~hidden)
    edge = np.clip((smooth - 0.5) / 0.12 + 0.5, 0, 1)
    guess = np.rint(edge * 255).astype(np.uint8)
    return np.where(hidden, np.maximum(mask, guess), mask)
