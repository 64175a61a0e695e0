"""An edge of a part of the window that is dragged to make the part larger or smaller."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtGui import QAccessible, QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.texts import tr

_STEP = 16  # pixels, an arrow key


class Edge(QWidget):
    """The upper or left edge of `part`; `resize(pixels)` sets its height or width, 0 fits it again.

    It has a tool tip that says what a drag does. Arrow keys do the same, Home fits it again.
    """

    ROLE = QAccessible.Role.Splitter

    def __init__(self, part: QWidget, resize: Callable[[int], object], tip: str,
                 upright: bool = False) -> None:  # fmt: skip
        super().__init__()
        self._part, self._resize, self._upright = part, resize, upright
        self._from: tuple[float, int] | None = None
        self.setToolTip(tr("{tip}; a double click fits it again", tip=tip))
        self.setAccessibleName(tip)
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        if upright:
            self.setFixedWidth(5)
            self.setCursor(Qt.CursorShape.SizeHorCursor)
        else:
            self.setFixedHeight(5)
            self.setCursor(Qt.CursorShape.SizeVerCursor)

    def _at(self, event: QMouseEvent) -> float:
        at = event.globalPosition()
        return at.x() if self._upright else at.y()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._from = self._at(event), self._size

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._from is not None:
            start, size = self._from
            self._resize(max(round(size + start - self._at(event)), 1))

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._from = None

    def keyPressEvent(self, event: QKeyEvent) -> None:
        larger = Qt.Key.Key_Left if self._upright else Qt.Key.Key_Up
        smaller = Qt.Key.Key_Right if self._upright else Qt.Key.Key_Down
        step = {larger: _STEP, smaller: -_STEP}.get(Qt.Key(event.key()))
        if step:
            self._resize(max(self._size + step, 1))
        elif event.key() == Qt.Key.Key_Home:
            self._resize(0)
        else:
            super().keyPressEvent(event)

    def spoken(self) -> str:
        return tr("%n pixels", "", self._size)

    @property
    def _size(self) -> int:
        return self._part.width() if self._upright else self._part.height()

    def paintEvent(self, event: QPaintEvent) -> None:
        if self.hasFocus():
            QPainter(self).fillRect(self.rect(), QColor(theme.current().accent))

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self._resize(0)
