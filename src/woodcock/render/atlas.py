"""An atlas: all plates of a project with their mip levels, in one array the kernel can reach."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Tile
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.rebuild import Plate, painted, painted_at, with_margin
from woodcock.render.blocks import BLOCK
from woodcock.render.key import AtlasKey
from woodcock.render.mips import HeightMap, MipLevel, blocks_of, mips_of
from woodcock.render.rebuilt import Rebuilt
from woodcock.render.things import Thing
from woodcock.render.wrap import wrapped
from woodcock.texts import tr


@dataclass(frozen=True)
class AtlasSegment:
    """A plate: its levels from the largest to the smallest, and its relief, if it has one."""

    mips: tuple[MipLevel, ...]
    height_map: HeightMap | None = None


@dataclass(frozen=True, eq=False)
class Atlas:
    """All plates: `segments[layer id]` are a layer's, near to far.

    `pixels` are all levels, premultiplied linear RGBA, one after the other, `filled` their blocks
    and `surfaces` (float32) the surfaces of all segments with relief. `things[layer id]` is what is
    no part of the photo, `store` where the files lie that a grade looks up.
    """

    pixels: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    surfaces: NDArray[np.float32]
    segments: dict[str, tuple[AtlasSegment, ...]]
    things: dict[str, Thing] = field(default_factory=dict)
    store: PixelStore | None = None


def make_atlas(
    key: AtlasKey, store: PixelStore, rebuilt: Rebuilt, progress: Progress | None = None
) -> Atlas:
    """Stack the plates of `key`; raises Cancelled if `progress` says stop.

    `rebuilt` is what `rebuild` makes of `key`.
    """
    plates = list(_painted(key, store, rebuilt))
    to_plate = np.diag([rebuilt.step, rebuilt.step, 1.0])
    placed = [(cut.layer, plates.pop(0), to_plate, cut.surface) for cut in rebuilt.cuts]
    wraps = {cut.id: cut for cut in key.cuts if cut.wrap is not None}
    pictures: list[NDArray[np.uint16]] = []
    segments: dict[str, tuple[AtlasSegment, ...]] = {}
    surfaces = [np.zeros(0, np.float32)]
    report(progress, 0.7, tr("Stacking the plates"))
    start = blocks = 0
    while placed:
        layer_id, plate, from_photo, surface = placed.pop(0)
        cut = wraps.get(layer_id)
        if cut is not None and cut.wrap is not None:
            scale = rebuilt.step, rebuilt.step
            plate, scale = wrapped(plate, scale, cut.wrap)
            from_photo = np.diag([*scale, 1.0])
        levels = []
        for picture, level in mips_of(plate, from_photo, start, blocks):
            pictures.append(picture)
            levels.append(level)
            start += picture.size
            blocks += level.block_columns * -(-level.height // BLOCK)
        height_map = None
        if surface is not None:
            height_map = _height_map(surface, sum(x.size for x in surfaces), key.size)
            surfaces.append(surface.ravel())
        segments[layer_id] = (*segments.get(layer_id, ()), AtlasSegment(tuple(levels), height_map))
    pixels = np.empty(start, np.uint16)
    filled = np.concatenate([blocks_of(picture) for picture in pictures])
    start = 0
    while pictures:
        picture = pictures.pop(0)
        pixels[start : start + picture.size] = picture.ravel()
        start += picture.size
    return Atlas(pixels, filled, np.concatenate(surfaces), segments, store=store)


def shown_by(atlas: Atlas, segment: AtlasSegment, photo: tuple[int, int]) -> NDArray[np.bool_]:
    """Where in a photo of (width, height) a plate is mostly opaque: (160, 240) bool."""
    level = next((r for r in segment.mips if r.width <= 400), segment.mips[-1])
    alpha = atlas.pixels[level.start : level.start + level.width * level.height * 4][3::4]
    alpha = alpha.reshape(level.height, level.width)
    size, place = (level.width, level.height), level.from_photo
    across, down = (
        np.rint(place[k, k] * (np.arange(n) + 0.5) / n * photo[k] + place[k, 2]).astype(int)
        for k, n in ((0, 240), (1, 160))
    )
    column, row = (np.clip(x, 0, n - 1) for x, n in zip((across, down), size, strict=True))
    return np.asarray((column == across) & (row == down)[:, None] & (alpha[row][:, column] > 32767))


def _height_map(surface: NDArray[np.float32], start: int, photo: tuple[int, int]) -> HeightMap:
    height, width = surface.shape
    x, y = width / photo[0], height / photo[1]
    from_photo = np.array([[x, 0.0, -0.5], [0.0, y, -0.5], [0.0, 0.0, 1.0]])
    return HeightMap(start, width, height, from_photo)


def _painted(key: AtlasKey, store: PixelStore, rebuilt: Rebuilt) -> Iterable[Plate]:
    """The plates with what was painted on them by hand."""
    if not any(cut.repair for cut in key.near_to_far):
        return rebuilt.plates
    repairs = {cut.id: tiles_of(cut.repair, store) for cut in key.near_to_far}
    tiles = [repairs[segment.layer] for segment in rebuilt.cuts]
    strokes = [painted_at(each, (0, 0, *key.size), rebuilt.size) for each in tiles]
    for number, segment in enumerate(rebuilt.cuts):
        if segment.cut is not None and segment.cut.hides is not None:
            # A strip takes on what is painted where it is, and no more.
            stroke, tiles[number] = strokes[number], {}
            if stroke is not None:
                stroke[..., 3] = np.minimum(stroke[..., 3], segment.cut.mask)
    return [
        with_margin(painted(plate, stroke), grown, rebuilt.size, rebuilt.step, each)
        for plate, stroke, grown, each in zip(
            rebuilt.bare, strokes, rebuilt.plates, tiles, strict=True
        )
    ]


def tiles_of(repair: tuple[Tile, ...], store: PixelStore) -> dict[tuple[int, int], NDArray]:
    """The pixels of a layer's repair, by column and row."""
    return {(tile.column, tile.row): store.get(tile.pixels) for tile in repair}
