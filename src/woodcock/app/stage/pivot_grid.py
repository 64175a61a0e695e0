"""Choosing where on a layer its pivot is: corners, middles of the edges, the middle."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QAccessible, QColor, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from woodcock.app import theme
from woodcock.texts import tr

_MARGIN = 9.0


class PivotGrid(QWidget):
    """Nine places of a rectangle; `picked` tells how far across and down one is, 0 to 1."""

    ROLE = QAccessible.Role.Slider

    picked = Signal(float, float)

    def __init__(self) -> None:
        super().__init__()
        self.place: tuple[float, float] | None = None
        self.setFixedSize(96, 66)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(tr("Pivot"))
        self.setToolTip(
            tr(
                "The place of the layer about which it turns, scales and leans: click one, or use "
                "the arrow keys. The bottom middle is the foot of what stands on the ground."
            )
        )

    def sizeHint(self) -> QSize:
        return QSize(96, 66)

    def show_place(self, place: tuple[float, float] | None) -> None:
        """Mark where the pivot is; None if it is at none of the nine."""
        self.place = place
        self.update()

    def spot(self, across: float, down: float) -> QPointF:
        """Where one of the places is on the widget."""
        width, height = self.width() - 2 * _MARGIN, self.height() - 2 * _MARGIN
        return QPointF(_MARGIN + across * width, _MARGIN + down * height)

    def spoken(self) -> str:
        if self.place is None:
            return tr("somewhere else")
        across, down = self.place
        return tr("{across:.0f} % across, {down:.0f} % down", across=across * 100, down=down * 100)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, painter = theme.current(), QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(look.line), 1.2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawRect(QRectF(self.spot(0, 0), self.spot(1, 1)))
        if self.hasFocus():
            painter.setPen(QPen(QColor(look.accent), 1, Qt.PenStyle.DotLine))
            painter.drawRect(self.rect().adjusted(0, 0, -1, -1))
        for down in (0.0, 0.5, 1.0):
            for across in (0.0, 0.5, 1.0):
                chosen = self.place == (across, down)
                painter.setPen(QPen(QColor(look.accent if chosen else look.dim), 1.5))
                painter.setBrush(QColor(look.accent if chosen else look.ground))
                painter.drawEllipse(self.spot(across, down), *(2 * [6.0 if chosen else 4.0]))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        first, last = self.spot(0, 0), self.spot(1, 1)
        at = event.position()
        across = (at.x() - first.x()) / (last.x() - first.x())
        down = (at.y() - first.y()) / (last.y() - first.y())
        self._pick(across, down)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        steps = {
            Qt.Key.Key_Left: (-0.5, 0.0), Qt.Key.Key_Right: (0.5, 0.0),
            Qt.Key.Key_Up: (0.0, -0.5), Qt.Key.Key_Down: (0.0, 0.5),
        }  # fmt: skip
        step = steps.get(Qt.Key(event.key()))
        if step is None:
            super().keyPressEvent(event)
            return
        across, down = self.place or (0.5, 0.5)
        self._pick(across + step[0], down + step[1])

    def _pick(self, across: float, down: float) -> None:
        place = tuple(min(max(round(share * 2) / 2, 0.0), 1.0) for share in (across, down))
        self.picked.emit(*place)
