"""The plan: the scene from above, from the side or from anywhere, beside the lens view."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import (
    QAccessible,
    QColor,
    QContextMenuEvent,
    QKeyEvent,
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
from woodcock.app.by_key import choose_by_key, standing
from woodcock.app.context_menus import show_thing_menu
from woodcock.app.controls.fields import tool
from woodcock.app.metres import format_metres
from woodcock.app.stage import plan_signs as signs
from woodcock.app.stage.plan_moves import move
from woodcock.app.state import State
from woodcock.model import LENS, Layer, Project
from woodcock.render.atlas import shown_by
from woodcock.stage import lens_in, place_of_carrier
from woodcock.stage.plan import (
    ABOVE,
    SIDE,
    PlanView,
    free_view,
    frustum_of,
    outline_of,
    path_of,
    profile_of,
    reach_of,
)
from woodcock.texts import tr, tr_noop

_NEAR, _ROOM, _HEAD = 8.0, 28.0, 40.0  # pixels: a hit, the margin, the row of buttons
_VIEWS = {
    "above": (tr_noop("Above"), tr_noop("The scene from above, the lens at the bottom")),
    "side": (tr_noop("Side"), tr_noop("The scene from its left side, the lens at the left")),
    "free": (tr_noop("Free"), tr_noop("The scene from anywhere: drag the ground to turn it")),
}


_STEP = 6.0  # pixels, an arrow key
_ARROWS = {
    Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1),
    Qt.Key.Key_Down: (0, 1),
}  # fmt: skip

_ROWS = 12  # of text above and below, where a name looks for a free place


class Plan(QWidget):
    """Layers and lens are dragged in it; the wheel zooms, the middle button pans."""

    ROLE = QAccessible.Role.Chart

    def __init__(self, state: State, boxes: LayerBoxes) -> None:
        super().__init__()
        self.state, self._boxes = state, boxes
        self.view = "above"
        self.turn = [-30.0, 25.0]  # yaw and pitch of the free view, degrees
        self._zoom, self._shift = 1.0, QPointF()
        self._dragged: tuple[str, QPointF, Project] | None = None
        self._path: tuple[Project, np.ndarray] | None = None
        self._scaled: tuple[Project, object, tuple[float, QPointF]] | None = (
            None  # what it was last
        )
        self._named: list[QRectF] = []  # where names stand, so that none covers another
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(tr("Plan"))
        self.setWhatsThis(
            tr(
                "The scene from above, from the side or from anywhere: drag layers, the lens, its "
                "aim and the focus. The wheel zooms, the middle button pans."
            )
        )
        self.setAccessibleDescription(
            tr(
                "Arrows: move the selected layer. Alt and arrows: the lens. Page Up and "
                "Page Down: another layer."
            )
        )
        row = QHBoxLayout(self)
        row.setContentsMargins(8, 6, 8, 0)
        row.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        group = QButtonGroup(self)
        for name, (text, tip) in _VIEWS.items():
            button = QPushButton(tr(text))
            button.setCheckable(True)
            button.setToolTip(tr(tip))
            button.setChecked(name == self.view)
            button.clicked.connect(lambda _=False, name=name: self.look(name))
            group.addButton(button)
            row.addWidget(button, 0, Qt.AlignmentFlag.AlignTop)
            self.buttons[name] = button
        row.addStretch(1)
        fit = tool("maximize", tr("All of the scene in the plan"), self.fit)
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
    def looked(self) -> PlanView:
        if self.view == "free":
            return free_view(*self.turn)
        return ABOVE if self.view == "above" else SIDE

    def scale(self) -> tuple[float, QPointF]:
        """Pixels a metre, and where the rest pose is: asked for with every point that is drawn."""
        project = self.state.project
        now = self.view, tuple(self.turn), self.size(), self._zoom, QPointF(self._shift)
        if self._scaled is None or self._scaled[0] is not project or self._scaled[1] != now:
            self._scaled = project, now, self._scale(project)
        return self._scaled[2]

    def _scale(self, project: Project) -> tuple[float, QPointF]:
        far = reach_of(project)
        corners = frustum_of(project, lens_in(project, 0.0), far)
        points = self.looked.on_plan(np.vstack([corners, np.zeros((1, 3))]))
        low, high = points.min(axis=0), points.max(axis=0)
        room = QRectF(_ROOM, _HEAD, self.width() - 2 * _ROOM, self.height() - _HEAD - _ROOM)
        size = np.maximum(high - low, 0.2 * far)
        scale = min(room.width() / size[0], room.height() / size[1]) * self._zoom
        middle = (low + high) / 2 * scale
        return scale, room.center() - QPointF(*middle) + self._shift

    @property
    def path(self) -> np.ndarray:
        """The lens's way over the clip, in metres: (N, 3)."""
        project = self.state.project
        if self._path is None or self._path[0] is not project:
            self._path = project, path_of(project)
        return self._path[1]

    def spot(self, point: np.ndarray) -> QPointF:
        """Where a point in the world, in metres, is on the widget."""
        return self.line(np.asarray(point, float)[None]).at(0)

    def line(self, points: np.ndarray) -> QPolygonF:
        """(N, 3) points in the world, in metres, on the widget."""
        scale, origin = self.scale()
        places = self.looked.on_plan(points) * scale + (origin.x(), origin.y())
        return QPolygonF([QPointF(x, y) for x, y in places.tolist()])

    def outline(self, layer: Layer) -> QPolygonF | None:
        """A layer on the widget; None while it is not known where it is."""
        box = self._boxes.of(layer)
        corners = box and outline_of(self.state.project, layer, self.state.time, box)
        if corners is None:
            return None
        return self.line(corners)

    def profile(self, layer: Layer) -> list[np.ndarray]:
        """Lines on a layer's relief, in metres; none while it is flat or not known."""
        project, box = self.state.project, self._boxes.of(layer)
        if layer.relief is None or project.depth is None or box is None:
            return []
        atlas = self.state.studio.latest(project)
        height_map = (
            atlas.segments[layer.id][-1].height_map
            if atlas and layer.id in atlas.segments
            else None
        )
        if atlas is None or height_map is None:
            return []
        surface = atlas.surfaces[
            height_map.start : height_map.start + height_map.width * height_map.height
        ]
        surface = surface.reshape(height_map.height, height_map.width)
        size = project.photo.width, project.photo.height  # type: ignore[union-attr]
        segments = atlas.segments[layer.id]
        there = np.any([shown_by(atlas, segment, size) for segment in segments], axis=0)
        return profile_of(project, layer, self.state.time, box, surface, there)

    def spoken(self) -> str:
        x, y, z = lens_in(self.state.project, self.state.time).place
        return tr(
            "{standing}; the lens at {x:.2f}, {y:.2f}, {z:.2f} m",
            standing=standing(self.state),
            x=x,
            y=y,
            z=z,
        )

    def paintEvent(self, event: QPaintEvent) -> None:
        look, painter, project = theme.current(), QPainter(self), self.state.project
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.fillRect(self.rect(), QColor(look.ground))
        if project.photo is None:
            return
        painter.setFont(theme.font(11))
        signs.paint_ground(painter, self)
        signs.paint_frustum(painter, self)
        self._named = []
        signs.paint_focus(painter, self)
        for layer in project.near_to_far[::-1]:
            if layer.visible and not layer.glass:
                self._paint_layer(painter, layer)
        signs.paint_carriers(painter, self)
        signs.paint_lens(painter, self)

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
        signs.paint_relief(painter, self, layer, colour)
        box = shape.boundingRect()
        name = f"{layer.name}  {format_metres(layer.distance)}"
        if not box.adjusted(-1, -1, 1, 1).intersects(QRectF(self.rect())):
            name += "  \u2192" if self.view == "side" else "  \u2191"  # it stands farther that way
        metrics = painter.fontMetrics()
        name = metrics.elidedText(name, Qt.TextElideMode.ElideMiddle, self.width() - 12)
        wide = metrics.horizontalAdvance(name)
        x = min(max(box.center().x() - wide / 2, 6.0), self.width() - wide - 6.0)
        y = min(max(box.top() - 5, _HEAD + 12.0), self.height() - 6.0)
        painter.setPen(QColor(theme.current().text if chosen else theme.current().dim))
        self.write(painter, QPointF(x, y), name)

    def write(self, painter: QPainter, at: QPointF, text: str) -> None:
        """A name at a place, or as near below or above it as there is room beside other names."""
        wide = painter.fontMetrics().horizontalAdvance(text)
        low, high = _HEAD + 1.0, self.height() - 16.0
        ways = sorted(range(-_ROWS, _ROWS + 1), key=lambda k: (abs(k), k < 0))
        for way in ways:
            place = QRectF(at.x() - 2, at.y() - 11 + 14 * way, wide + 4, 14)
            free = not any(place.intersects(other) for other in self._named)
            if free and (way == 0 or low <= place.top() <= high):
                break
        else:
            return  # nowhere to be read: what is chosen says its name elsewhere
        self._named.append(place)
        painter.drawText(QPointF(at.x(), place.top() + 11), text)

    def hit(self, at: QPointF) -> str:
        """What is under the pointer: "lens", "aim", "focus", a layer's or carrier's id, or ""."""
        project = self.state.project
        if project.photo is None:
            return ""
        lens = self.spot(lens_in(project, self.state.time).place)
        if math.hypot(at.x() - lens.x(), at.y() - lens.y()) < _NEAR + 3:
            return "lens"
        if project.lens.aim is not None:
            aim = self.spot(np.array(project.lens.aim))
            if math.hypot(at.x() - aim.x(), at.y() - aim.y()) < _NEAR + 3:
                return "aim"
        for carrier in project.carriers:
            hook = self.spot(place_of_carrier(project, carrier, self.state.time))
            if math.hypot(at.x() - hook.x(), at.y() - hook.y()) < _NEAR:
                return carrier.id
        for layer in project.near_to_far:
            shape = self.outline(layer) if layer.visible and not layer.glass else None
            if shape is not None and signs.touches(shape, at):
                return layer.id
        if signs.touches(signs.focus_line(self), at, filled=False):
            return "focus"
        return ""

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        what = self.hit(event.position()) if event.button() == Qt.MouseButton.LeftButton else ""
        if what not in ("", "lens", "aim", "focus"):
            self.state.select(what)
        if not what:
            turns = self.view == "free" and event.button() == Qt.MouseButton.LeftButton
            what = "turn" if turns else "pan"
        self._dragged = what, event.position(), self.state.project

    def contextMenuEvent(self, event: QContextMenuEvent) -> None:
        what, at = self.hit(QPointF(event.pos())), event.pos()
        if event.reason() == QContextMenuEvent.Reason.Keyboard:
            what = self.state.selected or "lens"
        name = LENS if what in ("lens", "aim", "focus") else what
        if name and show_thing_menu(self, at, self.state, name):
            self._dragged = None

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
        scale, _ = self.scale()
        move(self.state, self.looked, project, what, (by.x() / scale, by.y() / scale))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        held = event.modifiers() & ~Qt.KeyboardModifier.KeypadModifier
        alt = Qt.KeyboardModifier.AltModifier
        by = _ARROWS.get(Qt.Key(event.key())) if not held & ~alt else None
        if by is None:
            if not choose_by_key(self.state, event):
                super().keyPressEvent(event)
            return
        chosen, (scale, _) = self.state.layer, self.scale()
        if held & alt or self.state.selected is None:
            what = "lens"
        elif chosen is not None and chosen.glass:  # it stands nowhere
            return
        else:
            what = self.state.selected
        moved = by[0] * _STEP / scale, by[1] * _STEP / scale
        move(self.state, self.looked, self.state.project, what, moved)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._dragged = None
        self.state.document.seal()

    def wheelEvent(self, event: QWheelEvent) -> None:
        steps, at = event.angleDelta().y() / 120, event.position()
        before, _ = self.scale()
        _, origin = self.scale()
        self._zoom = min(max(self._zoom * 1.2**steps, 0.05), 60.0)
        after, moved = self.scale()
        # What is under the pointer stays there.
        want = at - (at - origin) * (after / before)
        self._shift += want - moved
        self.update()
        event.accept()
