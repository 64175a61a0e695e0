"""The mouse on the depth map: painting nearer and farther, laying a ramp, levelling an area."""

from __future__ import annotations

from functools import partial

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QMouseEvent, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.picture.hand import BrushHand, paint_path, paint_ring
from woodcock.app.picture.view import PictureView
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.state import State
from woodcock.depth.edit import area_of, levelled, raised, ramped
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.separate import stamp_stroke
from woodcock.session import mapping
from woodcock.stage import photo_to_frame
from woodcock.texts import tr, tr_noop

NAMES = {
    "raise": tr_noop("Paint depth"),
    "ramp": tr_noop("Ramp in depth"),
    "level": tr_noop("Level depth"),
}
_LEAST = 3  # places of an outline


class DepthHand(BrushHand):
    """In frame pixels, over the depth map as it lies on the frame at rest."""

    def __init__(self, state: State, editor: DepthEditor) -> None:
        super().__init__(state)
        self._editor = editor
        self._farther = False

    @property
    def _tool(self) -> str:
        return self.state.tools.stage

    @property
    def _scale(self) -> float:
        """Frame pixels a photo pixel."""
        return float(self._to_frame[0, 0])

    @property
    def _to_frame(self) -> NDArray[np.float64]:
        project = self.state.project
        assert project.photo is not None
        size = project.frame.width, project.frame.height
        return photo_to_frame(project.photo, project.placement, size)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.state.project.depth is None:
            self.state.told.emit(tr("There is no depth map yet: estimate one, or load one."))
            return
        self._farther = event.button() == Qt.MouseButton.RightButton
        self.points = [(at.x(), at.y())]

    def release(self, at: QPointF, view: PictureView) -> None:
        points, self.points = self.points, []
        depth = self.state.project.depth
        if not points or depth is None:
            return
        points.append((at.x(), at.y()))
        tools = self.state.tools
        if self._tool == "level" and len(points) < _LEAST:
            return
        places, layer = self._in_photo(points), self._editor.layer
        amount = tools.depth_amount * (-1 if self._farther else 1)
        edit = partial(_edit, self._tool, places, tools.size, tools.hardness, amount, layer)
        self._editor.edit(tr(NAMES[self._tool]), edit)

    def _in_photo(self, points: list[tuple[float, float]]) -> NDArray[np.float64]:
        back = np.linalg.inv(self._to_frame)
        return (np.column_stack([np.array(points), np.ones(len(points))]) @ back.T)[:, :2]

    def paint(self, painter: QPainter, view: PictureView) -> None:
        if self._tool == "raise":
            if self.points:
                veil = QColor(0, 0, 0, 110) if self._farther else QColor(255, 255, 255, 110)
                paint_path(painter, view, self.points, self.state.tools.size * self._scale, veil)
            if self.pointer:
                radius = self.state.tools.size * self._scale * view.zoom / 2
                paint_ring(painter, view.transform().map(self.pointer), radius)
            return
        if not self.points:
            return
        points = self.points if self._tool == "level" else [self.points[0], self.points[-1]]
        shown = view.transform().map(QPolygonF([QPointF(*p) for p in points]))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 2.8), (theme.current().accent, 1.4)):
            painter.setPen(QPen(QColor(colour), width))
            painter.drawPolyline(shown)
            if self._tool == "ramp":
                painter.drawEllipse(shown.first(), 4, 4)
                painter.drawEllipse(shown.last(), 4, 4)


def _edit(
    tool: str,
    places: NDArray[np.float64],
    size: float,
    hardness: float,
    amount: float,
    layer: str | None,
    project: Project,
    store: PixelStore,
) -> Project:
    """What a stroke at these places of the photo does."""
    photo = project.photo
    assert photo is not None

    def change(values: NDArray[np.float32]) -> NDArray[np.float32]:
        step = values.shape[1] / photo.width, values.shape[0] / photo.height
        at = [(float(x), float(y)) for x, y in places * step]
        height, width = values.shape
        if tool == "raise":
            stroke = stamp_stroke((height, width), at, size * step[0], hardness)
            return raised(values, stroke, amount)
        if tool == "ramp":
            return ramped(values, at[0], at[-1])
        return levelled(values, area_of(at, (height, width)))

    return mapping.change_depth(project, store, change, layer)
