"""A sheet: all plates of a project on a ladder of sizes, in one array the kernel can reach."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Picture, Tile
from woodcock.pixels.resample import STEP, rung_size, shrink
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import Plate, build_plates, painted_at, with_margin
from woodcock.render.blocks import BLOCK
from woodcock.render.key import SheetKey
from woodcock.render.rebuilt import Rebuilt, premultiplied

_RIM = 2  # pixels round a picture of its own
_SMALLEST = 48  # pixels; rungs below this are not needed


@dataclass(frozen=True)
class Rung:
    """One size of a plate in the sheet; `from_photo` maps photo pixels to its pixel indices."""

    start: int
    width: int
    height: int
    blocks: int
    block_columns: int
    from_photo: NDArray[np.float64]
    scale: float


@dataclass(frozen=True)
class Ground:
    """A leaf's surface in the sheet; `from_photo` maps photo pixels to its pixel indices."""

    start: int
    width: int
    height: int
    from_photo: NDArray[np.float64]


@dataclass(frozen=True)
class SheetLeaf:
    """A plate: its rungs from the largest to the smallest, and its relief, if it has one."""

    ladder: tuple[Rung, ...]
    ground: Ground | None = None


@dataclass(frozen=True)
class Sheet:
    """All plates: `leaves[layer id]` are a layer's, near to far.

    `pixels` are all rungs, premultiplied linear RGBA, one after the other, `filled` their blocks
    and `surfaces` (float32) the surfaces of all leaves with relief.
    """

    pixels: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    surfaces: NDArray[np.float32]
    leaves: dict[str, tuple[SheetLeaf, ...]]


