"""What the picture shows and what the mouse does in it, one class a kind of scene."""

from __future__ import annotations

from functools import cache
from typing import TYPE_CHECKING

from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import (
    QBrush,
    QColor,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPen,
    QPixmap,
    QWheelEvent,
)

from woodcock.app import theme

if TYPE_CHECKING:
    from woodcock.app.picture.view import PictureView
    from woodcock.app.state import State


class Scene:
    """The base: an empty scene that says what to do first."""

    plain = False  # while B is held: without what was done to it

    def __init__(self, state: State) -> None:
        self.state = state

    @property
    def dragging(self) -> bool:
        """Whether the mouse is changing something that frames show."""
        return False

    def size(self) -> tuple[float, float]:
        """Width and height in scene pixels."""
        return (16.0, 9.0)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        """Draw in the widget's own pixels; `view.transform()` leads there from the scene's."""

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None: ...

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None: ...

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None: ...

    def double(self, at: QPointF, view: PictureView) -> bool:
        """Use a double click; False lets it be a click."""
        return False

    def times(self) -> tuple[float, ...]:
        """Of which moments of the clip the scene shows frames; none if it shows no frames."""
        return ()

    def take(self, image: QImage, time: float) -> None:
        """A frame that was asked for."""

    def leave(self) -> None: ...

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        """Use the wheel; False leaves it to zooming the view."""
        return False

    def menu(self, at: QPointF | None, view: PictureView, spot: QPoint) -> bool:
        """Show what can be done with what is at a place, or, by the keyboard, with what is selected
        (None), at the `spot` of the view; False if the right button does something else."""
        return False

    def forsake(self) -> None:
        """The keyboard went elsewhere: no key counts as held any more."""

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        """Use a key; False passes it on."""
        return False

    def tab(self) -> bool:
        """Use the Tab key; False lets it lead on to the next control."""
        return False

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.ArrowCursor


class EmptyScene(Scene):
    """Before there is a photo: a ground for what lies over it."""

    def paint(self, painter: QPainter, view: PictureView) -> None:
        painter.fillRect(view.rect(), QColor(theme.current().ground))


def checkerboard(painter: QPainter, area: QRectF) -> None:
    """A grey checkerboard, which stands for "nothing here"."""
    painter.fillRect(area, QBrush(_squares()))


@cache
def _squares(side: int = 8) -> QPixmap:
    tile = QPixmap(2 * side, 2 * side)
    tile.fill(QColor("#8a8a8a"))
    painter = QPainter(tile)
    for x, y in ((0, 0), (side, side)):
        painter.fillRect(x, y, side, side, QColor("#707070"))
    painter.end()
    return tile


def line(painter: QPainter, path: QPainterPath, broken: bool = False) -> None:
    """A line seen on any picture."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for colour, width in (("#000000", 2.6), (theme.current().accent, 1.2)):
        pen = QPen(QColor(colour), width)
        if broken:
            pen.setDashPattern([4 / width, 4 / width])
        painter.setPen(pen)
        painter.drawPath(path)


def label(painter: QPainter, area: QRectF, text: str) -> None:
    """A line of text in a picture's upper left corner."""
    box = QRectF(
        area.left() + 10, area.top() + 10, painter.fontMetrics().horizontalAdvance(text) + 24, 26
    )
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(0, 0, 0, 165))
    painter.drawRoundedRect(box, 5, 5)
    painter.setPen(QColor("white"))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)


def outline(painter: QPainter, area: QRectF, colour: str, width: float = 1.0) -> None:
    painter.setPen(QPen(QColor(colour), width))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawRect(area)
