"""What is hidden behind the layers, made up: the slow part of rebuilding, kept while it holds."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import encode8
from woodcock.pixels.membrane import membrane
from woodcock.progress import Progress, part, report
from woodcock.rebuild.fill import Filled
from woodcock.rebuild.holes import carried_on, closeness, grown
from woodcock.rebuild.pieces import Reuse, filled_in_pieces, made_anew


@dataclass(frozen=True)
class Cut:
    """A layer's mask ((H, W) uint8) and how far its hole is grown, in the same pixels.

    `hides` (H, W) uint8 is what must be made up behind it, where that is not the whole mask.
    """

    mask: NDArray[np.uint8]
    growth: float
    hides: NDArray[np.uint8] | None = None

    @property
    def hole(self) -> NDArray[np.uint8]:
        return self.mask if self.hides is None else self.hides


@dataclass(frozen=True)
class Own:
    """A layer's own colours where nearer layers hide it: `colours` (h, w, 3) uint8 sRGB.

    Its corner lies at (`x`, `y`); `where` (h, w) bool, `doubt` (h, w) uint8 as in `Filled`.
    """

    x: int
    y: int
    colours: NDArray[np.uint8]
    where: NDArray[np.bool_]
    doubt: NDArray[np.uint8]

    @property
    def here(self) -> tuple[slice, slice]:
        height, width = self.where.shape
        return slice(self.y, self.y + height), slice(self.x, self.x + width)


@dataclass(frozen=True)
class Fills:
    """A photo's layers with their hidden parts; `photo` (H, W, 4) uint16 premultiplied light.

    `rims[i]` (H, W) uint8 is how far the i nearest layers are taken away. Near to far, `alphas` are
    the layers' masks carried on behind nearer ones and `owns` their hidden colours. `behind` is
    the photo without any of them.
    """

    photo: NDArray[np.uint16]
    rims: tuple[NDArray[np.uint8], ...]
    alphas: tuple[NDArray[np.uint8], ...]
    owns: tuple[Own | None, ...]
    behind: Filled


def make_fills(
    photo: NDArray[np.uint16],
    cuts: Sequence[Cut],
    area: NDArray[np.bool_] | None = None,
    seed: int = 0,
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
) -> Fills:
    """Make up what the layers hide.

    Parameters
    ----------
    photo : (H, W, 4) uint16 premultiplied linear light.
    cuts : the layers in front of the background, near to far.
    area : (H, W) bool, where the background's holes are filled with care; None is everywhere. What
        is hidden elsewhere is filled smoothly.
    seed : of the fills. reuse : keeps what was made, by content.

    Raises Cancelled on request.
    """
    shape = photo.shape[:2]
    encoded = encode8(np.ascontiguousarray(photo[..., :3]))
    rims = [np.zeros(shape, np.uint8)]
    cover = np.zeros(shape, np.uint8)  # the most any nearer layer covers
    hole = np.zeros(shape, np.bool_)  # where nothing may be copied from for what is behind them
    alphas, holes = [], []
    for cut in cuts:
        report(progress, 0.02, "Growing the holes")
        alphas.append(carried_on(cut.mask, cover))
        holes.append(hole)
        fade = np.rint(closeness(cut.hole, cut.growth) * 255).astype(np.uint8)
        rims.append(np.maximum(rims[-1], fade))
        hole = hole | grown(cut.hole, cut.growth)
        cover = np.maximum(cover, cut.hole)
    behind = _careful(encoded, hole, area, seed, reuse, part(progress, 0.08, 0.7))
    owns: list[Own | None] = []
    for number, (cut, alpha, hidden) in enumerate(zip(cuts, alphas, holes, strict=True)):
        step = part(progress, 0.7 + 0.3 * number / len(cuts), 0.7 + 0.3 * (number + 1) / len(cuts))
        owns.append(_own(encoded, cut.mask, alpha, hidden, seed, reuse, step))
    return Fills(photo, tuple(rims), tuple(alphas), tuple(owns), behind)


def _careful(
    encoded: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    area: NDArray[np.bool_] | None,
    seed: int,
    reuse: Reuse,
    progress: Progress | None,
) -> Filled:
    """The photo with its hole filled, smoothly where nobody looks."""
    wanted = hole if area is None else hole & area
    made = filled_in_pieces(
        encoded, wanted, allowed=~hole, seed=seed, reuse=reuse, progress=progress
    )
    if area is None or not (hole & ~area).any():
        return made
    rest, out = hole & ~area, made.picture
    x, y, w, h = cv2.boundingRect(rest.view(np.uint8))
    here = slice(max(0, y - 1), y + h + 1), slice(max(0, x - 1), x + w + 1)
    smooth = membrane(out[here].astype(np.float32), ~rest[here])
    out[here][rest[here]] = np.rint(smooth[rest[here]])
    return made


def _own(
    encoded: NDArray[np.uint8],
    mask: NDArray[np.uint8],
    alpha: NDArray[np.uint8],
    hidden: NDArray[np.bool_],
    seed: int,
    reuse: Reuse,
    progress: Progress | None,
) -> Own | None:
    """The layer's own colours, carried on where nearer layers hide it."""
    wanted = (alpha > 0) & hidden
    known = (mask > 242) & ~hidden
    if not wanted.any() or not known.any():
        return None
    made = filled_in_pieces(
        encoded, wanted, allowed=known, seed=seed, reuse=reuse, progress=progress
    )
    x, y, w, h = cv2.boundingRect(wanted.view(np.uint8))
    here = slice(y, y + h), slice(x, x + w)
    return Own(x, y, made.picture[here].copy(), wanted[here].copy(), made.doubt[here].copy())
