"""A shadow that a layer casts: its outline, blurred, drawn as coarsely as the blur allows."""

from __future__ import annotations

import math

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.finish.shadow import box_blurred
from woodcock.render.circles import WIDEST
from woodcock.render.light_frame import Window, draw_window
from woodcock.render.moment import Moment
from woodcock.stage import PlacedLayer

_SOFT = 12.0  # pixels of a shadow's penumbra at the size it is drawn at
_ROOM = 40.0  # pixels beyond what is blurred, for the tiles it is blurred in
_LEAST = 1e-3  # a share of darkness that nobody sees


class Cast:
    """The shadow of a layer that is mapped to where it falls, blurred over `penumbra` pixels."""

    def __init__(self, moment: Moment, placed: PlacedLayer, penumbra: float) -> None:
        step = 1
        while penumbra / (2 * step) >= _SOFT:
            step *= 2
        self._size, self._step = moment.size, step
        # As far beyond the frame as what is blurred there reaches into it.
        pad = math.ceil((WIDEST * moment.size[1] / 2 + _ROOM) / step)
        pad += math.ceil(penumbra / step / 2) + 2
        width, height = (-(-side // step) + 2 * pad for side in moment.size)
        self._pad, about = pad, Window(-pad, -pad, width, height, step)
        light, _ = draw_window(moment.atlas, [placed], moment.size, about)
        alpha = np.ascontiguousarray(light[..., 3])
        self._alpha = box_blurred(alpha, max(penumbra / step, 1e-3))

    def box(self) -> tuple[int, int, int, int] | None:
        """Left, top, right and bottom of where it falls in the frame; None if nowhere."""
        there, step = self._alpha > _LEAST, self._step
        columns, rows = (np.flatnonzero(there.any(axis)) - self._pad for axis in (0, 1))
        if not len(columns):
            return None
        width, height = self._size
        left, top = (max((int(x[0]) - 1) * step, 0) for x in (columns, rows))
        right = min((int(columns[-1]) + 2) * step, width)
        bottom = min((int(rows[-1]) + 2) * step, height)
        return (left, top, right, bottom) if left < right and top < bottom else None

    def within(self, window: Window) -> NDArray[np.float32]:
        """(H, W) from 0 to 1: how dark it is in a window."""
        # Pixel i of the window has its middle at (i + 0.5) * by of the drawn ones.
        by = window.step / self._step
        left = window.x * by + self._pad + 0.5 * by - 0.5
        top = window.y * by + self._pad + 0.5 * by - 0.5
        if by == 1 and left == int(left) and left >= 0 and top >= 0:
            rows = slice(int(top), int(top) + window.height)
            part = self._alpha[rows, int(left) : int(left) + window.width]
            if part.shape == (window.height, window.width):
                return part
        matrix = np.array([[by, 0, left], [0, by, top]])
        flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
        made = cv2.warpAffine(self._alpha, matrix, (window.width, window.height), flags=flags)
        return np.asarray(made, np.float32)
