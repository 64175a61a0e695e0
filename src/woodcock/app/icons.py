"""Icons from the shipped SVG set, in the theme's colours."""

from __future__ import annotations

from functools import cache

from PySide6.QtCore import QByteArray, QRectF, Qt
from PySide6.QtGui import QIcon, QPainter, QPixmap
from PySide6.QtSvg import QSvgRenderer
from PySide6.QtWidgets import QAbstractButton

from woodcock.app import theme


def pixmap(name: str, size: int = 18, colour: str | None = None) -> QPixmap:
    """An icon drawn in one colour, `size` device-independent pixels wide."""
    return _drawn(name, size, colour or theme.current().text)


@cache
def _drawn(name: str, size: int, colour: str, ratio: float = 2.0) -> QPixmap:
    svg = (theme.ASSETS / "icons" / f"{name}.svg").read_text()
    svg = svg.replace("currentColor", colour)
    picture = QPixmap(round(size * ratio), round(size * ratio))
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    QSvgRenderer(QByteArray(svg.encode())).render(painter, QRectF(picture.rect()))
    painter.end()
    picture.setDevicePixelRatio(ratio)
    return picture


def put(button: QAbstractButton, name: str) -> None:
    """Give a button an icon that follows the theme (see `dress`)."""
    button.setProperty("symbol", name)
    dress(button)


def dress(button: QAbstractButton) -> None:
    """Draw a button's icon again, in the colours of the theme as it is now."""
    name = button.property("symbol")
    if name and button.objectName() == "primary":
        button.setIcon(QIcon(pixmap(name, colour=theme.current().on_accent)))
    elif name:
        button.setIcon(icon(name, button.isCheckable()))


@cache
def icon(name: str, checkable: bool = False) -> QIcon:
    """An icon for buttons; on a checkable one it is dark on the accent when it is down."""
    made = QIcon(pixmap(name))
    made.addPixmap(pixmap(name, colour=theme.current().line), QIcon.Mode.Disabled)
    if checkable:
        dark = pixmap(name, colour=theme.current().on_accent)
        made.addPixmap(dark, QIcon.Mode.Normal, QIcon.State.On)
    return made
