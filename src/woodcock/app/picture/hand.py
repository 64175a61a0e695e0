"""What a tool does with mouse and keys in the photo: the base of the hands."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen, QWheelEvent

from woodcock.app.picture.view import PictureView
from woodcock.app.state import State


class Hand:
    """A tool in the photo's own pixels. What was begun belongs to one photo and is given up
    with it, or with the tool."""

    cursor = Qt.CursorShape.CrossCursor

    def __init__(self, state: State) -> None:
        self.state = state

    @property
    def photo(self) -> str:
        """The present photo's pixels by name; empty without one."""
        return self.state.project.photo.pixels if self.state.project.photo else ""

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None: ...

    def move(self, at: QPointF, held: bool, view: PictureView) -> None: ...

    def release(self, at: QPointF, view: PictureView) -> None: ...

    def wheel(self, steps: float, event: QWheelEvent) -> bool:
        return False

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        return False

    def paint(self, painter: QPainter, view: PictureView) -> None: ...

    def give_up(self) -> None:
        """What was begun comes to nothing."""


class BrushHand(Hand):
    """A round brush: it has a size, a ring for a pointer, and a stroke that Escape gives up."""

    cursor = Qt.CursorShape.BlankCursor

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.points: list[tuple[float, float]] = []  # of the stroke that is being drawn
        self.pointer: QPointF | None = None

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        self.pointer = at
        if held and self.points:
            self.points.append((at.x(), at.y()))
            self.drawn_on()

    def drawn_on(self) -> None:
        """The stroke has become longer."""

    def wheel(self, steps: float, event: QWheelEvent) -> bool:
        return sized(self.state, steps, event)

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_Escape and self.points:
            self.give_up()
            return True
        return False

    def give_up(self) -> None:
        self.points = []

    def paint(self, painter: QPainter, view: PictureView) -> None:
        if self.pointer:
            at = view.transform().map(self.pointer)
            paint_ring(painter, at, self.state.tools.size * view.zoom / 2)


def near(a: QPointF, b: QPointF, reach: float) -> bool:
    """Whether two places on the screen are meant to be the same."""
    return (a - b).manhattanLength() < reach


def sized(state: State, steps: float, event: QWheelEvent) -> bool:
    """Shift and the wheel make the brush larger or smaller."""
    if not event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
        return False
    state.tools.size = min(max(state.tools.size * 1.12**steps, 1.0), 2000.0)
    state.touch()
    return True


def paint_ring(painter: QPainter, at: QPointF, radius: float) -> None:
    """A round brush's rim, seen on any picture."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for colour, width in (("#000000", 2.4), ("#ffffff", 1.1)):
        painter.setPen(QPen(QColor(colour), width))
        painter.drawEllipse(at, radius, radius)


def paint_path(
    painter: QPainter,
    view: PictureView,
    points: Sequence[tuple[float, float]],
    size: float,
    colour: QColor,
) -> None:
    """What a round brush of `size` photo pixels has painted so far."""
    pen = QPen(colour, size * view.zoom)
    pen.setCapStyle(Qt.PenCapStyle.RoundCap)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    painter.setPen(pen)
    path = view.line_to_view(points)
    painter.drawPolyline(path) if path.size() > 1 else painter.drawPoint(path.first())
