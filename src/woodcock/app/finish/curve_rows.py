"""Curves of a grade: points dragged on the curve of all channels, or of one."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import note, push
from woodcock.app.finish.graded import GradedRows
from woodcock.app.state import State
from woodcock.app.timeline.film_names import GRADE_SHOWN
from woodcock.finish.curve import curve_at
from woodcock.model import STRAIGHT, Points
from woodcock.session import film
from woodcock.texts import tr, tr_noop

_CHANNELS = {
    "master": (tr_noop("All"), tr_noop("The curve of all channels; it comes first")),
    "red": (tr_noop("Red"), tr_noop("The curve of red")),
    "green": (tr_noop("Green"), tr_noop("The curve of green")),
    "blue": (tr_noop("Blue"), tr_noop("The curve of blue")),
}
_INKS = {"red": "#e0604c", "green": "#58b368", "blue": "#6f9df0"}
_HIGH, _RIM, _NEAR = 190, 8, 12
_APART = 0.01  # of the width, that points keep
_STEP = 0.01  # an arrow key
_ARROWS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, 1),
    Qt.Key.Key_Down: (0, -1),
}  # fmt: skip


class CurveEdit(QWidget):
    """A curve from black to white; a click on it makes a point, a drag far outside takes it off."""

    ROLE = QAccessible.Role.Chart

    changed = Signal(object)  # the points
    settled = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.points: Points = STRAIGHT
        self.ink = ""
        self.chosen: int | None = None
        self._held = False
        self.setFixedHeight(_HIGH)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(tr("Curve"))
        self.setToolTip(
            tr(
                "Click to add a point, drag it; Delete, or dragging it out, takes it off. "
                "Arrow keys move the chosen one. Left is dark, right is bright."
            )
        )

    def show_points(self, points: Points, channel: str) -> None:
        if not self._held:
            self.points = points
            if self.chosen is not None and self.chosen >= len(points):
                self.chosen = None
        self.ink = _INKS.get(channel, "")
        self.update()

    @property
    def area(self) -> QRectF:
        return QRectF(self.rect()).adjusted(_RIM, _RIM, -_RIM, -_RIM)

    def spot(self, x: float, y: float) -> QPointF:
        area = self.area
        return QPointF(area.left() + x * area.width(), area.bottom() - y * area.height())

    def _value(self, at: QPointF) -> tuple[float, float]:
        area = self.area
        x, y = (at.x() - area.left()) / area.width(), (area.bottom() - at.y()) / area.height()
        return min(max(x, 0.0), 1.0), min(max(y, 0.0), 1.0)

    def spoken(self) -> str:
        if self.chosen is None:
            return tr("%n points, none chosen", "", len(self.points))
        x, y = self.points[self.chosen]
        return tr(
            "point {chosen} of {points}: {x:.2f} to {y:.2f}",
            chosen=self.chosen + 1,
            points=len(self.points),
            x=x,
            y=y,
        )

    def paintEvent(self, event: QPaintEvent) -> None:
        look, area = theme.current(), self.area
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor("#161514"))
        painter.setPen(QPen(QColor("#3c3936"), 1))
        for quarter in range(5):
            share = quarter / 4
            painter.drawLine(self.spot(share, 0), self.spot(share, 1))
            painter.drawLine(self.spot(0, share), self.spot(1, share))
        painter.drawLine(self.spot(0, 0), self.spot(1, 1))
        x = np.linspace(0, 1, max(int(area.width()), 2))
        line = QPolygonF([self.spot(*p) for p in zip(x, curve_at(self.points, x), strict=True)])
        painter.setPen(QPen(QColor(self.ink or "#ece5dc"), 2))
        painter.drawPolyline(line)
        for number, point in enumerate(self.points):
            chosen = number == self.chosen and self.hasFocus()
            painter.setPen(QPen(QColor("#161514"), 1.5))
            painter.setBrush(QColor(look.accent if chosen else self.ink or "#ece5dc"))
            painter.drawEllipse(self.spot(*point), 5, 5)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() != Qt.MouseButton.LeftButton:
            return
        at = event.position()
        away = [(self.spot(*p) - at).manhattanLength() for p in self.points]
        near = int(np.argmin(away))
        self._held = True
        if away[near] <= _NEAR:
            self.chosen = near
            self.update()
            return
        x, _ = self._value(at)
        if any(abs(x - p[0]) < _APART for p in self.points):
            return
        self.chosen = sum(p[0] < x for p in self.points)
        self._tell((*self.points[: self.chosen], self._value(at), *self.points[self.chosen :]))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held and self.chosen is not None:
            self._move(*self._value(event.position()))

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        outside = not QRectF(self.rect()).adjusted(-24, -24, 24, 24).contains(event.position())
        if self._held and outside:
            self._take_off()
        self._held = False
        self.settled.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if self.chosen is not None and key in _ARROWS:
            x, y = self.points[self.chosen]
            across, up = _ARROWS[key]
            self._move(x + across * _STEP, y + up * _STEP)
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace):
            self._take_off()
            self.settled.emit()
        else:
            super().keyPressEvent(event)

    def _move(self, x: float, y: float) -> None:
        """The chosen point there, between its neighbours."""
        number, points = self.chosen, self.points
        assert number is not None
        low = points[number - 1][0] + _APART if number else 0.0
        high = points[number + 1][0] - _APART if number + 1 < len(points) else 1.0
        moved = min(max(x, low), max(high, low)), min(max(y, 0.0), 1.0)
        self._tell((*points[:number], moved, *points[number + 1 :]))

    def _take_off(self) -> None:
        """Without the chosen point; two are always left."""
        if self.chosen is not None and len(self.points) > 2:
            number, self.chosen = self.chosen, None
            self._tell((*self.points[:number], *self.points[number + 1 :]))

    def _tell(self, points: Points) -> None:
        self.points = points
        self.update()
        self.changed.emit(points)


class CurveRows(GradedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        row, self.channels = choices(_CHANNELS, state.tools.channel, self._turn)
        self.add(row)
        self.edit = CurveEdit()
        self.edit.changed.connect(self._set_points)
        self.edit.settled.connect(state.document.seal)
        self.add(self.edit)
        self.track(self.form(), "grade curves amount", GRADE_SHOWN["grade curves amount"])
        self.straight = push(tr("Straight again"), tr("This curve leaves all as it is"),
                             lambda: self._set_points(STRAIGHT), "undo-2")  # fmt: skip
        self.add(self.straight)
        self.about = note()
        self.add(self.about)

    def refresh(self) -> None:
        channel, curves = self.state.tools.channel, self.grade.curves
        show_choice(self.channels, channel)
        self.edit.show_points(getattr(curves, channel), channel)
        self.straight.setEnabled(getattr(curves, channel) != STRAIGHT)
        bent = [
            tr(text) for name, (text, _) in _CHANNELS.items() if getattr(curves, name) != STRAIGHT
        ]
        self.about.setText(
            tr("Curved: {all}.", all=", ".join(bent)) if bent else tr("All are straight.")
        )
        self.show_numbers()

    def _turn(self, channel: str) -> None:
        self.state.tools.channel = channel
        self.edit.chosen = None
        self.state.touch()

    def _set_points(self, points: Points) -> None:
        owner, channel = self.owner(), self.state.tools.channel
        self.state.act_each(
            tr("Curve"),
            owner,
            lambda p, each: film.set_curve(p, each, channel, points),
            f"curve {owner} {channel}",
        )
