"""A frame's cast: all that is drawn in it, near to far, as arrays for the kernel."""

from __future__ import annotations

import dataclasses
import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.resample import STEP
from woodcock.render.bending import bent_step
from woodcock.render.blending import MODES
from woodcock.render.bulging import FIELDS, row_of
from woodcock.render.ladder import Rung
from woodcock.render.sheet import Ground, Sheet, SheetLeaf
from woodcock.render.things import Step, from_photo
from woodcock.stage import Standing

_SHARP = 1.25  # source pixels a frame pixel up to which one rung is sampled alone


@dataclasses.dataclass(frozen=True)
class Cast:
    """What `kernel.composite` wants to know of the plates, near to far."""

    things: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    plates: NDArray[np.int64]
    to_plate: NDArray[np.float64]
    share: NDArray[np.float32]
    bulges: NDArray[np.float64]
    ends: NDArray[np.float64]
    bounds: NDArray[np.int64]
    segments: NDArray[np.int64]


class Shown(NamedTuple):
    """A plate of a layer, or a piece of a thing, at a moment: what it is sampled from."""

    standing: Standing
    opacity: float
    ladder: tuple[Rung, ...]
    ground: Ground | None = None
    steps: tuple[Step, ...] = ()
    to_own: NDArray[np.float64] | None = None


class Part(NamedTuple):
    """A plate that is drawn: what of a ladder, by which matrices, within which bounds.

    The matrices lead from frame pixel indices to those of the two rungs, for the layer's plane.
    """

    shown: Shown
    rungs: tuple[Rung, Rung]
    mix: float
    matrices: tuple[NDArray, NDArray]
    ends: tuple[NDArray, NDArray]
    bounds: tuple[int, int, int, int]


def cast_of(sheet: Sheet, standings: Sequence[Standing], size: tuple[int, int]) -> Cast:
    """The cast of a frame of `size` (width, height)."""
    parts = [part for standing in standings for part in parts_of(sheet, standing, size)]
    count = len(parts)
    plates = np.zeros((2 * count, 6), np.int64)
    to_plate, ends = np.zeros((2, count, 2, 9))
    share, bulges = np.zeros((count, 2), np.float32), np.zeros((count, FIELDS))
    bounds = np.zeros((count, 4), np.int64)
    own: list[Step] = []
    start, blocks = 0, len(sheet.filled)
    for i, part in enumerate(parts):
        shown = part.shown
        for j, rung in enumerate(part.rungs):
            place = rung.start, rung.blocks
            if shown.steps:
                step = next(step for step in shown.steps if step.rung is rung)
                place = start, blocks
                own.append(step)
                start, blocks = start + step.pixels.size, blocks + len(step.filled)
            plates[i + j * count] = (
                place[0], rung.width, rung.height, place[1], rung.block_columns, bool(shown.steps)
            )  # fmt: skip
            to_plate[i, j] = part.matrices[j].ravel()
            ends[i, j] = part.ends[j].ravel()
        share[i] = shown.opacity, part.mix
        if shown.ground is not None and shown.standing.bulges:
            bulges[i] = row_of(shown.standing, shown.ground, part.rungs[0].from_photo)
        bounds[i] = part.bounds
    things = np.concatenate([step.pixels.ravel() for step in own]) if own else _NOTHING
    filled = np.concatenate([sheet.filled, *(step.filled for step in own)]) if own else sheet.filled
    segments = _segments([part.shown.standing for part in parts])
    return Cast(things, filled, plates, to_plate, share, bulges, ends, bounds, segments)


def parts_of(sheet: Sheet, standing: Standing, size: tuple[int, int]) -> list[Part]:
    """What of a layer is drawn in a frame of `size` (width, height), near to far."""
    every = (_part(shown, size) for shown in _shown(sheet, standing, size))
    return [part for part in every if part.bounds[0] < part.bounds[1]]


def _part(shown: Shown, size: tuple[int, int]) -> Part:
    standing = shown.standing
    large, small, mix, *matrices = chosen_rungs(shown.ladder, standing, size, shown.to_own)
    ends = matrices[0], matrices[0]
    if shown.ground is not None and standing.bulges:
        back, front = (large.from_photo @ _back(standing.at(end)) for end in range(2))
        ends = back, front
    bounds = _bounds(ends if ends[0] is not ends[1] else ends[:1], large, size)
    return Part(shown, (large, small), mix, (matrices[0], matrices[1]), ends, bounds)


_NOTHING, _NO_BLOCKS = np.zeros(0, np.uint16), np.zeros(0, np.uint8)
_TO_CENTRES = np.array([[1.0, 0, 0.5], [0, 1.0, 0.5], [0, 0, 1.0]])


def _shown(sheet: Sheet, standing: Standing, size: tuple[int, int]) -> Iterator[Shown]:
    """The plates of a layer that can be seen, near to far."""
    if not drawable(standing):
        return
    thing = sheet.things.get(standing.layer.id)
    if thing is None:
        slid = any(standing.slid)
        for leaf in sheet.leaves.get(standing.layer.id, ()):
            if standing.bent:
                yield _bent(standing, _step_of(sheet, leaf, standing, size), 1.0)
            elif slid:
                yield Shown(standing, standing.opacity, leaf.ladder, to_own=_unslid(standing))
            else:
                yield Shown(standing, standing.opacity, leaf.ladder, leaf.ground)
        return
    to_own = from_photo(standing.layer, thing.key.frame) @ _unslid(standing)
    for piece, opacity in thing.at(standing.layer, standing.time):
        ladder = tuple(step.rung for step in piece.steps)
        if standing.bent:
            rung = chosen_rungs(ladder, standing, size, to_own)[0]
            step = next(step for step in piece.steps if step.rung is rung)
            placed = dataclasses.replace(rung, from_photo=rung.from_photo @ to_own)
            yield _bent(standing, dataclasses.replace(step, rung=placed), opacity)
            continue
        yield Shown(standing, standing.opacity * opacity, ladder, None, piece.steps, to_own)


