"""What is hidden behind the layers, made up: the slow part of rebuilding, kept while it holds."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from functools import partial
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import encode8
from woodcock.pixels.membrane import membrane
from woodcock.pixels.threads import together
from woodcock.progress import Progress, at_once, part, report
from woodcock.rebuild.edges import CutEdge, told_by_photo
from woodcock.rebuild.fill import Filled
from woodcock.rebuild.holes import carried_on, grown
from woodcock.rebuild.pieces import Reuse, filled_in_pieces, made_anew
from woodcock.rebuild.rims import rims
from woodcock.rebuild.sources import Said
from woodcock.texts import tr

_SPECK = 1e-4  # of the photo
_SMOOTH_PIXELS = 500_000  # of the size at which what is never shown is made up


@dataclass(frozen=True)
class Cut:
    """A layer's mask ((H, W) uint8) and by how many of these pixels its edge may be wrong.

    `hides` (H, W) uint8 is what must be made up behind it, where that is not the whole mask.
    `area` (H, W) bool is where what nearer layers hide of it is filled with care; None: everywhere.
    `sources` (H, W) uint8 is from where the hole it leaves may be filled (`rebuild.sources`).
    """

    mask: NDArray[np.uint8]
    growth: float
    hides: NDArray[np.uint8] | None = None
    area: NDArray[np.bool_] | None = None
    sources: NDArray[np.uint8] | None = None


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


class _How(NamedTuple):
    """As in `make_fills`."""

    whole: bool
    seed: int
    reuse: Reuse
    detail: float
    pieces: bool
    said: tuple[Said, ...]


def make_fills(
    photo: NDArray[np.uint16],
    cuts: Sequence[Cut],
    area: NDArray[np.bool_] | None = None,
    seed: int = 0,
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
    whole: bool = False,
    detail: float = 1.0,
    pieces: bool = False,
) -> Fills:
    """Make up what the layers hide.

    Parameters
    ----------
    photo : (H, W, 4) uint16 premultiplied linear light.
    cuts : the layers in front of the background, near to far.
    area : (H, W) bool, where the background's holes are filled with care; None is everywhere. What
        is hidden elsewhere, as outside a cut's own area, is filled smoothly, or if `whole` with
        care too, after what lies within.
    seed : of the fills. reuse : keeps what was made, by content.
    detail : fills are made at this share of the photo's size, 0 to 1, and enlarged.
    pieces : as of `rebuild.fill.fill`.

    Raises Cancelled on request.
    """
    shape = photo.shape[:2]
    encoded = encode8(np.ascontiguousarray(photo[..., :3]))
    seen = photo[..., :3].copy()  # without the layers before, where that is known
    covers, unsure = [np.zeros(shape, np.uint8)], [np.zeros(shape, np.uint8)]
    alphas, edges = [], []
    for number, cut in enumerate(cuts):
        step = part(progress, 0.3 * number / len(cuts), 0.3 * (number + 1) / len(cuts))
        report(step, 0.0, tr("Telling the edges"))
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
    said = (
        Said(cut.sources, (edge.alpha > 0) | (edge.unsure > 0))
        for cut, edge in zip(cuts, edges, strict=True)
        if cut.sources is not None
    )
    how = _How(whole, seed, reuse, detail, pieces, tuple(said))
    steps = at_once(part(progress, 0.3, 1.0), len(cuts) + 1)
    owns: list[Own | None] = [None] * len(cuts)
    made: list[Filled] = []

    def fill(number: int) -> None:
        if number == len(cuts):
            known = _to_go_by(~hole, encoded, covers[number], hole, how)
            made.append(_careful(encoded, hole, known, area, how, steps[number]))
            return
        hidden = (covers[number] > 0) | (unsure[number] > 0)
        known = _to_go_by(cuts[number].mask > 242, encoded, covers[number], hidden, how)
        owns[number] = _own(
            encoded, cuts[number], alphas[number], hidden, known, how, steps[number]
        )
        report(steps[number], 1.0, tr("Filling the holes"))

    _two_at_once(fill, range(len(cuts), -1, -1))
    return Fills(
        photo, tuple(covers), tuple(unsure), tuple(alphas), tuple(edges), tuple(owns), made[0]
    )


def _to_go_by(
    free: NDArray[np.bool_],
    encoded: NDArray[np.uint8],
    cover: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    how: _How,
) -> NDArray[np.bool_]:
    """What of a layer a hole is filled after: nothing that a short cut left of nearer things."""
    known = free & ~hole
    if not how.pieces or not known.any():
        return known
    left = known & ~rims(encoded, cover > 127, hole)
    return left if left.any() else known


def _two_at_once(work: Callable[[int], None], numbers: Iterable[int]) -> None:
    """Parts of a fill use one core only; two fills use two, and no more memory than two need."""
    waiting = deque(numbers)

    def take(_: int) -> None:
        while True:
            try:
                number = waiting.popleft()
            except IndexError:
                return
            work(number)

    together(take, range(2))


def _careful(
    encoded: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    known: NDArray[np.bool_],
    area: NDArray[np.bool_] | None,
    how: _How,
    progress: Progress | None,
) -> Filled:
    """The photo with its hole filled from what is `known`.

    Smoothly where nobody looks, unless the `whole` is wanted.
    """
    wanted = hole if area is None else _larger(hole & area)
    first = part(progress, 0.0, 0.5 if how.whole else 1.0)
    made = _filled(encoded, wanted, known, how, first)
    if not (hole & ~wanted).any():
        return made
    rest, out = hole & ~wanted, made.picture
    known = known | wanted
    if how.whole:
        # What is there already stays, and goes on into it: no frame changes by this.
        last = part(progress, 0.5, 1.0)
        more = _filled(out, rest, known, how, last)
        return Filled(more.picture, np.maximum(made.doubt, more.doubt))
    x, y, w, h = cv2.boundingRect(rest.view(np.uint8))
    here = slice(max(0, y - 1), y + h + 1), slice(max(0, x - 1), x + w + 1)
    if not known[here].any():
        here = slice(None), slice(None)
    flat = _smoothly(out[here], known[here])
    out[here][rest[here]] = flat[rest[here]]
    return made


def _smoothly(picture: NDArray[np.uint8], known: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """A membrane over what is not known, coarse where that is large: nobody looks there."""
    height, width = known.shape
    step = max(1, round((known.size / _SMOOTH_PIXELS) ** 0.5))
    size = max(1, width // step), max(1, height // step)
    share = cv2.resize(known.astype(np.float32), size, interpolation=cv2.INTER_AREA)
    light = picture.astype(np.float32) * known[..., None]
    mean = np.asarray(cv2.resize(light, size, interpolation=cv2.INTER_AREA), np.float32)
    small = membrane(mean / np.maximum(share, 1e-6)[..., None], share > 1e-3)
    large = cv2.resize(small, (width, height), interpolation=cv2.INTER_LINEAR)
    return np.asarray(np.rint(np.clip(large, 0, 255)), np.uint8)


def _filled(
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    known: NDArray[np.bool_],
    how: _How,
    progress: Progress | None,
) -> Filled:
    """The picture with its hole filled from what is `known`, at the detail that is wanted."""
    fill = partial(
        filled_in_pieces, seed=how.seed, pieces=how.pieces, reuse=how.reuse, progress=progress
    )
    if how.detail >= 1 or not hole.any():
        return fill(picture, hole, allowed=known, said=how.said)
    height, width = hole.shape
    size = max(1, round(width * how.detail)), max(1, round(height * how.detail))
    given = (picture, *(np.where(x, np.uint8(255), np.uint8(0)) for x in (hole, known)))
    small, there, open_ = (
        np.asarray(cv2.resize(x, size, interpolation=cv2.INTER_AREA), np.uint8) for x in given
    )
    said = [one.resized(size) for one in how.said]
    made = fill(small, there > 0, allowed=(open_ > 254) & (there == 0), said=said)
    out, doubt = picture.copy(), np.zeros(hole.shape, np.uint8)
    large = cv2.resize(made.picture, (width, height), interpolation=cv2.INTER_CUBIC)
    unsure = cv2.resize(made.doubt, (width, height), interpolation=cv2.INTER_LINEAR)
    out[hole], doubt[hole] = large[hole], unsure[hole]
    return Filled(out, doubt)


def _larger(area: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Without specks, in which nobody sees whether they have texture."""
    _, pieces, stats, _ = cv2.connectedComponentsWithStats(area.view(np.uint8), connectivity=8)
    large = stats[:, cv2.CC_STAT_AREA] > _SPECK * area.size
    large[0] = False
    return np.asarray(large[pieces])


def _own(
    encoded: NDArray[np.uint8],
    cut: Cut,
    alpha: NDArray[np.uint8],
    hidden: NDArray[np.bool_],
    known: NDArray[np.bool_],
    how: _How,
    progress: Progress | None,
) -> Own | None:
    """The layer's own colours, carried on where nearer layers hide it."""
    wanted = (alpha > 0) & hidden
    if not wanted.any() or not known.any():
        return None
    made = _careful(encoded, wanted, known, cut.area, how, progress)
    x, y, w, h = cv2.boundingRect(wanted.view(np.uint8))
    here = slice(y, y + h), slice(x, x + w)
    return Own(x, y, made.picture[here].copy(), wanted[here].copy(), made.doubt[here].copy())
