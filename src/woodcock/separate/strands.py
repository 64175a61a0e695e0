"""Reeds, grass, hair painted over as one field: which share of each pixel is strand.

Far inside a wide band nothing sure is near enough to say. There a pixel's colour is taken as a mix
of two colours that change slowly over the picture, the strands' and the ground's, and the two are
found by turns with the shares (expectation and maximisation; Dempster, Laird and Rubin, JRSS B,
1977).
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.study import Study

_FIRST = (150.0, 75.0, 38.0)  # working pixels: how slowly the ground's colour changes, at first
_FIELDS = (75.0, 38.0, 15.0)  # and both colours, once shares are known
_TURNS = 8
_UNLIKE, _OVER = 6.0, 14.0  # L*a*b* steps from the ground's colour: where a strand begins, and is
_APART = 15.0  # steps between the two colours, from which a share is sure
_SEED = 0.2  # how much ground counts that lies in the band itself but was left out of the mask
_ENOUGH = 0.08  # share of a square that must be known before its own colour is believed
_LEAST = 0.05  # a place between ground and strand that still is noise
_CORE = 0.5, 0.5  # the place from which a pixel is a strand's core, and how far beyond it is fully
_ROOM = 200  # working pixels round the band that have a say
_BASE = 4  # the blur's width in pixels of the size at which it is done


@dataclass(frozen=True)
class TwoColours:
    """The strands' and the ground's colour, (h, w, 3) float32 L*a*b* at working size.

    `corner` x, y is where they begin in the working picture, `scale` its pixels a photo pixel.
    """

    strand: NDArray[np.float32]
    ground: NDArray[np.float32]
    corner: tuple[int, int]
    scale: float

    def share(self, lab: NDArray[np.float32], left: int, top: int) -> NDArray[np.float32]:
        """How much of each pixel is strand: (h, w) 0 to 1, of a part of the photo (h, w, 3).

        `left`, `top` say where in the photo the part begins.
        """
        height, width = lab.shape[:2]
        s, (x, y) = self.scale, self.corner
        map_ = np.array([[s, 0, s * (left + 0.5) - 0.5 - x], [0, s, s * (top + 0.5) - 0.5 - y]])
        strand, ground = (
            cv2.warpAffine(
                field, map_, (width, height), flags=cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP,
                borderMode=cv2.BORDER_REPLICATE,
            )
            for field in (self.strand, self.ground)
        )  # fmt: skip
        return np.clip((_place(lab, strand, ground) - _LEAST) / (1 - _LEAST), 0, 1)


def two_colours(
    study: Study, small: NDArray[np.uint8], band: NDArray[np.bool_]
) -> TwoColours | None:
    """The two colours in `band` (h, w) at working size; None where no ground is known at all.

    `small` is the mask at working size, (h, w) uint8. Within the band, what the mask leaves out
    stands for ground, the more of it the mask takes; that for nothing yet, as it may hold both.
    """
    x, y, w, h = cv2.boundingRect(band.view(np.uint8))
    left, top = max(x - _ROOM, 0), max(y - _ROOM, 0)
    here = slice(top, y + h + _ROOM), slice(left, x + w + _ROOM)
    lab, inside, band = study.lab[here], small[here] > 127, band[here]
    sure, out = ((side & ~band).astype(np.float32) for side in (inside, ~inside))
    seed = np.float32(_SEED * inside[band].mean())
    seeds = np.where(~inside & band, seed, out)
    if not seeds.any():
        return None
    ground = _field(lab, seeds, _FIRST)
    off = np.sqrt(_dot(lab - ground, lab - ground))
    share = np.where(band, np.clip((off - _UNLIKE) / _OVER, 0, 1), sure).astype(np.float32)
    for _ in range(_TURNS):
        strand = _field(lab, np.where(band, share**2, sure), _FIELDS)
        ground = _field(lab, np.where(band, (1 - share) ** 2, out), _FIELDS)
        sharper = np.clip((_share(lab, strand, ground) - 0.5) * 1.6 + 0.5, 0, 1)
        across = strand - ground
        sureness = np.clip(_dot(across, across) / _APART**2, 0, 1)
        share = np.where(band, sureness * sharper + (1 - sureness) * share, share)
    # Their mean colour holds some pixels that are mixed; their cores' does not.
    core = np.clip((_place(lab, strand, ground) - _CORE[0]) / _CORE[1], 0, 1)
    strand = _field(lab, np.where(band, share * core, sure), _FIELDS)
    return TwoColours(strand, ground, (left, top), study.scale)


def _place(lab: NDArray, strand: NDArray, ground: NDArray) -> NDArray[np.float32]:
    """How far from the ground's colour to the strands' a pixel lies: 0 to 1, or beyond."""
    across = strand - ground
    place = _dot(lab - ground, across) / np.maximum(_dot(across, across), 4.0)
    return np.asarray(place, np.float32)


def _share(lab: NDArray, strand: NDArray, ground: NDArray) -> NDArray[np.float32]:
    return np.clip(_place(lab, strand, ground), 0, 1)


def _dot(a: NDArray[np.float32], b: NDArray[np.float32]) -> NDArray[np.float32]:
    return np.einsum("ijk,ijk->ij", a, b)


def _field(
    colours: NDArray[np.float32], weight: NDArray[np.float32], widths: tuple[float, ...]
) -> NDArray[np.float32]:
    """The weighted colour about each pixel, as near by as there is enough of it."""
    both = cv2.merge([*cv2.split(colours * weight[..., None]), weight])
    size = colours.shape[1], colours.shape[0]
    grid = _smaller(size, widths[-1])
    total = cv2.mean(both)
    found = np.full((grid[1], grid[0], 3), np.array(total[:3]) / max(total[3], 1e-9), np.float32)
    for width in widths:
        coarse: NDArray = cv2.resize(both, _smaller(size, width), interpolation=cv2.INTER_AREA)
        blurred: NDArray = cv2.resize(cv2.GaussianBlur(coarse, (0, 0), _BASE), grid)
        known = blurred[..., 3:]
        here = blurred[..., :3] / np.maximum(known, 1e-5)
        found += (here - found) * np.clip(known / _ENOUGH, 0, 1)
    full: NDArray = cv2.resize(found, size)
    return full


def _smaller(size: tuple[int, int], width: float) -> tuple[int, int]:
    """The size at which a blur of `width` pixels is `_BASE` pixels wide."""
    wide, high = (max(round(side * _BASE / width), 2) for side in size)
    return wide, high
