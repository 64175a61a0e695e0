"""Work on the few pixels of a large picture that need it, square by square."""

from __future__ import annotations

from collections.abc import Iterator

import cv2
import numpy as np
from numpy.typing import NDArray

Box = tuple[slice, slice]


def tiles_of(wanted: NDArray[np.bool_], size: int, room: int) -> Iterator[tuple[Box, Box, Box]]:
    """The boxes that hold wanted pixels, one a square of `size` pixels.

    Each comes with the box that has `room` pixels more round it, as far as there are any, and with
    where in that it lies.
    """
    for top in range(0, wanted.shape[0], size):
        for left in range(0, wanted.shape[1], size):
            part = wanted[top : top + size, left : left + size]
            x, y, w, h = cv2.boundingRect(part.view(np.uint8))
            if w:
                x, y = x + left, y + top
                y0, x0 = max(0, y - room), max(0, x - room)
                inner = slice(y, y + h), slice(x, x + w)
                outer = slice(y0, y + h + room), slice(x0, x + w + room)
                yield inner, outer, (slice(y - y0, y - y0 + h), slice(x - x0, x - x0 + w))
