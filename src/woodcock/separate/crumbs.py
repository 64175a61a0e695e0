"""What regions leave behind along their seams: holes and pieces too small to be meant."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_LEAST, _SHARE = 300, 0.005  # working pixels, and of a mask: what is larger is meant
_BESIDE = np.ones((3, 3), np.uint8)


def swept(mask: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """A mask (h, w) at working size with its small holes filled and without its small pieces."""
    least = _least(mask)
    return (mask & ~_pieces(mask, least)) | _pieces(~mask, least)


def crumbs(
    rest: NDArray[np.bool_],
    taken: NDArray[np.bool_],
    whole: NDArray[np.bool_],
    meant: NDArray[np.bool_],
) -> NDArray[np.bool_]:
    """What a stroke leaves of a few pixels beside what it has `taken`, all (h, w) bool.

    Pieces of the `rest` that touch it, small beside the `whole` mask it makes; none in which a
    place is that was `meant`.
    """
    return _pieces(rest, _least(whole), cv2.dilate(taken.view(np.uint8), _BESIDE) > 0, meant)


def _least(mask: NDArray[np.bool_]) -> float:
    return max(_LEAST, _SHARE * float(np.count_nonzero(mask)))


def _pieces(
    area: NDArray[np.bool_],
    least: float,
    near: NDArray[np.bool_] | None = None,
    meant: NDArray[np.bool_] | None = None,
) -> NDArray[np.bool_]:
    """The pieces of an area that are smaller than that."""
    count, pieces, stats, _ = cv2.connectedComponentsWithStats(area.view(np.uint8), connectivity=4)
    small = stats[:, cv2.CC_STAT_AREA] < least
    if near is not None:
        touched = np.zeros(count, np.bool_)
        touched[pieces[near]] = True
        small &= touched
    if meant is not None:
        small[pieces[meant]] = False
    small[0] = False
    return np.asarray(small[pieces], np.bool_)
