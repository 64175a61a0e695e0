"""What is under the pointer in the lens view, by what is drawn there."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF

from woodcock.app.state import State
from woodcock.model import Follow, Layer, Picture
from woodcock.pixels.store import PixelStore
from woodcock.stage import Heights, PlacedLayer, PlaneMapping, frame_box, scene_at

if TYPE_CHECKING:
    from woodcock.render import Atlas, Thing
    from woodcock.render.atlas import AtlasSegment

_THERE = 0.25  # of full opacity


def spot(at: QPointF) -> NDArray[np.float64]:
    """(1, 2): a place of the frame as mappings take it."""
    return np.array([[at.x(), at.y()]])


def place_of(places: NDArray[np.float64]) -> tuple[float, float] | None:
    """The one place of what a mapping gave; None where there is none."""
    x, y = places[0]
    return None if np.isnan(x) or np.isnan(y) else (float(x), float(y))


def mapping_of(state: State, layer_id: str) -> PlaneMapping | None:
    """Where a layer is in the frame at the playhead; None if it isn't shown."""
    placed = (x for x in scene_at(state.project, state.time) if x.id == layer_id)
    return next((x.mapping for x in placed), None)


def layers_at(state: State, at: QPointF) -> list[str]:
    """The shown layers that are there at the place `at` of the frame, near to far."""
    project = state.project
    atlas = state.studio.latest(project) if project.photo else None
    return [
        placed.id
        for placed in scene_at(project, state.time)
        if placed.opacity > 0 and not placed.mapping.edge_on and _is_at(state, atlas, placed, at)
    ]


def layer_at(state: State, at: QPointF) -> str | None:
    """The nearest of them; of what is locked or covers everything only if nothing else is there."""
    found = layers_at(state, at)
    project = state.project
    for name in found:
        layer = project.layer(name)
        whole = layer.glass or layer.covers
        if not whole and not layer.locked:
            return name
    return found[0] if found else None


def _is_at(state: State, atlas: Atlas | None, placed: PlacedLayer, at: QPointF) -> bool:
    from woodcock.things import card_box, title_box  # late: the window opens without Pillow

    layer, mapping = placed.layer, placed.mapping
    segments = _present(state, atlas, layer)
    if atlas is not None and segments and not layer.is_background:
        return any(_segment_at(state, atlas, segment, mapping, at) for segment in segments)
    place = place_of(mapping.to_own(spot(at)))
    if place is None:
        return False
    if layer.is_background:
        return True
    thing = atlas.things.get(layer.id) if atlas else None
    if thing is not None:
        return _drawn_at(thing, layer, state.time, *place)
    if layer.title is not None:
        return _in_box(title_box(layer.title), *place)
    if layer.card is not None:
        return _in_box(card_box(layer.card, frame_box(state.project)), *place)
    return holds(layer, state.document.store, *place)


def place_in(state: State, layer_id: str, at: QPointF) -> Follow | None:
    """Which place of a layer, and how high in its relief, is seen at a place of the frame."""
    project = state.project
    placed = next((x for x in scene_at(project, state.time) if x.id == layer_id), None)
    atlas = state.studio.latest(project)
    if placed is None:
        return None
    sits = placed.layer.relief.sits if placed.layer.relief else 0.0
    segments = _present(state, atlas, placed.layer)
    for segment in segments:
        assert atlas is not None
        last = segment is segments[-1] and placed.layer.is_background
        if segment.height_map and (last or _segment_at(state, atlas, segment, placed.mapping, at)):
            mapping = _risen(state, atlas, segment, placed.mapping)
            found = place_of(mapping.to_own(spot(at)))
            if found and mapping.heights:
                return Follow(layer_id, *found, float(mapping.heights.at(np.array([found]))[0]))
    flat = place_of(placed.mapping.to_own(spot(at)))
    return Follow(layer_id, *flat, sits) if flat else None


def _present(state: State, atlas: Atlas | None, layer: Layer) -> tuple[AtlasSegment, ...]:
    """The plates of a layer, as long as they are of its present cut; else none."""
    if atlas is None or not state.studio.has_cut(state.project, layer):
        return ()
    return atlas.segments.get(layer.id, ())


def _risen(
    state: State, atlas: Atlas, segment: AtlasSegment, mapping: PlaneMapping
) -> PlaneMapping:
    """The mapping with the surface of a segment, if it has one."""
    photo, surface = state.project.photo, segment.height_map
    assert photo is not None
    if surface is None:
        return mapping
    values = atlas.surfaces[surface.start : surface.start + surface.width * surface.height]
    values = values.reshape(surface.height, surface.width)
    return mapping.with_heights(Heights(values, (photo.width, photo.height)))


def _segment_at(
    state: State, atlas: Atlas, segment: AtlasSegment, mapping: PlaneMapping, at: QPointF
) -> bool:
    """Whether a plate is seen at a place of the frame; no mask need be unpacked for it."""
    place = place_of(_risen(state, atlas, segment, mapping).to_own(spot(at)))
    if place is None:
        return False
    level = segment.mips[0]
    column, row = (round(level.from_photo[k, k] * place[k] + level.from_photo[k, 2])
                   for k in range(2))  # fmt: skip
    if not (0 <= column < level.width and 0 <= row < level.height):
        return False
    return bool(atlas.pixels[level.start + (row * level.width + column) * 4 + 3] > 32767)


def _drawn_at(thing: Thing, layer: Layer, time: float, x: float, y: float) -> bool:
    """Whether what a thing shows is there at a place of the photo."""
    own = thing.from_photo(layer, time) @ (x, y, 1.0)
    at_hand = thing.at_hand(layer, time)
    if at_hand is None:
        return True  # as far as can be told before the picture is drawn
    for piece, opacity in at_hand:
        step = piece.steps[-1] if len(piece.steps) < 3 else piece.steps[2]
        u, v, _ = step.level.from_photo @ own
        column, row = round(u), round(v)
        inside = 0 <= column < step.level.width and 0 <= row < step.level.height
        if inside and step.pixels[row, column, 3] * opacity > _THERE * 65535:
            return True
    from woodcock.things import title_box

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
