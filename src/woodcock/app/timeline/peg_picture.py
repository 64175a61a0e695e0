"""A peg: a small upright pin with a round head; a chosen one is larger and ringed."""

from __future__ import annotations

from functools import cache

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPixmap

from woodcock.app import theme
from woodcock.app.timeline.rows import ROW

PEG_WIDE = 16  # pixels
_HEAD, _CHOSEN = 4.2, 5.4  # radius of the head


def peg_picture(colour: str, chosen: bool, ratio: float) -> QPixmap:
    """One as high as a lane, its pin in the middle, for a screen of that device pixel ratio."""
    look = theme.current()
    return _drawn(colour, look.text if chosen else look.ground, chosen, ratio)


@cache
def _drawn(colour: str, ring: str, chosen: bool, ratio: float) -> QPixmap:
    picture = QPixmap(round(PEG_WIDE * ratio), round(ROW * ratio))
    picture.setDevicePixelRatio(ratio)
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    head = QPointF(PEG_WIDE / 2, ROW / 2 - 4)
    painter.setPen(QPen(QColor(colour), 2))
    painter.drawLine(head + QPointF(0, 2), QPointF(head.x(), ROW - 4))
    painter.setPen(QPen(QColor(ring), 2 if chosen else 1))
    painter.setBrush(QColor(colour))
    radius = _CHOSEN if chosen else _HEAD
    painter.drawEllipse(head, radius, radius)
    painter.end()
    return picture
