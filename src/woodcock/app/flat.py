"""Scenes of the flat photo: placing it in the frame, cutting it, looking at what was rebuilt."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import TYPE_CHECKING

import cv2
import msgspec
import numpy as np
from PySide6.QtCore import QObject, QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPen, QPolygonF, QWheelEvent

from woodcock.app import theme
from woodcock.app.scenes import Scene, checkerboard, outline
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import Work, image_of
from woodcock.model import Mask, Project
from woodcock.pixels.colour import encode8
from woodcock.separate import lasso, stamp_stroke
from woodcock.session import acts
from woodcock.stage.placement import photo_scale

if TYPE_CHECKING:
    from woodcock.render import Sheet

_DISPLAY = 4096  # the longest side of pictures made for the screen


class FlatPictures(QObject):
    """Pictures of the photo made for the screen, off the interface thread, by what they show."""

    ready = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__()
        self._state, self._work = state, work
        self._made: dict[str, tuple[object, QImage]] = {}
        self._asked: dict[str, object] = {}

    def picture(self, kind: str, key: object, make) -> QImage | None:  # type: ignore[no-untyped-def]
        """The picture of a kind; an older one, or None, while `make()` works on the new one."""
        have = self._made.get(kind)
        if (have is None or have[0] != key) and self._asked.get(kind) != key:
            self._asked[kind] = key

            def done(image: QImage | None) -> None:
                if image is not None and self._asked.get(kind) == key:
                    self._made[kind] = key, image
                    self.ready.emit()

            self._work.hand(make, done)
        return have[1] if have else None

    def photo(self) -> QImage | None:
        photo = self._state.project.photo
        if photo is None:
            return None
        store = self._state.document.store
        return self.picture(
            "photo", photo.pixels, lambda: image_of(_shown(store.get(photo.pixels)))
        )


def _shown(pixels: np.ndarray) -> np.ndarray:
    """The photo in eight bits, no larger than the screen could want."""
    if pixels.dtype != np.uint8:
        pixels = (pixels >> 8).astype(np.uint8)
    return _limited(pixels)


def _limited(pixels: np.ndarray) -> np.ndarray:
    scale = _DISPLAY / max(pixels.shape[:2])
    if scale >= 1:
        return pixels
    size = (round(pixels.shape[1] * scale), round(pixels.shape[0] * scale))
    return cv2.resize(pixels, size, interpolation=cv2.INTER_AREA)


class PlaceScene(Scene):
    """Photo step: the photo in its frame; dragging moves it, the wheel enlarges it."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state)
        self._pictures = pictures
        self._from: tuple[QPointF, float, float] | None = None

    def size(self) -> tuple[float, float]:
        frame = self.state.project.frame
        return float(frame.width), float(frame.height)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        project, image = self.state.project, self._pictures.photo()
        width, height = self.size()
        frame = view.transform().mapRect(QRectF(0, 0, width, height))
        painter.fillRect(frame, QColor("black"))
        checkerboard(painter, frame)
        if project.photo and image:
            scale = photo_scale(project.photo, project.placement, (int(width), int(height)))
            left = width / 2 - scale * project.placement.x * project.photo.width
            top = height / 2 - scale * project.placement.y * project.photo.height
            size = scale * project.photo.width, scale * project.photo.height
            area = view.transform().mapRect(QRectF(left, top, *size))
            painter.setOpacity(0.35)
            painter.drawImage(area, image)
            painter.setOpacity(1.0)
            painter.save()
            painter.setClipRect(frame)
            painter.drawImage(area, image)
            painter.restore()
        outline(painter, frame, theme.current().accent, 1.5)

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        placement = self.state.project.placement
        self._from = at, placement.x, placement.y

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        project = self.state.project
        if not (held and self._from and project.photo):
            return
        start, x, y = self._from
        frame = project.frame
        scale = photo_scale(project.photo, project.placement, (frame.width, frame.height))
        moved = msgspec.structs.replace(
            project.placement,
            x=x - (at.x() - start.x()) / (scale * project.photo.width),
            y=y - (at.y() - start.y()) / (scale * project.photo.height),
        )
        self.state.act("Place the photo", lambda p: acts.place_photo(p, moved), "place")
        view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        self._from = None
        self.state.document.seal()

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            return False
        placement = self.state.project.placement
        zoomed = msgspec.structs.replace(placement, zoom=placement.zoom * 1.03**steps)
        self.state.act("Enlarge the photo", lambda p: acts.place_photo(p, zoomed), "zoom")
        return True

    def cursor(self) -> Qt.CursorShape:
        return Qt.CursorShape.SizeAllCursor


@dataclass
class _Stroke:
    points: list[tuple[float, float]] = field(default_factory=list)
    remove: bool = False


