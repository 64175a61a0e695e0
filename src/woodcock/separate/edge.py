"""A mask found at working size, brought to the photo's own pixels."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.grow import local_colour
from woodcock.separate.study import Study

_LEAST_CONTRAST = 12.0  # L*a*b* steps between the two sides, below which colour says nothing


def full_size(study: Study, photo: NDArray, small: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """The mask at the photo's size, its edge drawn by the photo's own pixels.

    Along the edge a pixel's alpha is its colour's place between the colours on the two sides (the
    linear compositing equation of Porter and Duff 1984 solved for alpha), as far as those differ.

    Parameters
    ----------
    photo : (H, W, 3 or 4) sRGB, the one `study` was made from.
    small : (h, w) uint8 at working size, 0 or 255.

    Returns
    -------
    (H, W) uint8 alpha.
    """
    height, width = study.shape
    soft = cv2.blur(small, (3, 3))
    mask: NDArray = cv2.resize(soft, (width, height), interpolation=cv2.INTER_LINEAR)
    edge = cv2.findNonZero(cv2.inRange(mask, 3, 252))
    if edge is None:
        return mask
    x, y = edge[:, 0, 0], edge[:, 0, 1]
    band = cv2.dilate(small, np.ones((5, 5))) != cv2.erode(small, np.ones((5, 5)))
    at_x = ((x + 0.5) * study.scale - 0.5).astype(np.float32).reshape(-1, 1)
    at_y = ((y + 0.5) * study.scale - 0.5).astype(np.float32).reshape(-1, 1)
    own = _sampled(local_colour(study.lab, small > 0, band, 15), at_x, at_y)
    other = _sampled(local_colour(study.lab, small == 0, band, 15), at_x, at_y)
    top = np.float32(255 if photo.dtype == np.uint8 else 65535)
    here: NDArray = photo[y, x, :3].astype(np.float32) / top
    here = cv2.cvtColor(here[:, None], cv2.COLOR_RGB2LAB)[:, 0]
    across = own - other
    length = (across * across).sum(1)
    place = ((here - other) * across).sum(1) / np.maximum(length, 1e-3)
    place = np.clip((place - 0.5) * 1.3 + 0.5, 0, 1)
    said = mask[y, x] / np.float32(255)
    trust = length / (length + _LEAST_CONTRAST**2)
    # What colour says may not turn over what is a pixel or two inside or outside.
    middle = 1 - np.abs(2 * said - 1)
    trust = trust * np.minimum(1.5 * middle + 0.1, 1)
    mask[y, x] = np.rint((said + trust * (place - said)) * 255)
    return mask


def _sampled(colours: NDArray[np.float32], x: NDArray, y: NDArray) -> NDArray[np.float32]:
    out = np.empty((len(x), 3), np.float32)
    rows = 30_000  # what cv2.remap takes at once
    for start in range(0, len(x), rows):
        part = slice(start, start + rows)
        out[part] = cv2.remap(
            colours, x[part], y[part], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE
        )[:, 0]
    return out
