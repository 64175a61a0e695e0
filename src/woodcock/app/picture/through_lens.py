"""The lens view: rendered frames, and dragging the lens in them."""

from __future__ import annotations

from functools import cached_property
from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import (
    QColor,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPainterPath,
    QPen,
    QWheelEvent,
)

from woodcock.app import theme, words
from woodcock.app.context_menus import show_thing_menu
from woodcock.app.controls.plain import tip
from woodcock.app.finish.finish_hand import FinishHand
from woodcock.app.move.bend_hand import BendHand
from woodcock.app.move.pose_drag import PoseDrag
from woodcock.app.picture.flat import FlatPictures, placed
from woodcock.app.picture.pointing import layer_at, layers_at
from woodcock.app.picture.scenes import Scene, checkerboard, label, line, outline
from woodcock.app.picture.view import PictureView
from woodcock.app.stage.pivot_mark import PivotMark
from woodcock.app.stage.thing_hand import ThingHand
from woodcock.app.state import State
from woodcock.model import LENS
from woodcock.session.pegs import pegs_of
from woodcock.texts import tr, tr_noop

if TYPE_CHECKING:
    from woodcock.app.stage.depth_editor import DepthEditor
    from woodcock.app.stage.depth_hand import DepthHand
    from woodcock.app.stage.depth_overlay import DepthOverlay

_SHORT = 6.0  # pixels of a way that is not worth drawing
_CROSS = Qt.CursorShape.CrossCursor

_SHIFT = Qt.KeyboardModifier.ShiftModifier


_BETWEEN = {
    "start": tr_noop("Between the poses: dragging sets the start"),
    "here": tr_noop("Between the poses: dragging sets one here"),
    "end": tr_noop("Between the poses: dragging sets the end"),
}


