"""The layer colour that is told best from what lies under a new cut."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray
from PySide6.QtGui import QColor

from woodcock.app import theme
from woodcock.separate.study import eight_bit

_LOOKED_AT = 20_000  # pixels under a mask that have a say in its colour


def clearest(photo: NDArray, mask: NDArray[np.uint8], free: Sequence[int]) -> int:
    """Of free layer colours the one that is told best from what is under the mask."""
    step = max(round((mask.size / _LOOKED_AT) ** 0.5), 1)
    there = mask[::step, ::step] > 127
    under = eight_bit(photo[::step, ::step])[there]
    if not len(under):
        return free[0]
    lab = _lab(under)
    colours = _lab(np.array([rgb(theme.layer_colour(x)) for x in free], np.uint8))
    apart = [float(np.mean(np.linalg.norm(lab - colour, axis=1))) for colour in colours]
    return free[int(np.argmax(apart))]


def rgb(colour: QColor) -> tuple[int, int, int]:
    return colour.red(), colour.green(), colour.blue()


def _lab(colours: NDArray[np.uint8]) -> NDArray[np.float32]:
    """(n, 3) uint8 sRGB in L*a*b*."""
    light = colours[None].astype(np.float32) / np.float32(255)
    return np.asarray(cv2.cvtColor(light, cv2.COLOR_RGB2LAB)[0], np.float32)
