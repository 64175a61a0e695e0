"""What is under the pointer in the lens view, by what is drawn there."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF

from woodcock.app.state import State
from woodcock.model import Layer, Picture
from woodcock.pixels.store import PixelStore
from woodcock.render.atlas import Atlas
from woodcock.render.mips import MipLevel
from woodcock.render.things import Thing, from_photo
from woodcock.stage import frame_box, own_place, scene_at
from woodcock.things import card_box, title_box

_THERE = 0.25  # of full opacity


def layers_at(state: State, at: QPointF) -> list[str]:
    """The shown layers that are there at the place `at` of the frame, near to far."""
    project, store, found = state.project, state.document.store, []
    atlas = state.studio.latest(project) if project.photo else None
    for placed in scene_at(project, state.time):
        layer = placed.layer
        if abs(np.linalg.det(placed.to_frame)) < 1e-18 or placed.opacity <= 0:
            continue
        place = own_place(placed, at.x(), at.y())
        if place is None:
            continue
        u, v = place
        thing = atlas.things.get(layer.id) if atlas else None
        segments = atlas.segments.get(layer.id) if atlas else None
        if layer.is_background:
            there = True
        elif thing is not None:
            there = _drawn_at(thing, layer, state.time, u, v)
        elif atlas is not None and segments:
            there = any(_plate_at(atlas, segment.mips, u, v) for segment in segments)
        elif layer.title is not None:
            there = _in_box(title_box(layer.title), u, v)
        elif layer.card is not None:
            there = _in_box(card_box(layer.card, frame_box(project)), u, v)
        else:
            there = holds(layer, store, u, v)
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


def _plate_at(atlas: Atlas, mips: tuple[MipLevel, ...], x: float, y: float) -> bool:
    """Whether a plate is there at a place of the photo; no mask need be unpacked for it."""
    level = mips[0]
    column, row = (round(level.from_photo[k, k] * v + level.from_photo[k, 2])
                   for k, v in ((0, x), (1, y)))  # fmt: skip
    if not (0 <= column < level.width and 0 <= row < level.height):
        return False
    return bool(atlas.pixels[level.start + (row * level.width + column) * 4 + 3] > 32767)


def _drawn_at(thing: Thing, layer: Layer, time: float, x: float, y: float) -> bool:
    """Whether what a thing shows is there at a place of the photo."""
    own = from_photo(layer, thing.key.frame) @ (x, y, 1.0)
    for piece, opacity in thing.at(layer, time):
        step = piece.steps[-1] if len(piece.steps) < 3 else piece.steps[2]
        u, v, _ = step.level.from_photo @ own
        column, row = round(u), round(v)
        inside = 0 <= column < step.level.width and 0 <= row < step.level.height
        if inside and step.pixels[row, column, 3] * opacity > _THERE * 65535:
            return True
    # All of a title's box belongs to it, letters or not.
    return layer.title is not None and _in_box(title_box(layer.title), x, y)


def _in_box(box: tuple[float, float, float, float], x: float, y: float) -> bool:
    left, top, width, height = box
    return left <= x <= left + width and top <= y <= top + height


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
