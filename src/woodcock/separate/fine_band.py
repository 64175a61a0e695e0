"""Where an edge is too fine to be drawn: hair, reeds, twigs, rope."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.grow import local_colour
from woodcock.separate.study import Study

_REACH = 36  # working pixels beside the edge in which fine things are looked for
_ABOUT = 61  # the square from which the two sides' colours are taken
_WINDOW = 15  # the square in which pixels on the wrong side are counted
_STRAY = 0.10  # the share of them from which an edge counts as fine
_CONTRAST = 10.0  # L*a*b* steps between the sides, below which nothing can be said
_MOST_SPREAD = 0.45  # of the way from one side's colour to the other's
_ROOM = 7  # working pixels by which the band is made wider, to reach sure ground


def fine_band(study: Study, small: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """Where alpha should be solved for: (h, w) bool at working size.

    Beside a plain edge each pixel has the colours of its own side. Where many have those of the
    other side, the edge has strands and gaps finer than the mask.

    `small` is the mask at working size, (h, w) uint8.
    """
    inside = small > 127
    kernel = np.ones((2 * _REACH + 1,) * 2, np.uint8)
    flat = inside.view(np.uint8)
    band = cv2.dilate(flat, kernel) != cv2.erode(flat, kernel)
    if not band.any():
        return band
    own, other = (local_colour(study.lab, side, band, _ABOUT) for side in (inside, ~inside))
    across = own - other
    length = (across**2).sum(2)
    place = ((study.lab - other) * across).sum(2) / np.maximum(length, 1e-3)
    spread = _spread(study, place, inside, band)
    told = band & (length > _CONTRAST**2) & (spread < _MOST_SPREAD)
    # Half-way colours do not tell; what lies clearly on the other side does.
    stray = told & np.where(inside, place < 0.35, place > 0.65)
    window = (_WINDOW, _WINDOW)
    count = cv2.blur(stray.astype(np.float32), window)
    share = count / np.maximum(cv2.blur(told.astype(np.float32), window), 0.05)
    fine = (share > _STRAY) & told
    unsure = stray | (told & (np.abs(place - 0.5) < 0.3))
    wider = cv2.dilate((fine & unsure).view(np.uint8), np.ones((2 * _ROOM + 1,) * 2, np.uint8)) > 0
    return wider & band


def _spread(
    study: Study, place: NDArray, inside: NDArray[np.bool_], band: NDArray[np.bool_]
) -> NDArray[np.float32]:
    """How far the sides' own colours scatter along the way from one to the other, at the most."""
    off = np.where(inside, place - 1, place)[..., None].astype(np.float32) ** 2
    sides = (local_colour(off, side, band, _ABOUT)[..., 0] for side in (inside, ~inside))
    return np.sqrt(np.maximum(*sides))
