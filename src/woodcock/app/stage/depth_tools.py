"""How the depth map is changed: its curve, blurring, fitting, and how the brush is set."""

from __future__ import annotations

from functools import partial

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPaintEvent,
    QPen,
)
from PySide6.QtWidgets import QCheckBox, QWidget

from woodcock.app import theme
from woodcock.app.controls.fields import Number, push
from woodcock.app.controls.option_rows import OptionRows
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.state import State
from woodcock.depth import depth_pixels
from woodcock.depth.edit import curved, smoothed
from woodcock.model import Depth, Project
from woodcock.pixels.store import PixelStore
from woodcock.session import mapping
from woodcock.texts import tr, tr_noop

_SAYS = {
    "arrange": tr_noop("The tools at the left paint on it, lay a ramp, or level an area."),
    "raise": tr_noop("Paint: left button nearer, right button farther."),
    "ramp": tr_noop("Drag from one depth to another: all between slopes evenly."),
    "level": tr_noop("Draw round an area: all of it gets one depth."),
}
_STRAIGHT = (0.0, 0.25, 0.5, 0.75, 1.0)


class DepthTools(OptionRows):
    def __init__(self, state: State, editor: DepthEditor) -> None:
        super().__init__(state)
        self._editor = editor
        tip = tr("How much a full stroke changes, of the whole map")
        self.amount = self.number("depth_amount", 100.0, Number(1, 100, 1, 0, "%", tip))
        self.rows(
            (
                (tr("Size"), self.brush_size, ("raise",)),
                (tr("Hardness"), self.hardness, ("raise",)),
                (tr("By"), self.amount, ("raise",)),
            )
        )
        self.alone = QCheckBox(tr("Only the selected layer"))
        self.alone.setToolTip(tr("Whatever is done to the map stops at the selected layer's edge"))
        self.alone.clicked.connect(lambda on: self.set("depth_layer", on))
        self.column.addWidget(self.alone)
        self.curve = CurveBox(state)
        self.curve.shaped.connect(self._shape)
        self.column.addWidget(self.curve)
        self.radius = Number(1, 500, 1, 0, "px", tr("How far it is blurred, in photo pixels"))
        self.radius.show_value(20)
        self.blur = push(
            tr("Blur, keeping edges"),
            tr("Smooths what is uneven; steps in depth stay where they are"),
            self._blur,
        )
        self.rows(((tr("Radius"), self.radius, tuple(_SAYS)),))
        self.column.addWidget(self.blur)
        self.fit = push(
            tr("Fit to the layers' edges"),
            tr(
                "Every layer carries its own depth right up to its edge, "
                "and nothing of what is behind it"
            ),
            lambda: editor.edit(tr("Fit depth to the layers"), mapping.fit_depth),
        )
        self.column.addWidget(self.fit)

    def refresh(self) -> None:
        project, tools = self.state.project, self.state.tools
        have = project.depth is not None
        self.show_tool(tools.stage, tr(_SAYS[tools.stage]))
        self.alone.setChecked(tools.depth_layer)
        self.fit.setEnabled(have and any(x.mask for x in project.layers))
        for control in (self.alone, self.curve, self.radius, self.blur):
            control.setEnabled(have)

    def _shape(self, base: Depth, heights: tuple[float, ...]) -> None:
        layer = self._editor.layer

        def edit(project: Project, store: PixelStore) -> Project:
            started = replace(project, depth=base)
            return mapping.change_depth(started, store, partial(curved, heights=heights), layer)

        self._editor.edit(tr("Depth curve"), edit, f"depth curve {base.pixels}")

    def _blur(self) -> None:
        layer, radius = self._editor.layer, self.radius.value()

        def edit(project: Project, store: PixelStore) -> Project:
            photo, depth = project.photo, project.depth
            assert photo is not None and depth is not None
            by = depth_pixels(store, depth.pixels).shape[1] / photo.width
            return mapping.change_depth(
                project, store, partial(smoothed, radius=radius * by), layer
            )

        self._editor.edit(tr("Blur depth"), edit)


_NUDGE = 0.05  # of the height, a key press


