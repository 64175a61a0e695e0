"""A frame's draw list: all that is drawn in it, near to far, as arrays for the kernel."""

from __future__ import annotations

import dataclasses
import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.resample import STEP
from woodcock.render.atlas import Atlas, AtlasSegment, HeightMap
from woodcock.render.bending import bent_step
from woodcock.render.blending import MODES
from woodcock.render.mips import MipLevel
from woodcock.render.parallax_lookup import FIELDS, row_of
from woodcock.render.things import Step, from_photo
from woodcock.stage import PlacedLayer

_SHARP = 1.25  # source pixels a frame pixel up to which one level is sampled alone


@dataclasses.dataclass(frozen=True)
class DrawList:
    """What `kernel.composite` wants to know of the plates, near to far."""

    things: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    plates: NDArray[np.int64]
    to_plate: NDArray[np.float64]
    share: NDArray[np.float32]
    parallaxes: NDArray[np.float64]
    ends: NDArray[np.float64]
    bounds: NDArray[np.int64]
    groups: NDArray[np.int64]


class Shown(NamedTuple):
    """A plate of a layer, or a piece of a thing, at a moment: what it is sampled from."""

    placed: PlacedLayer
    opacity: float
    mips: tuple[MipLevel, ...]
    height_map: HeightMap | None = None
    steps: tuple[Step, ...] = ()
    to_own: NDArray[np.float64] | None = None


class Part(NamedTuple):
    """A plate that is drawn: what of a mips, by which matrices, within which bounds.

    The matrices lead from frame pixel indices to those of the two levels, for the layer's plane.
    """

    shown: Shown
    levels: tuple[MipLevel, MipLevel]
    mix: float
    matrices: tuple[NDArray, NDArray]
    ends: tuple[NDArray, NDArray]
    bounds: tuple[int, int, int, int]


def draw_list_of(
    atlas: Atlas, placed_layers: Sequence[PlacedLayer], size: tuple[int, int]
) -> DrawList:
    """The draw list of a frame of `size` (width, height)."""
    parts = [part for placed in placed_layers for part in parts_of(atlas, placed, size)]
    count = len(parts)
    plates = np.zeros((2 * count, 6), np.int64)
    to_plate, ends = np.zeros((2, count, 2, 9))
    share, parallaxes = np.zeros((count, 2), np.float32), np.zeros((count, FIELDS))
    bounds = np.zeros((count, 4), np.int64)
    own: list[Step] = []
    start, blocks = 0, len(atlas.filled)
    for i, part in enumerate(parts):
        shown = part.shown
        for j, level in enumerate(part.levels):
            place = level.start, level.blocks
            if shown.steps:
                step = next(step for step in shown.steps if step.level is level)
                place = start, blocks
                own.append(step)
                start, blocks = start + step.pixels.size, blocks + len(step.filled)
            own_pixels = bool(shown.steps)
            plates[i + j * count] = (
                place[0], level.width, level.height, place[1], level.block_columns, own_pixels
            )  # fmt: skip
            to_plate[i, j] = part.matrices[j].ravel()
            ends[i, j] = part.ends[j].ravel()
        share[i] = shown.opacity, part.mix
        if shown.height_map is not None and shown.placed.has_parallax:
            parallaxes[i] = row_of(shown.placed, shown.height_map, part.levels[0].from_photo)
        bounds[i] = part.bounds
    things = np.concatenate([step.pixels.ravel() for step in own]) if own else _NOTHING
    filled = np.concatenate([atlas.filled, *(step.filled for step in own)]) if own else atlas.filled
    groups = _groups([part.shown.placed for part in parts])
    return DrawList(things, filled, plates, to_plate, share, parallaxes, ends, bounds, groups)


def parts_of(atlas: Atlas, placed: PlacedLayer, size: tuple[int, int]) -> list[Part]:
    """What of a layer is drawn in a frame of `size` (width, height), near to far."""
    every = (_part(shown, size) for shown in _shown(atlas, placed, size))
    return [part for part in every if part.bounds[0] < part.bounds[1]]


def _part(shown: Shown, size: tuple[int, int]) -> Part:
    placed = shown.placed
    large, small, mix, *matrices = chosen_levels(shown.mips, placed, size, shown.to_own)
    ends = matrices[0], matrices[0]
    if shown.height_map is not None and placed.has_parallax:
        back, front = (large.from_photo @ _back(placed.at(end)) for end in range(2))
        ends = back, front
    bounds = _bounds(ends if ends[0] is not ends[1] else ends[:1], large, size)
    return Part(shown, (large, small), mix, (matrices[0], matrices[1]), ends, bounds)


_NOTHING, _NO_BLOCKS = np.zeros(0, np.uint16), np.zeros(0, np.uint8)
_TO_CENTRES = np.array([[1.0, 0, 0.5], [0, 1.0, 0.5], [0, 0, 1.0]])


