"""Which layers end at an edge that is no edge of the thing, and where that edge is."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.border import SIDES, cut_off
from woodcock.separate.redraw import alpha_of, picture_alpha
from woodcock.stage import drift_box, frame_box, turn_of
from woodcock.things import card_box, solid_box

Box = tuple[float, float, float, float]  # left, top, width, height in the photo's pixels

_NEAR = 1.0  # photo pixels inside the frame's border at which an edge still lies on it


def sides_cut_off(project: Project, store: PixelStore) -> dict[str, tuple[str, ...]]:
    """Layer id -> the sides at which its picture is cut off.

    A layer cut from the photo is so where its mask reaches the photo's border; a picture, clip or
    card where it ends, opaque, at or beyond the frame's border in the rest frame, so that its
    end was not meant to be seen. Titles end by themselves.
    """
    found = {}
    for layer in project.layers:
        if layer.mask is not None:
            found[layer.id] = cut_off(alpha_of(layer.mask, store))
        elif layer.own is not None:
            found[layer.id] = _beyond_frame(project, layer, store)
            if layer.drift is not None:  # it has no end the way it drifts
                box = drift_box(project, layer)
                across, down = turn_of(layer.drift, box[2:])
                ends = {"left": across, "right": across, "top": down, "bottom": down}
                found[layer.id] = tuple(x for x in found[layer.id] if not ends[x])
    return found


def box_of_edges(project: Project, layer: Layer) -> Box:
    """Where a layer's picture begins to end: the photo, or what it shows of its own."""
    photo = project.photo
    assert photo is not None
    if layer.picture is not None:
        return _within(layer.picture.box, layer.picture.scale)
    if layer.clip is not None:
        return _within(layer.clip.box, layer.clip.scale)
    if layer.card is not None:
        return solid_box(layer.card, frame_box(project))
    return 0.0, 0.0, float(photo.width), float(photo.height)


def _within(box: Box, pixel: float) -> Box:
    """A box without the rim in which what is drawn fades out: one of its own pixels."""
    left, top, width, height = box
    rim = max(pixel, 1.0)
    across, down = min(rim, width / 2), min(rim, height / 2)
    return left + across, top + down, width - 2 * across, height - 2 * down


def _beyond_frame(project: Project, layer: Layer, store: PixelStore) -> tuple[str, ...]:
    opaque = _opaque_sides(layer, store)
    if not opaque:
        return ()
    frame = frame_box(project)
    left, top, width, height = _drawn_box(project, layer)
    right, bottom = left + width, top + height
    beyond = {
        "left": left <= frame[0] + _NEAR < right,
        "top": top <= frame[1] + _NEAR < bottom,
        "right": left < frame[0] + frame[2] - _NEAR <= right,
        "bottom": top < frame[1] + frame[3] - _NEAR <= bottom,
    }
    return tuple(side for side in opaque if beyond[side])


def _drawn_box(project: Project, layer: Layer) -> Box:
    """Where a layer's own picture ends, with what of a soft card is opaque."""
    if layer.card is not None and not layer.card.soft:
        return card_box(layer.card, frame_box(project))
    own = layer.picture or layer.clip
    return box_of_edges(project, layer) if own is None else own.box


def _opaque_sides(layer: Layer, store: PixelStore) -> tuple[str, ...]:
    """The sides at which something of its own ends hard."""
    if layer.picture is not None:
        pixels: NDArray = store.get(layer.picture.pixels)
        kept = picture_alpha(layer.picture, store)
        if kept is not None:
            return cut_off(kept)
        return SIDES if pixels.shape[2] == 3 else cut_off(np.ascontiguousarray(pixels[..., 3]))
    if layer.card is not None:
        plain = layer.card.covers or layer.card.shape != "ellipse"
        return SIDES if plain and any(stop.colour[3] for stop in layer.card.stops) else ()
    return SIDES if layer.clip is not None else ()
