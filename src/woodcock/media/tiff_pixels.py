"""The pixels of a TIFF's page as they are meant (TIFF 6.0)."""

from __future__ import annotations

from typing import Any

import numpy as np
from numpy.typing import NDArray

_WHITE_IS_ZERO = 0  # PhotometricInterpretation
_SEPARATE = 2  # PlanarConfiguration: one channel after the other
_ASSOCIATED = 1  # ExtraSamples: colours are multiplied by alpha


def pixels_of_page(page: Any) -> NDArray:
    """(H, W) or (H, W, channels) of a page: colours straight, black is zero."""
    pixels = np.asarray(page.asarray())
    if pixels.ndim == 3 and getattr(page, "planarconfig", 1) == _SEPARATE:
        pixels = np.moveaxis(pixels, 0, 2)
    if pixels.ndim not in (2, 3):
        raise ValueError(f"a page has {pixels.ndim} dimensions")
    if getattr(page, "photometric", None) == _WHITE_IS_ZERO and pixels.dtype.kind == "u":
        pixels = np.iinfo(pixels.dtype).max - pixels
    extra = tuple(int(x) for x in getattr(page, "extrasamples", ()) or ())
    if extra[:1] == (_ASSOCIATED,) and pixels.ndim == 3 and pixels.dtype.kind == "u":
        return _straight(pixels)
    return pixels


def _straight(pixels: NDArray) -> NDArray:
    """Of colours, the last channel being alpha, that are multiplied by it."""
    full = np.iinfo(pixels.dtype).max
    colour, alpha = pixels[..., :-1], pixels[..., -1:]
    straight = np.minimum(colour * (full / np.maximum(alpha.astype(np.float32), 1)), full)
    return np.concatenate([np.rint(straight).astype(pixels.dtype), alpha], axis=2)
