"""All layers cut from the photo, rebuilt: what sheets are made of, kept while the cuts hold."""

from __future__ import annotations

import math
from dataclasses import dataclass

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Growth, Mask, Picture, Project, Tile
from woodcock.pixels.colour import decode
from woodcock.pixels.resample import rung_size, shrink
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import Cut, Fills, Plate, build_plates, extended, make_fills, without
from woodcock.render.reveal import Area
from woodcock.separate.redraw import alpha_of
from woodcock.stage.placement import photo_scale

_ROOM = 1.5  # how far a move may enlarge a layer before the plates lack detail the photo had


class LayerCut(msgspec.Struct, frozen=True):
    """What of a layer its plate depends on."""

    id: str
    mask: Mask | None
    hole_growth: float
    growth: Growth
    picture: Picture | None = None
    repair: tuple[Tile, ...] = ()


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

    @property
    def standing(self) -> tuple[LayerCut, ...]:
        """The layers cut from the photo, near to far, the background last."""
        background = next(c for c in self.cuts if c.mask is None and c.picture is None)
        return *(cut for cut in self.cuts if cut.mask is not None), background

    @property
    def unpainted(self) -> SheetKey:
        """What is made up depends on all of this, but not on what was painted on it."""
        cuts = tuple(
            msgspec.structs.replace(cut, repair=()) for cut in self.cuts if cut.picture is None
        )
        return msgspec.structs.replace(self, cuts=cuts)


@dataclass(frozen=True)
class Rebuilt:
    """The layers of `key.standing`: what was made up, and their plates with nothing painted on.

    `step` is the size of a photo pixel in theirs, `size` the photo's (width, height) in them.
    """

    key: SheetKey
    fills: Fills
    plates: tuple[Plate, ...]
    step: float
    size: tuple[int, int]


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
        LayerCut(x.id, x.mask, x.hole_growth if x.mask else 0.0, x.growth, x.picture, x.repair)
        for x in project.near_to_far
    )
    # Holes are grown in frame pixels, so the scale matters, but not to the last digit of a zoom.
    scale = float(f"{project.frame.height / 1080 / scale:.2g}")
    size = photo.width, photo.height
    return SheetKey(photo.pixels, size, rung, scale, cuts, area, project.fill_seed, project.removed)


def rebuild(key: SheetKey, store: PixelStore, progress: Progress | None = None) -> Rebuilt:
    """Cut, make up what is hidden, carry on beyond the borders; Cancelled if progress says stop."""
    key = key.unpainted
    report(progress, 0.0, "Preparing the photo")
    size = rung_size(key.size, key.rung)
    step = size[0] / key.size[0]
    photo = shrink(premultiplied(cleared(key, store, part(progress, 0.0, 0.1))), size)
    cuts = [
        Cut(shrink(alpha_of(cut.mask, store), size), cut.hole_growth * key.scale * step)
        for cut in key.standing
        if cut.mask is not None
    ]
    area = key.area.at(*size, step) if key.area else None
    fills = make_fills(photo, cuts, area, key.seed, store.derived, part(progress, 0.1, 0.8))
    plates = build_plates(fills, (), part(progress, 0.8, 0.86))
    for number, cut in enumerate(key.standing):
        grown = part(progress, 0.86 + 0.14 * number / len(plates), 1.0)
        plates[number] = _grown(plates[number], cut.growth, size, step, key.seed, store, grown)
    return Rebuilt(key, fills, tuple(plates), step, size)


def cleared(key: SheetKey, store: PixelStore, progress: Progress | None) -> NDArray:
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


def premultiplied(photo: NDArray) -> NDArray[np.uint16]:
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
    pixels = extended(plate.pixels, sides, seed, store.derived, progress)
    return Plate(pixels, plate.x - left, plate.y - top)
