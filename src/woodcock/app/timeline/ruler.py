"""Seconds over the lanes."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QAccessible, QColor, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State
from woodcock.model import Project
from woodcock.session import sounds
from woodcock.texts import number, tr

_PAD, _NEAR = 14, 6  # pixels


class Ruler(QWidget):
    """Seconds and frames over the lanes; pressing or dragging moves the playhead."""

    ROLE = QAccessible.Role.Slider

    def __init__(self, state: State, previews: Previews) -> None:
        super().__init__()
        self.state, self._previews = state, previews
        self._range_from: int | None = None
        self._marker: tuple[float, Project] | None = None  # that is dragged, and the project before
        self.setToolTip(
            tr(
                "Drag to move the playhead. Shift and a drag set the range that is played; a "
                "double click plays all of it. The line shows frames that are ready to be played. "
                "M sets a marker at the playhead; drag it, or take it off by a right click."
            )
        )
        self.setFixedHeight(theme.px(30))
        self.setAccessibleName(tr("Time ruler"))
        self.setWhatsThis(tr("The time of the clip: click or drag to set the playhead."))

    def x_of(self, time: float) -> float:
        last = self.state.project.frame.last
        return _PAD + time / last * (self.width() - 2 * _PAD)

    def time_of(self, x: float) -> float:
        """Seconds at a place, within the clip."""
        share = (x - _PAD) / max(self.width() - 2 * _PAD, 1)
        return min(max(share, 0.0), 1.0) * self.state.project.frame.last

    @property
    def seconds_a_pixel(self) -> float:
        return self.state.project.frame.last / max(self.width() - 2 * _PAD, 1)

    def spoken(self) -> str:
        frame, time = self.state.project.frame, self.state.time
        return tr(
            "{time:.2f} s, frame {index} of {count}",
            time=time,
            index=frame.index(time) + 1,
            count=frame.count,
        )

    def paintEvent(self, event: QPaintEvent) -> None:
        look, frame = theme.current(), self.state.project.frame
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(theme.font(11))
        step = next((s for s in (0.1, 0.25, 0.5, 1, 2, 5, 10, 30, 60)
                     if frame.last / s * 44 < self.width()), 60.0)  # fmt: skip
        ticks = int(frame.last / step + 1e-6)
        for n in range(ticks + 1):
            x = self.x_of(n * step)
            painter.setPen(QPen(QColor(look.line), 1))
            painter.drawLine(QPointF(x, 20), QPointF(x, 29))
            painter.setPen(QColor(look.dim))
            painter.drawText(
                QRectF(x - 24, 3, 48, 16), Qt.AlignmentFlag.AlignCenter, f"{number(n * step)} s"
            )
        self._paint_range(painter)
        self._paint_markers(painter)
        self._paint_ready(painter)
        x = self.x_of(self.state.time)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(look.accent))
        painter.drawPolygon(QPolygonF([QPointF(x - 6, 18), QPointF(x + 6, 18), QPointF(x, 29)]))

    def _paint_range(self, painter: QPainter) -> None:
        if self.state.range is None:
            return
        look, frame = theme.current(), self.state.project.frame
        a, b = (self.x_of(frame.time(index)) for index in self.state.played)
        tint = QColor(look.accent)
        tint.setAlpha(50)
        painter.fillRect(QRectF(a, 0, b - a, 19), tint)
        painter.setPen(QPen(QColor(look.accent), 2))
        for x in (a, b):
            painter.drawLine(QPointF(x, 0), QPointF(x, 19))

    def _paint_markers(self, painter: QPainter) -> None:
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(theme.current().warning))
        for time in self.state.project.markers:
            x = self.x_of(time)
            shape = (0, 0), (4, 4), (0, 12), (-4, 4)
            painter.drawPolygon(QPolygonF([QPointF(x + a, 17 + b) for a, b in shape]))

    def _marker_at(self, at: QPointF) -> float | None:
        near = [(abs(self.x_of(t) - at.x()), t) for t in self.state.project.markers]
        away, time = min(near, default=(_NEAR, 0.0))
        return time if away < _NEAR and at.y() > 15 else None

    def _paint_ready(self, painter: QPainter) -> None:
        """A line under the frames that are ready to be played."""
        frame = self.state.project.frame
        known = sorted(self._previews.frames.known(self.state.project))
        painter.setPen(QPen(QColor(theme.current().good), 2))
        step = frame.last / max(frame.count - 1, 1) / 2
        start = 0
        for at in range(1, len(known) + 1):
            if at == len(known) or known[at] != known[at - 1] + 1:
                a, b = frame.time(known[start]) - step, frame.time(known[at - 1]) + step
                painter.drawLine(
                    QPointF(self.x_of(max(a, 0.0)), 29), QPointF(self.x_of(min(b, frame.last)), 29)
                )
                start = at

    def _frame_at(self, x: float) -> int:
        return self.state.project.frame.index(self.time_of(x))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        marker = self._marker_at(event.position())
        self._marker = None
        if marker is not None and event.button() == Qt.MouseButton.RightButton:
            self.state.act(tr("Take off a marker"), lambda p: sounds.unmark(p, marker))
        elif marker is not None:
            self._marker = marker, self.state.project
        elif event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            self._range_from = self._frame_at(event.position().x())
        else:
            self._range_from = None
            self.seek(event.position().x())

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self.state.play_range(None)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._marker is not None:
            self.state.document.seal()
        self._marker = None

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons() and self._marker is not None:
            time, before = self._marker
            to = self.time_of(event.position().x())
            self.state.act(
                tr("Move a marker"),
                lambda _: sounds.move_marker(before, time, to),
                f"marker {time}",
            )
        elif event.buttons() and self._range_from is not None:
            first, last = sorted((self._range_from, self._frame_at(event.position().x())))
            if first < last:
                self.state.play_range((first, last))
        elif event.buttons():
            self.seek(event.position().x())

    def seek(self, x: float) -> None:
        self.state.seek(self.time_of(x))
