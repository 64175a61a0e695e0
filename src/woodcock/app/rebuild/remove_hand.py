"""Rebuild's brush: what it paints over is taken out of the picture."""

from __future__ import annotations

from collections import deque
from typing import NamedTuple

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QMouseEvent, QPainter

from woodcock.app import theme
from woodcock.app.picture.hand import BrushHand, paint_path
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.separate import combine, stamp_stroke
from woodcock.session import filling
from woodcock.texts import tr


class _Drawn(NamedTuple):
    """A finished stroke: its size in photo pixels, whether it brings back, the photo it is on."""

    points: tuple[tuple[float, float], ...]
    size: float
    back: bool
    photo: str


class RemoveHand(BrushHand):
    """The right button brings back what was there."""

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._back = self._busy = False
        self._waiting: deque[_Drawn] = deque()

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.photo:
            self.points = [(at.x(), at.y())]
            self._back = event.button() == Qt.MouseButton.RightButton

    def release(self, at: QPointF, view: PictureView) -> None:
        points, self.points = self.points, []
        if points:
            tools, back = self.state.tools, self._back
            self._waiting.append(_Drawn(tuple(points), tools.size, back, self.photo))
            self._next()

    def _next(self) -> None:
        """Take in the oldest stroke that waits; each starts from what the one before it left."""
        if self._busy or not self._waiting:
            return
        drawn = self._waiting.popleft()
        project, store = self.state.project, self.state.document.store
        photo = project.photo
        if photo is None or photo.pixels != drawn.photo or (drawn.back and not project.removed):
            self._next()
            return
        self._busy = True

        def make() -> str | None:
            shape = photo.height, photo.width
            old = store.get(project.removed) if project.removed else np.zeros(shape, np.uint8)
            area = stamp_stroke(shape, drawn.points, drawn.size, 1.0)
            mask = combine(old, area, "remove" if drawn.back else "add")
            return store.put(mask) if mask.any() else None

        def done(mask: str | None) -> None:
            self._busy = False
            if self.state.project.photo == photo:
                name = tr("Bring back") if drawn.back else tr("Remove")
                self.state.act(name, lambda p: filling.set_removed(p, mask))
            self._next()

        def failed() -> None:
            self._busy = False
            self._next()

        self._work.hand(make, done, failed)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        tools = self.state.tools
        if self.points:
            colour = QColor(30, 30, 30, 150) if self._back else QColor(theme.current().accent)
            colour.setAlpha(130)
            paint_path(painter, view, self.points, tools.size, colour)
        super().paint(painter, view)
