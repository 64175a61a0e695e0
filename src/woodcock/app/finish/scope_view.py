"""Scopes of the frame that is shown: histogram, waveform, vectorscope."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from woodcock.app import theme
from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.picture.image import image_of, pixels_of
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.pixels import scopes
from woodcock.texts import tr, tr_noop

_KINDS = {
    "histogram": (
        tr_noop("Histogram"),
        tr_noop("How many pixels are how bright, for red, green and blue"),
    ),
    "waveform": (
        tr_noop("Waveform"),
        tr_noop("How bright the picture is, from its left to its right"),
    ),
    "vectorscope": (
        tr_noop("Vectorscope"),
        tr_noop("How saturated, and of what hue; grey is in the middle"),
    ),
}
_HIGH = 108
_LOOKED = 480  # pixels of the frame's width that are looked at
_PURE = np.array([[1, 0, 0], [1, 1, 0], [0, 1, 0], [0, 1, 1], [0, 0, 1], [1, 0, 1]], float)
_LETTERS = tr_noop("RYGCBM")
_CHANNELS = ("#e0604c", "#58b368", "#5a8fe0")


class ScopeView(QWidget):
    """Draws what was counted in a frame."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self._state = state
        self.counts: dict[str, NDArray[np.int64]] = {}
        self.setFixedHeight(_HIGH)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName(tr("Scope of the frame shown"))

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor("#161514"))
        kind = self._state.tools.scope
        counts = self.counts.get(kind)
        area = QRectF(self.rect()).adjusted(6, 6, -6, -6)
        if kind == "vectorscope":
            side = area.height()
            area = QRectF(area.center().x() - side / 2, area.top(), side, side)
            self._targets(painter, area)
        else:
            self._lines(painter, area, upright=kind == "histogram")
        if counts is None:
            return
        if kind == "histogram":
            self._paint_histogram(painter, area, counts)
            return
        bright = scopes.brightness(counts)
        if kind == "waveform":
            picture = np.moveaxis(bright[:, ::-1], 0, -1)
        else:
            picture = np.repeat(bright[..., None], 3, 2) * np.array([0.95, 0.9, 0.82])
        painter.setCompositionMode(QPainter.CompositionMode.CompositionMode_Screen)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.drawImage(area, _image(picture))

    def _lines(self, painter: QPainter, area: QRectF, upright: bool) -> None:
        """A line at every quarter, from black to white."""
        painter.setPen(QPen(QColor("#3c3936"), 1))
        for quarter in range(5):
            share = quarter / 4
            if upright:
                x = area.left() + share * area.width()
                painter.drawLine(QPointF(x, area.top()), QPointF(x, area.bottom()))
            else:
                y = area.bottom() - share * area.height()
                painter.drawLine(QPointF(area.left(), y), QPointF(area.right(), y))

    def _targets(self, painter: QPainter, area: QRectF) -> None:
        """Where colours of three quarters of full strength lie, and the axes."""
        painter.setPen(QPen(QColor("#3c3936"), 1))
        middle = area.center()
        painter.drawEllipse(area)
        painter.drawLine(QPointF(area.left(), middle.y()), QPointF(area.right(), middle.y()))
        painter.drawLine(QPointF(middle.x(), area.top()), QPointF(middle.x(), area.bottom()))
        painter.setFont(theme.font(10))
        for letter, (blue, red) in zip(_LETTERS, scopes.chroma(0.75 * _PURE), strict=True):
            at = middle + QPointF(blue * area.width(), -red * area.height())
            box = QRectF(at.x() - 7, at.y() - 7, 14, 14)
            painter.setPen(QPen(QColor("#8d857c"), 1))
            painter.drawRect(box)
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, letter)

    def _paint_histogram(self, painter: QPainter, area: QRectF, counts: NDArray[np.int64]) -> None:
        # The ends may hold far more than all between them.
        most = max(float(np.quantile(counts[:, 1:-1], 0.995)), 1.0)
        painter.setCompositionMode(QPainter.CompositionMode.CompositionMode_Screen)
        painter.setPen(Qt.PenStyle.NoPen)
        x = area.left() + np.arange(scopes.SIDE) / (scopes.SIDE - 1) * area.width()
        for colour, row in zip(_CHANNELS, counts, strict=True):
            y = area.bottom() - np.minimum(row / most, 1) * area.height()
            shape = QPolygonF([QPointF(*spot) for spot in zip(x, y, strict=True)])
            shape.prepend(QPointF(area.left(), area.bottom()))
            shape.append(QPointF(area.right(), area.bottom()))
            painter.setBrush(QColor(colour))
            painter.drawPolygon(shape)


def _image(picture: NDArray) -> QImage:
    return image_of(np.ascontiguousarray(np.clip(picture * 255, 0, 255), np.uint8))


class ScopeRows(Column):
    """A scope, and which one it is; the frame is looked at off the interface thread."""

    def __init__(self, state: State, work: Work, previews: Previews) -> None:
        super().__init__(state)
        self._work, self._waiting = work, False
        self._frame: QImage | None = None  # that is shown
        self._counted: QImage | None = None  # that was looked at last
        row, self.kinds = choices(_KINDS, state.tools.scope, self._pick)
        self.view = ScopeView(state)
        self.add(self.view)
        self.add(row)
        previews.drawn.connect(self._drawn)

    def refresh(self) -> None:
        kind = self.state.tools.scope
        show_choice(self.kinds, kind)
        self.view.setToolTip(tr(_KINDS[kind][1]))
        self.view.update()
        if self._frame is not self._counted and not self._waiting:
            self._look()

    def _drawn(self, image: QImage, time: float) -> None:
        self._frame = image
        if self.isVisible() and not self._waiting:
            self._look()

    def _look(self) -> None:
        frame = self._frame
        if frame is None:
            return
        self._waiting, self._counted = True, frame

        def count() -> dict[str, NDArray[np.int64]]:
            pixels = pixels_of(frame)
            step = max(pixels.shape[1] // _LOOKED, 1)
            small = np.ascontiguousarray(pixels[::step, ::step])
            return {
                "histogram": scopes.histogram(small),
                "waveform": scopes.waveform(small),
                "vectorscope": scopes.vectorscope(small),
            }

        def counted(counts: dict[str, NDArray[np.int64]]) -> None:
            self._waiting = False
            self.view.counts = counts
            self.view.update()
            if self._frame is not frame and self.isVisible():
                self._look()

        self._work.hand(count, counted, lambda: setattr(self, "_waiting", False))

    def _pick(self, kind: str) -> None:
        self.state.tools.scope = kind
        self.state.touch()
