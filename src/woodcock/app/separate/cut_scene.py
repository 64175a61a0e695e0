"""Separate step: the whole photo, the selected layer on a backdrop, the cutting tools."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen, QTransform, QWheelEvent

from woodcock.app import theme
from woodcock.app.picture.flat import FlatPictures, WholePhotoScene
from woodcock.app.picture.hand import Hand
from woodcock.app.picture.piece import Shown
from woodcock.app.picture.scenes import checkerboard, outline
from woodcock.app.picture.spot import paint_spot
from woodcock.app.picture.view import PictureView
from woodcock.app.rebuild.rebuilt_pictures import RebuiltPictures, outlines
from woodcock.app.separate.cut_pictures import CutPictures
from woodcock.app.separate.cutter import Cutter
from woodcock.app.separate.outline_hand import OutlineHand
from woodcock.app.separate.place_hand import PlaceHand
from woodcock.app.separate.stroke_hand import StrokeHand
from woodcock.app.separate.trace_hand import TraceHand
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session.picture_cut import KINDS

_LOUPE, _LARGER, _GAP = 180, 4.0, 14  # its side on the screen, how much it enlarges, its distance
_HELD = {Qt.Key.Key_N: "new", Qt.Key.Key_A: "add", Qt.Key.Key_T: "remove"}  # as for strokes
_PLAIN = {"grey": "#777777", "alpha": "black"}


class CutScene(WholePhotoScene):
    """Shows the layers and hands mouse and keys to the tool's hand."""

    def __init__(self, state: State, pictures: FlatPictures, cutter: Cutter, work: Work) -> None:
        super().__init__(state, pictures)
        self._cutter = cutter
        self._cut = CutPictures(state, pictures)
        self._rebuilt = RebuiltPictures(state, pictures)
        self.strokes = StrokeHand(state, cutter)
        self.trace = TraceHand(state, cutter, work)
        self.outline = OutlineHand(state, cutter)
        self.place = PlaceHand(state)
        self._pointer: QPointF | None = None
        self._used: tuple[Hand, str] = self.strokes, ""
        state.changed.connect(self._changed)

    @property
    def hand(self) -> Hand:
        """The hand that has the mouse now."""
        tool = self.state.tools.separate
        if self.state.layer and self.state.layer.picture:
            return self.strokes if self.state.tools.cut_picture and tool in KINDS else self.place
        return {"trace": self.trace, "outline": self.outline}.get(tool, self.strokes)

    def _changed(self) -> None:
        """What was begun is given up with its tool, its step or its photo."""
        used = self.hand, self.strokes.photo if self.state.step == "Separate" else ""
        if used != self._used:
            self._used[0].give_up()
            self._used = used

    def paint(self, painter: QPainter, view: PictureView) -> None:
        self._cut.look(view.visible_scene(), view.zoom)
        if self._cut.photo() is None:
            return
        self._cutter.study()
        self._paint_picture(painter, view.transform().mapRect(QRectF(0, 0, *self.size())))
        paint_spot(painter, view, self.state)
        self.hand.paint(painter, view)
        if self.state.tools.loupe and self._pointer:
            self._paint_loupe(painter, view, self._pointer)

    def _paint_picture(self, painter: QPainter, area: QRectF) -> None:
        """The photo or the layer on its backdrop, the whole of it in `area`."""
        photo, layer, backdrop = self._cut.photo(), self.state.layer, self.state.tools.backdrop
        assert photo is not None
        if self.plain or backdrop == "tint" or layer is None:
            self._photo(painter, area)
        elif backdrop == "hues":
            (self._cut.greys() or photo).paint(painter, area, self.size())
        elif backdrop.startswith("layer:"):
            checkerboard(painter, area)
            behind = next((x for x in self.state.project.layers if x.id == backdrop[6:]), None)
            self._put(painter, area, self._cut.alone(behind, "behind") if behind else None)
        elif backdrop == "checkerboard":
            checkerboard(painter, area)
        else:
            painter.fillRect(area, QColor(_PLAIN.get(backdrop, backdrop)))
        if self.plain:
            return
        if backdrop == "tint":
            self._put(painter, area, self._cut.tint())
        elif layer is not None and backdrop != "hues":
            self._put(painter, area, self._cut.alone(layer, "alone", backdrop == "alpha"))
        self._paint_own(painter, area, backdrop)
        if self._cutter.proposal:
            painter.drawImage(area, self._cutter.proposal)

    def _photo(self, painter: QPainter, area: QRectF) -> None:
        """The photo; all of it is there while a piece is made of what is seen closely."""
        whole, part = self.pictures.photo(), self._cut.photo()
        if whole and not (part and part.piece.whole):
            painter.drawImage(area, whole)
        self._put(painter, area, part)

    def _put(self, painter: QPainter, area: QRectF, shown: Shown | None) -> None:
        if shown:
            shown.paint(painter, area, self.size())

    def _paint_own(self, painter: QPainter, area: QRectF, backdrop: str) -> None:
        """The layers that are pictures of their own."""
        factor = area.width() / self.size()[0]
        for layer in self.state.project.near_to_far[::-1]:
            shown = layer.visible if backdrop in ("tint", "hues") else layer is self.state.layer
            image = self._cut.own(layer) if layer.picture and shown else None
            if image and layer.picture:
                x, y, width, height = (value * factor for value in layer.picture.box)
                painter.drawImage(QRectF(area.x() + x, area.y() + y, width, height), image)

    def _paint_loupe(self, painter: QPainter, view: PictureView, at: QPointF) -> None:
        """What is under the pointer, larger, beside it."""
        spot, zoom = view.to_view(at.x(), at.y()), view.zoom * _LARGER
        left = (
            spot.x() + _GAP
            if spot.x() + _GAP + _LOUPE < view.width()
            else (spot.x() - _GAP - _LOUPE)
        )
        top = max(spot.y() - _GAP - _LOUPE, 4.0)
        frame = QRectF(left, top, _LOUPE, _LOUPE)
        middle, (width, height) = frame.center(), self.size()
        corner = QPointF(middle.x() - at.x() * zoom, middle.y() - at.y() * zoom)
        painter.save()
        painter.setClipRect(frame)
        painter.fillRect(frame, QColor(theme.current().surround))
        self._paint_picture(painter, QRectF(corner.x(), corner.y(), width * zoom, height * zoom))
        paths = self._rebuilt.outlines(alone=False)
        if paths and not self.plain:
            placed = QTransform.fromTranslate(corner.x(), corner.y()).scale(zoom, zoom)
            outlines(painter, placed, paths)
        for colour, wide in (("#000000", 3.0), ("#ffffff", 1.0)):
            painter.setPen(QPen(QColor(colour), wide))
            for along in (QPointF(7, 0), QPointF(0, 7)):
                painter.drawLine(middle - along, middle + along)
        painter.restore()
        outline(painter, frame, "#000000", 3.0)
        outline(painter, frame, theme.current().text, 1.2)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self.state.spot = None
        self.hand.press(at, event, view)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        self._pointer = at
        self.hand.move(at, held, view)
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self.hand.release(at, view)

    def leave(self) -> None:
        self._pointer = self.strokes.pointer = None

    def forsake(self) -> None:
        if self.state.tools.held_mode:
            self.state.tools.held_mode = ""
            self.state.touch()

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        return self.hand.wheel(steps, event)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if down and self.hand.key(event, view):
            return True
        mode = _HELD.get(Qt.Key(event.key()))
        if mode and not event.isAutoRepeat() and not event.modifiers():
            self.state.tools.held_mode = mode if down else ""
            self.state.touch()
            return True
        if down and event.key() == Qt.Key.Key_L and not event.isAutoRepeat():
            self.state.tools.loupe = not self.state.tools.loupe
            self.state.touch()
            return True
        return super().key(event, down, view)

    def tab(self) -> bool:
        """After a subject was found Tab cuts the next; else it leads on to the next control."""
        if self._cutter.more:
            self._cutter.find_subject()
            return True
        return False

    def cursor(self) -> Qt.CursorShape:
        return self.hand.cursor
