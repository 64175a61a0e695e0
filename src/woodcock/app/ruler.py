"""Seconds over the lanes."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFont, QMouseEvent, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.app.state import State

_PAD = 14


class Ruler(QWidget):
    """Seconds and frames over the lanes; pressing or dragging moves the playhead."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setFixedHeight(30)
        self.setAccessibleName("Time ruler")

    def x_of(self, time: float) -> float:
        last = self.state.project.frame.last
        return _PAD + time / last * (self.width() - 2 * _PAD)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, frame = theme.current(), self.state.project.frame
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        font = QFont(self.font())
        font.setPixelSize(11)
        painter.setFont(font)
        step = next((s for s in (0.1, 0.25, 0.5, 1, 2, 5, 10, 30, 60)
                     if frame.last / s * 44 < self.width()), 60.0)  # fmt: skip
        ticks = int(frame.last / step + 1e-6)
        for n in range(ticks + 1):
            x = self.x_of(n * step)
            painter.setPen(QPen(QColor(look.line), 1))
            painter.drawLine(QPointF(x, 20), QPointF(x, 29))
            painter.setPen(QColor(look.dim))
            painter.drawText(
                QRectF(x - 24, 3, 48, 16), Qt.AlignmentFlag.AlignCenter, f"{n * step:g} s"
            )
        x = self.x_of(self.state.time)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(look.accent))
        painter.drawPolygon(QPolygonF([QPointF(x - 6, 18), QPointF(x + 6, 18), QPointF(x, 29)]))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.seek(event.position().x())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons():
            self.seek(event.position().x())

    def seek(self, x: float) -> None:
        share = (x - _PAD) / max(self.width() - 2 * _PAD, 1)
        self.state.seek(min(max(share, 0.0), 1.0) * self.state.project.frame.last)
