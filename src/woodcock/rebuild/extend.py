"""A plate carried on beyond the photo's borders."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, decode, encode8
from woodcock.progress import Progress
from woodcock.rebuild.exemplar import exemplars
from woodcock.rebuild.fill import fill
from woodcock.rebuild.settle import from_outside

_REACH = 3  # times the added width: how far in from a border a see-through plate is looked at
_LEAST = 96  # pixels, but no less than this
_CRISP = 2.0  # voted edges of see-through parts are soft: how much steeper they are made


def extended(
    pixels: NDArray[np.uint16],
    sides: tuple[int, int, int, int],
    seed: int = 0,
    progress: Progress | None = None,
) -> NDArray[np.uint16]:
    """`pixels` with more on its sides, made up from what is there.

    An opaque picture is carried on by `fill`. Where there are see-through parts, patches are chosen
    by their colours and their alpha alike, so that stems, twigs and outlines go on.

    Parameters
    ----------
    pixels : (H, W, 4) uint16 premultiplied linear light.
    sides : pixels added at the left, top, right and bottom.

    Returns
    -------
    (top + H + bottom, left + W + right, 4) uint16. Raises Cancelled on request.
    """
    if not any(sides):
        return pixels
    if (pixels[..., 3] < UNIT).any():
        return _see_through(pixels, sides, seed, progress)
    out, hole = _widened(pixels, sides)
    made = fill(encode8(np.ascontiguousarray(out[..., :3])), hole, seed=seed, progress=progress)
    out[hole, :3] = decode(made[hole])
    out[hole, 3] = UNIT
    return out


def _widened(
    pixels: NDArray[np.uint16], sides: tuple[int, int, int, int]
) -> tuple[NDArray[np.uint16], NDArray[np.bool_]]:
    """The picture in its new size, empty on its new sides, and where these are."""
    left, top, right, bottom = sides
    height, width = pixels.shape[:2]
    out = np.zeros((top + height + bottom, left + width + right, 4), np.uint16)
    hole = np.ones(out.shape[:2], np.bool_)
    inner = slice(top, top + height), slice(left, left + width)
    out[inner], hole[inner] = pixels, False
    return out, hole


def _see_through(
    pixels: NDArray[np.uint16],
    sides: tuple[int, int, int, int],
    seed: int,
    progress: Progress | None,
) -> NDArray[np.uint16]:
    out, hole = _widened(pixels, sides)
    # Only near the borders: far inside there is nothing to be learnt about what lies beyond.
    reach = max(_REACH * max(sides), _LEAST)
    near = cv2.dilate(hole.view(np.uint8), np.ones((2 * reach + 1,) * 2, np.uint8)) > 0
    if not (out[..., 3] > 0)[near].any():
        return out
    alpha = (out[..., 3] >> 8).astype(np.uint8)
    straight = out[..., :3].astype(np.float32) * (UNIT / np.maximum(out[..., 3:], 1))
    colours = encode8(np.minimum(np.rint(straight), UNIT).astype(np.uint16))
    solid = alpha > 200
    if not solid.any():
        solid = alpha > 0
    around = from_outside(colours, ~solid).colours_of(hole.shape)
    picture = np.where((alpha > 8)[..., None], colours, around)
    made = exemplars(np.dstack([picture, alpha]), hole, near & ~hole, seed, progress)
    if made is None:
        return out
    new = made.picture[hole].astype(np.float32)
    share = np.clip((new[:, 3] / 255 - 0.5) * _CRISP + 0.5, 0, 1)
    light = decode(made.picture[hole][:, :3])
    out[hole, :3] = np.rint(light * share[:, None])
    out[hole, 3] = np.rint(UNIT * share)
    return out
