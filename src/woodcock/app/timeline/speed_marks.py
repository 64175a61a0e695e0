"""How fast a layer goes, drawn in its lane; where it strobes or stretches, marked."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPixmap, QPolygonF

from woodcock.app import theme
from woodcock.app.timeline.rows import ROW
from woodcock.app.timeline.ruler import Ruler

if TYPE_CHECKING:
    from woodcock.app.state import State

_ROOM = 11.0  # pixels the speed at which motion strobes is high
_LEAST, _POINTS = 0.02, 240  # of that speed, to be shown at all; places a hill is drawn by


class SpeedMarks:
    """Hills as high as layers are fast, worked out once for a report and a width."""

    def __init__(self, state: State, ruler: Ruler) -> None:
        self._state, self._ruler = state, ruler
        self._of: tuple[object, ...] = ()
        self._marks: dict[str, QPixmap] = {}

    def refresh(self) -> None:
        """Look at what is known now; to be called before painting."""
        report, last = self._state.speed_report, self._state.project.frame.last
        of = report, self._ruler.width(), last, theme.current()
        if of != self._of:
            self._of, self._marks = of, {}
            if report is not None:
                for layer_id, found in report.layers.items():
                    if found.speed.max() >= _LEAST * report.limit:
                        self._marks[layer_id] = self._drawn(found.speed, report.limit)

    def _drawn(self, speed: np.ndarray, limit: float) -> QPixmap:
        ruler, frame, look = self._ruler, self._state.project.frame, theme.current()
        picture = QPixmap(max(ruler.width(), 1), ROW)
        picture.fill(Qt.GlobalColor.transparent)
        painter = QPainter(picture)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        step, foot = max(1, len(speed) // _POINTS), ROW - 4
        hill = QPolygonF([QPointF(ruler.x_of(0), foot)])
        for index in range(0, len(speed), step):
            high = min(speed[index : index + step].max() / limit, 1.5) * _ROOM
            hill.append(QPointF(ruler.x_of(frame.time(index)), foot - high))
        hill.append(QPointF(ruler.x_of(frame.last), foot))
        faint = QColor(look.dim)
        faint.setAlpha(60)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(faint)
        painter.drawPolygon(hill)
        painter.setPen(QPen(QColor(look.warning), 3))
        for first, last in _runs(speed > limit):
            a, b = ruler.x_of(frame.time(max(first - 1, 0))), ruler.x_of(frame.time(last))
            painter.drawLine(QPointF(a, 3), QPointF(b, 3))
        painter.end()
        return picture

    def paint(self, painter: QPainter, row: QRectF, layer_id: str) -> None:
        """A layer's hill, and a line over where it strobes."""
        picture = self._marks.get(layer_id)
        if picture is not None:
            painter.drawPixmap(row.topLeft(), picture)


def _runs(flags: np.ndarray) -> list[tuple[int, int]]:
    """First and last index of each run of true values."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], flags.view(np.int8), [0]])))
    return [(int(a), int(b) - 1) for a, b in edges.reshape(-1, 2)]
