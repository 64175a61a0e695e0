"""The Trace tool: click along an edge, the line between the clicks keeps to it."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import Work

_NEAR = 10  # screen pixels within which the first place is meant


class TraceHand:
    """The places clicked so far and the lines between them, in the photo's pixels."""

    def __init__(self, state: State, work: Work) -> None:
        self._state, self._work = state, work
        self._busy = False
        self._asked: QPointF | None = None
        self.photo = ""  # the pixels it is drawn on, by name
        self.places: list[QPointF] = []
        self._lines: list[np.ndarray] = []
        self._live: np.ndarray | None = None

    def click(self, at: QPointF, view: PictureView) -> tuple[tuple[float, float], ...] | None:
        """Set a place; all of them if that closes the outline (a click on the first one)."""
        if len(self.places) > 2:
            first = view.to_view(self.places[0].x(), self.places[0].y())
            if (view.to_view(at.x(), at.y()) - first).manhattanLength() < _NEAR:
                return self.close()
        photo = self._state.project.photo
        self.photo = photo.pixels if photo else ""
        if self.places:
            self._draw(len(self._lines), self.places[-1], at, view)
        self.places.append(at)
        self._live = None
        return None

    def close(self) -> tuple[tuple[float, float], ...] | None:
        """The places set; None if there is no area between them yet."""
        places = tuple((place.x(), place.y()) for place in self.places)
        self.give_up()
        return places if len(places) > 2 else None

    def _draw(self, index: int, start: QPointF, end: QPointF, view: PictureView) -> None:
        """Show the line between two places: a straight one until it is worked out."""
        ends = (start.x(), start.y()), (end.x(), end.y())
        self._lines.append(np.array(ends))
        photo, room = self._state.project.photo, self._state.cutting
        if photo is None:
            return

        def done(line: np.ndarray) -> None:
            if index < len(self._lines) and self.places[index] == start:
                self._lines[index] = line
                view.update()

        self._work.hand(lambda: room.traced(photo, *ends), done)

    def back(self) -> None:
        """Take back the last place."""
        if self.places:
            self.places.pop()
            self._lines = self._lines[: max(len(self.places) - 1, 0)]
            self._live = None

    def give_up(self) -> None:
        self.places, self._lines, self._live = [], [], None

    def hover(self, at: QPointF, view: PictureView) -> None:
        """Show the line to the pointer; of the places passed meanwhile only the last counts."""
        self._asked = at
        photo, room = self._state.project.photo, self._state.cutting
        if self._busy or not self.places or photo is None or not room.ready(photo):
            return
        start, self._busy = self.places[-1], True

        def done(line: np.ndarray) -> None:
            self._busy = False
            if self.places and self.places[-1] == start:
                self._live = line
                view.update()
                if self._asked is not None and self._asked != at:
                    self.hover(self._asked, view)

        def failed() -> None:
            self._busy = False

        ends = (start.x(), start.y()), (at.x(), at.y())
        self._work.hand(lambda: room.traced(photo, *ends), done, failed)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        lines = [*self._lines, *([self._live] if self._live is not None else [])]
        for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
            painter.setPen(QPen(QColor(colour), width))
            for line in lines:
                painter.drawPolyline(QPolygonF([view.to_view(x, y) for x, y in line.tolist()]))
        painter.setPen(QPen(QColor("#000000"), 1))
        painter.setBrush(QColor(theme.current().accent))
        for place in self.places:
            painter.drawEllipse(view.to_view(place.x(), place.y()), 4, 4)
