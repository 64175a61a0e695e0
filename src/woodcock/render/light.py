"""Photos as plates are kept: premultiplied linear light."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import decode


def premultiplied(photo: NDArray) -> NDArray[np.uint16]:
    """(H, W, 4) premultiplied 16-bit linear light of an sRGB photo with or without alpha."""
    out = np.empty((*photo.shape[:2], 4), np.uint16)
    out[..., :3] = decode(photo[..., :3])
    if photo.shape[2] == 3:
        out[..., 3] = 65535
        return out
    alpha = photo[..., 3].astype(np.uint32)
    alpha = alpha * 257 if photo.dtype == np.uint8 else alpha
    for channel in range(3):
        out[..., channel] = (out[..., channel] * alpha + 32767) // 65535
    out[..., 3] = alpha
    return out