class CurveBox(QWidget):
    """From old depth (left far, right near) to new (up is nearer): five handles to drag.

    What is dragged is laid over the map as it was when the drag began; then the curve is straight
    again.
    """

    ROLE = QAccessible.Role.Chart

    shaped = Signal(Depth, tuple)

    def __init__(self, state: State) -> None:
        super().__init__()
        self._state = state
        self._heights = list(_STRAIGHT)
        self._held: int | None = None
        self._chosen = 2  # by the keys
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self._base: Depth | None = None
        self.setFixedHeight(96)
        self.setCursor(Qt.CursorShape.SizeVerCursor)
        self.setToolTip(
            tr(
                "Depth curve: left is far, right is near. Drag a handle up to bring what is at "
                "that depth nearer, down to send it away"
            )
        )
        self.setAccessibleName(tr("Depth curve"))
        self.setAccessibleDescription(
            tr("Left and Right: another handle. Up and Down: nearer and farther.")
        )

    def sizeHint(self) -> QSize:
        return QSize(200, 96)

    @property
    def _area(self) -> QRectF:
        return QRectF(self.rect()).adjusted(7, 7, -7, -18)

    def handle(self, number: int) -> QPointF:
        """Where one of the five handles is on the widget."""
        area = self._area
        return QPointF(
            area.left() + area.width() * _STRAIGHT[number],
            area.bottom() - area.height() * self._heights[number],
        )

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if self._state.project.depth is None or event.button() != Qt.MouseButton.LeftButton:
            return
        share = (event.position().x() - self._area.left()) / self._area.width()
        self._held = min(max(round(share * 4), 0), 4)
        self._base = self._state.project.depth

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._held is None:
            return
        height = (self._area.bottom() - event.position().y()) / self._area.height()
        self._heights[self._held] = min(max(height, 0.0), 1.0)
        self.shaped.emit(self._base, tuple(self._heights))
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key, depth = Qt.Key(event.key()), self._state.project.depth
        aside = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(key)
        up = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}.get(key)
        if aside:
            self._chosen = min(max(self._chosen + aside, 0), 4)
            self.update()
        elif up and depth is not None:
            heights = list(_STRAIGHT)
            heights[self._chosen] = min(max(heights[self._chosen] + up * _NUDGE, 0.0), 1.0)
            self.shaped.emit(depth, tuple(heights))
        else:
            super().keyPressEvent(event)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if self._held is not None:
            self._held, self._heights = None, list(_STRAIGHT)
            self.update()

    def spoken(self) -> str:
        return tr("Handle {chosen} of 5, from far to near", chosen=self._chosen + 1)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, area = theme.current(), self._area
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(area, QColor(look.ground))
        painter.setPen(QPen(QColor(look.line), 1))
        painter.drawRect(area)
        painter.drawLine(area.bottomLeft(), area.topRight())
        painter.setPen(QColor(look.dim))
        words = QRectF(area.left(), area.bottom() + 1, area.width(), 15)
        painter.drawText(words, Qt.AlignmentFlag.AlignLeft, tr("far"))
        painter.drawText(words, Qt.AlignmentFlag.AlignRight, tr("near"))
        on = self.isEnabled()
        colour = QColor(look.accent if on else look.line)
        path = QPainterPath(QPointF(area.left(), area.bottom() - area.height() * self._heights[0]))
        shares = [k / 60 for k in range(61)]
        for share, height in zip(shares, _along(self._heights, shares), strict=True):
            path.lineTo(area.left() + area.width() * share, area.bottom() - area.height() * height)
        painter.setPen(QPen(colour, 1.6))
        painter.drawPath(path)
        painter.setBrush(colour)
        painter.setPen(QPen(QColor(look.ground), 1))
        for number in range(5):
            chosen = self.hasFocus() and number == self._chosen
            painter.setPen(QPen(QColor(look.text if chosen else look.ground), 2 if chosen else 1))
            painter.drawEllipse(self.handle(number), 4, 4)


def _along(heights: list[float], shares: list[float]) -> list[float]:
    return [float(v) for v in curved(np.array(shares, np.float32), heights)]
