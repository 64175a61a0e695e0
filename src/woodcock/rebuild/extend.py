"""A plate carried on beyond the photo's borders."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import decode, encode8
from woodcock.progress import Progress
from woodcock.rebuild.fill import fill


def extended(
    pixels: NDArray[np.uint16],
    sides: tuple[int, int, int, int],
    seed: int = 0,
    progress: Progress | None = None,
) -> NDArray[np.uint16]:
    """`pixels` with more on its sides, made up by `fill` where the picture is opaque.

    A picture with see-through parts is mirrored: its outline goes on, and what is within it.

    Parameters
    ----------
    pixels : (H, W, 4) uint16 premultiplied linear light.
    sides : pixels added at the left, top, right and bottom.

    Returns
    -------
    (top + H + bottom, left + W + right, 4) uint16. Raises Cancelled on request.
    """
    left, top, right, bottom = sides
    height, width = pixels.shape[:2]
    mirror = cv2.BORDER_REFLECT if min(width, height) > 1 else cv2.BORDER_REPLICATE
    out = np.ascontiguousarray(cv2.copyMakeBorder(pixels, top, bottom, left, right, mirror))
    if not any(sides) or (pixels[..., 3] < 65535).any():
        return np.asarray(out, np.uint16)
    hole = np.ones(out.shape[:2], np.bool_)
    hole[top : top + height, left : left + width] = False
    made = fill(encode8(np.ascontiguousarray(out[..., :3])), hole, seed=seed, progress=progress)
    out[hole, :3] = decode(made[hole])
    return np.asarray(out, np.uint16)
