"""The depth rail: the scene from the side, lens at the left, layers as slats at their distances."""

from __future__ import annotations

import math

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QContextMenuEvent,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
)
from PySide6.QtWidgets import QFrame

from woodcock.app import icons, theme
from woodcock.app.by_key import choose_by_key, standing
from woodcock.app.context_menus import show_thing_menu
from woodcock.app.controls.plain import show_tip
from woodcock.app.metres import format_metres, rounded
from woodcock.app.state import State
from woodcock.model import LENS, Air, Layer, effect_by_id
from woodcock.session import acts
from woodcock.stage import (
    focus_at,
    focus_zone,
    lens_in,
    place_of_carrier,
    reach_of_relief,
    value_at,
)
from woodcock.texts import number, tr

_LEFT, _RIGHT = 62, 44  # room for the lens and for the sign of the infinitely far
_SLAT = 9.0
_TICKS = (0.1, 0.2, 0.5, 1, 2, 3, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10000)


class DepthRail(QFrame):
    """Distances in metres on a log scale; slats are dragged, or moved with the arrow keys."""

    ROLE = QAccessible.Role.Slider

    def __init__(self, state: State) -> None:
        super().__init__()
        self.setObjectName("rail")
        self.state = state
        self._dragged: str | None = None
        self._grip = 0.0
        self.setFixedHeight(84)
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(tr("Depth rail"))
        self.setWhatsThis(
            tr(
                "The scene from the side: the lens at the left, every layer as a slat at its "
                "distance. Drag a slat to set it nearer or farther; the picture at rest stays as "
                "it is."
            )
        )
        self.setAccessibleDescription(tr("Left and Right: distance. Up and Down: another layer."))
        state.changed.connect(self.update)
        state.time_changed.connect(self.update)

    def sizeHint(self) -> QSize:
        return QSize(900, 84)

    @property
    def _span(self) -> tuple[float, float]:
        distances = [layer.distance for layer in self.state.project.layers] or [3.0, 60.0]
        return min(1.0, min(distances) / 1.6), max(100.0, max(distances) * 1.8)

    def x_of(self, metres: float) -> float:
        """Where a distance is on the rail, in widget pixels."""
        low, high = self._span
        share = math.log(max(metres, low) / low) / math.log(high / low)
        return _LEFT + share * (self.width() - _LEFT - _RIGHT)

    def metres_at(self, x: float) -> float:
        low, high = self._span
        share = (x - _LEFT) / (self.width() - _LEFT - _RIGHT)
        return low * (high / low) ** share

    def slat(self, layer: Layer) -> QRectF:
        """The slat of a layer, in widget pixels."""
        x = self.x_of(layer.distance)
        return QRectF(x - _SLAT / 2, 24, _SLAT, 30)

    def relief(self, layer: Layer) -> QRectF:
        """From a layer's front to its back, in widget pixels; no wider than its slat if flat."""
        front, back = (self.x_of(metres) for metres in reach_of_relief(layer))
        slat = self.slat(layer)
        return QRectF(front - 2, slat.top() + 6, back - front + 4, slat.height() - 12)

    def paintEvent(self, event: QPaintEvent) -> None:
        super().paintEvent(event)
        look = theme.current()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        base = 62.0
        painter.setPen(QPen(QColor(look.line), 1.5))
        painter.drawLine(QPointF(_LEFT - 20, base), QPointF(self.width() - _RIGHT + 8, base))
        painter.setFont(theme.font(11))
        low, high = self._span
        shown_x = -100.0
        for tick in _TICKS:
            if not low <= tick <= high:
                continue
            x = self.x_of(tick)
            painter.setPen(QPen(QColor(look.dim), 1))
            painter.drawLine(QPointF(x, base), QPointF(x, base + 4))
            if x - shown_x > 34:
                text = f"{number(tick)} m" if tick < 1000 else f"{number(tick / 1000)} km"
                painter.drawText(
                    QRectF(x - 30, base + 4, 60, 16), Qt.AlignmentFlag.AlignCenter, text
                )
                shown_x = x
        painter.setPen(QColor(look.dim))
        far = QRectF(self.width() - _RIGHT + 6, base - 12, 32, 22)
        painter.drawText(far, Qt.AlignmentFlag.AlignCenter, "∞")
        painter.drawPixmap(QPointF(14, 28), icons.pixmap("camera", 22))
        painter.drawText(QRectF(0, base - 8, 52, 22), Qt.AlignmentFlag.AlignCenter, tr("Lens"))
        self._paint_focus(painter)
        self._paint_air(painter)
        self._paint_travel(painter)
        slats = [layer for layer in self.state.project.near_to_far[::-1] if not layer.glass]
        named = self._named()
        # The selected one on top, as it is dragged.
        for layer in sorted(slats, key=lambda layer: layer.id == self.state.selected):
            self._paint_slat(
                painter, layer, layer.id in named
            )  # the selected one on top, as it is dragged
        self._paint_carriers(painter)

    def _paint_focus(self, painter: QPainter) -> None:
        """The zone that looks sharp, and where the lens is focused."""
        project, time = self.state.project, self.state.time
        if project.photo is None:
            return
        accent = QColor(theme.current().accent)
        stands = lens_in(project, time).place[2]
        ends = (stands + metres for metres in focus_zone(project, time))
        left, right = (min(self.x_of(metres), self.width() - _RIGHT + 8.0) for metres in ends)
        zone = QColor(accent)
        zone.setAlpha(46)
        painter.fillRect(QRectF(left, 56, max(right - left, 2.0), 6), zone)
        at = self.x_of(stands + focus_at(project, time))
        painter.setPen(QPen(accent, 1.5))
        painter.drawLine(QPointF(at, 54), QPointF(at, 62))

    def _paint_air(self, painter: QPainter) -> None:
        """From where to where the chosen air reaches, while that is set: a dotted bracket."""
        state = self.state
        shown = state.step == "Finish" and state.tools.finish_page == "air"
        air = effect_by_id(state.project, state.tools.air)
        if not shown or not isinstance(air, Air):
            return
        stands = lens_in(state.project, state.time).place[2]
        ends = (max(stands + x, self._span[0] / 2) for x in (air.near, air.far))
        left, right = (min(self.x_of(x), self.width() - _RIGHT + 8.0) for x in ends)
        left = max(left, 44.0)
        painter.setPen(QPen(QColor(theme.current().accent), 1.6, Qt.PenStyle.DotLine))
        painter.drawLine(QPointF(left, 51), QPointF(right, 51))
        painter.setPen(QPen(QColor(theme.current().accent), 1.6))
        for x in (left, right):
            painter.drawLine(QPointF(x, 46), QPointF(x, 53))

    def _paint_carriers(self, painter: QPainter) -> None:
        """A hook under the rail for every carrier, where it is now."""
        look, project = theme.current(), self.state.project
        for carrier in project.carriers:
            x = self.x_of(float(place_of_carrier(project, carrier, self.state.time)[2]))
            chosen = carrier.id == self.state.selected
            painter.setPen(QPen(QColor(look.accent if chosen else look.dim), 1.4))
            painter.setBrush(QColor(look.accent if chosen else look.ground))
            hook = [QPointF(x - 5, 64), QPointF(x + 5, 64), QPointF(x, 71)]
            painter.drawPolygon(QPolygonF(hook))

    def _paint_travel(self, painter: QPainter) -> None:
        """How far the lens goes in over the clip, and where it is now."""
        track = self.state.project.lens.z
        if not track.animated:
            return
        values = [key.value for key in track.keys]
        reach = max(values) - min(0.0, min(values))
        if reach < 1e-6:
            return
        accent = QColor(theme.current().accent)
        end = self.x_of(max(reach, self._span[0] * 1.02))
        end = max(end, _LEFT - 6)
        painter.setPen(QPen(accent, 2, Qt.PenStyle.DotLine))
        painter.drawLine(QPointF(40, 39), QPointF(end, 39))
        painter.setPen(QPen(accent, 2))
        painter.drawLine(QPointF(end, 34), QPointF(end, 44))
        now = value_at(track, self.state.time) / max(values) if max(values) else 0.0
        painter.setBrush(accent)
        painter.drawEllipse(QPointF(40 + (end - 40) * min(max(now, 0), 1), 39), 3.5, 3.5)

    def _paint_slat(self, painter: QPainter, layer: Layer, named: bool) -> None:
        look = theme.current()
        box = self.slat(layer)
        chosen = layer.id == self.state.selected
        colour = theme.layer_colour(layer.colour)
        if not layer.visible:
            colour.setAlpha(70)
        if layer.relief is not None and self.state.project.depth is not None:
            faint = QColor(colour)
            faint.setAlpha(colour.alpha() // 2)
            painter.setPen(QPen(colour, 1))
            painter.setBrush(faint)
            painter.drawRoundedRect(self.relief(layer), 3, 3)
        painter.setPen(QPen(QColor(look.text if chosen else look.ground), 1.6 if chosen else 1))
        painter.setBrush(colour)
        painter.drawRoundedRect(box, 2.5, 2.5)
        painter.setPen(QColor(look.text if chosen else look.dim))
        painter.setFont(theme.font(11, chosen))
        text = f"{layer.name}  {format_metres(layer.distance)}" if chosen else layer.name
        width = painter.fontMetrics().horizontalAdvance(text) + 6
        left = min(max(box.center().x() - width / 2, 4), self.width() - width - 4)
        if named or chosen:
            painter.drawText(QRectF(left, 5, width, 16), Qt.AlignmentFlag.AlignCenter, text)

    def _named(self) -> set[str]:
        """The layers whose names have room beside the others': the selected one's, then the
        nearest's."""
        metrics, found = self.fontMetrics(), set()
        taken: list[tuple[float, float]] = []
        order = sorted(
            self.state.project.near_to_far, key=lambda x: (x.id != self.state.selected, x.distance)
        )
        for layer in order:
            extra = 60 if layer.id == self.state.selected else 0
            half = (metrics.horizontalAdvance(layer.name) + extra) / 2 + 4
            x = min(max(self.x_of(layer.distance), half + 4), self.width() - half - 4)
            if all(x + half < a or x - half > b for a, b in taken):
                taken.append((x - half, x + half))
                found.add(layer.id)
        return found

    def _hit(self, at: QPointF) -> Layer | None:
        """The slat at a place: of several that overlap the selected one, else the nearest by."""
        found = [
            layer
            for layer in self.state.project.near_to_far
            if not layer.glass and self.slat(layer).adjusted(-5, -20, 5, 12).contains(at)
        ]
        chosen = self.state.selected
        return min(
            found, default=None,
            key=lambda x: (x.id != chosen, abs(self.slat(x).center().x() - at.x())),
        )  # fmt: skip

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        layer = self._hit(event.position())
        if layer and event.button() == Qt.MouseButton.LeftButton:
            self._dragged = layer.id
            self._grip = event.position().x() - self.x_of(layer.distance)
            self.state.select(layer.id)

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        layer, at = self._hit(QPointF(event.pos())), event.pos()
        if event.reason() == QContextMenuEvent.Reason.Keyboard and self.state.layer:
            layer = self.state.layer
            at = self.slat(layer).center().toPoint()
        name = layer.id if layer else LENS if event.pos().x() < _LEFT - 20 else ""
        show_thing_menu(self, at, self.state, name)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._dragged is None:
            over = self._hit(event.position()) is not None
            self.setCursor(Qt.CursorShape.SizeHorCursor if over else Qt.CursorShape.ArrowCursor)
            return
        metres = rounded(self.metres_at(event.position().x() - self._grip))
        self._set(self._dragged, metres)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._dragged = None
        self.state.document.seal()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        layer = self.state.layer
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if layer and steps:
            self._set(layer.id, layer.distance * 1.05**steps)
        elif not choose_by_key(self.state, event):
            super().keyPressEvent(event)

    def _set(self, layer_id: str, metres: float) -> None:
        name = self.state.project.layer(layer_id).name
        self.state.act(
            tr("Distance of {name}", name=name),
            lambda p: acts.set_distance(p, layer_id, metres),
            f"distance {layer_id}",
        )

    def spoken(self) -> str:
        return standing(self.state)

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent):
            layer = self._hit(QPointF(event.pos()))
            text = (
                tr(
                    "{name}: {distance} from the lens.\nDrag to set it nearer or farther; "
                    "the frame at rest does not change.",
                    name=layer.name,
                    distance=format_metres(layer.distance),
                )
                if layer
                else tr(
                    "The scene from the side: the lens, and every layer at its distance.\n"
                    "Drag a slat to change a distance."
                )
            )
            show_tip(event.globalPos(), text, self)
            return True
        return super().event(event)
