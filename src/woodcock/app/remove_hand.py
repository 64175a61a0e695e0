"""Rebuild's brush: what it paints over is taken out of the picture."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen, QPolygonF, QWheelEvent

from woodcock.app import theme
from woodcock.app.hand import Hand, paint_ring, sized
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import Work
from woodcock.separate import combine, stamp_stroke
from woodcock.session import acts


class RemoveHand(Hand):
    """The right button brings back what was there."""

    cursor = Qt.CursorShape.BlankCursor

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._points: list[tuple[float, float]] = []
        self._back = False
        self.pointer: QPointF | None = None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.photo:
            self._points = [(at.x(), at.y())]
            self._back = event.button() == Qt.MouseButton.RightButton

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        self.pointer = at
        if held and self._points:
            self._points.append((at.x(), at.y()))

    def release(self, at: QPointF, view: PictureView) -> None:
        points, self._points = self._points, []
        project, store = self.state.project, self.state.document.store
        photo, size, back = project.photo, self.state.tools.size, self._back
        if not points or photo is None or (back and project.removed is None):
            return

        def make() -> str | None:
            shape = photo.height, photo.width
            old = store.get(project.removed) if project.removed else np.zeros(shape, np.uint8)
            drawn = stamp_stroke(shape, points, size, 1.0)
            mask = combine(old, drawn, "remove" if back else "add")
            return store.put(mask) if mask.any() else None

        def done(mask: str | None) -> None:
            if self.state.project.photo == photo:
                name = "Bring back" if back else "Remove"
                self.state.act(name, lambda p: acts.set_removed(p, mask))

        self._work.hand(make, done)

    def wheel(self, steps: float, event: QWheelEvent) -> bool:
        return sized(self.state, steps, event)

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_Escape and self._points:
            self.give_up()
            return True
        return False

    def give_up(self) -> None:
        self._points = []

    def paint(self, painter: QPainter, view: PictureView) -> None:
        tools = self.state.tools
        if self._points:
            colour = QColor(30, 30, 30, 150) if self._back else QColor(theme.current().accent)
            colour.setAlpha(130)
            pen = QPen(colour, tools.size * view.zoom)
            pen.setCapStyle(Qt.PenCapStyle.RoundCap)
            pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
            painter.setPen(pen)
            path = QPolygonF([view.to_view(x, y) for x, y in self._points])
            painter.drawPolyline(path) if path.size() > 1 else painter.drawPoint(path.first())
        if self.pointer:
            paint_ring(painter, view.transform().map(self.pointer), tools.size * view.zoom / 2)
