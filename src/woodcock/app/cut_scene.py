"""Separate step: cutting tools over the whole photo."""

from __future__ import annotations

from dataclasses import dataclass, field, replace

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
from woodcock.app.cutter import Cutter
from woodcock.app.flat import FlatPictures, WholePhotoScene, limited, shown_pixels
from woodcock.app.scenes import checkerboard
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import image_of
from woodcock.separate.redraw import alpha_of
from woodcock.session.stroke import Stroke

_TRACE_KEYS = (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Backspace, Qt.Key.Key_Escape)


@dataclass
class _Hand:
    """A stroke that is being drawn."""

    points: list[tuple[float, float]] = field(default_factory=list)
    remove: bool = False
    pressures: list[float] = field(default_factory=list)


class CutScene(WholePhotoScene):
    """Separate step: the whole photo, the selected layer shown on a backdrop, the cutting tools."""

    def __init__(self, state: State, pictures: FlatPictures, cutter: Cutter) -> None:
        super().__init__(state, pictures)
        self._cutter = cutter
        self._stroke: _Hand | None = None
        self._pointer: QPointF | None = None
        self._touched: tuple[Stroke, str] | None = None  # with the photo that was touched

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        photo = self.pictures.photo()
        if photo is None:
            return
        self._cutter.study()
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
                plain = {"grey": "#777777", "alpha": "black"}.get(backdrop, backdrop)
                painter.fillRect(area, QColor(plain))
            alone = self._alone()
            if alone:
                painter.drawImage(area, alone)
        if self._cutter.proposal and not self.plain:
            painter.drawImage(area, self._cutter.proposal)
        self._paint_tool(painter, view)

    def _paint_tool(self, painter: QPainter, view: PictureView) -> None:
        tools, stroke = self.state.tools, self._stroke
        accent = QColor(theme.current().accent)
        removing = tools.mode == "remove" or (stroke is not None and stroke.remove)
        self._cutter.trace.paint(painter, view)
        if stroke and stroke.points:
            path = QPolygonF([view.to_view(x, y) for x, y in stroke.points])
            if tools.separate == "touch":
                painter.setPen(QPen(accent, 1.5, Qt.PenStyle.DashLine))
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawRect(QRectF(path.first(), path.last()).normalized())
            elif tools.separate == "lasso":
                for colour, width in (("#000000", 3.0), ("#ffffff", 1.4)):
                    style = Qt.PenStyle.DashLine if removing else Qt.PenStyle.SolidLine
                    painter.setPen(QPen(QColor(colour), width, style))
                    painter.drawPolyline(path)
                painter.setPen(QPen(accent, 1, Qt.PenStyle.DotLine))
                painter.drawLine(path.last(), path.first())
            else:
                accent.setAlpha(120 if tools.separate == "brush" else 55)
                stroke_colour = QColor(30, 30, 30, 150) if removing else accent
                pen = QPen(stroke_colour, tools.size * view.zoom)
                pen.setCapStyle(Qt.PenCapStyle.RoundCap)
                pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
                painter.setPen(pen)
                painter.drawPolyline(path) if path.size() > 1 else painter.drawPoint(path.first())
        if self._pointer and tools.separate in ("brush", "grow", "fine"):
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
        if self.state.tools.separate == "trace":
            places = self._cutter.trace.click(at, view)
            if places:
                self._close(places, event.button() == Qt.MouseButton.RightButton)
        elif self.state.project.photo:
            removes = event.button() == Qt.MouseButton.RightButton
            self._stroke = _Hand([(at.x(), at.y())], removes, [view.pressure])

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        self._pointer = at
        if self.state.tools.separate == "trace":
            self._cutter.trace.hover(at, view)
        if held and self._stroke:
            self._stroke.points.append((at.x(), at.y()))
            self._stroke.pressures.append(view.pressure)
            self._cutter.preview(self._finished(self._stroke))
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        hand, self._stroke = self._stroke, None
        kind = self.state.tools.separate
        if hand is None or (kind == "lasso" and len(hand.points) < 3):
            return
        drawn = self._finished(hand)
        self._cutter.take(self._touch(drawn, view) if kind == "touch" else drawn)

    def _close(self, places: tuple[tuple[float, float], ...], remove: bool) -> None:
        self._cutter.take(self._finished(_Hand(list(places), remove)))

    def _finished(self, hand: _Hand) -> Stroke:
        """The stroke with the tool as it is set now."""
        tools = self.state.tools
        return Stroke(
            tuple(hand.points),
            tools.separate,
            "add" if tools.separate == "fine" else "remove" if hand.remove else tools.mode,
            tools.size,
            tools.hardness,
            self.state.selected,
            tolerance=tools.tolerance,
            local=tools.local,
            opacity=tools.opacity,
            pressures=() if min(hand.pressures, default=1.0) == 1.0 else tuple(hand.pressures),
        )

    def _touch(self, drawn: Stroke, view: PictureView) -> Stroke:
        """A click or a box; a click where the last one was asks for more of the same thing."""
        ends = drawn.points[0], drawn.points[-1]
        boxed = np.hypot(ends[0][0] - ends[1][0], ends[0][1] - ends[1][1]) * view.zoom > 8
        drawn = replace(drawn, points=ends if boxed else ends[:1])
        photo = self.state.project.photo.pixels if self.state.project.photo else ""
        before = self._touched[0] if self._touched and self._touched[1] == photo else None
        if before and not boxed and (before.mode == "remove") == (drawn.mode == "remove"):
            (x, y), (u, v) = before.points[0], drawn.points[0]
            if np.hypot(x - u, y - v) * view.zoom < 12:
                drawn = replace(drawn, times=before.times + 1)
        self._touched = None if boxed else (drawn, photo)
        return drawn

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
        trace = self._cutter.trace
        if down and trace.places and event.key() in _TRACE_KEYS:
            if event.key() == Qt.Key.Key_Backspace:
                trace.back()
            elif event.key() == Qt.Key.Key_Escape:
                trace.give_up()
            else:
                places = trace.close()
                if places:
                    self._close(places, False)
            return True
        if event.key() == Qt.Key.Key_Escape and down and self._stroke:
            self._stroke = None
            self._cutter.give_up()
            return True
        return super().key(event, down, view)

    def cursor(self) -> Qt.CursorShape:
        brush = self.state.tools.separate in ("brush", "grow", "fine")
        return Qt.CursorShape.BlankCursor if brush else Qt.CursorShape.CrossCursor

    def _tint(self) -> QImage | None:
        """Every shown layer's colour over it, the selected one's strongest."""
        project, store = self.state.project, self.state.document.store
        layers = [(x, x.mask) for x in project.near_to_far[::-1] if x.mask and x.visible]
        chosen = self.state.selected
        key = tuple((mask, x.colour, x.id == chosen) for x, mask in layers)
        if not layers:
            return None

        def make() -> QImage:
            height, width = limited(alpha_of(layers[0][1], store)).shape
            out = np.zeros((height, width, 4), np.uint8)
            for layer, cut in layers:  # far to near: the nearer colour stays on top
                mask = limited(alpha_of(cut, store))
                colour = theme.layer_colour(layer.colour)
                strength = 0.55 if layer.id == chosen else 0.22
                there = mask > 8
                out[there, :3] = colour.red(), colour.green(), colour.blue()
                out[there, 3] = mask[there] * strength
            return image_of(out)

        return self.pictures.picture("tint", key, make)

    def _alone(self) -> QImage | None:
        """The selected layer cut out, or its alpha; for the background, what no layer claims."""
        project, layer = self.state.project, self.state.layer
        if layer is None or project.photo is None:
            return None
        photo, store = project.photo.pixels, self.state.document.store
        masks = [layer.mask] if layer.mask else [x.mask for x in project.layers if x.mask]
        inverse, bare = layer.is_background, self.state.tools.backdrop == "alpha"

        def make() -> QImage:
            colour = shown_pixels(store.get(photo))[..., :3]
            alpha = np.zeros(colour.shape[:2], np.uint8)
            for mask in masks:
                assert mask is not None
                alpha = np.maximum(alpha, limited(alpha_of(mask, store)))
            alpha = 255 - alpha if inverse else alpha
            if bare:
                return image_of(np.dstack([alpha] * 3))
            return image_of(np.dstack([colour, alpha]))

        return self.pictures.picture("alone", (photo, tuple(masks), inverse, bare), make)
