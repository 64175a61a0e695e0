"""A frame's draw list: all plates that are drawn in it, near to far, as arrays for the kernel."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer
from woodcock.pixels.resample import STEP
from woodcock.render.atlas import Atlas
from woodcock.render.bending import BendGrid, bend_grid
from woodcock.render.blending import MODES
from woodcock.render.mips import HeightMap, MipLevel
from woodcock.render.parallax_lookup import BEND, RELIEF, relief_of
from woodcock.render.things import Step
from woodcock.stage import PlacedLayer
from woodcock.stage.mapping import area_scale

_SHARP = 1.25  # source pixels a frame pixel up to which one level is sampled alone

LEVEL = np.dtype(
    [
        ("start", np.int64),  # of its pixels in the atlas, or in `things`
        ("width", np.int64),
        ("height", np.int64),
        ("blocks", np.int64),  # where its blocks begin in `filled`
        ("block_columns", np.int64),
    ],
    align=True,
)
PLATE = np.dtype(
    [
        ("thing", np.bool_),  # its pixels are in `things`, not in the atlas
        ("opacity", np.float32),
        ("relief", np.bool_),  # seen with parallax
        ("mix", np.float32),  # how much of the smaller level is mixed in
        ("x0", np.int64),  # the frame's columns and rows it can reach
        ("x1", np.int64),
        ("y0", np.int64),
        ("y1", np.int64),
    ],
    align=True,
)
GROUP = np.dtype(
    [
        ("first", np.int64),  # plate, and the one after the last
        ("after", np.int64),
        ("mode", np.int64),  # how they together are laid over what is behind (`blending.MODES`)
        ("linear", np.bool_),  # in linear light
    ],
    align=True,
)


class DrawList(NamedTuple):
    """What the kernel wants to know of L plates, near to far.

    `levels` (2, L) LEVEL are the two mip levels each is sampled from, `matrices` (2, L, 9) float64
    lead from frame pixel indices to pixel indices in these, row by row; `ends` (2, L, 9) to the
    larger one for a relief's back and front. `plates` (L,) PLATE, `reliefs` (L,) RELIEF and `bends`
    (L,) BEND are about the larger one. `depths` (L, 4, 3) or (0, 4, 3) are `stage.depth_rows` in
    its pixels. `groups` (G,) GROUP are stretches of plates laid over what is behind them together.
    `things` (N,) uint16 are pixels that are not in the atlas, `filled` (M,) uint8 all blocks, the
    atlas's first, and `nodes` (K, 2) float32 those of all bends.
    """

    plates: NDArray[np.void]
    levels: NDArray[np.void]
    matrices: NDArray[np.float64]
    ends: NDArray[np.float64]
    reliefs: NDArray[np.void]
    bends: NDArray[np.void]
    depths: NDArray[np.float64]
    groups: NDArray[np.void]
    things: NDArray[np.uint16]
    filled: NDArray[np.uint8]
    nodes: NDArray[np.float32]


class Part(NamedTuple):
    """A part of a frame that is drawn by itself: where the `centre` of the whole frame lies in it.

    Of a layer with relief, all its segments or one, by number from near to far.
    """

    centre: tuple[float, float]
    segment: int | None = None


class Source(NamedTuple):
    """A plate of a layer, or a piece of a thing, at a moment: what it is sampled from.

    `to_own` (3, 3) leads from the layer's plane to the pixels its mips are counted in.
    """

    placed: PlacedLayer
    opacity: float
    mips: tuple[MipLevel, ...]
    to_own: NDArray[np.float64]
    height_map: HeightMap | None = None
    steps: tuple[Step, ...] = ()


class Drawn(NamedTuple):
    """A plate that is drawn: which mip levels, by which matrices, within which bounds.

    The matrices lead from frame pixel indices to those of the two levels, for the layer's plane;
    `ends` to the larger one for a relief's back and front. `spare` is how many times coarser a
    frame can be drawn before the smallest level there is is too large.
    """

    source: Source
    levels: tuple[MipLevel, MipLevel]
    mix: float
    matrices: tuple[NDArray, NDArray]
    ends: tuple[NDArray, NDArray]
    bounds: tuple[int, int, int, int]
    relief: NDArray[np.void]
    bend: BendGrid | None
    spare: float

    @property
    def to_level(self) -> NDArray[np.float64]:
        """(3, 3): from the layer's plane to the larger level's pixel indices."""
        return np.asarray(self.levels[0].from_photo @ self.source.to_own)


_NO_PIXELS, _NO_NODES = np.zeros(0, np.uint16), np.zeros((0, 2), np.float32)
_NO_RELIEF, _NO_BEND = np.zeros((), RELIEF), np.zeros((), BEND)
_TO_CENTRES = np.array([[1.0, 0, 0.5], [0, 1.0, 0.5], [0, 0, 1.0]])


def draw_list_of(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    size: tuple[int, int],
    depths: Sequence[NDArray[np.float64]] | None = None,
    part: Part | None = None,
) -> DrawList:
    """The draw list of a frame of `size` (width, height), or of the `part` of one.

    `depths` are the layers' `stage.depth_rows`, if the depth of what is seen is wanted.
    """
    drawn = [
        (n, d)
        for n, x in enumerate(placed_layers)
        for d in drawn_of(atlas, x, size, depths is not None, part)
    ]
    count = len(drawn)
    out = DrawList(
        np.zeros(count, PLATE), np.zeros((2, count), LEVEL), np.zeros((2, count, 9)),
        np.zeros((2, count, 9)),
        np.zeros(count, RELIEF), np.zeros(count, BEND),
        np.zeros((count if depths is not None else 0, 4, 3)),
        _groups([placed_layers[number].layer for number, _ in drawn]),
        _NO_PIXELS, atlas.filled, _NO_NODES,
    )  # fmt: skip
    steps: list[Step] = []
    nodes: list[NDArray] = []
    start, blocks, node = 0, len(atlas.filled), 0
    for i, (number, each) in enumerate(drawn):
        for j, level in enumerate(each.levels):
            place = level.start, level.blocks
            if each.source.steps:
                step = next(step for step in each.source.steps if step.level is level)
                place = start, blocks
                steps.append(step)
                start, blocks = start + step.pixels.size, blocks + len(step.filled)
            out.levels[j, i] = place[0], level.width, level.height, place[1], level.block_columns
            out.matrices[j, i] = each.matrices[j].ravel()
            out.ends[j, i] = each.ends[j].ravel()
        out.plates[i] = (
            bool(each.source.steps), each.source.opacity, each.source.placed.mapping.has_parallax,
            each.mix, *each.bounds,
        )  # fmt: skip
        out.reliefs[i] = each.relief
        if each.bend is not None:
            out.bends[i] = each.bend.record
            out.bends[i]["start"] = node
            nodes.append(each.bend.nodes)
            node += len(each.bend.nodes)
        if depths is not None:
            out.depths[i] = depths[number].reshape(4, 3) @ np.linalg.inv(each.to_level)
    if steps:
        things = np.concatenate([step.pixels.ravel() for step in steps])
        filled = np.concatenate([atlas.filled, *(step.filled for step in steps)])
        out = out._replace(things=things, filled=filled)
    return out._replace(nodes=np.concatenate(nodes)) if nodes else out


def drawn_of(
    atlas: Atlas,
    placed: PlacedLayer,
    size: tuple[int, int],
    depth: bool = False,
    part: Part | None = None,
) -> list[Drawn]:
    """What of a layer is drawn in a frame of `size` (width, height), near to far.

    With `depth`, reliefs that show no parallax are known too.
    """
    part = part or Part((size[0] / 2, size[1] / 2))
    sources = list(_sources(atlas, placed))
    if part.segment is not None:
        sources = sources[part.segment : part.segment + 1]
    every = (_drawn(source, size, depth, part.centre) for source in sources)
    return [each for each in every if each.bounds[0] < each.bounds[1]]


def _drawn(
    source: Source, size: tuple[int, int], depth: bool, centre: tuple[float, float]
) -> Drawn:
    mapping = source.placed.mapping
    chosen = chosen_levels(source.mips, source.placed, centre, source.to_own)
    large, small, mix, *matrices = chosen
    ends, relief = (matrices[0], matrices[0]), _NO_RELIEF
    to_level = large.from_photo @ source.to_own
    if source.height_map is not None and mapping.has_parallax:
        back, front = (to_level @ _inverse(end) @ _TO_CENTRES for end in mapping.ends)
        ends = back, front
    if source.height_map is not None and (mapping.has_parallax or depth):
        relief = relief_of(mapping, source.height_map, to_level)
    bend = None if mapping.pins is None else bend_grid(mapping.pins, large, to_level)
    room = (0, 0, large.width, large.height) if bend is None else bend.room
    bounds = _bounds(ends if ends[0] is not ends[1] else ends[:1], room, size)
    # Pixels of the smallest level a frame pixel.
    pixels = _local_scale(matrices[0], centre) * source.mips[-1].scale / large.scale
    spare = _SHARP / max(pixels, 1e-9)
    return Drawn(
        source, (large, small), mix, (matrices[0], matrices[1]), ends, bounds, relief, bend, spare
    )


def _sources(atlas: Atlas, placed: PlacedLayer) -> Iterator[Source]:
    """The plates of a layer that can be seen, near to far."""
    if not drawable(placed):
        return
    thing, to_own = atlas.things.get(placed.id), placed.mapping.own_from_plane
    if thing is None:
        for segment in atlas.segments.get(placed.id, ()):
            surface = None if placed.layer.drift else segment.height_map
            yield Source(placed, placed.opacity, segment.mips, to_own, surface)
        return
    to_own = thing.from_photo(placed.layer, placed.time) @ to_own
    for piece, opacity in thing.at(placed.layer, placed.time):
        mips = tuple(step.level for step in piece.steps)
        yield Source(placed, placed.opacity * opacity, mips, to_own, None, piece.steps)


def _groups(layers: Sequence[Layer]) -> NDArray[np.void]:
    """Stretches of plates, each of a layer, that are laid over what is behind them together."""
    out: list[list[int]] = []
    last = None
    for number, layer in enumerate(layers):
        mode = MODES[layer.blend]
        same = last is not None and (layer.id == last.id or mode == MODES[last.blend] == 0)
        if same:
            out[-1][1] = number + 1
        else:
            out.append([number, number + 1, mode, layer.blend_linear])
        last = layer
    return np.array([tuple(group) for group in out], GROUP)


def _bounds(
    ends: Sequence[NDArray], room: tuple[int, int, int, int], size: tuple[int, int]
) -> tuple[int, int, int, int]:
    """The columns and rows of the frame that a plate can reach: x0, x1, y0, y1; empty if none.

    `room` is the left, top, right and bottom of what is on it, in its pixels.
    """
    near_x, near_y = room[0] - 2.5, room[1] - 2.5  # where borders have faded
    right, bottom = room[2] + 1.5, room[3] + 1.5
    corners = np.array(
        [[near_x, near_x, right, right], [near_y, bottom, near_y, bottom], [1.0] * 4]
    )
    spots = []
    for matrix in ends:
        there = _inverse(matrix) @ corners
        if there[2].min() < 1e-9:
            return 0, size[0], 0, size[1]
        spots.append(there[:2] / there[2])
    x, y = np.concatenate(spots, axis=1)
    x0, x1 = max(math.floor(x.min()), 0), min(math.ceil(x.max()) + 1, size[0])
    y0, y1 = max(math.floor(y.min()), 0), min(math.ceil(y.max()) + 1, size[1])
    return (x0, x1, y0, y1) if y0 < y1 else (0, 0, 0, 0)


def _inverse(matrix: NDArray) -> NDArray[np.float64]:
    return np.asarray(np.linalg.inv(matrix), np.float64)


def drawable(placed: PlacedLayer) -> bool:
    """Whether a layer can be seen at all: not faded out, and not edge on to the lens."""
    return placed.opacity > 0 and not placed.mapping.edge_on


def chosen_levels(
    mips: tuple[MipLevel, ...],
    placed: PlacedLayer,
    centre: tuple[float, float],
    to_own: NDArray[np.float64] | None = None,
) -> tuple[MipLevel, MipLevel, float, NDArray, NDArray]:
    """What a layer is sampled from, of its mips, as suits it at the `centre` of the frame.

    Returns the level that suits its scale, the next smaller one, how much of that to mix in, and
    the 3x3 matrices from frame pixel indices to pixel indices in the two. `to_own` leads from the
    photo's pixels to those the mips are counted in, if these are others.
    """
    # Its third coordinate is 1 / depth: less than 0 behind the lens.
    back = np.linalg.inv(placed.mapping.homography)
    if to_own is not None:
        back = to_own @ back
    large, small, mix = _levels(mips, back, centre)
    back = back @ _TO_CENTRES
    return large, small, mix, large.from_photo @ back, small.from_photo @ back


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
    return area_scale(back, np.array([u, v]), float(w))
