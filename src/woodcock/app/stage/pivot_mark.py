"""The selected layer's pivot in the lens view: shown in Stage, and dragged to anywhere."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.pointing import mapping_of, place_of, spot
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.session import staging
from woodcock.texts import tr

_NEAR = 12.0  # screen pixels


class PivotMark:
    def __init__(self, state: State) -> None:
        self._state = state
        self.held = False

    def _layer(self) -> Layer | None:
        layer = self._state.layer
        shown = layer is not None and layer.pivot is not None and self._state.step == "Stage"
        return layer if shown else None

    def spot(self, view: PictureView) -> QPointF | None:
        """Where the pivot is on the widget."""
        layer = self._layer()
        mapping = mapping_of(self._state, layer.id) if layer else None
        if layer is None or layer.pivot is None or mapping is None:
            return None
        place = place_of(mapping.plane_to_frame(np.array([layer.pivot])))
        return view.to_view(*place) if place else None

    def take(self, at: QPointF, view: PictureView) -> bool:
        """Take hold of it, if it is at a place of the widget."""
        spot = self.spot(view)
        self.held = spot is not None and math.hypot(spot.x() - at.x(), spot.y() - at.y()) < _NEAR
        return self.held

    def drag(self, at: QPointF) -> None:
        """Put it under a place of the frame."""
        layer = self._layer()
        mapping = mapping_of(self._state, layer.id) if layer and self.held else None
        pivot = place_of(mapping.frame_to_plane(spot(at))) if mapping else None
        if layer is None or pivot is None:
            return
        self._state.act(
            tr("Pivot of {name}", name=layer.name),
            lambda p: staging.set_pivot(p, layer.id, pivot),
            f"pivot {layer.id}",
        )

    def paint(self, painter: QPainter, view: PictureView) -> None:
        spot = self.spot(view)
        if spot is None:
            return
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 3.4), (theme.current().accent, 1.8)):
            painter.setPen(QPen(QColor(colour), width))
            painter.drawEllipse(spot, 6, 6)
            painter.drawLine(spot - QPointF(11, 0), spot + QPointF(11, 0))
            painter.drawLine(spot - QPointF(0, 11), spot + QPointF(0, 11))
