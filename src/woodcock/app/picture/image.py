"""Pictures as Qt shows them."""

from __future__ import annotations

import numpy as np
from PySide6.QtGui import QImage


def image_of(picture: np.ndarray) -> QImage:
    """A QImage that owns a copy of an (H, W, 3) or (H, W, 4) uint8 picture."""
    height, width, channels = picture.shape
    form = QImage.Format.Format_RGB888 if channels == 3 else QImage.Format.Format_RGBA8888
    picture = np.ascontiguousarray(picture)
    return QImage(picture.data, width, height, channels * width, form).copy()


def pixels_of(image: QImage) -> np.ndarray:
    """(H, W, 3) uint8: the pixels of a QImage, copied."""
    image = image.convertToFormat(QImage.Format.Format_RGB888)
    rows = np.frombuffer(image.constBits(), np.uint8).reshape(image.height(), image.bytesPerLine())
    return rows[:, : 3 * image.width()].reshape(image.height(), image.width(), 3).copy()


def striped(picture: np.ndarray, where: np.ndarray) -> np.ndarray:
    """`picture` with fine slanting stripes where a mask (H, W) bool is True."""
    y, x = np.indices(where.shape, np.int32)
    lines = where & ((x + y) % 10 < 2)
    out: np.ndarray = picture.copy()
    out[lines] = (out[lines].astype(np.uint16) + 2 * np.array([216, 118, 74], np.uint16)) // 3
    return out


def hatched(picture: np.ndarray, cover: np.ndarray) -> np.ndarray:
    """`picture` with its gaps, where `cover` is not full, hatched so that nobody misses them."""
    gap = cover < 255
    if gap.any():
        y, x = np.nonzero(gap)
        picture[y, x] = np.where(((x + y) // 6 % 2 == 0)[:, None], (216, 118, 74), (40, 28, 22))
    return picture
