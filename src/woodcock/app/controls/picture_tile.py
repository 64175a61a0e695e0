"""A button that is a small picture over a name."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QImage, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton

from woodcock.app import theme


class PictureTile(QAbstractButton):
    """`wide` x `high` pixels of picture, and `below` of name, with text of the usual size."""

    def __init__(self, name: str, wide: int, high: int, below: int) -> None:
        super().__init__()
        self._wide, self._high, self._below = (theme.px(x) for x in (wide, high, below))
        self.setText(name)
        self.setAccessibleName(name)
        self.setCheckable(True)
        self.setFixedSize(self._wide, self._high + self._below)

    def shown(self) -> QImage | None:
        """The picture; None while there is none."""
        raise NotImplementedError

    def sizeHint(self) -> QSize:
        return QSize(self._wide, self._high + self._below)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, chosen = theme.current(), self.isChecked()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        area = QRectF(1.5, 1.5, self._wide - 3, self._high - 3)
        painter.fillRect(area, QColor(look.surround))
        image = self.shown()
        if image is not None:
            place, shape = QRectF(area), image.width() / image.height()
            if shape < area.width() / area.height():
                place.setWidth(area.height() * shape)
            else:
                place.setHeight(area.width() / shape)
            place.moveCenter(area.center())
            painter.drawImage(place, image)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(look.accent if chosen else look.line), 3 if chosen else 1))
        painter.drawRect(area)
        painter.setFont(theme.font(11, chosen))
        painter.setPen(QColor(look.text if chosen or self.hasFocus() else look.dim))
        name = QRectF(0, self._high, self._wide, self._below)
        painter.drawText(name, Qt.AlignmentFlag.AlignCenter, self.text())
