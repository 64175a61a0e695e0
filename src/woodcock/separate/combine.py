"""A new area added to a mask, taken from it, or in its place."""

from __future__ import annotations

from typing import Literal, get_args

import cv2
import numpy as np
from numpy.typing import NDArray

Mode = Literal["add", "remove", "within", "replace"]
MODES: tuple[str, ...] = get_args(Mode)

_SQUARE = 5  # pixels: the square in which two soft edges are compared
_CLEAR = 0.5  # the correlation from which they are the same edge
_FAINT = 2  # pixels within which a soft rim belongs to what it is the rim of


def combine(
    mask: NDArray[np.uint8] | None, area: NDArray[np.uint8], mode: str = "add", lap: int = 1
) -> NDArray[np.uint8]:
    """`mask` with the soft `area` (same shape, uint8) added, removed, kept within, or in its place.

    Where two soft edges run the same way, the one drawn over the other, adding takes the larger
    alpha and removing leaves at most what `area` does not cover, so painting twice over an edge
    does not harden it. Where they run against each other they are two sides of one edge, and what
    they cover adds up. No line is left where they miss each other by up to `lap` pixels: a strip
    up to twice as wide between what is removed and nothing at all goes with it, one between what
    is added and what was there is filled. Raises ValueError for another mode.
    """
    if mode not in MODES:
        raise ValueError(f"mode must be one of {', '.join(MODES)}")
    if mode == "replace" or (mask is None and mode == "add"):
        return area
    if mask is None:
        return np.zeros_like(area)
    if mode == "within":
        return np.minimum(mask, area)
    if mode == "add":  # what is not covered loses the area
        return 255 - _taken(255 - mask, area, lap)
    return _taken(mask, area, lap)


def _taken(mask: NDArray[np.uint8], area: NDArray[np.uint8], lap: int) -> NDArray[np.uint8]:
    """`mask` without `area`, and without lines between the two edges."""
    out = mask.copy()
    x, y, w, h = cv2.boundingRect(area)
    if not w:
        return out
    room = 2 * lap + 2 * _FAINT + _SQUARE
    here = slice(max(y - room, 0), y + h + room), slice(max(x - room, 0), x + w + room)
    old, off = mask[here], area[here]
    left = np.minimum(old, 255 - off)
    _meet(left, old, off)
    _drop_lines(left, old, off, lap)
    out[here] = left
    return out


def _meet(left: NDArray[np.uint8], old: NDArray[np.uint8], off: NDArray[np.uint8]) -> None:
    """Where the edges of `old` and `off` are one edge seen from its two sides, subtract.

    The difference of two alphas is right where one lies wholly on the other, their product where
    nothing is known of how they lie (Porter and Duff 1984); here their correlation tells.
    """
    soft = cv2.bitwise_and(cv2.inRange(old, 1, 254), cv2.inRange(off, 1, 254))
    found = cv2.findNonZero(soft)
    if found is None:
        return
    x, y = found[:, 0, 0], found[:, 0, 1]
    reach = np.arange(_SQUARE) - _SQUARE // 2
    rows = np.clip(y[:, None] + reach, 0, left.shape[0] - 1)[:, :, None]
    columns = np.clip(x[:, None] + reach, 0, left.shape[1] - 1)[:, None, :]
    a, b = (part[rows, columns].reshape(len(x), -1).astype(np.float32) for part in (old, off))
    a -= a.mean(1, keepdims=True)
    b -= b.mean(1, keepdims=True)
    together = (a * b).sum(1) / np.sqrt((a * a).sum(1) * (b * b).sum(1) + 1.0)
    same = np.clip(together / _CLEAR, 0, 1)
    difference = np.maximum(old[y, x].astype(np.int32) - off[y, x], 0)
    left[y, x] = np.rint(same * difference + (1 - same) * left[y, x])


def _drop_lines(
    left: NDArray[np.uint8], old: NDArray[np.uint8], off: NDArray[np.uint8], lap: int
) -> None:
    """Clear thin strips of `left` between what is `off` and where `old` had nothing."""
    reach = _square(2 * lap + 1)
    nothing = cv2.inRange(old, 0, 127)
    removed = cv2.bitwise_and(cv2.inRange(off, 128, 255), cv2.bitwise_not(nothing))
    beside, empty = cv2.dilate(removed, reach), cv2.dilate(nothing, reach)
    strip = cv2.bitwise_and(cv2.bitwise_and(beside, empty), cv2.inRange(left, 1, 255))
    x, y, w, h = cv2.boundingRect(strip)
    if not w:
        return
    room = 4 * lap + 2 * _FAINT
    here = slice(max(y - room, 0), y + h + room), slice(max(x - room, 0), x + w + room)
    part = left[here]
    disc = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * lap + 1,) * 2)
    solid = cv2.inRange(part, 128, 255)
    # Opened; what touches the border goes on beyond it, but nothing comes in from there.
    solid = cv2.dilate(cv2.erode(solid, disc, borderValue=255), disc)
    kept = cv2.dilate(solid, _square(_FAINT))
    part[(strip[here] > 0) & (kept == 0)] = 0


def _square(by: int) -> NDArray[np.uint8]:
    return np.ones((2 * by + 1,) * 2, np.uint8)
