"""What is under the pointer in the lens view, by what is drawn there."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF

from woodcock.app.state import State
from woodcock.model import Layer, Picture
from woodcock.pixels.store import PixelStore
from woodcock.render.ladder import Rung
from woodcock.render.sheet import Sheet
from woodcock.render.things import Thing, from_photo
from woodcock.stage import scene_at

_THERE = 0.25  # of full opacity


def layers_at(state: State, at: QPointF) -> list[str]:
    """The shown layers that are there at the place `at` of the frame, near to far."""
    project, store, found = state.project, state.document.store, []
    sheet = state.studio.latest(project) if project.photo else None
    for standing in scene_at(project, state.time):
        layer = standing.layer
        if abs(np.linalg.det(standing.to_frame)) < 1e-18 or standing.opacity <= 0:
            continue
        u, v, w = np.linalg.inv(standing.to_frame) @ (at.x(), at.y(), 1.0)
        if w <= 0:
            continue
        thing = sheet.things.get(layer.id) if sheet else None
        leaves = sheet.leaves.get(layer.id) if sheet else None
        if layer.is_background:
            there = True
        elif thing is not None:
            there = _drawn_at(thing, layer, state.time, u / w, v / w)
        elif sheet is not None and leaves:
            there = any(_plate_at(sheet, leaf.ladder, u / w, v / w) for leaf in leaves)
        else:
            there = holds(layer, store, u / w, v / w)
        if there:
            found.append(layer.id)
    return found


def layer_at(state: State, at: QPointF) -> str | None:
    """The nearest of them; of what is locked or covers everything only if nothing else is there."""
    found = layers_at(state, at)
    project = state.project
    for name in found:
        layer = project.layer(name)
        whole = layer.glass or (layer.card is not None and layer.card.covers)
        if not whole and not layer.locked:
            return name
    return found[0] if found else None


def _plate_at(sheet: Sheet, ladder: tuple[Rung, ...], x: float, y: float) -> bool:
    """Whether a plate is there at a place of the photo; no mask need be unpacked for it."""
    rung = ladder[0]
    column, row = (round(rung.from_photo[k, k] * v + rung.from_photo[k, 2])
                   for k, v in ((0, x), (1, y)))  # fmt: skip
    if not (0 <= column < rung.width and 0 <= row < rung.height):
        return False
    return bool(sheet.pixels[rung.start + (row * rung.width + column) * 4 + 3] > 32767)


def _drawn_at(thing: Thing, layer: Layer, time: float, x: float, y: float) -> bool:
    """Whether what a thing shows is there at a place of the photo."""
    own = from_photo(layer, thing.key.frame) @ (x, y, 1.0)
    for piece, opacity in thing.at(layer, time):
        step = piece.steps[-1] if len(piece.steps) < 3 else piece.steps[2]
        u, v, _ = step.rung.from_photo @ own
        column, row = round(u), round(v)
        inside = 0 <= column < step.rung.width and 0 <= row < step.rung.height
        if inside and step.pixels[row, column, 3] * opacity > _THERE * 65535:
            return True
    # The gaps between a title's letters belong to it.
    return layer.title is not None and _within(thing, layer, time, own)


def _within(thing: Thing, layer: Layer, time: float, own: np.ndarray) -> bool:
    boxes = []
    for piece, _ in thing.at(layer, time):
        step = piece.steps[0]
        back = np.linalg.inv(step.rung.from_photo)
        corners = [back @ (a, b, 1.0) for a, b in ((0, 0), (step.rung.width, step.rung.height))]
        boxes.append((*corners[0][:2], *corners[1][:2]))
    if not boxes:
        return False
    left, top = np.min(boxes, axis=0)[:2]
    right, bottom = np.max(boxes, axis=0)[2:]
    return bool(left <= own[0] <= right and top <= own[1] <= bottom)


def holds(layer: Layer, store: PixelStore, x: float, y: float) -> bool:
    """Whether a layer's mask or picture is there at a place of the photo: more than half of it."""
    alpha = None
    if layer.mask is not None:
        alpha = store.get(layer.mask.pixels)
    elif isinstance(layer.own, Picture):
        left, top, _, _ = layer.own.box
        x, y = (x - left) / layer.own.scale, (y - top) / layer.own.scale
        alpha = store.get(layer.own.pixels)
    if alpha is None or not (0 <= x < alpha.shape[1] and 0 <= y < alpha.shape[0]):
        return False
    if alpha.ndim == 2 or alpha.shape[2] == 4:
        return float(alpha[int(y), int(x)].flat[-1]) > np.iinfo(alpha.dtype).max / 2
    return True
