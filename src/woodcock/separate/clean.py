"""A layer's own colours at its soft edge, without the old background in them.

Foreground estimation by blurred fusion (Forte, "Approximate Fast Foreground Colour Estimation",
ICIP 2021), in three turns from less and less far; a pixel counts for a side by the cube of its
share of it, so that half-mixed ones say little.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.tiles import tiles_of

_REACHES = (20, 6, 2)  # pixels colours are taken from, turn by turn
_TILE = 256


def cleaned(colours: NDArray[np.uint8], alpha: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """The colours with those of half-covered pixels put right: (h, w, 3) uint8 sRGB.

    Parameters
    ----------
    colours : (h, w, 3) uint8 sRGB, the photo.
    alpha : (h, w) uint8. Where it is 0 or 255 the colours stay as they are.
    """
    soft = (alpha > 0) & (alpha < 255)
    out = colours.copy()
    for inner, outer, within in tiles_of(soft, _TILE, sum(_REACHES)):
        share = alpha[outer].astype(np.float32) / np.float32(255)
        own = _own(colours[outer].astype(np.float32), share)[within]
        out[inner][soft[inner]] = np.rint(own[soft[inner]])
    return out


def _own(picture: NDArray[np.float32], alpha: NDArray[np.float32]) -> NDArray[np.float32]:
    """The layer's colours (h, w, 3): smooth, and mixed with as smooth a background the picture."""
    own = other = picture
    share = alpha[..., None]
    for reach in _REACHES:
        mine, theirs = _smooth(own, alpha**3, reach), _smooth(other, (1 - alpha) ** 3, reach)
        left = picture - share * mine - (1 - share) * theirs
        own = np.clip(mine + share * left, 0, 255)
        other = np.clip(theirs + (1 - share) * left, 0, 255)
    return own


def _smooth(
    values: NDArray[np.float32], weight: NDArray[np.float32], reach: int
) -> NDArray[np.float32]:
    """Weighted means over squares; where nothing has weight, the values stay."""
    window, least = (2 * reach + 1,) * 2, np.float32(1e-4)
    total = cv2.blur(weight, window) + least
    sums: NDArray[np.float32] = cv2.blur(values * weight[..., None], window) + least * values
    return sums / total[..., None]
