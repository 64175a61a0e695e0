"""Icons from the shipped SVG set, in the theme's colours."""

from __future__ import annotations

from functools import cache

from PySide6.QtCore import QByteArray, QRectF, Qt
from PySide6.QtGui import QIcon, QPainter, QPixmap
from PySide6.QtSvg import QSvgRenderer

from woodcock.app import theme


def pixmap(name: str, size: int = 18, colour: str | None = None, ratio: float = 2.0) -> QPixmap:
    """An icon drawn in one colour, `size` device-independent pixels wide."""
    svg = (theme.ASSETS / "icons" / f"{name}.svg").read_text()
    svg = svg.replace("currentColor", colour or theme.current().text)
    picture = QPixmap(round(size * ratio), round(size * ratio))
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    QSvgRenderer(QByteArray(svg.encode())).render(painter, QRectF(picture.rect()))
    painter.end()
    picture.setDevicePixelRatio(ratio)
    return picture


@cache
def icon(name: str) -> QIcon:
    """An icon for buttons: plain, dimmed when disabled, dark on the accent when checked."""
    look = theme.current()
    made = QIcon(pixmap(name))
    made.addPixmap(pixmap(name, colour=look.dim), QIcon.Mode.Disabled)
    made.addPixmap(pixmap(name, colour=look.on_accent), QIcon.Mode.Normal, QIcon.State.On)
    return made
