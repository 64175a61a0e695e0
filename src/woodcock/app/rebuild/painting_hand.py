"""A brush whose strokes are taken in one after the other, off the interface thread."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QMouseEvent, QPainter

from woodcock.app import theme
from woodcock.app.picture.hand import BrushHand, paint_path
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project


class Drawn(NamedTuple):
    """A finished stroke: its size in photo pixels, whether it takes back, the photo it is on, the
    layer that was selected, and what it paints."""

    points: tuple[tuple[float, float], ...]
    size: float
    back: bool
    photo: str
    layer: str | None
    paints: str


class PaintingHand(BrushHand):
    """The right button takes back what was painted."""

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self._back = self._busy = False
        self._waiting: deque[Drawn] = deque()

    def painted(self, drawn: Drawn, project: Project) -> Callable[[], str | None] | None:
        """Work that makes the stored picture a stroke leaves; None where it has nothing to do."""
        raise NotImplementedError

    def take_in(self, drawn: Drawn, pixels: str | None) -> None:
        """Make an act of what was painted."""
        raise NotImplementedError

    @property
    def colour(self) -> QColor:
        """Of a stroke that is being drawn."""
        return QColor(theme.current().accent)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.photo:
            self.points = [(at.x(), at.y())]
            self._back = event.button() == Qt.MouseButton.RightButton

    def release(self, at: QPointF, view: PictureView) -> None:
        points, self.points = self.points, []
        if points:
            tools, layer = self.state.tools, self.state.selected
            self._waiting.append(
                Drawn(tuple(points), tools.size, self._back, self.photo, layer, tools.sources)
            )
            self._next()

    def _next(self) -> None:
        """Take in the oldest stroke that waits; each starts from what the one before it left."""
        if self._busy or not self._waiting:
            return
        drawn, project = self._waiting.popleft(), self.state.project
        photo = project.photo
        same = photo is not None and photo.pixels == drawn.photo
        work = self.painted(drawn, project) if same else None
        if work is None:
            self._next()
            return
        self._busy = True

        def done(pixels: str | None) -> None:
            self._busy = False
            if self.state.project.photo == photo:
                self.take_in(drawn, pixels)
            self._next()

        def failed() -> None:
            self._busy = False
            self._next()

        self._work.hand(work, done, failed)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        if self.points:
            colour = QColor(30, 30, 30, 150) if self._back else self.colour
            colour.setAlpha(130)
            paint_path(painter, view, self.points, self.state.tools.size, colour)
        super().paint(painter, view)
