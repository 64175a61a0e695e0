"""The lens view: rendered frames, and dragging the lens in them."""

from __future__ import annotations

import math
from functools import cached_property
from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QWheelEvent

from woodcock.app import theme
from woodcock.app.flat import FlatPictures
from woodcock.app.pivot_mark import PivotMark
from woodcock.app.pointing import layer_at, layers_at
from woodcock.app.scenes import Scene, checkerboard, outline
from woodcock.app.state import State
from woodcock.app.thing_hand import ThingHand
from woodcock.app.view import PictureView
from woodcock.model import Project
from woodcock.session import acts
from woodcock.stage.camera import focal_pixels

if TYPE_CHECKING:
    from woodcock.app.depth_editor import DepthEditor
    from woodcock.app.depth_hand import DepthHand
    from woodcock.app.depth_overlay import DepthOverlay

_CROSS = Qt.CursorShape.CrossCursor
_FEW = 4  # pixels of movement that make a press a drag


class LensScene(Scene):
    """The frame at the playhead. In Move, dragging sets the lens's start or end pose."""

    def __init__(self, state: State, pictures: FlatPictures, depth_editor: DepthEditor) -> None:
        super().__init__(state)
        self._pictures, self._depth_editor = pictures, depth_editor
        self.image: QImage | None = None
        self._press: tuple[QPointF, dict[str, float], QPointF] | None = None
        self.dragging = False
        self.pivot = PivotMark(state)
        self.things = ThingHand(state)

    @cached_property
    def _depth(self) -> DepthOverlay:
        """The depth map; loaded when it is first looked at."""
        from woodcock.app.depth_overlay import DepthOverlay

        return DepthOverlay(self.state, self._pictures)

    @cached_property
    def _depth_tools(self) -> DepthHand:
        from woodcock.app.depth_hand import DepthHand

        return DepthHand(self.state, self._depth_editor)

    @property
    def hand(self) -> DepthHand | None:
        """The tool on the depth map, if one is in hand."""
        on_map = self.state.step == "Stage" and self.state.tools.stage != "arrange"
        return self._depth_tools if on_map and self.state.project.photo else None

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return float(frame.width), float(frame.height)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        if self.image is None:
            checkerboard(painter, area)
            painter.setPen(QColor("white"))
            painter.drawText(area, Qt.AlignmentFlag.AlignCenter, "The first frame is on its way …")
        else:
            painter.drawImage(area, self.image)
        if self.state.tools.depth_look:
            self._depth.paint(painter, view, area)
        if self.state.step == "Move" and not self.state.playing:
            outline(painter, area, theme.current().accent, 1.5)
            self._label(painter, area)
        else:
            outline(painter, area, "#000000")
        if self.state.tools.safe:
            self.things.paint_safe(painter, area)
        if self.hand:
            self.hand.paint(painter, view)
        else:
            self.pivot.paint(painter, view)

    def _label(self, painter: QPainter, area: QRectF) -> None:
        """Which pose the picture shows, or which one dragging would set."""
        time, last = self.state.time, self.state.project.frame.last
        text = f"Between the poses: dragging sets the {self.state.tools.pose}"
        if abs(time - self.state.pose_time()) < 1e-6:
            text = f"{self.state.tools.pose.capitalize()} pose: drag to change it"
        elif time in (0.0, last):
            text = f"{'Start' if time == 0 else 'End'} pose (dragging sets the other one)"
        width = painter.fontMetrics().horizontalAdvance(text) + 24
        box = QRectF(area.left() + 10, area.top() + 10, width, 26)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(QColor(0, 0, 0, 165))
        painter.drawRoundedRect(box, 5, 5)
        painter.setPen(QColor("white"))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.hand:
            self.hand.press(at, event, view)
            return
        if self.pivot.take(event.position(), view):
            return
        left = event.button() == Qt.MouseButton.LeftButton
        if self.state.step == "Stage" and left and self.things.take(at):
            return
        time = self.state.pose_time() if self.state.step == "Move" else self.state.time
        if self.state.step == "Move":
            self.state.seek(time)
        names = ("x", "y", "z", "yaw", "pitch", "roll")
        values = {name: self.state.lens_value(name) for name in names}
        self._press = at, values, event.position()
        self.dragging = False

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if self.hand:
            self.hand.move(at, held, view)
            view.update()
            return
        if self.pivot.held:
            self.pivot.drag(at)
            return
        if self.things.held:
            if held:
                self.things.drag(at)
            return
        if not held and self.state.step == "Stage":
            names = [self.state.project.layer(x).name for x in layers_at(self.state, at)]
            view.setToolTip("\n".join(names))
        if not (held and self._press and self.state.step == "Move"):
            return
        start, values, first = self._press
        if not self.dragging and (event.position() - first).manhattanLength() < _FEW:
            return
        self.dragging = True
        changed = dragged(
            self.state.project, self.state.tools.move, values, at - start, self._reference()
        )
        time = self.state.pose_time()

        def change(project: Project) -> Project:
            for name, value in changed.items():
                project = acts.set_lens_key(project, name, time, value)
                other = project.frame.last if time == 0 else 0.0
                if len(getattr(project.lens, name).keys) == 1:
                    project = acts.set_lens_key(project, name, other, values_at_rest(project, name))
            return project

        self.state.act(f"Set the {self.state.tools.pose} pose", change, "pose")

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.hand:
            self.hand.release(at, view)
            return
        self.things.let_go()
        if self._press and not self.dragging:
            found = layer_at(self.state, at)
            if found:
                self.state.select(found)
        self._press = None
        self.dragging = self.pivot.held = False
        self.state.document.seal()
        self.state.touch()

    def double(self, at: QPointF, view: PictureView) -> bool:
        return self.state.step == "Stage" and self.things.type_at(at, view)

    def leave(self) -> None:
        if self.hand:
            self.hand.pointer = None

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        return self.hand is not None and self.hand.wheel(steps, event)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        return down and self.hand is not None and self.hand.key(event, view)

    def cursor(self) -> Qt.CursorShape:
        if self.hand:
            return self.hand.cursor if self.state.tools.stage == "raise" else _CROSS
        if self.state.step == "Move":
            return Qt.CursorShape.SizeAllCursor
        return Qt.CursorShape.ArrowCursor

    def _reference(self) -> float:
        """The distance at which things follow the pointer: the selected layer's."""
        layer = self.state.layer
        return layer.distance if layer else self.state.project.near_to_far[0].distance


def values_at_rest(project: Project, name: str) -> float:
    """The value a lens property has when it has no keys yet."""
    return getattr(project.lens, name).base


def dragged(
    project: Project, kind: str, values: dict[str, float], by: QPointF, distance: float
) -> dict[str, float]:
    """The lens values after dragging by frame pixels, so that things at `distance` follow."""
    lens = project.lens
    focal = focal_pixels(lens.focal_length, lens.sensor_width, project.frame.width)
    if kind == "slide":
        return {
            "x": values["x"] - by.x() / focal * distance,
            "y": values["y"] - by.y() / focal * distance,
        }
    if kind == "push":
        near = min(layer.distance for layer in project.layers)
        return {"z": min(values["z"] - by.y() / project.frame.height * near, near * 0.95)}
    if kind == "turn":
        return {
            "yaw": values["yaw"] - math.degrees(math.atan(by.x() / focal)),
            "pitch": values["pitch"] + math.degrees(math.atan(by.y() / focal)),
        }
    return {"roll": values["roll"] - by.x() / project.frame.width * 45}