class CutScene(Scene):
    """Separate step: the whole photo, the selected layer shown on a backdrop, lasso and brush."""

    def __init__(self, state: State, pictures: FlatPictures, work: Work) -> None:
        super().__init__(state)
        self._pictures, self._work = pictures, work
        self._stroke: _Stroke | None = None
        self._pointer: QPointF | None = None
        self._plain = False

    def size(self) -> tuple[float, float]:
        photo = self.state.project.photo
        return (float(photo.width), float(photo.height)) if photo else (16.0, 9.0)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        photo = self._pictures.photo()
        if photo is None:
            return
        backdrop = self.state.tools.backdrop
        if self._plain:
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
        photo, tools, layer = self.state.project.photo, self.state.tools, self.state.layer
        if stroke is None or photo is None:
            return
        shape = photo.height, photo.width
        kind = tools.separate
        if kind == "lasso" and len(stroke.points) < 3:
            return
        size, hardness, store = tools.size, tools.hardness, self.state.document.store
        mode = "remove" if stroke.remove else tools.mode
        fresh = mode == "new" or layer is None or layer.is_background
        if fresh and mode == "remove":
            self.state.failed.emit("Nothing to remove from: select a layer that was cut first.")
            return

        def make() -> np.ndarray:
            if kind == "lasso":
                return lasso(shape, stroke.points)
            return stamp_stroke(shape, stroke.points, size, hardness)

        def done(area: np.ndarray) -> None:
            if not area.any():
                return
            name = {"lasso": "Lasso", "brush": "Brush"}[kind]
            if fresh:
                self._add(area)
            else:
                assert layer is not None
                self.state.act(
                    f"{name}: {'take from' if mode == 'remove' else 'add to'} {layer.name}",
                    lambda p: acts.change_mask(p, layer.id, area, mode, store),
                )

        self._work.hand(make, done)

    def _add(self, area: np.ndarray) -> None:
        made: list[str] = []
        store = self.state.document.store

        def change(project: Project) -> Project:
            project, layer_id = acts.add_layer(project, Mask(store.put(area)))
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

    def key(self, event, down: bool, view: PictureView) -> bool:  # type: ignore[no-untyped-def]
        if event.key() == Qt.Key.Key_B and not event.isAutoRepeat():
            self._plain = down  # before/after: the untouched photo while the key is held
            return True
        if event.key() == Qt.Key.Key_Escape and down and self._stroke:
            self._stroke = None
            return True
        return False

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
            height, width = _limited(store.get(layers[0][1])).shape
            out = np.zeros((height, width, 4), np.uint8)
            for layer, name in layers:  # far to near: the nearer colour stays on top
                mask = _limited(store.get(name))
                colour = theme.layer_colour(layer.colour)
                strength = 0.55 if layer.id == chosen else 0.22
                there = mask > 8
                out[there, :3] = colour.red(), colour.green(), colour.blue()
                out[there, 3] = mask[there] * strength
            return image_of(out)

        return self._pictures.picture("tint", key, make)

    def _alone(self) -> QImage | None:
        """The selected layer cut out; for the background, what no layer claims."""
        project, layer = self.state.project, self.state.layer
        if layer is None or project.photo is None:
            return None
        photo, store = project.photo.pixels, self.state.document.store
        masks = [layer.mask] if layer.mask else [x.mask for x in project.layers if x.mask]
        inverse = layer.is_background

        def make() -> QImage:
            colour = _shown(store.get(photo))[..., :3]
            alpha = np.zeros(colour.shape[:2], np.uint8)
            for mask in masks:
                assert mask is not None
                alpha = np.maximum(alpha, _limited(store.get(mask.pixels)))
            return image_of(np.dstack([colour, 255 - alpha if inverse else alpha]))

        return self._pictures.picture("alone", (photo, tuple(masks), inverse), make)


class RebuildScene(Scene):
    """Rebuild step: the picture behind the selected layer, or a layer's whole rebuilt plate."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        super().__init__(state)
        self._pictures = pictures
        self._plain = False

    def size(self) -> tuple[float, float]:
        photo = self.state.project.photo
        return (float(photo.width), float(photo.height)) if photo else (16.0, 9.0)

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        checkerboard(painter, area)
        image = self._pictures.photo() if self._plain else self._rebuilt()
        if image is None:
            image = self._pictures.photo()
        if image:
            painter.drawImage(area, image)

    def key(self, event, down: bool, view: PictureView) -> bool:  # type: ignore[no-untyped-def]
        if event.key() == Qt.Key.Key_B and not event.isAutoRepeat():
            self._plain = down
            return True
        return False

    def _rebuilt(self) -> QImage | None:
        project, studio, layer = self.state.project, self.state.studio, self.state.layer
        if layer is None or not studio.ready(project):
            return None
        order = [x.id for x in project.near_to_far]
        alone = self.state.tools.rebuild_view == "alone"
        at = order.index(layer.id)
        ids = [layer.id] if alone else order[at + (0 if layer.is_background else 1) :]
        sheet = studio.latest(project)
        if sheet is None:
            return None
        size = project.photo.width, project.photo.height  # type: ignore[union-attr]
        key = (id(sheet), tuple(ids))
        return self._pictures.picture("rebuilt", key, lambda: image_of(stacked(sheet, ids, size)))


def stacked(sheet: Sheet, ids: list[str], size: tuple[int, int]) -> np.ndarray:
    """Plates `ids` (near to far) over one another as they stand at rest: RGBA, display size."""
    scale = min(1.0, _DISPLAY / max(size))
    ladders = [sheet.ladders[name] for name in ids]
    rung = next((i for i, r in enumerate(ladders[-1]) if r.scale <= scale * 1.01), 0)
    step = ladders[-1][rung].scale
    width, height = round(size[0] * step), round(size[1] * step)
    colour = np.zeros((height, width, 3), np.float32)
    left = np.ones((height, width), np.float32)
    for ladder in ladders:
        r = ladder[min(rung, len(ladder) - 1)]
        plate = sheet.pixels[r.start : r.start + r.width * r.height * 4]
        plate = plate.reshape(r.height, r.width, 4)
        to_plate = r.from_photo @ np.diag([1 / step, 1 / step, 1.0])
        to_plate = to_plate @ np.array([[1, 0, 0.5], [0, 1, 0.5], [0, 0, 1.0]])
        placed = cv2.warpAffine(
            plate, to_plate[:2], (width, height), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
        ).astype(np.float32)
        colour += left[..., None] * placed[..., :3]
        left *= 1 - placed[..., 3] / 65535
    alpha = np.maximum(1 - left, 1e-6)
    straight = np.clip(colour / alpha[..., None], 0, 65535).astype(np.uint16)
    return np.dstack([encode8(straight), np.rint((1 - left) * 255).astype(np.uint8)])
