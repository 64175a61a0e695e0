"""The part of the photo that pictures for the screen show, and how finely."""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from PySide6.QtCore import QRectF
from PySide6.QtGui import QImage, QPainter

DISPLAY = 4096  # the longest side of a picture of the whole photo
_BLOCK, _MARGIN = 512, 32  # photo pixels: pieces keep to this raster, so that a pan reuses them


class Piece(NamedTuple):
    """A box of the photo, in its pixels; the whole photo is shown no larger than `DISPLAY`."""

    x: int
    y: int
    width: int
    height: int
    whole: bool = True

    def of(self, pixels: np.ndarray) -> np.ndarray:
        """This piece of an (H, W) or (H, W, C) picture of the photo."""
        if not self.whole:
            part = pixels[self.y : self.y + self.height, self.x : self.x + self.width]
            return np.ascontiguousarray(part)
        return limited(pixels)


class Shown(NamedTuple):
    """A picture for the screen and the piece of the photo that it shows."""

    image: QImage
    piece: Piece

    def paint(self, painter: QPainter, area: QRectF, size: tuple[float, float]) -> None:
        """Paint it where it belongs, when the whole photo of `size` pixels fills `area`."""
        factor, (x, y, width, height, _) = area.width() / size[0], self.piece
        corner = area.x() + x * factor, area.y() + y * factor
        painter.drawImage(QRectF(*corner, width * factor, height * factor), self.image)


def piece_for(size: tuple[float, float], visible: QRectF, zoom: float) -> Piece:
    """The piece to make pictures of, while `visible` is seen at `zoom` screen pixels a pixel.

    A large photo, seen closely, is shown in its own pixels where the window looks.
    """
    width, height = (int(side) for side in size)
    if zoom * max(size) <= DISPLAY or max(size) <= DISPLAY:
        return Piece(0, 0, width, height)
    left, right = _raster(visible.left(), visible.right(), width)
    top, bottom = _raster(visible.top(), visible.bottom(), height)
    return Piece(left, top, right - left, bottom - top, whole=False)


def limited(pixels: np.ndarray) -> np.ndarray:
    """A picture no larger than the screen could want when all of it is seen."""
    scale = DISPLAY / max(pixels.shape[:2])
    if scale >= 1:
        return pixels
    size = (round(pixels.shape[1] * scale), round(pixels.shape[0] * scale))
    return cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)


def _raster(low: float, high: float, limit: int) -> tuple[int, int]:
    first = int((low - _MARGIN) // _BLOCK) * _BLOCK
    last = -int(-(high + _MARGIN) // _BLOCK) * _BLOCK
    first = min(max(first, 0), max(limit - 1, 0))
    return first, min(max(last, first + 1), limit)