def make_sheet(
    key: SheetKey, store: PixelStore, rebuilt: Rebuilt, progress: Progress | None = None
) -> Sheet:
    """Stack the plates of `key`; raises Cancelled if `progress` says stop.

    `rebuilt` is what `rebuild` makes of `key`.
    """
    plates = list(_painted(key, store, rebuilt, part(progress, 0.0, 0.6)))
    to_plate = np.diag([rebuilt.step, rebuilt.step, 1.0])
    standing = [(cut.layer, plates.pop(0), to_plate, cut.surface) for cut in rebuilt.cuts]
    standing += [
        (cut.id, *_of_its_own(cut.picture, key.rung, store), None)
        for cut in key.cuts
        if cut.picture is not None
    ]
    pictures: list[NDArray[np.uint16]] = []
    leaves: dict[str, tuple[SheetLeaf, ...]] = {}
    surfaces = [np.zeros(0, np.float32)]
    report(progress, 0.7, "Stacking the plates")
    start = blocks = 0
    while standing:
        layer_id, plate, from_photo, surface = standing.pop(0)
        rungs = []
        for picture, rung in _ladder(plate, from_photo, start, blocks):
            pictures.append(picture)
            rungs.append(rung)
            start += picture.size
            blocks += rung.block_columns * -(-rung.height // BLOCK)
        ground = None
        if surface is not None:
            ground = _ground(surface, sum(x.size for x in surfaces), key.size)
            surfaces.append(surface.ravel())
        leaves[layer_id] = (*leaves.get(layer_id, ()), SheetLeaf(tuple(rungs), ground))
    pixels = np.empty(start, np.uint16)
    filled = np.concatenate([_filled(picture) for picture in pictures])
    start = 0
    while pictures:
        picture = pictures.pop(0)
        pixels[start : start + picture.size] = picture.ravel()
        start += picture.size
    return Sheet(pixels, filled, np.concatenate(surfaces), leaves)


def shown_by(sheet: Sheet, leaf: SheetLeaf, photo: tuple[int, int]) -> NDArray[np.bool_]:
    """Where in a photo of (width, height) a plate is mostly opaque: (160, 240) bool."""
    rung = next((r for r in leaf.ladder if r.width <= 400), leaf.ladder[-1])
    alpha = sheet.pixels[rung.start : rung.start + rung.width * rung.height * 4][3::4]
    alpha = alpha.reshape(rung.height, rung.width)
    size, place = (rung.width, rung.height), rung.from_photo
    across, down = (
        np.rint(place[k, k] * (np.arange(n) + 0.5) / n * photo[k] + place[k, 2]).astype(int)
        for k, n in ((0, 240), (1, 160))
    )
    column, row = (np.clip(x, 0, n - 1) for x, n in zip((across, down), size, strict=True))
    return np.asarray((column == across) & (row == down)[:, None] & (alpha[row][:, column] > 32767))


def _ground(surface: NDArray[np.float32], start: int, photo: tuple[int, int]) -> Ground:
    height, width = surface.shape
    x, y = width / photo[0], height / photo[1]
    from_photo = np.array([[x, 0.0, -0.5], [0.0, y, -0.5], [0.0, 0.0, 1.0]])
    return Ground(start, width, height, from_photo)


def _painted(
    key: SheetKey, store: PixelStore, rebuilt: Rebuilt, progress: Progress | None
) -> Iterable[Plate]:
    """The plates with what was painted on them by hand."""
    if not any(cut.repair for cut in key.standing):
        return rebuilt.plates
    repairs = {cut.id: tiles_of(cut.repair, store) for cut in key.standing}
    tiles = [repairs[leaf.layer] for leaf in rebuilt.cuts]
    strokes = [painted_at(each, (0, 0, *key.size), rebuilt.size) for each in tiles]
    for number, leaf in enumerate(rebuilt.cuts):
        if leaf.cut is not None and leaf.cut.hides is not None:
            # A strip takes on what is painted where it is, and no more.
            stroke, tiles[number] = strokes[number], {}
            if stroke is not None:
                stroke[..., 3] = np.minimum(stroke[..., 3], leaf.cut.mask)
    plates = build_plates(rebuilt.fills, strokes, progress)
    return [
        with_margin(plate, grown, rebuilt.size, rebuilt.step, each)
        for plate, grown, each in zip(plates, rebuilt.plates, tiles, strict=True)
    ]


def tiles_of(repair: tuple[Tile, ...], store: PixelStore) -> dict[tuple[int, int], NDArray]:
    """The pixels of a layer's repair, by column and row."""
    return {(tile.column, tile.row): store.get(tile.pixels) for tile in repair}


def _of_its_own(
    picture: Picture, rung: int, store: PixelStore
) -> tuple[Plate, NDArray[np.float64]]:
    """The plate of a picture that is no part of the photo, and the way from photo to its pixels.

    It is kept as fine as the photo is at `rung`.
    """
    size = picture.width, picture.height
    own = max(0, math.floor(rung - 2 * math.log2(picture.scale) + 1e-9))
    small = rung_size(size, own)
    pixels = shrink(premultiplied(store.get(picture.pixels)), small)
    left, top, width, height = picture.box
    x, y = small[0] / width, small[1] / height
    from_photo = np.array([[x, 0.0, -left * x], [0.0, y, -top * y], [0.0, 0.0, 1.0]])
    # A free rim, so that the resampling filter fades it out within the plate.
    pixels = cv2.copyMakeBorder(pixels, *(_RIM,) * 4, cv2.BORDER_CONSTANT, value=(0, 0, 0, 0))
    return Plate(np.ascontiguousarray(pixels), -_RIM, -_RIM), from_photo


def _ladder(
    plate: Plate, from_photo: NDArray[np.float64], start: int, blocks: int
) -> Iterator[tuple[NDArray[np.uint16], Rung]]:
    """The plate and its smaller copies, each with its place in the sheet.

    `from_photo` (3, 3) leads from the photo's pixels to those the plate's corner is counted in.
    """
    size = plate.pixels.shape[1], plate.pixels.shape[0]
    rung = 0
    while True:
        width, height = rung_size(size, rung)
        if rung and min(width, height) < _SMALLEST:
            return
        picture = shrink(plate.pixels, (width, height))
        sx, sy = width / size[0], height / size[1]
        to_rung = np.array(
            [[sx, 0.0, -plate.x * sx - 0.5], [0.0, sy, -plate.y * sy - 0.5], [0.0, 0.0, 1.0]]
        )
        columns = -(-width // BLOCK)
        scale = float(from_photo[0, 0]) * STEP**-rung
        yield picture, Rung(start, width, height, blocks, columns, to_rung @ from_photo, scale)
        start += picture.size
        blocks += columns * -(-height // BLOCK)
        rung += 1


def _filled(picture: NDArray[np.uint16]) -> NDArray:
    """Flat flags: which blocks of BLOCK x BLOCK pixels, or their neighbours, hold anything."""
    height, width = picture.shape[:2]
    rows, columns = -(-height // BLOCK), -(-width // BLOCK)
    padded = np.zeros((rows * BLOCK, columns * BLOCK), np.uint8)
    padded[:height, :width] = picture[..., 3] > 0
    blocks = padded.reshape(rows, BLOCK, columns, BLOCK).max(axis=(1, 3))
    return cv2.dilate(blocks, np.ones((3, 3), np.uint8)).ravel()
