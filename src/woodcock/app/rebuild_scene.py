"""Rebuild step: what was made up behind the layers."""

from __future__ import annotations

from typing import TYPE_CHECKING

import cv2
import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QKeyEvent, QMouseEvent, QPainter, QWheelEvent

from woodcock.app import theme
from woodcock.app.flat import FlatPictures, WholePhotoScene
from woodcock.app.piece import DISPLAY
from woodcock.app.remove_hand import RemoveHand
from woodcock.app.scenes import checkerboard
from woodcock.app.state import State
from woodcock.app.view import PictureView
from woodcock.app.work import Work, image_of
from woodcock.pixels.colour import encode8

if TYPE_CHECKING:
    from woodcock.render import Sheet


class RebuildScene(WholePhotoScene):
    """Rebuild step: the picture behind the selected layer, or a layer's whole rebuilt plate."""

    def __init__(self, state: State, pictures: FlatPictures, work: Work) -> None:
        super().__init__(state, pictures)
        self._remover = RemoveHand(state, work)

    @property
    def _hand(self) -> RemoveHand | None:
        return self._remover if self.state.tools.rebuild == "remove" else None

    def press(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self._hand:
            self._hand.press(at, event, view)

    def move(self, at: QPointF, event: QMouseEvent, held: bool, view: PictureView) -> None:
        if self._hand:
            self._hand.move(at, held, view)
            view.update()

    def release(self, at: QPointF, event: QMouseEvent, view: PictureView) -> None:
        if self._hand:
            self._hand.release(at, view)

    def leave(self) -> None:
        self._remover.pointer = None

    def wheel(self, steps: float, event: QWheelEvent, view: PictureView) -> bool:
        return self._hand is not None and self._hand.wheel(steps, event)

    def key(self, event: QKeyEvent, down: bool, view: PictureView) -> bool:
        if down and self._hand and self._hand.key(event, view):
            return True
        return super().key(event, down, view)

    def cursor(self) -> Qt.CursorShape:
        return self._hand.cursor if self._hand else Qt.CursorShape.ArrowCursor

    def paint(self, painter: QPainter, view: PictureView) -> None:
        area = view.transform().mapRect(QRectF(0, 0, *self.size()))
        checkerboard(painter, area)
        image = self.pictures.photo() if self.plain else self._rebuilt()
        if image is None:
            image = self.pictures.photo()
        if image:
            painter.drawImage(area, image)
        if self.state.tools.reveal and not self.plain:
            overlay = self._revealed()
            if overlay:
                painter.drawImage(area, overlay)
        if self._hand:
            self._hand.paint(painter, view)

    def _revealed(self) -> QImage | None:
        """Hidden places some frame shows, the stronger the longer; the other hidden ones faint."""
        reveal = self.state.studio.known_reveal(self.state.project)
        if reveal is None or not reveal.layers:
            return None
        frames, accent = self.state.project.frame.count, QColor(theme.current().accent)

        def make() -> QImage:
            layers = list(reveal.layers.values())
            longest = np.maximum.reduce([x.frames for x in layers]) / frames
            hidden = np.logical_or.reduce([x.hidden for x in layers])
            out = np.zeros((*hidden.shape, 4), np.uint8)
            out[hidden] = (128, 128, 128, 50)
            shown = longest > 0
            out[shown, :3] = accent.red(), accent.green(), accent.blue()
            out[shown, 3] = 90 + 140 * longest[shown]
            return image_of(out)

        return self.pictures.picture("reveal", id(reveal), make)

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
        return self.pictures.picture("rebuilt", key, lambda: image_of(stacked(sheet, ids, size)))


def stacked(sheet: Sheet, ids: list[str], size: tuple[int, int]) -> np.ndarray:
    """Plates `ids` (near to far) over one another as they stand at rest: RGBA, display size."""
    scale = min(1.0, DISPLAY / max(size))
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
