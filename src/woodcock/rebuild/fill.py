"""Filling a hole from its surroundings."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane

_REACH = 64  # surroundings looked at beyond the hole's box, in pixels


def fill(photo: NDArray[np.uint8], hole: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """`photo` with `hole` filled smoothly from what surrounds it.

    A membrane between the hole's borders: no seams and no streaks, but no texture either.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB. Colours under `hole` are never read.
    hole : (H, W) bool, True where the picture is to be made up.

    Returns
    -------
    (H, W, 3) uint8, equal to `photo` outside the hole. A hole that leaves nothing to go by is
    filled with mid grey.
    """
    out = photo.copy()
    if not hole.any():
        return out
    if hole.all():
        out[:] = 128
        return out
    x, y, w, h = cv2.boundingRect(hole.view(np.uint8))
    rows = slice(max(0, y - _REACH), y + h + _REACH)
    columns = slice(max(0, x - _REACH), x + w + _REACH)
    if hole[rows, columns].all():
        rows = columns = slice(None)
    inner = hole[rows, columns]
    made = membrane(photo[rows, columns].astype(np.float32), ~inner)
    out[rows, columns][inner] = np.rint(made[inner]).clip(0, 255)
    return out
