"""What a cutting tool does with mouse and keys: the base of the hands in the Separate step."""

from __future__ import annotations

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QWheelEvent

from woodcock.app.state import State
from woodcock.app.view import PictureView


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


def near(a: QPointF, b: QPointF, reach: float) -> bool:
    """Whether two places on the screen are meant to be the same."""
    return (a - b).manhattanLength() < reach
