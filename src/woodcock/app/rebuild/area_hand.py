"""The mouse marking an area: to be filled anew, or to have something transplanted into it."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.picture.hand import Hand
from woodcock.app.picture.view import PictureView
from woodcock.app.rebuild.repairer import Repairer
from woodcock.app.state import State
from woodcock.rebuild.brushes import Shift

_LEAST = 3  # places of an outline


class AreaHand(Hand):
    """Drawing outside the area begins another; dragging inside it takes from where it is dragged.

    The area belongs to one photo and one tool.
    """

    def __init__(self, state: State, repairer: Repairer) -> None:
        super().__init__(state)
        self._repairer = repairer
        self._drawn: list[QPointF] = []
        self._area: tuple[str, str, QPolygonF] | None = None
        self._from: QPointF | None = None
        self._by = QPointF()

    @property
    def area(self) -> QPolygonF | None:
        """The marked area, in photo pixels."""
        if self._area is None or self._area[:2] != (self.photo, self.state.tools.rebuild):
            return None
        return self._area[2]

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        area = self.area
        inside = area is not None and area.containsPoint(at, Qt.FillRule.OddEvenFill)
        if self.state.tools.rebuild == "transplant" and inside:
            if self._repairer.start_area():
                self._from, self._by = at, QPointF()
        elif self.photo:
            self._drawn, self._area = [at], None

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        if held and self._from is not None:
            self._by = at - self._from
            self._repairer.preview(self._outline, self._shift)
        elif held and self._drawn:
            self._drawn.append(at)

    def release(self, at: QPointF, view: PictureView) -> None:
        if self._from is not None:
            self._from = None
            if self._by.manhattanLength() >= 1:
                self._repairer.transplant(self._outline, self._shift)
            else:
                self._repairer.give_up()
            return
        drawn, self._drawn = self._drawn, []
        if len(drawn) < _LEAST:
            return
        self._area = self.photo, self.state.tools.rebuild, QPolygonF(drawn)
        if self.state.tools.rebuild == "anew":
            self.again()
        self.state.touch()

    def again(self) -> None:
        """Yet another proposal for the marked area."""
        if self.area is not None and self.state.tools.rebuild == "anew":
            self._repairer.anew(self._outline)

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_Escape and (self._drawn or self._area):
            self.give_up()
            return True
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.area is not None:
            self.again()
            return True
        return False

    def give_up(self) -> None:
        if self._from is not None:
            self._repairer.give_up()
        self._from, self._area, self._drawn = None, None, []

    @property
    def _outline(self) -> np.ndarray:
        area = self.area
        assert area is not None
        return np.array([(p.x(), p.y()) for p in area.toList()], np.float64)

    @property
    def _shift(self) -> Shift:
        """From the area to what is taken; mirrored about the middle of the two, if at all."""
        dx, dy = round(self._by.x()), round(self._by.y())
        area = self.area
        if not self.state.tools.mirrored or area is None:
            return Shift(dx, dy)
        return Shift(dx, dy, round(2 * area.boundingRect().center().x()) + dx)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = self.area
        if self._drawn:
            self._line(painter, view, QPolygonF(self._drawn), Qt.PenStyle.DashLine, False)
        if area is not None:
            self._line(painter, view, area, Qt.PenStyle.DashLine, True)
            if self._from is not None:
                moved = area.translated(self._by)
                self._line(painter, view, moved, Qt.PenStyle.SolidLine, True)

    def _line(
        self,
        painter: QPainter,
        view: PictureView,
        path: QPolygonF,
        style: Qt.PenStyle,
        closed: bool,
    ) -> None:
        shown = view.transform().map(path)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 2.8), (theme.current().accent, 1.4)):
            painter.setPen(QPen(QColor(colour), width, style))
            painter.drawPolygon(shown) if closed else painter.drawPolyline(shown)
