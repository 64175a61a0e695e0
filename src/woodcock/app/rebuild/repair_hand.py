"""The mouse with a repairing brush in it: clone, blend, smudge, colour."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QMouseEvent, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.hand import BrushHand, paint_path
from woodcock.app.picture.view import PictureView
from woodcock.app.rebuild.repairer import NAMES, Repairer
from woodcock.app.state import State
from woodcock.rebuild.brushes import Brush, Shift
from woodcock.session.repair import Repair
from woodcock.texts import tr


class RepairHand(BrushHand):
    """The right button takes from a place: the source of a clone, or a colour."""

    def __init__(self, state: State, repairer: Repairer) -> None:
        super().__init__(state)
        self._repairer = repairer
        self._source: tuple[str, QPointF] | None = None  # with the photo it was picked in
        self._shift: Shift | None = None  # of the strokes since

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if not self.photo:
            return
        kind = self.state.tools.rebuild
        if event.button() == Qt.MouseButton.RightButton:
            self._take(kind, at)
            return
        shift = self._begun(at) if kind == "clone" else None
        if kind == "clone" and shift is None:
            self.state.told.emit(tr("Right-click the place to copy from first."))
            return
        tools = self.state.tools
        brush = Brush(tools.size, tools.hardness, tools.opacity)
        repair = Repair(kind, brush, shift, self._repairer.look(), tools.colour)
        if self._repairer.begin(repair, (at.x(), at.y())):
            self.points, self._shift = [(at.x(), at.y())], shift

    def _take(self, kind: str, at: QPointF) -> None:
        if kind == "clone":
            self._source, self._shift = (self.photo, at), None
        elif kind == "colour":
            stand = self._repairer.stand(self._repairer.layer)
            if stand:
                look = self._repairer.look() or stand.canvas.now
                r, g, b, alpha = look((math.floor(at.x()), math.floor(at.y()), 1, 1))[0, 0]
                if alpha:
                    self.state.tools.colour = int(r), int(g), int(b)
                    self.state.touch()

    def _begun(self, at: QPointF) -> Shift | None:
        """Where a stroke of the clone that begins here copies from."""
        tools = self.state.tools
        if self._source is None or self._source[0] != self.photo:
            return None
        mirrored = self._shift is not None and self._shift.across is not None
        if self._shift and tools.aligned and mirrored == tools.mirrored:
            return self._shift
        source = self._source[1]
        dx, dy = round(source.x() - at.x()), round(source.y() - at.y())
        across = math.floor(source.x()) + math.floor(at.x()) + 1
        return Shift(dx, dy, across if tools.mirrored else None)

    def drawn_on(self) -> None:
        self._repairer.move(self.points[-1])

    def release(self, at: QPointF, view: PictureView) -> None:
        points, self.points = self.points, []
        if points:
            self._repairer.lift(tr(NAMES[self.state.tools.rebuild]))

    def give_up(self) -> None:
        if self.points:
            super().give_up()
            self._repairer.give_up()

    def paint(self, painter: QPainter, view: PictureView) -> None:
        tools, radius = self.state.tools, self.state.tools.size * view.zoom / 2
        if self.points and tools.rebuild == "blend":
            accent = QColor(theme.current().accent)
            accent.setAlpha(70)
            paint_path(painter, view, self.points, tools.size, accent)
        super().paint(painter, view)
        if tools.rebuild == "clone" and self._source and self._source[0] == self.photo:
            self._paint_source(painter, view, radius)

    def _paint_source(self, painter: QPainter, view: PictureView, radius: float) -> None:
        """A cross and a ring where the copy comes from; it goes along with the pointer."""
        at = self._source[1] if self._source else QPointF()
        if self._shift and self.pointer and (self.points or self.state.tools.aligned):
            shift, pointer = self._shift, self.pointer
            x = pointer.x() + shift.dx if shift.across is None else shift.across - pointer.x()
            at = QPointF(x, pointer.y() + shift.dy)
        spot = view.to_view(at.x(), at.y())
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 2.6), (theme.current().accent, 1.2)):
            painter.setPen(QPen(QColor(colour), width))
            painter.drawLine(spot - QPointF(7, 0), spot + QPointF(7, 0))
            painter.drawLine(spot - QPointF(0, 7), spot + QPointF(0, 7))
            painter.setPen(QPen(QColor(colour), width, Qt.PenStyle.DotLine))
            painter.drawEllipse(spot, radius, radius)
