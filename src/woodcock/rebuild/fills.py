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
from woodcock.rebuild.edges import CutEdge, told_by_photo
from woodcock.rebuild.fill import Filled
from woodcock.rebuild.holes import carried_on, grown
from woodcock.rebuild.pieces import Reuse, filled_in_pieces, made_anew


@dataclass(frozen=True)
class Cut:
    """A layer's mask ((H, W) uint8) and by how many of these pixels its edge may be wrong.

    `hides` (H, W) uint8 is what must be made up behind it, where that is not the whole mask.
    """

    mask: NDArray[np.uint8]
    growth: float
    hides: NDArray[np.uint8] | None = None


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

    `covers[i]` (H, W) uint8 is how much of each pixel the i nearest layers hide, `unsure[i]` how
    far what is behind them is made up. Near to far, `alphas` are the layers' own, carried on behind
    nearer ones, `edges` what is behind them where they cover it in part, and `owns` their hidden
    colours. `behind` is the photo without any.
    """

    photo: NDArray[np.uint16]
    covers: tuple[NDArray[np.uint8], ...]
    unsure: tuple[NDArray[np.uint8], ...]
    alphas: tuple[NDArray[np.uint8], ...]
    edges: tuple[CutEdge, ...]
    owns: tuple[Own | None, ...]
    behind: Filled


def make_fills(
    photo: NDArray[np.uint16],
    cuts: Sequence[Cut],
    area: NDArray[np.bool_] | None = None,
    seed: int = 0,
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
    whole: bool = False,
) -> Fills:
    """Make up what the layers hide.

    Parameters
    ----------
    photo : (H, W, 4) uint16 premultiplied linear light.
    cuts : the layers in front of the background, near to far.
    area : (H, W) bool, where the background's holes are filled with care; None is everywhere. What
        is hidden elsewhere is filled smoothly, or if `whole` with care too, after what lies within.
    seed : of the fills. reuse : keeps what was made, by content.

    Raises Cancelled on request.
    """
    shape = photo.shape[:2]
    encoded = encode8(np.ascontiguousarray(photo[..., :3]))
    seen = photo[..., :3].copy()  # without the layers before, where that is known
    covers, unsure = [np.zeros(shape, np.uint8)], [np.zeros(shape, np.uint8)]
    alphas, edges = [], []
    for number, cut in enumerate(cuts):
        step = part(progress, 0.3 * number / len(cuts), 0.3 * (number + 1) / len(cuts))
        report(step, 0.0, "Telling the edges")
        cover = covers[-1]
        mask = carried_on(cut.mask, cover)
        hides = mask if cut.hides is None else cut.hides
        lap = None if cut.hides is None else (mask > 0) & (hides == 0)
        meant = None if lap is None else grown(lap.view(np.uint8), cut.growth + 1)
        edge = told_by_photo(seen, hides, cut.growth, cover, meant, reuse, step)
        seen.reshape(-1, 3)[edge.places] = edge.behind
        alphas.append(edge.alpha if lap is None else np.where(lap, mask, edge.alpha))
        edges.append(edge)
        covers.append(np.maximum(cover, edge.alpha))
        unsure.append(np.maximum(unsure[-1], edge.unsure))
    del seen
    hole = (covers[-1] > 0) | (unsure[-1] > 0)
    behind = _careful(encoded, hole, area, whole, seed, reuse, part(progress, 0.3, 0.75))
    owns: list[Own | None] = []
    share = 0.25 / max(1, len(cuts))
    for number, (cut, alpha) in enumerate(zip(cuts, alphas, strict=True)):
        step = part(progress, 0.75 + share * number, 0.75 + share * (number + 1))
        hidden = (covers[number] > 0) | (unsure[number] > 0)
        owns.append(_own(encoded, cut.mask, alpha, hidden, seed, reuse, step))
    return Fills(
        photo, tuple(covers), tuple(unsure), tuple(alphas), tuple(edges), tuple(owns), behind
    )


def _careful(
    encoded: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    area: NDArray[np.bool_] | None,
    whole: bool,
    seed: int,
    reuse: Reuse,
    progress: Progress | None,
) -> Filled:
    """The photo with its hole filled, smoothly where nobody looks unless the `whole` is wanted."""
    wanted = hole if area is None else hole & area
    first = part(progress, 0.0, 0.5 if whole else 1.0)
    made = filled_in_pieces(encoded, wanted, allowed=~hole, seed=seed, reuse=reuse, progress=first)
    if area is None or not (hole & ~area).any():
        return made
    rest, out = hole & ~area, made.picture
    if whole:
        # What is there already stays, and goes on into it: no frame changes by this.
        last = part(progress, 0.5, 1.0)
        more = filled_in_pieces(out, rest, allowed=~rest, seed=seed, reuse=reuse, progress=last)
        return Filled(more.picture, np.maximum(made.doubt, more.doubt))
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
