"""Pictures that go on into themselves: a seam where it shows least, blended away."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_MOST_LEVELS = 6


def wrapping(picture: NDArray[np.float32], turn: int) -> NDArray[np.float32]:
    """A picture (h, w, c) made into one turn of a picture that repeats across.

    Returns (h, turn, c), turn < w: right of its last column its first one follows without a jump.
    What lies beyond the turn is laid over the beginning along the seam of least difference (Efros
    and Freeman, SIGGRAPH 2001), and blended band by band (Burt and Adelson, ACM ToG 1983).
    """
    over = picture.shape[1] - turn
    first, last = picture[:, :over], picture[:, turn:]
    joined = blended(np.ascontiguousarray(last), np.ascontiguousarray(first))
    return np.concatenate([joined, picture[:, over:turn]], axis=1)


def blended(left: NDArray[np.float32], right: NDArray[np.float32]) -> NDArray[np.float32]:
    """Two pictures (h, w, c) of one place: the first at its left border, the other at its right."""
    height, width = left.shape[:2]
    # Light and colour at large go over evenly across all of it; what is left has a seam.
    broad_left, broad_right = (_broad(each) for each in (left, right))
    t = (np.arange(width, dtype=np.float32) + 0.5) / width
    even = (t * t * (3 - 2 * t))[None, :, None]
    broad = broad_left + (broad_right - broad_left) * even
    left, right = left - broad_left, right - broad_right
    cost = ((left - right) ** 2).sum(2)
    if width >= 8:  # room on both sides for the broad bands
        cost[:, : width // 4] = cost[:, -(width // 4) :] = np.inf
    seam = least_seam(cost)
    share = (np.arange(width) > seam[:, None]).astype(np.float32)
    ends = np.minimum(np.arange(width), width - 1 - np.arange(width)) / max(width / 8, 1)
    levels = int(np.clip(np.log2(max(min(height, width) / 4, 1)), 0, _MOST_LEVELS))
    out = _merged(left, right, share, levels)
    # At the very borders it is exactly the one or the other, so that what lies beside goes on.
    pure = np.where(share[..., None] > 0, right, left)
    near = np.clip(ends, 0, 1).astype(np.float32)
    return np.asarray(broad + pure + (out - pure) * near[None, :, None], np.float32)


def _broad(picture: NDArray[np.float32]) -> NDArray[np.float32]:
    """What of a picture is broader than a sixth of its width, worked out small."""
    height, width = picture.shape[:2]
    size = max(width // 8, 1), max(height // 8, 1)
    small = cv2.resize(picture, size, interpolation=cv2.INTER_AREA)
    border = cv2.BORDER_REPLICATE
    small = cv2.GaussianBlur(small, (0, 0), max(size[0] / 6, 0.5), borderType=border)
    wide = cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR)
    return np.asarray(wide, np.float32).reshape(picture.shape)


def least_seam(cost: NDArray[np.float32]) -> NDArray[np.int64]:
    """(h,): column by row of the path from top to bottom over (h, w) with the least cost."""
    height, width = cost.shape
    total = cost.astype(np.float64)
    for y in range(1, height):
        above = np.pad(total[y - 1], 1, constant_values=np.inf)
        total[y] += np.minimum(np.minimum(above[:-2], above[1:-1]), above[2:])
    seam = np.empty(height, np.int64)
    seam[-1] = int(total[-1].argmin())
    for y in range(height - 2, -1, -1):
        low = max(seam[y + 1] - 1, 0)
        seam[y] = low + int(total[y, low : min(seam[y + 1] + 2, width)].argmin())
    return seam


def _merged(
    left: NDArray[np.float32], right: NDArray[np.float32], share: NDArray[np.float32], levels: int
) -> NDArray[np.float32]:
    """Coarse bands are mixed over a wide stretch, fine ones over a narrow one."""
    if levels == 0:
        return left + (right - left) * cv2.blur(share, (3, 3))[..., None]
    small = [np.asarray(cv2.pyrDown(each), np.float32) for each in (left, right, share)]
    size = share.shape[1], share.shape[0]
    a, b = (
        each - cv2.pyrUp(low, dstsize=size).reshape(each.shape)
        for each, low in zip((left, right), small[:2], strict=True)
    )
    fine = a + (b - a) * cv2.blur(share, (3, 3))[..., None]
    coarse = _merged(small[0], small[1], small[2], levels - 1)
    return np.asarray(fine + cv2.pyrUp(coarse, dstsize=size).reshape(fine.shape), np.float32)
