"""The plan: the scene from above, from the side or from anywhere, beside the lens view."""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import (
    QColor,
    QFont,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPolygonF,
    QWheelEvent,
)
from PySide6.QtWidgets import QButtonGroup, QHBoxLayout, QPushButton, QWidget

from woodcock.app import theme
from woodcock.app.boxes import LayerBoxes
from woodcock.app.fields import tool
from woodcock.app.rail import format_metres
from woodcock.app.state import State
from woodcock.model import Layer, Project
from woodcock.session import acts, staging
from woodcock.stage import lens_at
from woodcock.stage.plan import (
    ABOVE,
    SIDE,
    PlanView,
    free_view,
    frustum_of,
    outline_of,
    path_of,
    reach_of,
    rounded_step,
)

_NEAR, _ROOM, _HEAD = 8.0, 28.0, 40.0  # pixels: a hit, the margin, the row of buttons
_VIEWS = {
    "above": ("Above", "The scene from above, the lens at the bottom"),
    "side": ("Side", "The scene from its left side, the lens at the left"),
    "free": ("Free", "The scene from anywhere: drag the ground to turn it"),
}


class Plan(QWidget):
    """Layers and lens are dragged in it; the wheel zooms, the middle button pans."""

    def __init__(self, state: State, boxes: LayerBoxes) -> None:
        super().__init__()
        self.state, self._boxes = state, boxes
        self.view = "above"
        self.turn = [-30.0, 25.0]  # yaw and pitch of the free view, degrees
        self._zoom, self._shift = 1.0, QPointF()
        self._dragged: tuple[str, QPointF, Project] | None = None
        self._named: list[QRectF] = []  # where names stand, so that none covers another
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName("Plan")
        row = QHBoxLayout(self)
        row.setContentsMargins(8, 6, 8, 0)
        row.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        group = QButtonGroup(self)
        for name, (text, tip) in _VIEWS.items():
            button = QPushButton(text)
            button.setCheckable(True)
            button.setToolTip(tip)
            button.setChecked(name == self.view)
            button.clicked.connect(lambda _=False, name=name: self.look(name))
            group.addButton(button)
            row.addWidget(button, 0, Qt.AlignmentFlag.AlignTop)
            self.buttons[name] = button
        row.addStretch(1)
        fit = tool("maximize", "All of the scene in the plan", self.fit)
        row.addWidget(fit, 0, Qt.AlignmentFlag.AlignTop)
        for signal in (state.changed, state.time_changed, boxes.changed):
            signal.connect(self.update)

    def sizeHint(self) -> QSize:
        return QSize(380, 450)

    def look(self, view: str) -> None:
        self.view = view
        self.buttons[view].setChecked(True)
        self.fit()

    def fit(self) -> None:
        self._zoom, self._shift = 1.0, QPointF()
        self.update()

    @property
    def _looked(self) -> PlanView:
        if self.view == "free":
            return free_view(*self.turn)
        return ABOVE if self.view == "above" else SIDE

    def _scale(self) -> tuple[float, QPointF]:
        """Pixels a metre, and where the rest pose is."""
        project = self.state.project
        far = reach_of(project)
        corners = frustum_of(project, lens_at(project.lens, 0.0), far)
        points = self._looked.on_plan(np.vstack([corners, np.zeros((1, 3))]))
        low, high = points.min(axis=0), points.max(axis=0)
        room = QRectF(_ROOM, _HEAD, self.width() - 2 * _ROOM, self.height() - _HEAD - _ROOM)
        size = np.maximum(high - low, 0.2 * far)
        scale = min(room.width() / size[0], room.height() / size[1]) * self._zoom
        middle = (low + high) / 2 * scale
        return scale, room.center() - QPointF(*middle) + self._shift

    def spot(self, point: np.ndarray) -> QPointF:
        """Where a point in the world, in metres, is on the widget."""
        scale, origin = self._scale()
        x, y = self._looked.on_plan(np.asarray(point, float)[None])[0] * scale
        return QPointF(origin.x() + x, origin.y() + y)

    def outline(self, layer: Layer) -> QPolygonF | None:
        """A layer on the widget; None while it is not known where it is."""
        box = self._boxes.of(layer)
        corners = box and outline_of(self.state.project, layer, self.state.time, box)
        if corners is None:
            return None
        return QPolygonF([self.spot(corner) for corner in corners])

    def paintEvent(self, event: QPaintEvent) -> None:
        look, painter, project = theme.current(), QPainter(self), self.state.project
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(look.ground))
        if project.photo is None:
            return
        font = QFont(self.font())
        font.setPixelSize(11)
        painter.setFont(font)
        self._paint_ground(painter)
        self._paint_frustum(painter)
        self._named = []
        for layer in project.near_to_far[::-1]:
            if layer.visible:
                self._paint_layer(painter, layer)
        self._paint_lens(painter)

    def _paint_ground(self, painter: QPainter) -> None:
        """Lines at round distances from the rest pose."""
        look, project = theme.current(), self.state.project
        scale, _ = self._scale()
        step = rounded_step(max(60 / scale, 1e-3))
        half = reach_of(project) * 4
        for number in range(1, 60):
            z = step * number
            ends = [(-half, 0, z), (half, 0, z)] if self.view != "side" else [
                (0, -half, z), (0, half, z)
            ]  # fmt: skip
            a, b = (self.spot(np.array(end)) for end in ends)
            if not QRectF(a, b).normalized().adjusted(-1, -1, 1, 1).intersects(QRectF(self.rect())):
                continue
            painter.setPen(QPen(QColor(look.line), 1, Qt.PenStyle.DotLine))
            painter.drawLine(a, b)
            painter.setPen(QColor(look.dim))
            at = self.spot(np.array((0.0, 0.0, z)))
            place = QPointF(8, at.y() - 3) if self.view != "side" else QPointF(
                at.x() + 3, self.height() - 8
            )  # fmt: skip
            if place.y() > _HEAD + 10:
                painter.drawText(place, format_metres(z))

    def _paint_frustum(self, painter: QPainter) -> None:
        look, project = theme.current(), self.state.project
        now = lens_at(project.lens, self.state.time)
        far = project.near_to_far[-1].distance * 1.5
        corners = [self.spot(corner) for corner in frustum_of(project, now, far)]
        lens = self.spot(now.place)
        fill = QColor(look.accent)
        fill.setAlpha(12)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(fill)
        for a, b in ((0, 1), (1, 2), (2, 3), (3, 0)):
            painter.drawPolygon(QPolygonF([lens, corners[a], corners[b]]))
        painter.setPen(QPen(QColor(look.accent), 1))
        for corner in corners:
            painter.drawLine(lens, corner)
        if project.lens.aim is not None:
            at = self.spot(np.array(project.lens.aim))
            painter.setPen(QPen(QColor(look.accent), 1, Qt.PenStyle.DashLine))
            painter.drawLine(lens, at)
            painter.setPen(QPen(QColor(look.accent), 1.6))
            painter.drawEllipse(at, 6, 6)
            painter.drawLine(at - QPointF(9, 0), at + QPointF(9, 0))
            painter.drawLine(at - QPointF(0, 9), at + QPointF(0, 9))

    def _paint_layer(self, painter: QPainter, layer: Layer) -> None:
        shape = self.outline(layer)
        if shape is None:
            return
        colour, chosen = theme.layer_colour(layer.colour), layer.id == self.state.selected
        fill = QColor(colour)
        fill.setAlpha(60 if chosen else 34)
        painter.setBrush(fill)
        painter.setPen(QPen(colour, 3.2 if chosen else 1.8))
        painter.drawPolygon(shape)
        box = shape.boundingRect()
        name = f"{layer.name}  {format_metres(layer.distance)}"
        if not box.adjusted(-1, -1, 1, 1).intersects(QRectF(self.rect())):
            name += "  \u2192" if self.view == "side" else "  \u2191"  # it stands farther that way
        wide = painter.fontMetrics().horizontalAdvance(name)
        x = min(max(box.center().x() - wide / 2, 6.0), self.width() - wide - 6.0)
        y = min(max(box.top() - 5, _HEAD + 12.0), self.height() - 6.0)
        place = QRectF(x, y - 11, wide, 14)
        while (
            any(place.intersects(other) for other in self._named) and place.bottom() < self.height()
        ):
            place.translate(0, 14)
        self._named.append(place)
        painter.setPen(QColor(theme.current().text if chosen else theme.current().dim))
        painter.drawText(QPointF(x, place.top() + 11), name)

    def _paint_lens(self, painter: QPainter) -> None:
        look, project = theme.current(), self.state.project
        path = path_of(project)
        if len(path) > 1:
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(QPen(QColor(look.accent), 2))
            painter.drawPolyline(QPolygonF([self.spot(place) for place in path]))
        for place, filled in ((path[0], False), (path[-1], False)):
            painter.setBrush(QColor(look.ground if not filled else look.accent))
            painter.setPen(QPen(QColor(look.accent), 1.5))
            painter.drawEllipse(self.spot(place), 4, 4)
        painter.setBrush(QColor(look.accent))
        painter.setPen(QPen(QColor(look.ground), 1.5))
        painter.drawEllipse(self.spot(lens_at(project.lens, self.state.time).place), 7, 7)

    def hit(self, at: QPointF) -> str:
        """What is under the pointer: "lens", "aim", a layer's id, or nothing."""
        project = self.state.project
        if project.photo is None:
            return ""
        lens = self.spot(lens_at(project.lens, self.state.time).place)
        if math.hypot(at.x() - lens.x(), at.y() - lens.y()) < _NEAR + 3:
            return "lens"
        if project.lens.aim is not None:
            aim = self.spot(np.array(project.lens.aim))
            if math.hypot(at.x() - aim.x(), at.y() - aim.y()) < _NEAR + 3:
                return "aim"
        for layer in project.near_to_far:
            shape = self.outline(layer) if layer.visible else None
            if shape is not None and _touches(shape, at):
                return layer.id
        return ""

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        what = self.hit(event.position()) if event.button() == Qt.MouseButton.LeftButton else ""
        if what not in ("", "lens", "aim"):
            self.state.select(what)
        if not what:
            turns = self.view == "free" and event.button() == Qt.MouseButton.LeftButton
            what = "turn" if turns else "pan"
        self._dragged = what, event.position(), self.state.project

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._dragged is None:
            over = self.hit(event.position())
            self.setCursor(Qt.CursorShape.SizeAllCursor if over else Qt.CursorShape.ArrowCursor)
            return
        what, start, project = self._dragged
        by = event.position() - start
        if what in ("pan", "turn"):
            if what == "pan":
                self._shift += by
            else:
                self.turn[0] = (self.turn[0] + by.x() * 0.4 + 180) % 360 - 180
                self.turn[1] = min(max(self.turn[1] + by.y() * 0.4, -89.0), 89.0)
            self._dragged = what, event.position(), project
            self.update()
            return
        scale, _ = self._scale()
        moved = by.x() / scale, by.y() / scale
        if what == "lens":
            self._move_lens(project, moved)
        elif what == "aim":
            self._move_aim(project, moved)
        else:
            self._move_layer(project, what, moved)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._dragged = None
        self.state.document.seal()

    def wheelEvent(self, event: QWheelEvent) -> None:
        steps, at = event.angleDelta().y() / 120, event.position()
        before, _ = self._scale()
        _, origin = self._scale()
        self._zoom = min(max(self._zoom * 1.2**steps, 0.05), 60.0)
        after, moved = self._scale()
        # What is under the pointer stays there.
        want = at - (at - origin) * (after / before)
        self._shift += want - moved
        self.update()
        event.accept()

    def _move_layer(self, project: Project, layer_id: str, moved: tuple[float, float]) -> None:
        """Along the lens's axis: sideways a layer is placed in the picture."""
        layer = project.layer(layer_id)
        metres = layer.distance + self._looked.along((0.0, 0.0, 1.0), moved)
        self.state.act(
            f"Distance of {layer.name}",
            lambda p: acts.set_distance(p, layer_id, metres),
            f"distance {layer_id}",
        )

    def _move_lens(self, project: Project, moved: tuple[float, float]) -> None:
        """In the plan's own directions, as a key at the playhead."""
        time, looked = self.state.time, self._looked
        step = np.linalg.pinv(looked.axes) @ np.array(moved)
        place = lens_at(project.lens, time).place + step

        def change(present: Project) -> Project:
            for name, value, by in zip("xyz", place, step, strict=True):
                if abs(by) < 1e-9:
                    continue
                track = getattr(present.lens, name)
                other = present.frame.last if time < present.frame.last / 2 else 0.0
                if not track.keys:
                    present = acts.set_lens_key(present, name, other, track.base)
                present = acts.set_lens_key(present, name, time, float(value))
            return present

        self.state.act("Move the lens", change, f"plan lens {time}")

    def _move_aim(self, project: Project, moved: tuple[float, float]) -> None:
        assert project.lens.aim is not None
        step = np.linalg.pinv(self._looked.axes) @ np.array(moved)
        x, y, z = (float(v) for v in np.array(project.lens.aim) + step)
        self.state.act(
            "Move the aim", lambda p: staging.set_aim(p, (x, y, max(z, 0.1))), "plan aim"
        )


def _touches(shape: QPolygonF, at: QPointF) -> bool:
    """Whether a place lies in a shape or near its outline."""
    if shape.containsPoint(at, Qt.FillRule.OddEvenFill):
        return True
    for a, b in pairwise([*shape.toList(), shape.first()]):
        along, rel = b - a, at - a
        length = QPointF.dotProduct(along, along)
        share = min(max(QPointF.dotProduct(rel, along) / length, 0.0), 1.0) if length else 0.0
        off = rel - along * share
        if math.hypot(off.x(), off.y()) < _NEAR:
            return True
    return False
