"""Rebuild step: what was made up behind the layers, and repairing it by hand."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt, QTimer
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QWheelEvent

from woodcock.app.picture.flat import FlatPictures, WholePhotoScene
from woodcock.app.picture.hand import Hand
from woodcock.app.picture.scenes import checkerboard
from woodcock.app.picture.spot import paint_spot
from woodcock.app.picture.view import PictureView
from woodcock.app.rebuild.area_hand import AreaHand
from woodcock.app.rebuild.rebuilt_pictures import RebuiltPictures, outlines
from woodcock.app.rebuild.remove_hand import RemoveHand
from woodcock.app.rebuild.repair_hand import RepairHand
from woodcock.app.rebuild.repairer import Repairer
from woodcock.app.rebuild.source_hand import SourceHand
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session.repair import AREAS, BRUSHES

_BLINK = 450  # ms a flicker shows the photo, and the picture


class RebuildScene(WholePhotoScene):
    """The picture behind the selected layer, or its own, which the repairing tools paint on."""

    def __init__(
        self, state: State, pictures: FlatPictures, repairer: Repairer, work: Work
    ) -> None:
        super().__init__(state, pictures)
        self._repairer, self._rebuilt = repairer, RebuiltPictures(state, pictures)
        self._painters = {"remove": RemoveHand(state, work), "sources": SourceHand(state, work)}
        self._brush, self.areas = RepairHand(state, repairer), AreaHand(state, repairer)
        self._used: tuple[Hand | None, str, str] = None, "", ""
        self._flicker = QTimer(pictures, interval=_BLINK)
        self._flicker.timeout.connect(self._blink)
        state.changed.connect(self._changed)

    @property
    def _hand(self) -> Hand | None:
        tool = self.state.tools.rebuild
        if tool in BRUSHES:
            return self._brush
        if tool in AREAS:
            return self.areas
        return self._painters.get(tool)

    def _changed(self) -> None:
        """What was begun is given up with its tool, its layer, its step or its photo."""
        photo = self._brush.photo if self.state.step == "Rebuild" else ""
        used = self._hand, photo, f"{self.state.tools.rebuild} {self.state.selected}"
        if used != self._used and self._used[0]:
            self._used[0].give_up()
        self._used = used
        flickers = self.state.tools.flicker and self.state.step == "Rebuild"
        if flickers != self._flicker.isActive():
            self.plain = False
            self._flicker.start() if flickers else self._flicker.stop()

    def _blink(self) -> None:
        self.plain = not self.plain
        self.pictures.ready.emit()

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self.state.spot = None
        if self._hand:
            self._hand.press(at, event, view)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if self._hand:
            self._hand.move(at, held, view)
            view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self._hand:
            self._hand.release(at, view)

    def leave(self) -> None:
        for hand in (*self._painters.values(), self._brush):
            hand.pointer = None

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        return self._hand is not None and self._hand.wheel(steps, event)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if down and self._hand and self._hand.key(event, view):
            return True
        asked = {Qt.Key.Key_F: "fullest", Qt.Key.Key_W: "worst"}.get(Qt.Key(event.key()))
        if down and asked and not event.modifiers():
            self.state.asked.emit(asked)
            return True
        return super().key(event, down, view)

    def cursor(self) -> Qt.CursorShape:
        return self._hand.cursor if self._hand else Qt.CursorShape.ArrowCursor

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        checkerboard(painter, area)
        if self.plain:
            self._paint_photo(painter, area)
        elif self._hand in (self._brush, self.areas):
            self._paint_canvas(painter, view, area)
        else:
            image = self._rebuilt.stacked()
            if image:
                painter.drawImage(area, image)
            else:
                self._paint_photo(painter, area)
        if self.state.tools.reveal and not self.plain:
            overlay = self._rebuilt.revealed()
            if overlay:
                painter.drawImage(area, overlay)
        if self.state.tools.outlined and not self.plain:
            paths = self._rebuilt.outlines(self.state.tools.rebuild_view == "alone")
            if paths:
                outlines(painter, view.transform(), paths)
        if self.state.tools.rebuild == "sources" and not self.plain:
            overlay = self._rebuilt.sources()
            if overlay:
                painter.drawImage(area, overlay)
        paint_spot(painter, view, self.state)
        if self._hand:
            self._hand.paint(painter, view)

    def _paint_photo(self, painter: QPainter, area: QRectF) -> None:
        image = self.pictures.photo()
        if image:
            painter.drawImage(area, image)

    def _paint_canvas(self, painter: QPainter, view: PictureView, area: QRectF) -> None:
        """The picture that is painted on, at full size, with what lies beyond the borders."""
        wanted = self.state.tools.source_layer
        others = [x for x in self.state.project.layers if x.id == wanted]
        self._repairer.stand(others[0] if others else None)
        stand = self._repairer.stand(self._repairer.layer)
        if stand is None:
            self._paint_photo(painter, area)
            return
        canvas, image = stand.canvas, stand.image
        seen = view.visible_scene().adjusted(-2, -2, 2, 2)
        whole = QRectF(canvas.x, canvas.y, image.width(), image.height())
        part = QRectF(whole.intersected(seen).toAlignedRect()).intersected(whole)
        checkerboard(painter, view.transform().mapRect(whole))
        source = part.translated(-canvas.x, -canvas.y)
        painter.drawImage(view.transform().mapRect(part), image, source)
