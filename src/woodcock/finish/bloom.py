"""Bloom and halation: what is bright shines about itself, in a lens and on film."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.finish.enlarged import add_enlarged, bright_parts

_WIDER = 3.0  # a second shine about it, so many times as wide
_SHARE = 0.35  # of the light that is in that one
_LUMINANCE = np.array([0.2126, 0.7152, 0.0722], np.float32)  # ITU-R BT.709
_COARSE = 2.0  # pixels of blur, from which on it is worked out more coarsely
_FAR = 3  # pixels of the near shine a pixel of the far one


def _far(near: NDArray[np.float32], sigma: float) -> NDArray[np.float32]:
    """A picture (h, w, 3) blurred by `sigma` more: wide enough to be told coarsely."""
    height, width = near.shape[:2]
    small = max(width // _FAR, 1), max(height // _FAR, 1)
    coarse = cv2.resize(near, small, interpolation=cv2.INTER_AREA)
    edges = cv2.BORDER_REPLICATE
    coarse = cv2.GaussianBlur(coarse, (0, 0), sigma * small[0] / width, borderType=edges)
    return np.asarray(
        cv2.resize(coarse, (width, height), interpolation=cv2.INTER_LINEAR), np.float32
    )


def add_bloom(
    light: NDArray[np.float32],
    threshold: float,
    radius: float,
    amount: float,
    tint: NDArray[np.float32] | None = None,
) -> None:
    """Add what is brighter than `threshold`, spread over `radius` frame heights, in place.

    `light` (H, W, 4) float32 linear; `amount` is how much of that light it is. What is spread
    keeps its sum. With a `tint` (3,) of linear light it is as bright as it was, but of that colour.
    """
    height = light.shape[0]
    sigma = radius * height
    if amount <= 0 or sigma <= 0:
        return
    step = next(n for n in (1, 2, 4, 8) if sigma / n <= _COARSE or n == 8)
    bright = bright_parts(light, threshold, step)
    if not bright.any():
        return
    # Beyond the frame there is as much light as at its border.
    near = cv2.GaussianBlur(bright, (0, 0), sigma / step, borderType=cv2.BORDER_REPLICATE)
    far = _far(np.asarray(near, np.float32), _WIDER * sigma / step)
    spread = (amount * ((1 - _SHARE) * near + _SHARE * far)).astype(np.float32)
    if tint is not None:
        spread = (spread @ _LUMINANCE)[..., None] * tint
    spread = np.pad(spread, ((0, 1), (0, 1), (0, 0)), "edge")
    add_enlarged(light, spread, step)
