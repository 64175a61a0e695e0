"""A mask found at working size, brought to the photo's own pixels."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.local_colour import local_colour
from woodcock.separate.study import Study

_REACH = 15  # working pixels across which the colours of the two sides are taken
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
    own, other = _sides(study, small, x, y)
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


def _sides(
    study: Study, small: NDArray[np.uint8], x: NDArray, y: NDArray
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """The colours of the thing and of the rest about places of the photo, each (n, 3) L*a*b*."""
    left, top, w, h = cv2.boundingRect(small)
    x0, y0 = max(0, left - _REACH), max(0, top - _REACH)
    here = slice(y0, top + h + _REACH), slice(x0, left + w + _REACH)
    part, lab = small[here], study.lab[here]
    rim = np.ones((5, 5), np.uint8)
    band = cv2.dilate(part, rim) != cv2.erode(part, rim)
    at_x = ((x + 0.5) * study.scale - 0.5 - x0).astype(np.float32).reshape(-1, 1)
    at_y = ((y + 0.5) * study.scale - 0.5 - y0).astype(np.float32).reshape(-1, 1)
    own, other = (local_colour(lab, side, band, _REACH) for side in (part > 0, part == 0))
    return _sampled(own, at_x, at_y), _sampled(other, at_x, at_y)


def _sampled(colours: NDArray[np.float32], x: NDArray, y: NDArray) -> NDArray[np.float32]:
    out = np.empty((len(x), 3), np.float32)
    rows = 30_000  # what cv2.remap takes at once
    for start in range(0, len(x), rows):
        part = slice(start, start + rows)
        out[part] = cv2.remap(
            colours, x[part], y[part], cv2.INTER_LINEAR, borderMode=cv2.BORDER_REPLICATE
        )[:, 0]
    return out