class LensScene(Scene):
    """The frame at the playhead. In Move, dragging sets the lens's start or end pose."""

    def __init__(self, state: State, pictures: FlatPictures, depth_editor: DepthEditor) -> None:
        super().__init__(state)
        self._pictures, self._depth_editor = pictures, depth_editor
        self.image: QImage | None = None
        self.images: dict[float, QImage] = {}  # by time, of those that are shown beside it
        self.drag = PoseDrag(state)
        self._pins = BendHand(state)
        self.pivot = PivotMark(state)
        self.things = ThingHand(state)
        self.finish = FinishHand(state)

    @cached_property
    def _depth(self) -> DepthOverlay:
        """The depth map; loaded when it is first looked at."""
        from woodcock.app.stage.depth_overlay import DepthOverlay

        return DepthOverlay(self.state, self._pictures)

    @cached_property
    def _depth_tools(self) -> DepthHand:
        from woodcock.app.stage.depth_hand import DepthHand

        return DepthHand(self.state, self._depth_editor)

    @property
    def hand(self) -> DepthHand | BendHand | None:
        """The tool on the depth map or on bend pins, if one is in hand."""
        if self.state.step == "Move" and self.state.tools.move == "bend":
            return self._pins
        on_map = self.state.step == "Stage" and self.state.tools.stage != "arrange"
        return self._depth_tools if on_map and self.state.project.photo else None

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return float(frame.width), float(frame.height)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        if self.image is None:
            self._paint_photo(painter, area, view)
        else:
            painter.drawImage(area, self.image)
            self._paint_onion(painter, area)
        if self.state.tools.depth_look:
            self._depth.paint(painter, view, area)
        if self.state.step == "Move" and not self.state.playing:
            outline(painter, area, theme.current().accent, 1.5)
            self._paint_path(painter, view)
            self._label(painter, area)
        else:
            outline(painter, area, "#000000")
        if self.state.tools.safe:
            self.things.paint_safe(painter, area)
        if self.hand:
            self.hand.paint(painter, view)
        else:
            self.pivot.paint(painter, view)
            self.finish.paint(painter, view)

    @property
    def dragging(self) -> bool:
        return self.drag.under_way or self._pins.dragging or self.finish.held

    def times(self) -> tuple[float, ...]:
        if self.state.tools.onion and not self.state.playing:
            return self.state.time, 0.0, self.state.project.frame.last
        return (self.state.time,)

    def take(self, image: QImage, time: float) -> None:
        self.images[round(time, 4)] = image
        if round(time, 4) not in {round(t, 4) for t in self.times()[1:]} or time == self.state.time:
            self.image = image

    def _paint_onion(self, painter: QPainter, area: QRectF) -> None:
        """Start and end through the picture."""
        for time in self.times()[1:]:
            image = self.images.get(round(time, 4))
            if image is not None and time != self.state.time:
                painter.setOpacity(0.33)
                painter.drawImage(area, image)
        painter.setOpacity(1.0)

    def _paint_path(self, painter: QPainter, view: PictureView) -> None:
        """The way the selected layer's middle goes, with its keys and the lens's as dots."""
        layer, report = self.state.layer, self.state.speed_report
        found = report.layers.get(layer.id) if layer and report else None
        if layer is None or found is None or np.isnan(found.path).any():
            return
        spots = [view.to_view(float(x), float(y)) for x, y in found.path]
        way = QPainterPath(spots[0])
        for spot in spots[1:]:
            way.lineTo(spot)
        if way.length() < _SHORT:
            return
        line(painter, way)
        frame = self.state.project.frame
        times = {peg.time for peg in (*pegs_of(self.state.project, layer.id),
                                      *pegs_of(self.state.project, LENS))}  # fmt: skip
        painter.setPen(QPen(QColor("#000000"), 1))
        painter.setBrush(QColor(theme.current().accent))
        for time in times:
            painter.drawEllipse(spots[min(frame.index(time), len(spots) - 1)], 3.5, 3.5)

    def _paint_photo(self, painter: QPainter, area: QRectF, view: PictureView) -> None:
        """Before the first frame, the photo: at rest the clip is nothing else."""
        checkerboard(painter, area)
        photo = self._pictures.photo()
        if photo is not None:
            painter.save()
            painter.setClipRect(area)
            painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
            painter.drawImage(view.transform().mapRect(placed(self.state.project)), photo)
            painter.restore()
        if self.state.step != "Move" or self.state.playing:
            label(painter, area, tr("The photo: the first frame is on its way …"))

    def _label(self, painter: QPainter, area: QRectF) -> None:
        """Which pose the picture shows, or which one dragging would set."""
        time, last = self.state.time, self.state.project.frame.last
        text = tr(_BETWEEN[self.state.tools.pose])
        if self.state.tools.pose == "here" and 0 < time < last:
            text = tr("Pose at {time:.2f} s: drag to change it", time=time)
        elif self.state.tools.pose != "here" and abs(time - self.state.pose_time()) < 1e-6:
            text = tr("{pose} pose: drag to change it", pose=tr(words.POSES[self.state.tools.pose]))
        elif time in (0.0, last):
            pose = tr(words.POSES["start" if time == 0 else "end"])
            text = tr("{pose} pose (dragging sets the other one)", pose=pose)
        label(painter, area, text)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.hand:
            self.hand.press(at, event, view)
            return
        left = event.button() == Qt.MouseButton.LeftButton
        if left and self.pivot.take(event.position(), view):
            return
        if left and self.finish.press(at, event.position(), view):
            return
        if self.state.step == "Stage" and left and self.things.take(at):
            return
        if not left:
            return
        if self.state.step == "Move":
            self.state.seek(self.state.pose_time())
        self.drag.press(at, event.position(), self.state.time)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if self.hand:
            self.hand.move(at, held, view)
            view.update()
            return
        if self.pivot.held:
            self.pivot.drag(at)
            return
        if self.finish.held:
            self.finish.drag(at)
            return
        if self.things.held:
            if held:
                self.things.drag(at)
            return
        if not held and self.state.step == "Stage":
            names = [self.state.project.layer(x).name for x in layers_at(self.state, at)]
            view.setToolTip(tip("\n".join(names)))
        if held and self.state.step == "Move":
            self.drag.move(at, event.position(), bool(event.modifiers() & _SHIFT))

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.hand:
            self.hand.release(at, view)
            return
        self.things.let_go()
        self.finish.let_go()
        if self.drag.held and not self.drag.release():
            found = layer_at(self.state, at)
            if found:
                self.state.select(found)
        self.pivot.held = False
        self.state.document.seal()
        self.state.touch()

    def menu(self, at: QPointF | None, view: PictureView, spot: QPoint) -> bool:
        if self.hand or self.finish.picking:
            return False
        name = layer_at(self.state, at) if at is not None else self.state.selected
        return bool(name) and show_thing_menu(view, spot, self.state, name or "") is not None

    def double(self, at: QPointF, view: PictureView) -> bool:
        return self.state.step == "Stage" and self.things.type_at(at, view)

    def leave(self) -> None:
        if self.hand:
            self.hand.pointer = None

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        return self.hand is not None and self.hand.wheel(steps, event)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if self.state.step == "Finish" and event.key() == Qt.Key.Key_B:
            if not event.isAutoRepeat():
                self.plain = down
                self.state.touch()
            return True
        if down and event.key() == Qt.Key.Key_Escape and self.finish.picking:
            self.state.tools.finish = ""  # put away without a click
            self.state.touch()
            return True
        return down and self.hand is not None and self.hand.key(event, view)

    def cursor(self) -> Qt.CursorShape:
        if self.hand:
            return self.hand.cursor if self.state.tools.stage == "raise" else _CROSS
        if self.finish.picking:
            return _CROSS
        if self.state.step == "Move":
            return Qt.CursorShape.SizeAllCursor
        return Qt.CursorShape.ArrowCursor
