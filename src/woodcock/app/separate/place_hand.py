"""Placing a picture of its own on the photo: drag it, Shift+wheel makes it larger or smaller."""

from __future__ import annotations

from msgspec.structs import replace
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QMouseEvent, QPainter, QPen, QWheelEvent

from woodcock.app import theme
from woodcock.app.picture.hand import Hand
from woodcock.app.picture.view import PictureView
from woodcock.model import Picture
from woodcock.session import acts
from woodcock.texts import tr


class PlaceHand(Hand):
    cursor = Qt.CursorShape.SizeAllCursor

    _from: tuple[QPointF, Picture] | None = None

    @property
    def _picture(self) -> Picture | None:
        return self.state.layer.picture if self.state.layer else None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self._from = (at, self._picture) if self._picture else None

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        if held and self._from:
            start, picture = self._from
            by = at - start
            self._place(replace(picture, x=picture.x + by.x(), y=picture.y + by.y()))

    def release(self, at: QPointF, view: PictureView) -> None:
        self._from = None
        self.state.document.seal()

    def wheel(self, steps: float, event: QWheelEvent) -> bool:
        picture = self._picture
        if picture is None or not event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            return False
        scale = min(max(picture.scale * 1.03**steps, 0.005), 100.0)
        self._place(replace(picture, scale=scale))
        return True

    def _place(self, picture: Picture) -> None:
        layer = self.state.layer
        if layer:
            name = tr("Place {name}", name=layer.name)
            self.state.act(name, lambda p: acts.place_picture(p, layer.id, picture), name)

    def give_up(self) -> None:
        self._from = None

    def paint(self, painter: QPainter, view: PictureView) -> None:
        if self._picture:
            box = view.transform().mapRect(QRectF(*self._picture.box))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            for colour, width in (("#000000", 3.0), (theme.current().accent, 1.6)):
                painter.setPen(QPen(QColor(colour), width))
                painter.drawRect(box)
