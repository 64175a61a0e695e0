"""Strokes: brushes, the lasso, touches and boxes, clicked colours."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen, QWheelEvent

from woodcock.app import theme
from woodcock.app.picture.hand import Hand, near, paint_path, paint_ring, sized
from woodcock.app.picture.view import PictureView
from woodcock.app.separate.cutter import Cutter
from woodcock.app.state import State
from woodcock.session.stroke import Stroke

_BRUSHES = ("brush", "grow", "fine")
_BOXED, _SAME = 8, 12  # screen pixels: a drag rather than a click; a click on the same place


@dataclass
class _Drawn:
    """A stroke that is being drawn."""

    points: list[tuple[float, float]] = field(default_factory=list)
    remove: bool = False
    pressures: list[float] = field(default_factory=list)


class StrokeHand(Hand):
    def __init__(self, state: State, cutter: Cutter) -> None:
        super().__init__(state)
        self._cutter = cutter
        self._stroke: _Drawn | None = None
        self.pointer: QPointF | None = None
        self._touched: tuple[Stroke, str] | None = None  # with the photo that was touched

    @property
    def _round(self) -> bool:
        return self.state.tools.separate in _BRUSHES

    @property
    def cursor(self) -> Qt.CursorShape:  # type: ignore[override]
        return Qt.CursorShape.BlankCursor if self._round else Qt.CursorShape.CrossCursor

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.state.project.photo:
            removes = event.button() == Qt.MouseButton.RightButton
            self._stroke = _Drawn([(at.x(), at.y())], removes, [view.pressure])

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        self.pointer = at
        if held and self._stroke:
            self._stroke.points.append((at.x(), at.y()))
            self._stroke.pressures.append(view.pressure)
            self._cutter.preview(self._finished(self._stroke))

    def release(self, at: QPointF, view: PictureView) -> None:
        drawn, self._stroke = self._stroke, None
        kind = self.state.tools.separate
        if drawn is None or (kind == "lasso" and len(drawn.points) < 3):
            return
        stroke = self._finished(drawn)
        self._cutter.take(self._touch(stroke, view) if kind == "touch" else stroke)

    def wheel(self, steps: float, event: QWheelEvent) -> bool:
        return sized(self.state, steps, event)

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_Escape and self._stroke:
            self.give_up()
            return True
        return False

    def give_up(self) -> None:
        if self._stroke:
            self._cutter.give_up()
        self._stroke = None

    def _finished(self, drawn: _Drawn) -> Stroke:
        """The stroke with the tool as it is set now."""
        tools = self.state.tools
        mode = "remove" if drawn.remove else tools.stroke
        if tools.separate == "fine" and mode != "new":
            mode = "add"
        return Stroke(
            tuple(drawn.points),
            tools.separate,
            mode,
            tools.size,
            tools.hardness,
            self.state.selected,
            tolerance=tools.tolerance,
            local=tools.local,
            opacity=tools.opacity,
            pressures=() if min(drawn.pressures) == 1.0 else tuple(drawn.pressures),
            hues=tuple(tools.hues) if tools.separate == "alike" else (),
        )

    def _touch(self, drawn: Stroke, view: PictureView) -> Stroke:
        """A click or a box; a click where the last one was asks for more of the same thing."""
        ends = drawn.points[0], drawn.points[-1]
        boxed = np.hypot(ends[0][0] - ends[1][0], ends[0][1] - ends[1][1]) * view.zoom > _BOXED
        drawn = replace(drawn, points=ends if boxed else ends[:1])
        before = self._touched[0] if self._touched and self._touched[1] == self.photo else None
        if before and not boxed and (before.mode == "remove") == (drawn.mode == "remove"):
            last, now = (view.to_view(*stroke.points[0]) for stroke in (before, drawn))
            if near(last, now, _SAME):
                drawn = replace(drawn, times=before.times + 1)
        self._touched = None if boxed else (drawn, self.photo)
        return drawn

    def paint(self, painter: QPainter, view: PictureView) -> None:
        tools, stroke = self.state.tools, self._stroke
        removing = tools.stroke == "remove" or (stroke is not None and stroke.remove)
        if stroke:
            self._paint_stroke(painter, view, stroke, removing)
        if self.pointer and self._round:
            at = view.transform().map(self.pointer)
            paint_ring(painter, at, tools.size * view.zoom / 2)
            painter.setPen(QPen(QColor("#ffffff"), 1.2))
            painter.drawLine(at - QPointF(4, 0), at + QPointF(4, 0))
            if not removing:
                painter.drawLine(at - QPointF(0, 4), at + QPointF(0, 4))

    def _paint_stroke(
        self, painter: QPainter, view: PictureView, stroke: _Drawn, removing: bool
    ) -> None:
        tools, accent = self.state.tools, QColor(theme.current().accent)
        path = view.line_to_view(stroke.points)
        if tools.separate == "touch":
            painter.setPen(QPen(accent, 1.5, Qt.PenStyle.DashLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawRect(QRectF(path.first(), path.last()).normalized())
        elif tools.separate == "lasso":
            for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
                style = Qt.PenStyle.DashLine if removing else Qt.PenStyle.SolidLine
                painter.setPen(QPen(QColor(colour), width, style))
                painter.drawPolyline(path)
            painter.setPen(QPen(accent, 1, Qt.PenStyle.DotLine))
            painter.drawLine(path.last(), path.first())
        else:
            accent.setAlpha(120 if tools.separate == "brush" else 55)
            stroke_colour = QColor(30, 30, 30, 150) if removing else accent
            paint_path(painter, view, stroke.points, tools.size, stroke_colour)
