"""Where an edge is too fine to be drawn: hair, reeds, twigs, rope."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.strands import two_colours
from woodcock.separate.study import Study

_REACH = 36  # working pixels beside the edge in which fine things are looked for, at first
_ROUNDS = 4  # how often the search goes on where they reach its border
_WINDOW = 15  # the square in which pixels on the wrong side are counted
_AROUND = 161  # and that in which the usual number of them is
_STRAY = 0.12  # the share of them, beyond the usual, from which an edge counts as fine
_CONTRAST = 10.0  # L*a*b* steps between the two colours, below which nothing can be said
_ROOM = 7  # working pixels by which the band is made wider, to reach sure ground


def fine_band(study: Study, small: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """Where alpha should be solved for: (h, w) bool at working size.

    Beside a plain edge each pixel has the colours of its own side. Where many have those of the
    other side, the edge has strands and gaps finer than the mask.

    `small` is the mask at working size, (h, w) uint8.
    """
    inside = small > 127
    flat = inside.view(np.uint8)
    searched = _wider(flat, _REACH) & ~_narrower(flat, _REACH)
    fine = np.zeros_like(searched)
    for _ in range(_ROUNDS):
        fine = _fine(study, small, searched) if searched.any() else searched
        more = _wider(fine.view(np.uint8), _REACH) & ~searched
        if more.sum() < 0.02 * searched.sum():
            break
        searched |= more
    return fine


def _fine(study: Study, small: NDArray[np.uint8], searched: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """The part of what is searched that has strands or gaps the mask does not know."""
    colours = two_colours(study, small, searched)
    if colours is None:
        return np.zeros_like(searched)
    left, top = colours.corner
    height, width = colours.strand.shape[:2]
    here = slice(top, top + height), slice(left, left + width)
    share, apart = colours.shares(study.lab[here])
    inside, within = small[here] > 127, searched[here]
    told = apart > _CONTRAST
    wrong = told & np.where(inside, share < 0.3, share > 0.7)
    usual = _counted(wrong & ~within, told & ~within, _AROUND)
    fine = within & (_counted(wrong & within, told & within, _WINDOW) > _STRAY + 2 * usual)
    unsure = wrong | (told & (np.abs(share - 0.5) < 0.3))
    out = np.zeros_like(searched)
    out[here] = _wider((fine & unsure).view(np.uint8), _ROOM) & within
    return out


def _counted(part: NDArray[np.bool_], whole: NDArray[np.bool_], side: int) -> NDArray[np.float32]:
    """The share of `part` in `whole` in the square about each pixel."""
    few, many = (cv2.blur(x.astype(np.float32), (side, side)) for x in (part, whole))
    return np.asarray(few / np.maximum(many, 0.05), np.float32)


def _wider(flat: NDArray[np.uint8], by: int) -> NDArray[np.bool_]:
    return np.asarray(cv2.dilate(flat, np.ones((2 * by + 1,) * 2, np.uint8)), np.bool_)


def _narrower(flat: NDArray[np.uint8], by: int) -> NDArray[np.bool_]:
    return np.asarray(cv2.erode(flat, np.ones((2 * by + 1,) * 2, np.uint8)), np.bool_)
