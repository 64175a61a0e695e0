"""Bend pins in the picture: set by a click, dragged, turned by the ring, taken away."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.hand import Hand
from woodcock.app.picture.pointing import mapping_of, place_of
from woodcock.app.picture.pointing import spot as spot_of
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.session import bending
from woodcock.texts import tr

_NEAR, _RING = 10.0, 22.0  # screen pixels: to hit a pin, of the ring that turns it


class BendHand(Hand):
    """The Bend tool on the frame at the playhead."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.pointer: QPointF | None = None
        self._held: tuple[int, bool] | None = None  # the pin, and whether it is turned
        self._from = 0.0

    @property
    def dragging(self) -> bool:
        return self._held is not None

    def _on_plane(self, layer: Layer, at: QPointF) -> tuple[float, float] | None:
        """Where in the layer's plane a place of the frame is."""
        mapping = mapping_of(self.state, layer.id)
        return None if mapping is None else place_of(mapping.frame_to_plane(spot_of(at)))

    def spots(self) -> list[QPointF]:
        """Where the pins of the selected layer are in the frame."""
        layer = self.state.layer
        mapping = mapping_of(self.state, layer.id) if layer and layer.bend else None
        if layer is None or layer.bend is None or mapping is None:
            return []
        places = [
            [pin.place[k] + self.state.value(t) for k, t in enumerate((pin.x, pin.y))]
            for pin in layer.bend.pins
        ]
        spots = mapping.plane_to_frame(np.array(places))
        return [QPointF(float(x), float(y)) for x, y in np.nan_to_num(spots, nan=-1e6)]

    def _hit(self, at: QPointF, view: PictureView) -> tuple[int, bool] | None:
        layer = self.state.layer
        spots = [view.to_view(spot.x(), spot.y()) for spot in self.spots()]
        place = view.to_view(at.x(), at.y())
        for number, spot in enumerate(spots, 1):
            if math.hypot(spot.x() - place.x(), spot.y() - place.y()) < _NEAR:
                return number, False
        chosen = self.state.tools.pin
        if layer and layer.bend and 1 <= chosen <= len(spots):
            spot = spots[chosen - 1]
            away = math.hypot(spot.x() - place.x(), spot.y() - place.y())
            if layer.bend.pins[chosen - 1].turns and abs(away - _RING) < _NEAR * 0.7:
                return chosen, True
        return None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        layer, state = self.state.layer, self.state
        if layer is None:
            return
        hit = self._hit(at, view)
        if event.button() == Qt.MouseButton.RightButton:
            if hit:
                state.act(tr("Take a pin away"), lambda p: bending.delete_pin(p, layer.id, hit[0]))
            return
        if hit is None:
            place = self._on_plane(layer, at)
            if place is None:
                return
            if state.act(tr("Set a pin"), lambda p: bending.add_pin(p, layer.id, place)):
                state.tools.pin = len(state.project.layer(layer.id).bend.pins)  # type: ignore[union-attr]
                state.tools.page = "layer"
            return
        state.tools.pin = hit[0]
        self._held = hit
        spot = self.spots()[hit[0] - 1]
        self._from = math.degrees(math.atan2(at.y() - spot.y(), at.x() - spot.x()))
        state.touch()

    def move(self, at: QPointF, held: bool, view: PictureView) -> None:
        layer, time = self.state.layer, self.state.time
        if not held or self._held is None or layer is None or layer.bend is None:
            return
        number, turned = self._held
        pin = layer.bend.pins[number - 1]
        if turned:
            spot = self.spots()[number - 1]
            angle = math.degrees(math.atan2(at.y() - spot.y(), at.x() - spot.x()))
            by = (angle - self._from + 180) % 360 - 180
            self._from = angle
            degrees = self.state.value(pin.turn) + by
            self.state.act(
                tr("Turn a pin"),
                lambda p: bending.turn_pin(p, layer.id, number, time, degrees),
                f"turn pin {layer.id} {number} {time}",
            )
            return
        place = self._on_plane(layer, at)
        if place is None:
            return
        moved = place[0] - pin.place[0], place[1] - pin.place[1]
        self.state.act(
            tr("Move a pin"),
            lambda p: bending.move_pin(p, layer.id, number, time, moved),
            f"move pin {layer.id} {number} {time}",
        )

    def release(self, at: QPointF, view: PictureView) -> None:
        self._held = None
        self.state.document.seal()
        self.state.touch()

    def key(self, event: QKeyEvent, view: PictureView) -> bool:
        layer, number = self.state.layer, self.state.tools.pin
        if event.key() != Qt.Key.Key_Delete or layer is None or layer.bend is None:
            return False
        return self.state.act(
            tr("Take a pin away"), lambda p: bending.delete_pin(p, layer.id, number)
        )

    def paint(self, painter: QPainter, view: PictureView) -> None:
        layer, look = self.state.layer, theme.current()
        if layer is None or layer.bend is None:
            return
        pairs = zip(self.spots(), layer.bend.pins, strict=False)
        for number, (middle, pin) in enumerate(pairs, 1):
            at = view.to_view(middle.x(), middle.y())
            chosen = number == self.state.tools.pin
            still = not (pin.x.keys or pin.y.keys or pin.turn.keys)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            if pin.turns:
                for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
                    painter.setPen(QPen(QColor(colour), width))
                    painter.drawEllipse(at, _RING, _RING)
                angle = math.radians(self.state.value(pin.turn) - 90)
                tip = at + QPointF(math.cos(angle), math.sin(angle)) * _RING
                painter.drawLine(at, tip)
            painter.setPen(QPen(QColor("#000000"), 2))
            painter.setBrush(QColor(look.accent if chosen else "#ffffff"))
            if still:  # one that holds is square
                painter.drawRect(round(at.x()) - 5, round(at.y()) - 5, 10, 10)
            else:
                painter.drawEllipse(at, 6, 6)
