"""Filling a hole from its surroundings."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_MOST_HOLE = 120_000  # hole pixels at the size where the fill is worked out
_MARGIN = 48  # surroundings looked at beyond the hole's box, in working pixels


def fill(photo: NDArray[np.uint8], hole: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """`photo` with `hole` filled from what surrounds it.

    Fast-marching inpainting (Telea, "An image inpainting technique based on the fast marching
    method", J. Graphics Tools 2004, as in OpenCV). Large holes are worked out on a shrunken photo:
    the method carries no texture that would be lost by it.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB. Colours under `hole` are never read.
    hole : (H, W) bool, True where the picture is to be made up.

    Returns
    -------
    (H, W, 3) uint8, equal to `photo` outside the hole. A hole that leaves nothing to copy from is
    filled with mid grey.
    """
    out = photo.copy()
    if not hole.any():
        return out
    if hole.all():
        out[:] = 128
        return out
    shrinkage = max(1.0, float(np.sqrt(np.count_nonzero(hole) / _MOST_HOLE)))
    x, y, w, h = cv2.boundingRect(hole.view(np.uint8))
    reach = round(_MARGIN * shrinkage)
    x0, y0 = max(0, x - reach), max(0, y - reach)
    box = (slice(y0, min(photo.shape[0], y + h + reach)),
           slice(x0, min(photo.shape[1], x + w + reach)))  # fmt: skip
    if hole[box].all():
        box = (slice(None), slice(None))
    inner = hole[box]
    small, small_hole = _shrunk_known(photo[box], inner, shrinkage)
    filled = cv2.inpaint(small, small_hole.view(np.uint8), 4, cv2.INPAINT_TELEA)
    if shrinkage > 1.0:
        size = (inner.shape[1], inner.shape[0])
        filled = cv2.resize(filled, size, interpolation=cv2.INTER_CUBIC)
    out[box][inner] = filled[inner]
    return out


def _shrunk_known(
    photo: NDArray[np.uint8], hole: NDArray[np.bool_], shrinkage: float
) -> tuple[NDArray[np.uint8], NDArray[np.bool_]]:
    """Photo and hole made smaller; a small pixel averages only the known ones it covers."""
    if shrinkage <= 1.0:
        return photo, hole
    size = (max(2, round(hole.shape[1] / shrinkage)), max(2, round(hole.shape[0] / shrinkage)))
    known = (~hole).astype(np.float32)
    weight = cv2.resize(known, size, interpolation=cv2.INTER_AREA)
    total = cv2.resize(photo * known[..., None], size, interpolation=cv2.INTER_AREA)
    small = np.rint(total / np.maximum(weight, 1e-6)[..., None]).clip(0, 255).astype(np.uint8)
    return small, weight < 0.5