def _shown(atlas: Atlas, placed: PlacedLayer, size: tuple[int, int]) -> Iterator[Shown]:
    """The plates of a layer that can be seen, near to far."""
    if not drawable(placed):
        return
    thing = atlas.things.get(placed.layer.id)
    if thing is None:
        slid = any(placed.slid)
        for segment in atlas.segments.get(placed.layer.id, ()):
            if placed.bent:
                yield _bent(placed, _step_of(atlas, segment, placed, size), 1.0)
            elif slid:
                yield Shown(placed, placed.opacity, segment.mips, to_own=_unslid(placed))
            else:
                yield Shown(placed, placed.opacity, segment.mips, segment.height_map)
        return
    to_own = from_photo(placed.layer, thing.key.frame) @ _unslid(placed)
    for piece, opacity in thing.at(placed.layer, placed.time):
        mips = tuple(step.level for step in piece.steps)
        if placed.bent:
            level = chosen_levels(mips, placed, size, to_own)[0]
            step = next(step for step in piece.steps if step.level is level)
            own = dataclasses.replace(level, from_photo=level.from_photo @ to_own)
            yield _bent(placed, dataclasses.replace(step, level=own), opacity)
            continue
        yield Shown(placed, placed.opacity * opacity, mips, None, piece.steps, to_own)


def _unslid(placed: PlacedLayer) -> NDArray[np.float64]:
    """(3, 3): from the photo's pixels to those of a layer that has slid."""
    return np.array([[1.0, 0.0, -placed.slid[0]], [0.0, 1.0, -placed.slid[1]], [0.0, 0.0, 1.0]])


def _step_of(
    atlas: Atlas, segment: AtlasSegment, placed: PlacedLayer, size: tuple[int, int]
) -> Step:
    """The plate's size that suits the frame."""
    level = chosen_levels(segment.mips, placed, size)[0]
    count = level.width * level.height * 4
    pixels = atlas.pixels[level.start : level.start + count].reshape(level.height, level.width, 4)
    return Step(pixels, _NO_BLOCKS, level)


def _bent(placed: PlacedLayer, step: Step, opacity: float) -> Shown:
    made = bent_step(step, placed)
    return Shown(placed, placed.opacity * opacity, (made.level,), None, (made,), np.eye(3))


def _groups(placed_layers: Sequence[PlacedLayer]) -> NDArray[np.int64]:
    """Stretches of plates that are laid over what is behind them together."""
    out: list[list[int]] = []
    last = None
    for number, placed in enumerate(placed_layers):
        layer = placed.layer
        mode = MODES[layer.blend]
        same = last is not None and (layer.id == last.id or mode == MODES[last.blend] == 0)
        if same:
            out[-1][1] = number + 1
        else:
            out.append([number, number + 1, mode, layer.blend_linear])
        last = layer
    return np.array(out, np.int64).reshape(-1, 4)


def _bounds(
    ends: Sequence[NDArray], level: MipLevel, size: tuple[int, int]
) -> tuple[int, int, int, int]:
    """The columns and rows of the frame that a plate can reach: x0, x1, y0, y1; empty if none."""
    right, bottom, near = level.width + 1.5, level.height + 1.5, -2.5  # where borders have faded
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


def drawable(placed: PlacedLayer) -> bool:
    """Whether a layer can be seen at all: not faded out, and not edge on to the lens."""
    return placed.opacity > 0 and abs(np.linalg.det(placed.to_frame)) > 1e-18


def chosen_levels(
    mips: tuple[MipLevel, ...],
    placed: PlacedLayer,
    size: tuple[int, int],
    to_own: NDArray[np.float64] | None = None,
) -> tuple[MipLevel, MipLevel, float, NDArray, NDArray]:
    """What a layer is sampled from, of a mips, in a frame of `size` (width, height).

    Returns the level that suits its scale, the next smaller one, how much of that to mix in, and
    the 3x3 matrices from frame pixel indices to pixel indices in the two. `to_own` leads from the
    photo's pixels to those the mips is counted in, if these are others.
    """
    # Its third coordinate is 1 / depth: less than 0 behind the lens.
    back = np.linalg.inv(placed.to_frame)
    if to_own is not None:
        back = to_own @ back
    large, small, mix = _levels(mips, back, (size[0] / 2, size[1] / 2))
    back = back @ _TO_CENTRES
    return large, small, mix, large.from_photo @ back, small.from_photo @ back


def _back(to_frame: NDArray) -> NDArray[np.float64]:
    """From frame pixel indices to the photo's pixels."""
    return np.linalg.inv(to_frame) @ _TO_CENTRES


def _levels(
    mips: tuple[MipLevel, ...], back: NDArray, centre: tuple[float, float]
) -> tuple[MipLevel, MipLevel, float]:
    """The level that suits a homography, the next smaller one, and how much of that to mix in.

    The mix rises from 0 at 1.25 source pixels a frame pixel to 1 where the next level takes over,
    so that a slow move changes its sharpness smoothly instead of in steps.
    """
    photo_pixels = _local_scale(back, centre)
    for large, small in zip(mips, (*mips[1:], mips[-1]), strict=True):
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
