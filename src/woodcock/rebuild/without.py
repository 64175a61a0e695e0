"""A photo without things that somebody wanted out of it."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, part
from woodcock.rebuild.fill import fill

_RIM = 2  # pixels round what was painted that are made up too: soft edges


def without(
    photo: NDArray,
    area: NDArray[np.uint8],
    masks: Sequence[NDArray[np.uint8]] = (),
    seed: int = 0,
    pieces: bool = False,
    progress: Progress | None = None,
) -> NDArray:
    """`photo` with `area` made up anew, each layer's part of it from that layer alone.

    Parameters
    ----------
    photo : (H, W, 3 or 4) uint8 or uint16 sRGB.
    area : (H, W) uint8, what was painted over.
    masks : (H, W) uint8 each, the layers' cuts near to far; what none claims is the background.
    seed, pieces : as of `fill`.

    Returns
    -------
    An array like `photo`, equal to it outside the area and its rim; 16-bit photos keep eight bits
    within it. Raises Cancelled on request.
    """
    gone = cv2.dilate(area, np.ones((2 * _RIM + 1,) * 2, np.uint8)) > 0
    deep = photo.dtype == np.uint16
    colours = (photo[..., :3] >> 8).astype(np.uint8) if deep else photo[..., :3].copy()
    claimed = np.zeros(area.shape, np.bool_)
    for number, mask in enumerate((*masks, None)):
        own = ~claimed if mask is None else (mask > 127) & ~claimed
        step = part(progress, number / (len(masks) + 1), (number + 1) / (len(masks) + 1))
        free = own & ~gone
        colours = fill(colours, gone & own, allowed=free, seed=seed, pieces=pieces, progress=step)
        claimed |= own
    out = photo.copy()
    made = colours[gone].astype(photo.dtype)
    out[gone, :3] = made * 257 if deep else made
    return out
