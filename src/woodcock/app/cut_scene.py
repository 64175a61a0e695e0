"""Separate step: lasso and brush over the whole photo."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, field

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import (
    QColor,
    QImage,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPen,
    QPolygonF,
    QWheelEvent,
)

from woodcock.app import theme
from woodcock.app.flat import FlatPictures, WholePhotoScene, limited, shown_pixels
from woodcock.app.scenes import checkerboard
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import Work, image_of
from woodcock.model import Mask, Project
from woodcock.separate import lasso, stamp_stroke
from woodcock.session import acts


@dataclass
class _Stroke:
    points: list[tuple[float, float]] = field(default_factory=list)
    remove: bool = False


@dataclass(frozen=True)
class _Drawn:
    """A finished stroke with the tool as it was then, waiting to become part of a mask."""

    points: tuple[tuple[float, float], ...]
    kind: str
    mode: str
    size: float
    hardness: float
    layer: str | None

    def area(self, shape: tuple[int, int]) -> np.ndarray:
        if self.kind == "lasso":
            return lasso(shape, self.points)
        return stamp_stroke(shape, self.points, self.size, self.hardness)


class CutScene(WholePhotoScene):
    """Separate step: the whole photo, the selected layer shown on a backdrop, lasso and brush."""

    def __init__(self, state: State, pictures: FlatPictures, work: Work) -> None:
        super().__init__(state, pictures)
        self._work = work
        self._stroke: _Stroke | None = None
        self._pointer: QPointF | None = None
        self._drawn: deque[_Drawn] = deque()
        self._busy = False

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        photo = self.pictures.photo()
        if photo is None:
            return
        backdrop = self.state.tools.backdrop
        if self.plain:
            painter.drawImage(area, photo)
        elif backdrop == "tint":
            painter.drawImage(area, photo)
            tint = self._tint()
            if tint:
                painter.drawImage(area, tint)
        else:
            if backdrop == "checkerboard":
                checkerboard(painter, area)
            else:
                painter.fillRect(area, QColor({"grey": "#777777"}.get(backdrop, backdrop)))
            alone = self._alone()
            if alone:
                painter.drawImage(area, alone)
        self._paint_tool(painter, view)

    def _paint_tool(self, painter: QPainter, view: PictureView) -> None:
        tools, stroke = self.state.tools, self._stroke
        accent = QColor(theme.current().accent)
        removing = tools.mode == "remove" or (stroke is not None and stroke.remove)
        if stroke and stroke.points:
            path = QPolygonF([view.to_view(x, y) for x, y in stroke.points])
            if tools.separate == "lasso":
                for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
                    style = Qt.PenStyle.DashLine if removing else Qt.PenStyle.SolidLine
                    painter.setPen(QPen(QColor(colour), width, style))
                    painter.drawPolyline(path)
                painter.setPen(QPen(accent, 1, Qt.PenStyle.DotLine))
                painter.drawLine(path.last(), path.first())
            else:
                accent.setAlpha(120)
                stroke_colour = QColor(30, 30, 30, 150) if removing else accent
                pen = QPen(stroke_colour, tools.size * view.zoom)
                pen.setCapStyle(Qt.PenCapStyle.RoundCap)
                pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
                painter.setPen(pen)
                painter.drawPolyline(path) if path.size() > 1 else painter.drawPoint(path.first())
        if self._pointer and tools.separate == "brush":
            at = view.transform().map(self._pointer)
            radius = tools.size * view.zoom / 2
            painter.setBrush(Qt.BrushStyle.NoBrush)
            for colour, width in (("#000000", 2.4), ("#ffffff", 1.1)):
                painter.setPen(QPen(QColor(colour), width))
                painter.drawEllipse(at, radius, radius)
            painter.setPen(QPen(QColor("#ffffff"), 1.2))
            painter.drawLine(at - QPointF(4, 0), at + QPointF(4, 0))
            if not removing:
                painter.drawLine(at - QPointF(0, 4), at + QPointF(0, 4))

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self.state.project.photo:
            self._stroke = _Stroke([(at.x(), at.y())], event.button() == Qt.MouseButton.RightButton)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        self._pointer = at
        if held and self._stroke:
            self._stroke.points.append((at.x(), at.y()))
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        stroke, self._stroke = self._stroke, None
        tools, layer = self.state.tools, self.state.layer
        if stroke is None or (tools.separate == "lasso" and len(stroke.points) < 3):
            return
        mode = "remove" if stroke.remove else tools.mode
        if mode == "remove" and (layer is None or layer.is_background):
            self.state.failed.emit("Nothing to remove from: select a layer that was cut first.")
            return
        drawn = _Drawn(
            tuple(stroke.points),
            tools.separate,
            mode,
            tools.size,
            tools.hardness,
            self.state.selected,
        )
        self._drawn.append(drawn)
        self._next()

    def _next(self) -> None:
        """Begin the oldest stroke that waits; each starts from the mask the one before it left."""
        if self._busy or not self._drawn:
            return
        drawn, project, store = self._drawn.popleft(), self.state.project, self.state.document.store
        target = next((x for x in project.layers if x.id == drawn.layer and x.mask), None)
        fresh = target is None or drawn.mode == "new"
        photo = project.photo
        if photo is None:
            return
        self._busy = True

        def make() -> Mask | None:
            area = drawn.area((photo.height, photo.width))
            if not area.any():
                return None
            if target is None or fresh:
                return Mask(store.put(area))
            changed = acts.change_mask(project, target.id, area, drawn.mode, store)
            return changed.layer(target.id).mask

        def done(mask: Mask | None) -> None:
            self._busy = False
            if mask is not None and self.state.project.photo == photo:
                if target is None or fresh:
                    self._add(mask)
                else:
                    word = "take from" if drawn.mode == "remove" else "add to"
                    self.state.act(
                        f"{drawn.kind.capitalize()}: {word} {target.name}",
                        lambda p: acts.set_mask(p, target.id, mask),
                    )
            self._next()

        def failed() -> None:
            self._busy = False
            self._next()

        self._work.hand(make, done, failed)

    def _add(self, mask: Mask) -> None:
        made: list[str] = []

        def change(project: Project) -> Project:
            project, layer_id = acts.add_layer(project, mask)
            made.append(layer_id)
            return project

        if self.state.act("Cut a layer", change):
            self.state.tools.mode = "add"
            self.state.select(made[0])

    def leave(self) -> None:
        self._pointer = None

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        if event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            tools = self.state.tools
            tools.size = min(max(tools.size * 1.12**steps, 1.0), 2000.0)
            self.state.touch()
            return True
        return False

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if event.key() == Qt.Key.Key_Escape and down and self._stroke:
            self._stroke = None
            return True
        return super().key(event, down, view)

    def cursor(self) -> Qt.CursorShape:
        brush = self.state.tools.separate == "brush"
        return Qt.CursorShape.BlankCursor if brush else Qt.CursorShape.CrossCursor

    def _tint(self) -> QImage | None:
        """Every shown layer's colour over it, the selected one's strongest."""
        project, store = self.state.project, self.state.document.store
        layers = [(x, x.mask.pixels) for x in project.near_to_far[::-1] if x.mask and x.visible]
        chosen = self.state.selected
        key = tuple((mask, x.colour, x.id == chosen) for x, mask in layers)
        if not layers:
            return None

        def make() -> QImage:
            height, width = limited(store.get(layers[0][1])).shape
            out = np.zeros((height, width, 4), np.uint8)
            for layer, name in layers:  # far to near: the nearer colour stays on top
                mask = limited(store.get(name))
                colour = theme.layer_colour(layer.colour)
                strength = 0.55 if layer.id == chosen else 0.22
                there = mask > 8
                out[there, :3] = colour.red(), colour.green(), colour.blue()
                out[there, 3] = mask[there] * strength
            return image_of(out)

        return self.pictures.picture("tint", key, make)

    def _alone(self) -> QImage | None:
        """The selected layer cut out; for the background, what no layer claims."""
        project, layer = self.state.project, self.state.layer
        if layer is None or project.photo is None:
            return None
        photo, store = project.photo.pixels, self.state.document.store
        masks = [layer.mask] if layer.mask else [x.mask for x in project.layers if x.mask]
        inverse = layer.is_background

        def make() -> QImage:
            colour = shown_pixels(store.get(photo))[..., :3]
            alpha = np.zeros(colour.shape[:2], np.uint8)
            for mask in masks:
                assert mask is not None
                alpha = np.maximum(alpha, limited(store.get(mask.pixels)))
            return image_of(np.dstack([colour, 255 - alpha if inverse else alpha]))

        return self.pictures.picture("alone", (photo, tuple(masks), inverse), make)