def _unslid(standing: Standing) -> NDArray[np.float64]:
    """(3, 3): from the photo's pixels to those of a layer that has slid."""
    return np.array([[1.0, 0.0, -standing.slid[0]], [0.0, 1.0, -standing.slid[1]], [0.0, 0.0, 1.0]])


def _step_of(sheet: Sheet, leaf: SheetLeaf, standing: Standing, size: tuple[int, int]) -> Step:
    """The plate's size that suits the frame."""
    rung = chosen_rungs(leaf.ladder, standing, size)[0]
    count = rung.width * rung.height * 4
    pixels = sheet.pixels[rung.start : rung.start + count].reshape(rung.height, rung.width, 4)
    return Step(pixels, _NO_BLOCKS, rung)


def _bent(standing: Standing, step: Step, opacity: float) -> Shown:
    made = bent_step(step, standing)
    return Shown(standing, standing.opacity * opacity, (made.rung,), None, (made,), np.eye(3))


def _segments(standings: Sequence[Standing]) -> NDArray[np.int64]:
    """Stretches of plates that are laid over what is behind them together."""
    out: list[list[int]] = []
    last = None
    for number, standing in enumerate(standings):
        layer = standing.layer
        mode = MODES[layer.blend]
        same = last is not None and (layer.id == last.id or mode == MODES[last.blend] == 0)
        if same:
            out[-1][1] = number + 1
        else:
            out.append([number, number + 1, mode, layer.blend_linear])
        last = layer
    return np.array(out, np.int64).reshape(-1, 4)


def _bounds(
    ends: Sequence[NDArray], rung: Rung, size: tuple[int, int]
) -> tuple[int, int, int, int]:
    """The columns and rows of the frame that a plate can reach: x0, x1, y0, y1; empty if none."""
    right, bottom, near = rung.width + 1.5, rung.height + 1.5, -2.5  # where borders have faded
    corners = np.array([[near, near, right, right], [near, bottom, near, bottom], [1.0] * 4])
    spots = []
    for matrix in ends:
        there = np.linalg.inv(matrix) @ corners
        if there[2].min() < 1e-9:
            return 0, size[0], 0, size[1]
        spots.append(there[:2] / there[2])
    x, y = np.concatenate(spots, axis=1)
    x0, x1 = max(math.floor(x.min()), 0), min(math.ceil(x.max()) + 1, size[0])
    y0, y1 = max(math.floor(y.min()), 0), min(math.ceil(y.max()) + 1, size[1])
    return (x0, x1, y0, y1) if y0 < y1 else (0, 0, 0, 0)


def drawable(standing: Standing) -> bool:
    """Whether a layer can be seen at all: not faded out, and not edge on to the lens."""
    return standing.opacity > 0 and abs(np.linalg.det(standing.to_frame)) > 1e-18


def chosen_rungs(
    ladder: tuple[Rung, ...],
    standing: Standing,
    size: tuple[int, int],
    to_own: NDArray[np.float64] | None = None,
) -> tuple[Rung, Rung, float, NDArray, NDArray]:
    """What a layer is sampled from, of a ladder, in a frame of `size` (width, height).

    Returns the rung that suits its scale, the next smaller one, how much of that to mix in, and
    the 3x3 matrices from frame pixel indices to pixel indices in the two. `to_own` leads from the
    photo's pixels to those the ladder is counted in, if these are others.
    """
    # Its third coordinate is 1 / depth: less than 0 behind the lens.
    back = np.linalg.inv(standing.to_frame)
    if to_own is not None:
        back = to_own @ back
    large, small, mix = _rungs(ladder, back, (size[0] / 2, size[1] / 2))
    back = back @ _TO_CENTRES
    return large, small, mix, large.from_photo @ back, small.from_photo @ back


def _back(to_frame: NDArray) -> NDArray[np.float64]:
    """From frame pixel indices to the photo's pixels."""
    return np.linalg.inv(to_frame) @ _TO_CENTRES


def _rungs(
    ladder: tuple[Rung, ...], back: NDArray, centre: tuple[float, float]
) -> tuple[Rung, Rung, float]:
    """The rung that suits a homography, the next smaller one, and how much of that to mix in.

    The mix rises from 0 at 1.25 source pixels a frame pixel to 1 where the next rung takes over,
    so that a slow move changes its sharpness smoothly instead of in steps.
    """
    photo_pixels = _local_scale(back, centre)
    for large, small in zip(ladder, (*ladder[1:], ladder[-1]), strict=True):
        ratio = photo_pixels * large.scale
        if ratio < STEP * (1 - 1e-9) or large is small:
            break
    mix = min(max((ratio - _SHARP) / (STEP - _SHARP), 0.0), 1.0) if large is not small else 0.0
    return large, small, mix


def _local_scale(back: NDArray, centre: tuple[float, float]) -> float:
    """Photo pixels a frame pixel at the frame's middle (square root of the Jacobian's area)."""
    x, y = centre
    u, v, w = back @ (x, y, 1.0)
    if abs(w) < 1e-12:
        return 1.0
    du = (back[:2, 0] * w - back[2, 0] * np.array([u, v])) / w**2
    dv = (back[:2, 1] * w - back[2, 1] * np.array([u, v])) / w**2
    return float(np.sqrt(abs(du[0] * dv[1] - du[1] * dv[0])))
