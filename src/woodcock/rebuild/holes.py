"""Where holes are, how far they reach, and how a cut goes on behind a nearer one."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane

# The share of the growth that is replaced in full; from there it fades into the photo's own. All of
# it is kept out of what the fill copies from. It is small: a person's mask is seldom off by more
# than a few pixels, what is replaced needlessly has to travel with the nearer layer, and between
# reeds or hair what is seen of the background is the best that is known of it.
_FULL = 0.5
_CLEAR = 2  # pixels beside a nearer cut that say nothing sure about what lies behind it


def grown(mask: NDArray[np.uint8], growth: float) -> NDArray[np.bool_]:
    """The hole a cut leaves, `growth` pixels larger all round: (H, W) bool."""
    if growth < 1 or not mask.any():
        return mask > 0
    return _distance(mask) < growth


def closeness(mask: NDArray[np.uint8], growth: float) -> NDArray:
    """How fully the picture under and beside a cut is replaced: (H, W) float32 from 1 to 0.

    1 under the mask and for the first pixels beyond it, where the removed thing's colour may have
    spilled; then fading to 0 at `growth`.
    """
    if growth < 1 or not mask.any():
        return (mask > 0).astype(np.float32)
    share = _distance(mask) / growth
    fade = np.clip((1 - share) / (1 - _FULL), 0, 1)
    return fade * fade * (3 - 2 * fade)


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
