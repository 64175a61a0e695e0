"""Layers bent by pins: a grid of where what is seen comes from, in a plate's own pixels."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.render.mips import MipLevel
from woodcock.render.parallax_lookup import BEND, SPACING
from woodcock.stage import Pinned, bent

_SPOTS, _SPARE = 24, 8  # places across and down by which room is found; pixels of room to spare


class BendGrid(NamedTuple):
    """A BEND record that starts at 0, and its nodes: (N, 2) float32, what is added to a place.

    `room` is the left, top, right and bottom, in the plate's pixels, of where its pins take it.
    """

    record: NDArray[np.void]
    nodes: NDArray[np.float32]
    room: tuple[int, int, int, int]


NO_BEND = BendGrid(np.zeros((), BEND), np.zeros((0, 2), np.float32), (0, 0, 0, 0))


def bend_grid(pins: Pinned, level: MipLevel, to_level: NDArray[np.float64]) -> BendGrid:
    """The grid of a plate; `to_level` (3, 3, scaled and moved) leads from photo pixels to its."""
    room = left, top, right, bottom = _room(pins, level, to_level)
    x = np.arange(left, right + SPACING, SPACING, dtype=np.float64)
    y = np.arange(top, bottom + SPACING, SPACING, dtype=np.float64)
    sx, sy, ox, oy = to_level[0, 0], to_level[1, 1], to_level[0, 2], to_level[1, 2]
    places = ((x - ox) / sx)[None, :] + 1j * ((y - oy) / sy)[:, None]
    gone = bent(pins, places) - places
    nodes = np.stack([gone.real * sx, gone.imag * sy], -1).reshape(-1, 2).astype(np.float32)
    record = np.zeros((), BEND)
    record["columns"], record["rows"] = len(x), len(y)
    record["left"], record["top"] = left, top
    return BendGrid(record, nodes, room)


def _room(pins: Pinned, level: MipLevel, to_level: NDArray) -> tuple[int, int, int, int]:
    sx, sy, ox, oy = to_level[0, 0], to_level[1, 1], to_level[0, 2], to_level[1, 2]
    x, y = (np.linspace(0, n - 1, _SPOTS) for n in (level.width, level.height))
    there = bent(pins.backwards, ((x - ox) / sx)[None, :] + 1j * ((y - oy) / sy)[:, None])
    most = max(level.width, level.height)
    ends = []
    for went, size in ((there.real * sx + ox, level.width), (there.imag * sy + oy, level.height)):
        low = max(min(int(np.floor(went.min())), 0), -most) - _SPARE
        high = min(max(int(np.ceil(went.max())), size), size + most) + _SPARE
        ends.append((low, high))
    return ends[0][0], ends[1][0], ends[0][1], ends[1][1]
