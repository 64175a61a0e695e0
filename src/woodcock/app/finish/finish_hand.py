"""What the mouse does in the picture in Finish: focus on a thing, drag where a blur grows from."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.finish.focus_rows import PICK
from woodcock.app.picture.pointing import layer_at, mapping_of, place_in, place_of, spot
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Blur, Layer, Project
from woodcock.session import finishing
from woodcock.stage import value_at

_NEAR = 14.0  # screen pixels
_CORNERS = 48  # of the ring within which nothing is blurred


class FinishHand:
    def __init__(self, state: State) -> None:
        self._state = state
        self.held = False

    @property
    def picking(self) -> bool:
        """Whether a click in the picture focuses."""
        return self._state.step == "Finish" and self._state.tools.finish == PICK

    def press(self, at: QPointF, on_widget: QPointF, view: PictureView) -> bool:
        """Use a press at a place of the frame, if it is meant for this."""
        if self.picking:
            self._focus(at)
            return True
        middle = self._middle(view)
        self.held = middle is not None and (
            math.hypot(middle.x() - on_widget.x(), middle.y() - on_widget.y()) < _NEAR
        )
        return self.held

    def _focus(self, at: QPointF) -> None:
        state = self._state
        found = layer_at(state, at)
        place = place_in(state, found, at) if found else None
        if place is None:
            state.told.emit("There is nothing to focus on. The focus is as it was.")
            return
        name, time, keyed = state.project.layer(place.layer).name, state.time, state.tools.pegged
        if state.project.lens.defocus.follow is not None:
            state.act(f"Focus on {name}", lambda p: finishing.follow(p, place))
        else:
            state.act(f"Focus on {name}", lambda p: finishing.focus_on(p, place, time, keyed))
        state.document.seal()
        state.tools.finish = ""

    def drag(self, at: QPointF) -> None:
        """Put the middle of the selected layer's blur under a place of the frame."""
        layer, blur = self._blurred()
        mapping = mapping_of(self._state, layer.id) if layer else None
        place = place_of(mapping.to_own(spot(at))) if mapping else None
        if layer is None or blur is None or place is None:
            return
        time = self._state.time if self._state.tools.pegged else None

        def placed(project: Project) -> Project:
            for name, value in zip(("blur x", "blur y"), place, strict=True):
                project = finishing.set_value(project, layer.id, name, value, time)
            return project

        self._state.act(f"Blur of {layer.name}", placed, f"blur place {layer.id} {time}")

    def let_go(self) -> None:
        self.held = False

    def paint(self, painter: QPainter, view: PictureView) -> None:
        """A cross where the blur grows from, and the ring within which nothing is blurred."""
        layer, blur = self._blurred()
        middle = self._middle(view)
        mapping = mapping_of(self._state, layer.id) if layer else None
        photo = self._state.project.photo
        if blur is None or middle is None or mapping is None or photo is None:
            return
        time = self._state.time
        turns = np.linspace(0, 2 * np.pi, _CORNERS)
        reach = max(value_at(blur.clear, time), 0.0) * photo.height
        ring = np.stack([np.cos(turns), np.sin(turns)], 1) * reach
        ring += value_at(blur.x, time), value_at(blur.y, time)
        spots = mapping.to_frame(ring)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 3.4), (theme.current().accent, 1.6)):
            painter.setPen(QPen(QColor(colour), width))
            if np.isfinite(spots).all():
                painter.drawPolyline(QPolygonF([view.to_view(*xy) for xy in spots.tolist()]))
            painter.drawLine(middle - QPointF(8, 0), middle + QPointF(8, 0))
            painter.drawLine(middle - QPointF(0, 8), middle + QPointF(0, 8))

    def _blurred(self) -> tuple[Layer | None, Blur | None]:
        """The selected layer and its blur, if that grows from a place."""
        layer, state = self._state.layer, self._state
        shown = state.step == "Finish" and state.tools.finish_page == "lens" and not state.playing
        if not shown or layer is None or layer.blur is None or not layer.blur.outwards:
            return None, None
        return layer, layer.blur

    def _middle(self, view: PictureView) -> QPointF | None:
        layer, blur = self._blurred()
        mapping = mapping_of(self._state, layer.id) if layer else None
        if blur is None or mapping is None:
            return None
        time = self._state.time
        place = np.array([[value_at(blur.x, time), value_at(blur.y, time)]])
        found = place_of(mapping.to_frame(place))
        return view.to_view(*found) if found else None
