"""The amount of a move on a scale that shows how far it is safe."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QAccessible,
    QBrush,
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QSizePolicy, QWidget

from woodcock.app import theme
from woodcock.session.safe_travel import SafeTravel
from woodcock.texts import number, tr

_PAD, _HIGH = 8.0, 26


class TravelBar(QWidget):
    """Plain as far as it is safe, dotted where a cut-off edge shows, hatched beyond the limit."""

    ROLE = QAccessible.Role.Slider

    moved = Signal(float)

    def __init__(self) -> None:
        super().__init__()
        self.amount, self.top = 0.0, 100.0
        self.safe: SafeTravel | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(_HIGH)
        self.setAccessibleName(tr("Amount and safe travel"))
        self.setToolTip(
            tr(
                "Drag to set the amount. Hatched: a gap shows or a relief tears. Dotted: the edge "
                "of a layer that the photo cuts off comes into the frame."
            )
        )

    def sizeHint(self) -> QSize:
        return QSize(120, _HIGH)

    def show_amount(self, amount: float, usual: float, safe: SafeTravel | None) -> None:
        """The scale reaches beyond the amount and the limits, if these are near."""
        self.amount, self.safe = amount, safe
        marks = [2 * usual, 1.15 * amount]
        if safe is not None:
            ends = (safe.limit.amount, safe.edge.amount)
            marks += [1.3 * end for end in ends if end < 6 * usual]
        self.top = max(marks)
        self.update()

    def x_of(self, amount: float) -> float:
        share = min(max(amount / self.top, 0.0), 1.0)
        return _PAD + share * (self.width() - 2 * _PAD)

    def spoken(self) -> str:
        safe = tr(", safe to {amount:.3g}", amount=self.safe.limit.amount) if self.safe else ""
        return f"{number(self.amount, '.3g')}{safe}"

    def paintEvent(self, event: QPaintEvent) -> None:
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        groove = QRectF(_PAD, 9, self.width() - 2 * _PAD, 8)
        painter.setPen(QPen(QColor(look.line), 1))
        painter.setBrush(QColor(look.raised))
        painter.drawRoundedRect(groove, 3, 3)
        if self.safe is not None:
            limit = min(self.safe.limit.amount, self.top)
            edge = min(self.safe.edge.amount, limit)
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(QColor(look.good))
            painter.drawRect(QRectF(_PAD, 11, self.x_of(edge) - _PAD, 4))
            for start, end, pattern in (
                (edge, limit, Qt.BrushStyle.Dense4Pattern),
                (limit, self.top, Qt.BrushStyle.BDiagPattern),
            ):
                if math.isfinite(end) and end > start:
                    painter.setBrush(QBrush(QColor(look.warning), pattern))
                    painter.drawRect(
                        QRectF(self.x_of(start), 9, self.x_of(end) - self.x_of(start), 8)
                    )
        x = self.x_of(self.amount)
        painter.setPen(QPen(QColor(look.ground), 1))
        painter.setBrush(QColor(look.accent if self.hasFocus() else look.text))
        painter.drawEllipse(QPointF(x, 13), 7, 7)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._to(event.position().x())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons():
            self._to(event.position().x())

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step:
            self.moved.emit(max(self.amount + step * self.top / 50, 0.0))
        else:
            super().keyPressEvent(event)

    def _to(self, x: float) -> None:
        share = (x - _PAD) / max(self.width() - 2 * _PAD, 1)
        self.moved.emit(round(min(max(share, 0.0), 1.0) * self.top, 1))
