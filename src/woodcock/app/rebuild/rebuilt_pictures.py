"""Pictures of what was made up, for the screen: plates stacked, the reveal over them."""

from __future__ import annotations

from typing import TYPE_CHECKING

import cv2
import numpy as np
from PySide6.QtCore import QPointF
from PySide6.QtGui import QColor, QImage, QPainter, QPainterPath, QPolygonF, QTransform

from woodcock.app import theme
from woodcock.app.picture.flat import FlatPictures
from woodcock.app.picture.image import image_of
from woodcock.app.picture.piece import DISPLAY
from woodcock.app.picture.scenes import line
from woodcock.app.rebuild.source_hand import COLOURS, PAINTS
from woodcock.app.state import State
from woodcock.pixels.colour import encode8
from woodcock.rebuild.sources import as_large

if TYPE_CHECKING:
    from woodcock.render import Atlas


_STRIPES = 160  # of those that say from where a hole is filled, along the longer side


class RebuiltPictures:
    """Made off the interface thread; None while one is not at hand."""

    def __init__(self, state: State, pictures: FlatPictures) -> None:
        self._state, self._pictures = state, pictures

    def revealed(self) -> QImage | None:
        """Hidden places some frame shows, the stronger the longer; the other hidden ones faint."""
        reveal = self._state.studio.known_reveal(self._state.project)
        if reveal is None or not reveal.layers:
            return None
        frames, accent = self._state.project.frame.count, QColor(theme.current().accent)

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

        return self._pictures.picture("reveal", id(reveal), make)

    def sources(self) -> QImage | None:
        """Stripes where the selected layer's hole is filled from, and others where not."""
        layer, store = self._state.layer, self._state.document.store
        if layer is None or layer.sources is None:
            return None
        name = layer.sources

        def make() -> QImage:
            painted = store.get(name)
            scale = min(1.0, DISPLAY / max(painted.shape))
            height, width = (round(side * scale) for side in painted.shape)
            painted = as_large(painted, (width, height))
            y, x = np.indices(painted.shape)
            step = max(1, round(max(painted.shape) / _STRIPES))
            out = np.zeros((*painted.shape, 4), np.uint8)
            for kind, way in (("not", x + y), ("from", x - y)):
                here, colour = painted == PAINTS[kind], COLOURS[kind]
                out[here, :3] = colour.red(), colour.green(), colour.blue()
                out[here, 3] = np.where((way // step) % 2 == 0, 170, 70)[here]
            return image_of(out)

        return self._pictures.picture("sources", name, make)

    def outlines(self, alone: bool) -> tuple[QPainterPath, QPainterPath] | None:
        """Lines round what was made up, and round what the photo tells only in part.

        Of the selected layer, or of what is behind it; in the photo's pixels.
        """
        layer, rebuilt = (
            self._state.layer,
            self._state.studio.known_rebuilt(self._state.project),
        )
        if layer is None or rebuilt is None:
            return None
        if layer.id not in {cut.layer for cut in rebuilt.cuts}:
            return None
        numbers = rebuilt.numbers(layer.id)
        number = numbers[0]
        if not alone and not layer.is_background:
            number = numbers[-1] + 1  # what is behind it

        def make() -> tuple[QPainterPath, QPainterPath]:
            unsure, cover = rebuilt.fills.unsure[number], rebuilt.fills.covers[number]
            there = np.ones(cover.shape, np.bool_)
            if numbers[-1] < len(rebuilt.fills.alphas) and alone:
                there = rebuilt.fills.alphas[numbers[-1]] > 0
            made, partly = unsure > 127, (unsure > 0) | (cover > 0)
            return _round(made & there, rebuilt.step), _round(partly & there, rebuilt.step)

        return self._pictures.picture("made", (rebuilt.key, number, alone), make)

    def stacked(self) -> QImage | None:
        """The layer by itself, or all that is behind it, as they stand at rest."""
        project, studio, layer = self._state.project, self._state.studio, self._state.layer
        if layer is None or layer.own is not None or not studio.ready(project):
            return None
        order = [x.id for x in project.near_to_far if x.own is None]
        alone = self._state.tools.rebuild_view == "alone"
        at = order.index(layer.id)
        ids = [layer.id] if alone else order[at + (0 if layer.is_background else 1) :]
        atlas = studio.latest(project)
        if atlas is None:
            return None
        size = project.photo.width, project.photo.height  # type: ignore[union-attr]
        key = (id(atlas), tuple(ids))
        return self._pictures.picture("rebuilt", key, lambda: image_of(stacked(atlas, ids, size)))


def outlines(
    painter: QPainter, to_view: QTransform, paths: tuple[QPainterPath, QPainterPath]
) -> None:
    """What was made up, and what the photo tells only in part, outlined on a picture."""
    made, partly = paths
    line(painter, to_view.map(partly), broken=True)
    line(painter, to_view.map(made))


def _round(area: np.ndarray, step: float) -> QPainterPath:
    """A line round an area (h, w) bool, each of its pixels `step` times as small as the photo's."""
    rounds, _ = cv2.findContours(area.view(np.uint8), cv2.RETR_LIST, cv2.CHAIN_APPROX_TC89_KCOS)
    path = QPainterPath()
    for corners_ in rounds:
        corners = (corners_[:, 0] + 0.5) / step
        path.addPolygon(QPolygonF([QPointF(float(x), float(y)) for x, y in corners]))
        path.closeSubpath()
    return path


def stacked(atlas: Atlas, ids: list[str], size: tuple[int, int]) -> np.ndarray:
    """Plates `ids` (near to far) over one another as they stand at rest: RGBA, display size."""
    scale = min(1.0, DISPLAY / max(size))
    mips = [segment.mips for name in ids for segment in atlas.segments[name]]
    level = next((i for i, r in enumerate(mips[-1]) if r.scale <= scale * 1.01), 0)
    step = mips[-1][level].scale
    width, height = round(size[0] * step), round(size[1] * step)
    colour = np.zeros((height, width, 3), np.float32)
    left = np.ones((height, width), np.float32)
    for levels in mips:
        r = levels[min(level, len(levels) - 1)]
        plate = atlas.pixels[r.start : r.start + r.width * r.height * 4]
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
