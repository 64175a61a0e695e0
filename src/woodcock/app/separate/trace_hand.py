"""The Trace tool: click along an edge, the line between the clicks keeps to it."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.hand import Hand, near
from woodcock.app.picture.view import PictureView
from woodcock.app.separate.cutter import Cutter
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session.stroke import Stroke

_NEAR = 10  # screen pixels within which the first place is meant


class TraceHand(Hand):
    """The places clicked so far and the lines between them, in the photo's pixels."""

    def __init__(self, state: State, cutter: Cutter, work: Work) -> None:
        super().__init__(state)
        self._cutter, self._work = cutter, work
        self._busy = False
        self._asked: QPointF | None = None
        self.places: list[QPointF] = []
        self._lines: list[np.ndarray] = []
        self._live: np.ndarray | None = None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        """Set a place; a click on the first one closes the outline."""
        if len(self.places) > 2:
            first = view.to_view(self.places[0].x(), self.places[0].y())
            if near(view.to_view(at.x(), at.y()), first, _NEAR):
                self._close(event.button() == Qt.MouseButton.RightButton)
                return
        if self.places:
            self._draw(len(self._lines), self.places[-1], at, view)
        self.places.append(at)
        self._live = None

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if not self.places:
            return False
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._close(False)
        elif event.key() == Qt.Key.Key_Escape:
            self.give_up()
        elif event.key() == Qt.Key.Key_Backspace:
            self.places.pop()
            self._lines = self._lines[: max(len(self.places) - 1, 0)]
            self._live = None
        else:
            return False
        return True

    def _close(self, remove: bool) -> None:
        places = tuple((place.x(), place.y()) for place in self.places)
        self.give_up()
        if len(places) > 2:
            mode = "remove" if remove else self.state.tools.stroke
            self._cutter.take(Stroke(places, "trace", mode, layer=self.state.selected))

    def _draw(self, index: int, start: QPointF, end: QPointF, view: PictureView) -> None:
        """Show the line between two places: a straight one until it is worked out."""
        ends = (start.x(), start.y()), (end.x(), end.y())
        self._lines.append(np.array(ends))
        photo, room = self.state.project.photo, self.state.cutting
        if photo is None:
            return

        def done(line: np.ndarray) -> None:
            if index < len(self._lines) and self.places[index] == start:
                self._lines[index] = line
                view.update()

        self._work.hand(lambda: room.traced(photo, *ends), done)

    def give_up(self) -> None:
        self.places, self._lines, self._live = [], [], None

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        """Show the line to the pointer; of the places passed meanwhile only the last counts."""
        self._asked = at
        photo, room = self.state.project.photo, self.state.cutting
        if self._busy or not self.places or photo is None or not room.photos.ready(photo):
            return
        start, self._busy = self.places[-1], True

        def done(line: np.ndarray) -> None:
            self._busy = False
            if self.places and self.places[-1] == start:
                self._live = line
                view.update()
                if self._asked is not None and self._asked != at:
                    self.move(self._asked, held, view)

        def failed() -> None:
            self._busy = False

        ends = (start.x(), start.y()), (at.x(), at.y())
        self._work.hand(lambda: room.traced(photo, *ends), done, failed)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        lines = [*self._lines, *([self._live] if self._live is not None else [])]
        for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
            painter.setPen(QPen(QColor(colour), width))
            for line in lines:
                painter.drawPolyline(view.line_to_view(line.tolist()))
        painter.setPen(QPen(QColor("#000000"), 1))
        painter.setBrush(QColor(theme.current().accent))
        for place in self.places:
            painter.drawEllipse(view.to_view(place.x(), place.y()), 4, 4)
