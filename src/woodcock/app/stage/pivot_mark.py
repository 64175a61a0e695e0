"""The selected layer's pivot in the lens view: shown in Stage, and dragged to anywhere."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter, QPen

from woodcock.app import theme
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.session import staging
from woodcock.stage import PlacedLayer, scene_at

_NEAR = 12.0  # screen pixels


class PivotMark:
    def __init__(self, state: State) -> None:
        self._state = state
        self.held = False

    def _placed(self) -> PlacedLayer | None:
        layer = self._state.layer
        if layer is None or layer.pivot is None or self._state.step != "Stage":
            return None
        placed_layers = scene_at(self._state.project, self._state.time)
        return next((s for s in placed_layers if s.layer.id == layer.id), None)

    def spot(self, view: PictureView) -> QPointF | None:
        """Where the pivot is on the widget."""
        placed = self._placed()
        if placed is None or placed.layer.pivot is None:
            return None
        x, y, w = placed.to_frame @ (*placed.layer.pivot, 1.0)
        return view.to_view(x / w, y / w) if w > 1e-9 else None

    def take(self, at: QPointF, view: PictureView) -> bool:
        """Take hold of it, if it is at a place of the widget."""
        spot = self.spot(view)
        self.held = spot is not None and math.hypot(spot.x() - at.x(), spot.y() - at.y()) < _NEAR
        return self.held

    def drag(self, at: QPointF) -> None:
        """Put it under a place of the frame."""
        placed = self._placed()
        if not self.held or placed is None:
            return
        x, y, w = np.linalg.inv(placed.to_frame) @ (at.x(), at.y(), 1.0)
        layer, pivot = placed.layer, (float(x / w), float(y / w))
        self._state.act(
            f"Pivot of {layer.name}",
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
