"""Filling a hole with patches from elsewhere, from coarse to fine.

Wexler, Shechtman and Irani (PAMI 2007) with PatchMatch (Barnes et al., SIGGRAPH 2009) and a channel
of texture strength, which keeps smooth patches from being taken for textured places (after Newson,
Almansa, Fradet, Gousseau and Pérez, SIAM J. Imaging Sciences 2014).
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import distance_transform_edt

from woodcock.pixels.membrane import membrane
from woodcock.pixels.threads import stretches, together
from woodcock.progress import Progress, part, report
from woodcock.rebuild.greedy import fill_greedily
from woodcock.rebuild.patches import CHANNELS, REACH, SIDE, search, vote
from woodcock.rebuild.shifts import like_itself, shifted
from woodcock.texts import tr

_THICK = 4.0  # pixels from a hole's border to its middle at the coarsest size
_SMALLEST = 40  # pixels of the picture's shorter side there
# And where the hole is still so many pixels thick: or what is larger than a patch is never found,
# and patches that are even agree with each other on a mist.
_SMALLEST_WIDE, _WIDE = 24, 22.0
_TURNS = (10, 6, 4, 3, 2)  # searches and votes, from the coarsest size to the finest
_FEW, _MANY = 2, 60_000  # turns for more patches than that
_GREEDY = 100_000_000  # pixels to fill times patches to copy from, above which one begins smoothly
# How much worse, in 8-bit steps, a patch may fit that lies a whole picture nearer, or less high or
# low: a photograph is built of layers one above the other, and what lies level belongs together.
_NEAR, _LEVEL = 8.0, 12.0
_ROUNDS = 2  # of the search a turn
_STRETCHES, _LONG = 8, 2000  # stretches of patches, from so many patches on
_NARROW = 16  # pixels that random sources are looked for about the best, for that many
_CARRIED = 500_000  # pixels of the size at which corrections are carried through the hole
_DOUBT = 1.3  # by which a patch counts less for each pixel it lies farther inside
_FINEST = 1.0  # pixels: the blur whose difference is a picture's finest detail
# Pieces are shifted in at so many pixels across, where a hole's middle lies so deep at that size,
# from so far beside it, a share of that: a cut's own rim is no piece. That is so much of the work.
_ACROSS, _LARGE, _BESIDE, _SHIFTED = 400, 16.0, 0.03, 0.4
_ENOUGH = 4  # times as few whole patches as middles of patches in what is copied are enough
_DEEPEST = 40  # pixels, from which it counts no less


@dataclass(frozen=True)
class Exemplars:
    """What was put in the hole: `picture` (H, W, 4) uint8, and `cost` (H, W) float32.

    The cost is how unlike a pixel's patches are to their sources: the root of the mean square, in
    8-bit steps; 0 outside. `off` (h, w, 3) float32, of any size, is what the patches are off by
    just outside the hole, carried smoothly through it.
    """

    picture: NDArray[np.uint8]
    cost: NDArray[np.float32]
    off: NDArray[np.float32]
    pieces: bool = False


def exemplars(
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    usable: NDArray[np.bool_],
    seed: int = 0,
    progress: Progress | None = None,
    guided: bool = False,
    pieces: bool = False,
    sources: NDArray[np.bool_] | None = None,
) -> Exemplars | None:
    """Fill `hole` with patches of `usable` pixels; None where no whole patch may be used.

    Parameters
    ----------
    picture : (H, W, 4) uint8; what stands in the hole is never read, but for the last channel
        where it is `guided`: then it stays as it is there, and patches must agree in it.
    hole, usable : (H, W) bool.
    pieces : whole pieces are shifted into it first where it is large.
    sources : (H, W) bool, what of the usable is copied; None is all of it.

    Raises Cancelled on request.
    """
    sizes = [_Size.of(picture, hole, usable & ~hole, sources, guided, finest=True)]
    thick = float(cv2.distanceTransform(hole.view(np.uint8), cv2.DIST_L2, 3).max())
    while thick > _THICK * 2 ** (len(sizes) - 1):
        here = thick / 2 ** (len(sizes) - 1)
        least = _SMALLEST if here <= _WIDE else _SMALLEST_WIDE
        if min(sizes[-1].hole.shape) < 2 * least:
            break
        smaller = sizes[-1].halved()
        if not smaller.usable.any():
            break
        sizes.append(smaller)
    if not sizes[-1].usable.any():
        return None
    first, rest = _for_pieces(sizes, thick) if pieces else None, progress
    if first is not None:
        del sizes[first + 1 :]
        rest = part(progress, _SHIFTED, 1.0)
    work = [size.hole.sum() * _turns(len(sizes) - 1 - k, size) for k, size in enumerate(sizes)]
    done, before = 0.0, None
    for number, size in enumerate(sizes[::-1]):
        level = _Level(size, seed + 7 * number)
        if before is None and first is not None:
            level.begin_with_pieces(part(progress, 0.0, _SHIFTED))
        else:
            level.begin(before)
        turns = _turns(number if first is None else number + len(_TURNS), size)
        for turn in range(turns):
            share = done + work[len(sizes) - 1 - number] * turn / turns
            report(rest, share / sum(work), tr("Filling the holes"))
            level.turn(turn)
        done += work[len(sizes) - 1 - number]
        before = level
    assert before is not None
    return replace(before.result(), pieces=first is not None)


def _for_pieces(sizes: list[_Size], thick: float) -> int | None:
    """At which of some sizes whole pieces are shifted into the hole, if it is so large."""
    for number, size in enumerate(sizes):
        if max(size.hole.shape) <= _ACROSS:
            return number if thick / 2**number > _LARGE and size.usable.any() else None
    return None


def _turns(number: int, size: _Size) -> int:
    turns = _TURNS[min(number, len(_TURNS) - 1)]
    return min(turns, _FEW) if size.hole.sum() > _MANY else turns


@dataclass(frozen=True)
class _Size:
    """The picture at one size; `usable` are the middles of patches that may be copied.

    What is `free` is agreed with; of that only the `sources` are copied, if they are told.
    """

    picture: NDArray[np.uint8]
    hole: NDArray[np.bool_]
    free: NDArray[np.bool_]
    sources: NDArray[np.bool_] | None
    usable: NDArray[np.bool_]
    guided: bool

    @classmethod
    def of(
        cls,
        picture: NDArray,
        hole: NDArray[np.bool_],
        free: NDArray[np.bool_],
        sources: NDArray[np.bool_] | None,
        guided: bool,
        finest: bool = False,
    ) -> _Size:
        usable = _within(free)
        if sources is not None:
            # Where they are narrow at a coarse size, patches may reach over their borders there.
            whole, middles = _within(free & sources), usable & sources
            enough = whole.any() if finest else _ENOUGH * whole.sum() > middles.sum()
            usable = whole if enough else middles
        return cls(picture, hole, free, sources, usable, guided)

    @property
    def copied(self) -> NDArray[np.bool_]:
        return self.free if self.sources is None else self.free & self.sources

    def halved(self) -> _Size:
        height, width = self.hole.shape
        size = (width + 1) // 2, (height + 1) // 2
        known = np.where(self.hole, np.uint8(0), np.uint8(255))
        share: NDArray = cv2.resize(known, size, interpolation=cv2.INTER_AREA)
        masked = cv2.bitwise_and(self.picture, self.picture, mask=known)
        total: NDArray = cv2.resize(masked, size, interpolation=cv2.INTER_AREA)
        mean = total * (np.float32(255) / np.maximum(share, 1))[..., None]
        hole = share < 128
        picture = np.rint(np.minimum(mean, 255)).astype(np.uint8)
        if self.guided:
            picture[..., 3] = cv2.resize(
                np.ascontiguousarray(self.picture[..., 3]), size, interpolation=cv2.INTER_AREA
            )
        free = (_share(self.free, size) > 252) & ~hole
        sources = None if self.sources is None else _share(self.sources, size) > 127
        return _Size.of(picture, hole, free, sources, self.guided)


def _within(area: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """The middles of patches that lie in an area whole."""
    square = np.ones((SIDE, SIDE), np.uint8)
    return cv2.erode(area.view(np.uint8), square, borderValue=0).view(np.bool_)


def _share(area: NDArray[np.bool_], size: tuple[int, int]) -> NDArray[np.uint8]:
    """How much of each pixel an area covers at another (width, height)."""
    full = area.view(np.uint8) * np.uint8(255)
    return np.asarray(cv2.resize(full, size, interpolation=cv2.INTER_AREA), np.uint8)


class _Level:
    """The search at one size, with a rim all round so that patches fit at the borders."""

    def __init__(self, size: _Size, seed: int) -> None:
        self.size, self.seed = size, seed
        hole = _rimmed(size.hole.view(np.uint8))
        self.usable = _rimmed(size.usable.view(np.uint8), cv2.BORDER_CONSTANT).view(np.bool_)
        wanted = cv2.dilate(hole, np.ones((SIDE, SIDE), np.uint8))
        wanted[:REACH] = wanted[-REACH:] = 0
        wanted[:, :REACH] = wanted[:, -REACH:] = 0
        self.places = np.argwhere(wanted).astype(np.int32)
        self.pixels = np.argwhere(hole).astype(np.int32)
        self.index = np.full(hole.shape, -1, np.int32)
        self.index[self.places[:, 0], self.places[:, 1]] = np.arange(len(self.places))
        count = len(self.places)
        self.stretches = stretches(count, _STRETCHES if count > _LONG else 1)
        away: NDArray = cv2.distanceTransform(hole, cv2.DIST_L2, 3)
        deep = np.minimum(away[self.places[:, 0], self.places[:, 1]], _DEEPEST)
        self.sureness = (_DOUBT**-deep).astype(np.float32)
        self.values = _rimmed(size.picture)
        self.cost = np.zeros(count, np.int32)
        self.field = np.zeros((count, 2), np.int32)
        self.level = _per_pixel(_LEVEL, self.size.hole.shape[0])

    def begin(self, before: _Level | None) -> None:
        """The first field and picture: from a smaller size, or what fits from the border in."""
        choices = np.argwhere(self.usable).astype(np.int32)
        rng = np.random.default_rng(self.seed)
        self.field = choices[rng.integers(0, len(choices), len(self.places))]
        if before is None and len(choices) * len(self.pixels) < _GREEDY:
            self._begin_greedily(choices)
            return
        if before is None:
            smooth = membrane(self.size.picture.astype(np.float32), ~self.size.hole)
            smooth = np.rint(np.clip(smooth, 0, 255)).astype(np.uint8)
            if self.size.guided:
                smooth[..., 3] = self.size.picture[..., 3]
            self.values = _rimmed(smooth)
            return
        inner = self.places - REACH
        old = before.index[tuple((inner // 2 + REACH).T)]
        carried = (before.field[old] - REACH) * 2 + inner % 2 + REACH
        carried = np.minimum(carried, np.array(self.usable.shape) - 1)
        good = (old >= 0) & self.usable[tuple(carried.T)]
        self.field[good] = carried[good]
        self._vote(self.sureness)

    def begin_with_pieces(self, progress: Progress | None) -> None:
        """The first field: whole pieces, shifted in where the picture is like itself."""
        size = self.size
        shifts, alone = like_itself(size.picture, size.usable, self.seed)
        if not len(shifts):  # nothing is like anything else
            self.begin(None)
            return
        choices = np.argwhere(self.usable).astype(np.int32)
        rng = np.random.default_rng(self.seed)
        self.field = choices[rng.integers(0, len(choices), len(self.places))]
        away = cv2.distanceTransform((~size.hole).view(np.uint8), cv2.DIST_L2, 3)
        hole = size.hole
        beyond = hole[0].all() or hole[-1].all() or hole[:, 0].all() or hole[:, -1].all()
        rim = 0 if beyond else _BESIDE * max(hole.shape)  # a photo's own border is no cut's
        usable = size.copied & (away > rim)
        source = shifted(
            size.picture, size.hole, usable, shifts, alone, self.seed, size.guided, progress
        )
        came = np.full((*size.hole.shape, 2), -1, np.int32)
        came[size.hole] = source
        inner = self.places - REACH
        inside = (inner >= 0).all(1) & (inner < size.hole.shape).all(1)
        came = np.pad(came, ((REACH, REACH), (REACH, REACH), (0, 0)), constant_values=-1)
        near = _nearest_known(came[..., 0] >= 0)
        at = tuple(near[:, self.places[:, 0], self.places[:, 1]])
        carried = came[at] + REACH + self.places - np.stack(at, 1)
        carried = np.clip(carried, 0, np.array(self.usable.shape) - 1)
        good = inside & self.usable[tuple(carried.T)]
        self.field[good] = carried[good].astype(np.int32)
        self._vote(self.sureness)

    def _begin_greedily(self, choices: NDArray[np.int32]) -> None:
        todo = np.zeros(self.index.shape, np.bool_)
        todo[self.pixels[:, 0], self.pixels[:, 1]] = True
        sure = np.where(todo, np.float32(0), np.float32(1))
        came = np.moveaxis(np.indices(todo.shape, np.int32), 0, 2).copy()
        near = _per_pixel(_NEAR, max(self.size.hole.shape))
        fill_greedily(self._flat, todo, choices, self.size.guided, near, sure, came)
        found = came[self.places[:, 0], self.places[:, 1]]
        good = self.usable[tuple(found.T)]
        self.field[good] = found[good]

    def turn(self, number: int) -> None:
        """One search and one vote."""
        radius = max(self.usable.shape) if len(self.places) < _MANY else _NARROW
        given = self._flat, self.places, self.usable, self.index, self.field, self.cost
        how = _ROUNDS, radius, self.seed * 1000 + number, self.level
        together(lambda ends: search(*given, *ends, *how), self.stretches)
        usual = max(float(np.percentile(self.cost, 75)), 1.0)
        weight = np.maximum(np.exp(self.cost * np.float32(-0.5 / usual)), np.float32(1e-6))
        self._vote(weight * self.sureness)

    @property
    def _flat(self) -> NDArray[np.uint8]:
        """The picture as the inner loops want it; writing to `values` changes it."""
        flat: NDArray[np.uint8] = self.values.reshape(self.values.shape[0], -1)
        return flat

    def _vote(self, weight: NDArray[np.float32]) -> None:
        out = self._voted(self.pixels, weight)
        count = CHANNELS - 1 if self.size.guided else CHANNELS
        at = self.pixels[:, 0], self.pixels[:, 1], slice(0, count)
        self.values[at] = np.rint(out[:, :count]).astype(np.uint8)

    def _voted(self, pixels: NDArray[np.int32], weight: NDArray[np.float32]) -> NDArray[np.float32]:
        out = np.empty((len(pixels), CHANNELS), np.float32)
        given = self.index, self.field, weight
        together(
            lambda ends: vote(self._flat, pixels[slice(*ends)], *given, out[slice(*ends)]),
            stretches(len(pixels), _STRETCHES),
        )
        return out

    def result(self) -> Exemplars:
        cost = np.zeros(self.index.shape, np.float32)
        count = np.zeros_like(cost)
        at = self.places[:, 0], self.places[:, 1]
        unlike = self.cost - self.level * np.abs(self.field[:, 0] - self.places[:, 0])
        cost[at] = np.sqrt(unlike / (SIDE * SIDE * 3))
        count[at] = 1
        window = (SIDE + 2, SIDE + 2)
        mean = np.asarray(cv2.blur(cost, window) / np.maximum(cv2.blur(count, window), 1e-3))
        inner = slice(REACH, -REACH), slice(REACH, -REACH)
        there = np.where(self.size.hole, mean[inner], 0).astype(np.float32)
        self._sharpen()
        return Exemplars(self.values[inner], there, self._off())

    def _sharpen(self) -> None:
        """The finest detail as it is at each pixel's own source: a mean of many has little left."""
        at = self.pixels[:, 0], self.pixels[:, 1]
        source = self.field[self.index[at]]
        there = source[:, 0], source[:, 1]
        smooth: NDArray = cv2.GaussianBlur(self.values, (0, 0), _FINEST)
        colours = slice(0, 3)
        detail = self.values[there][:, colours].astype(np.float32) - smooth[there][:, colours]
        sharp = smooth[at][:, colours] + detail
        self.values[(*at, colours)] = np.rint(np.clip(sharp, 0, 255)).astype(np.uint8)

    def _off(self) -> NDArray[np.float32]:
        """Adding this keeps the patches' gradients and the border's colours.

        The same as solving for them (Pérez, Gangnet and Blake, "Poisson Image Editing", SIGGRAPH
        2003), as what is carried on is harmonic; at a smaller size where the picture is large.
        """
        hole = np.zeros(self.index.shape, np.uint8)
        hole[self.pixels[:, 0], self.pixels[:, 1]] = 1
        rim = (cv2.dilate(hole, np.ones((5, 5), np.uint8)) > 0) & (hole == 0)
        # Only of what may be copied: what else lies beside the hole is no picture to go by.
        rim &= _rimmed(self.size.free.view(np.uint8), cv2.BORDER_CONSTANT).view(np.bool_)
        places = np.argwhere(rim).astype(np.int32)
        made = self._voted(places, np.ones(len(self.places), np.float32))
        off = self.values[places[:, 0], places[:, 1], :3] - made[:, :3]
        height, width = self.size.hole.shape
        step = max(1, round((height * width / _CARRIED) ** 0.5))
        shape = -(-height // step), -(-width // step)
        at = np.ravel_multi_index(((places - REACH) // step).T, shape)
        count = np.bincount(at, minlength=shape[0] * shape[1])
        total = [np.bincount(at, off[:, c], len(count)) for c in range(3)]
        mean = np.stack(total, 1) / np.maximum(count, 1)[:, None]
        mean = mean.reshape(*shape, 3).astype(np.float32)
        return membrane(mean, (count > 0).reshape(shape))


def _nearest_known(known: NDArray[np.bool_]) -> NDArray[np.int64]:
    """The nearest place that is known to each: (2, H, W)."""
    return np.asarray(distance_transform_edt(~known, return_distances=False, return_indices=True))


def _per_pixel(steps: float, length: int) -> int:
    """What a patch's cost grows by for each pixel, so as to be `steps` worse after `length`."""
    return round(steps**2 * SIDE * SIDE * CHANNELS / length)


def _rimmed(picture: NDArray[np.uint8], kind: int = cv2.BORDER_REFLECT_101) -> NDArray[np.uint8]:
    """With a rim in which a patch's half fits: mirrored, or 0 where that is the `kind`."""
    return np.asarray(cv2.copyMakeBorder(picture, *(REACH,) * 4, kind, value=0), np.uint8)
