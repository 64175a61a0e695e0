"""Layers bent by pins: a plate drawn anew for the moment, at the size the frame asks for."""

from __future__ import annotations

import cv2
import numpy as np

from woodcock.render.blocks import BLOCK
from woodcock.render.mips import MipLevel, blocks_of
from woodcock.render.things import Step
from woodcock.stage import Pinned, PlacedLayer, bent, pinned

_GRID = 8  # pixels from one place that is worked out to the next
_SPOTS, _SPARE = 24, 8  # places across and down by which room is found; pixels of room to spare


def bent_step(source: Step, placed: PlacedLayer) -> Step:
    """A plate as its layer's pins have it at the layer's time, in its own step's pixels."""
    layer, level = placed.layer, source.level
    assert layer.bend is not None
    pins = pinned(layer.bend, placed.time)
    to_level = level.from_photo
    sx, sy = to_level[0, 0], to_level[1, 1]
    left, top, width, height = _room(pins, level)
    x = np.arange(0, width + _GRID, _GRID, dtype=np.float64) + left
    y = np.arange(0, height + _GRID, _GRID, dtype=np.float64) + top
    photo_x, photo_y = (x - to_level[0, 2]) / sx, (y - to_level[1, 2]) / sy
    there = bent(pins, photo_x[None, :] + 1j * photo_y[:, None])
    from_x = (there.real * sx + to_level[0, 2]).astype(np.float32)
    from_y = (there.imag * sy + to_level[1, 2]).astype(np.float32)
    across, down = (_between(each, (width, height)) for each in (from_x, from_y))
    drawn = cv2.remap(source.pixels, across, down, cv2.INTER_CUBIC, borderMode=cv2.BORDER_CONSTANT)
    pixels = np.ascontiguousarray(drawn).astype(np.uint16, copy=False)
    shift = np.array([[1.0, 0.0, -left], [0.0, 1.0, -top], [0.0, 0.0, 1.0]])
    made = MipLevel(0, width, height, 0, -(-width // BLOCK), shift @ to_level, level.scale)
    return Step(pixels, blocks_of(pixels), made)


def _room(pins: Pinned, level: MipLevel) -> tuple[int, int, int, int]:
    """Left, top, width and height, in a plate's pixels, of where pins take what is on it."""
    to_level = level.from_photo
    sx, sy = to_level[0, 0], to_level[1, 1]
    x, y = (np.linspace(0, n - 1, _SPOTS) for n in (level.width, level.height))
    spots = (x[None, :] - to_level[0, 2]) / sx + 1j * (y[:, None] - to_level[1, 2]) / sy
    there = bent(pins.backwards, spots)
    most = max(level.width, level.height)
    ends = []
    for went, size in ((there.real * sx + to_level[0, 2], level.width),
                       (there.imag * sy + to_level[1, 2], level.height)):  # fmt: skip
        low = max(min(int(np.floor(went.min())), 0), -most) - _SPARE
        high = min(max(int(np.ceil(went.max())), size), size + most) + _SPARE
        ends.append((low, high - low))
    return ends[0][0], ends[1][0], ends[0][1], ends[1][1]


def _between(grid: np.ndarray, size: tuple[int, int]) -> np.ndarray:
    """Values of a grid at every pixel, bilinear."""
    width, height = size
    across, down = (np.arange(n, dtype=np.float32) / _GRID for n in size)
    return np.asarray(
        cv2.remap(
            grid,
            np.broadcast_to(across, (height, width)).copy(),
            np.broadcast_to(down[:, None], (height, width)).copy(),
            cv2.INTER_LINEAR,
            borderMode=cv2.BORDER_REPLICATE,
        )
    )
