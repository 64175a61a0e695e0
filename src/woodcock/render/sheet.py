"""A sheet: all plates of a project on a ladder of sizes, in one array the kernel can reach."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Growth, Mask, Picture, Project
from woodcock.pixels.colour import decode
from woodcock.pixels.resample import STEP, rung_size, shrink
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import Cut, Plate, build_plates, extended, without
from woodcock.render.blocks import BLOCK
from woodcock.render.reveal import Area
from woodcock.separate.redraw import alpha_of
from woodcock.stage.placement import photo_scale

_ROOM = 1.5  # how far a move may enlarge a layer before the plates lack detail the photo had
_RIM = 2  # pixels round a picture of its own
_SMALLEST = 48  # pixels; rungs below this are not needed


class LayerCut(msgspec.Struct, frozen=True):
    """What of a layer its plate depends on."""

    id: str
    mask: Mask | None
    hole_growth: float
    growth: Growth
    picture: Picture | None = None


class SheetKey(msgspec.Struct, frozen=True):
    """What a sheet depends on, and nothing else: two equal keys make equal sheets."""

    photo: str
    size: tuple[int, int]
    rung: int
    scale: float
    cuts: tuple[LayerCut, ...]
    area: Area | None = None
    seed: int = 0
    removed: str | None = None


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
class Sheet:
    """All plates: `ladders[layer id]` are its rungs from the largest to the smallest."""

    pixels: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    ladders: dict[str, tuple[Rung, ...]]


def sheet_key(project: Project, area: Area | None = None) -> SheetKey:
    """The part of `project` its plates depend on; ValueError without a photo.

    Distances matter by their order alone, frame and placement by the detail they ask for. `area` is
    where the background is rebuilt in full; None is everywhere.
    """
    if project.photo is None:
        raise ValueError("a project without a photo has no plates")
    photo = project.photo
    scale = photo_scale(photo, project.placement, (project.frame.width, project.frame.height))
    rung = max(0, math.floor(-2 * math.log2(min(1.0, scale * _ROOM)) + 1e-9))
    cuts = tuple(
        LayerCut(x.id, x.mask, x.hole_growth if x.mask else 0.0, x.growth, x.picture)
        for x in project.near_to_far
    )
    # Holes are grown in frame pixels, so the scale matters, but not to the last digit of a zoom.
    scale = float(f"{project.frame.height / 1080 / scale:.2g}")
    size = photo.width, photo.height
    return SheetKey(photo.pixels, size, rung, scale, cuts, area, project.fill_seed, project.removed)


def make_sheet(key: SheetKey, store: PixelStore, progress: Progress | None = None) -> Sheet:
    """Cut, rebuild and stack the plates of `key`; raises Cancelled if `progress` says stop."""
    report(progress, 0.0, "Preparing the photo")
    size = rung_size(key.size, key.rung)
    step = size[0] / key.size[0]
    photo = shrink(_premultiplied(_cleared(key, store, part(progress, 0.0, 0.1))), size)
    fronts = [cut for cut in key.cuts if cut.mask is not None]
    cuts = [
        Cut(shrink(alpha_of(cut.mask, store), size), cut.hole_growth * key.scale * step)
        for cut in fronts
        if cut.mask is not None
    ]
    area = key.area.at(*size, step) if key.area else None
    plates = build_plates(photo, cuts, area, key.seed, part(progress, 0.1, 0.85))
    del photo
    background = next(cut for cut in key.cuts if cut.mask is None and cut.picture is None)
    to_plate = np.diag([step, step, 1.0])
    standing = []
    for cut in (*fronts, background):
        grown = _grown(plates.pop(0), cut.growth, size, step, key.seed, part(progress, 0.86, 0.95))
        standing.append((cut.id, grown, to_plate))
    standing += [
        (cut.id, *_of_its_own(cut.picture, key.rung, store))
        for cut in key.cuts
        if cut.picture is not None
    ]
    pictures: list[NDArray[np.uint16]] = []
    ladders: dict[str, tuple[Rung, ...]] = {}
    report(progress, 0.95, "Stacking the plates")
    start = blocks = 0
    while standing:
        layer_id, plate, from_photo = standing.pop(0)
        rungs = []
        for picture, rung in _ladder(plate, from_photo, start, blocks):
            pictures.append(picture)
            rungs.append(rung)
            start += picture.size
            blocks += rung.block_columns * -(-rung.height // BLOCK)
        ladders[layer_id] = tuple(rungs)
    pixels = np.empty(start, np.uint16)
    filled = np.concatenate([_filled(picture) for picture in pictures])
    start = 0
    while pictures:
        picture = pictures.pop(0)
        pixels[start : start + picture.size] = picture.ravel()
        start += picture.size
    return Sheet(pixels, filled, ladders)


def _cleared(key: SheetKey, store: PixelStore, progress: Progress | None) -> NDArray:
    """The photo without what was removed from it; kept as long as that stays the same."""
    photo = store.get(key.photo)
    if key.removed is None:
        return photo
    removed, masks = store.get(key.removed), tuple(cut.mask for cut in key.cuts if cut.mask)
    return store.derived(
        ("without", key.photo, key.removed, masks, key.seed),
        lambda: without(
            photo, removed, [alpha_of(mask, store) for mask in masks], key.seed, progress
        ),
    )


def _of_its_own(
    picture: Picture, rung: int, store: PixelStore
) -> tuple[Plate, NDArray[np.float64]]:
    """The plate of a picture that is no part of the photo, and the way from photo to its pixels.

    It is kept as fine as the photo is at `rung`.
    """
    size = picture.width, picture.height
    own = max(0, math.floor(rung - 2 * math.log2(picture.scale) + 1e-9))
    small = rung_size(size, own)
    pixels = shrink(_premultiplied(store.get(picture.pixels)), small)
    left, top, width, height = picture.box
    x, y = small[0] / width, small[1] / height
    from_photo = np.array([[x, 0.0, -left * x], [0.0, y, -top * y], [0.0, 0.0, 1.0]])
    # A free rim, so that the resampling filter fades it out within the plate.
    pixels = cv2.copyMakeBorder(pixels, *(_RIM,) * 4, cv2.BORDER_CONSTANT, value=(0, 0, 0, 0))
    return Plate(np.ascontiguousarray(pixels), -_RIM, -_RIM), from_photo


def _premultiplied(photo: NDArray) -> NDArray[np.uint16]:
    """(H, W, 4) premultiplied 16-bit linear light of an sRGB photo with or without alpha."""
    out = np.empty((*photo.shape[:2], 4), np.uint16)
    out[..., :3] = decode(photo[..., :3])
    if photo.shape[2] == 3:
        out[..., 3] = 65535
        return out
    alpha = photo[..., 3].astype(np.uint32)
    alpha = alpha * 257 if photo.dtype == np.uint8 else alpha
    for channel in range(3):
        out[..., channel] = (out[..., channel] * alpha + 32767) // 65535
    out[..., 3] = alpha
    return out


def _grown(
    plate: Plate,
    growth: Growth,
    size: tuple[int, int],
    step: float,
    seed: int,
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
    pixels = extended(plate.pixels, (left, top, right, bottom), seed, progress)
    return Plate(pixels, plate.x - left, plate.y - top)


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
