"""All layers cut from the photo, rebuilt: what atlases are made of, kept while the cuts hold."""

from __future__ import annotations

import dataclasses
import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Growth
from woodcock.pixels.colour import premultiplied
from woodcock.pixels.resample import mip_size, shrink
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import Cut, Fills, Plate, build_plates, extended, make_fills, without
from woodcock.rebuild.holes import grown
from woodcock.rebuild.sources import as_large
from woodcock.render.key import AtlasKey
from woodcock.render.reliefs import SegmentCut, segment_cuts
from woodcock.separate.redraw import alpha_of
from woodcock.texts import tr


@dataclass(frozen=True)
class Rebuilt:
    """The layers of `key.near_to_far`: what was made up, and their plates with nothing painted on.

    `cuts` says of which layer each plate is: one with relief may have several, near to far. `step`
    is the size of a photo pixel in theirs, `size` the photo's (width, height) in them.
    """

    key: AtlasKey
    cuts: tuple[SegmentCut, ...]
    fills: Fills
    plates: tuple[Plate, ...]
    bare: tuple[Plate, ...]  # the same without what is beyond the photo's borders
    step: float
    size: tuple[int, int]

    def numbers(self, layer_id: str) -> range:
        """Which of the plates are a layer's, near to far; KeyError without such a layer."""
        ids = [cut.layer for cut in self.cuts]
        if layer_id not in ids:
            raise KeyError(layer_id)
        first = ids.index(layer_id)
        return range(first, first + ids.count(layer_id))


def rebuild(
    key: AtlasKey,
    store: PixelStore,
    progress: Progress | None = None,
    last: Rebuilt | None = None,
) -> Rebuilt:
    """Cut, make up what is hidden, carry on beyond the borders; Cancelled if progress says stop.

    What `last` was made of is kept where only the reach beyond the borders is another.
    """
    key = key.unpainted
    if last is None or last.key.ungrown != key.ungrown:
        last = _made_up(key, store, part(progress, 0.0, 0.86))
    plates = list(last.bare)
    growths = {cut.id: cut.growth for cut in key.near_to_far}
    for number, segment in enumerate(last.cuts):
        done = part(progress, 0.86 + 0.14 * number / len(plates), 1.0)
        growth = growths[segment.layer]
        plates[number] = _grown(plates[number], growth, last.size, last.step, key, store, done)
    return replace(last, key=key, plates=tuple(plates))


def _made_up(key: AtlasKey, store: PixelStore, progress: Progress | None) -> Rebuilt:
    """All within the photo's borders."""
    report(progress, 0.0, tr("Preparing the photo"))
    size = mip_size(key.size, key.level)
    step = size[0] / key.size[0]
    photo = shrink(premultiplied(cleared(key, store, part(progress, 0.0, 0.1))), size)
    segments = segment_cuts(key, store, size)
    areas = _areas(key, [x.cut for x in segments if x.cut is not None], size, step)
    said = {cut.id: as_large(store.get(cut.sources), size) for cut in key.cuts if cut.sources}
    cuts = [
        dataclasses.replace(
            segment.cut, area=areas.get(segment.layer), sources=said.get(segment.layer)
        )
        for segment in segments
        if segment.cut is not None
    ]
    fills = make_fills(
        photo,
        cuts,
        areas.get(key.near_to_far[-1].id),
        key.seed,
        store.lasting,
        part(progress, 0.1, 0.92),
        whole=key.whole,
        detail=key.detail,
        pieces=key.pieces,
    )
    plates = tuple(build_plates(fills, part(progress, 0.92, 1.0)))
    return Rebuilt(key, tuple(segments), fills, plates, plates, step, size)


def _areas(
    key: AtlasKey, cuts: Sequence[Cut], size: tuple[int, int], step: float
) -> dict[str, NDArray[np.bool_]]:
    """Where layers are filled with care, by id; one that is not among them is everywhere.

    Where a surface is cut, all that its near side hides is looked at.
    """
    hidden = [grown(cut.hides, cut.growth) for cut in cuts if cut.hides is not None]
    found = {cut.id: cut.area.at(*size, step) for cut in key.cuts if cut.area}
    return {name: np.logical_or.reduce([area, *hidden]) for name, area in found.items()}


def cleared(key: AtlasKey, store: PixelStore, progress: Progress | None) -> NDArray:
    """The photo without what was removed from it; kept as long as that stays the same."""
    photo = store.get(key.photo)
    if key.removed is None:
        return photo
    removed, masks = store.get(key.removed), tuple(cut.mask for cut in key.cuts if cut.mask)
    how = key.seed, key.pieces
    return store.lasting(
        ("without", key.photo, key.removed, masks, *how),
        lambda: without(photo, removed, [alpha_of(x, store) for x in masks], *how, progress),
    )


def _grown(
    plate: Plate,
    growth: Growth,
    size: tuple[int, int],
    step: float,
    key: AtlasKey,
    store: PixelStore,
    progress: Progress | None,
) -> Plate:
    """The plate carried on beyond the photo's borders where it touches them."""
    height, width = plate.pixels.shape[:2]
    at_border = (
        plate.x <= 0,
        plate.y <= 0,
        plate.x + width >= size[0],
        plate.y + height >= size[1],
    )
    wanted = (growth.left, growth.top, growth.right, growth.bottom)
    left, top, right, bottom = (
        math.ceil(w * step) if touches else 0 for w, touches in zip(wanted, at_border, strict=True)
    )
    if not (left or top or right or bottom):
        return plate
    sides = left, top, right, bottom
    pixels = extended(plate.pixels, sides, key.seed, store.lasting, progress, key.pieces)
    return Plate(pixels, plate.x - left, plate.y - top)
