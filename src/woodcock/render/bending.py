"""Layers bent by pins: a plate drawn anew for the moment, at the size the frame asks for."""

from __future__ import annotations

import cv2
import numpy as np

from woodcock.render.blocks import BLOCK
from woodcock.render.ladder import Rung, blocks_of
from woodcock.render.things import Step
from woodcock.stage import Pinned, Standing, bent, pinned

_GRID = 8  # pixels from one place that is worked out to the next
_SPOTS, _SPARE = 24, 8  # places across and down by which room is found; pixels of room to spare


def bent_step(source: Step, standing: Standing) -> Step:
    """A plate as its layer's pins have it at the standing's time, in its own step's pixels."""
    layer, rung = standing.layer, source.rung
    assert layer.bend is not None
    pins = pinned(layer.bend, standing.time)
    to_rung = rung.from_photo
    sx, sy = to_rung[0, 0], to_rung[1, 1]
    left, top, width, height = _room(pins, rung)
    x = np.arange(0, width + _GRID, _GRID, dtype=np.float64) + left
    y = np.arange(0, height + _GRID, _GRID, dtype=np.float64) + top
    photo_x, photo_y = (x - to_rung[0, 2]) / sx, (y - to_rung[1, 2]) / sy
    there = bent(pins, photo_x[None, :] + 1j * photo_y[:, None])
    from_x = (there.real * sx + to_rung[0, 2]).astype(np.float32)
    from_y = (there.imag * sy + to_rung[1, 2]).astype(np.float32)
    across, down = (_between(each, (width, height)) for each in (from_x, from_y))
    drawn = cv2.remap(source.pixels, across, down, cv2.INTER_CUBIC, borderMode=cv2.BORDER_CONSTANT)
    pixels = np.ascontiguousarray(drawn).astype(np.uint16, copy=False)
    shift = np.array([[1.0, 0.0, -left], [0.0, 1.0, -top], [0.0, 0.0, 1.0]])
    made = Rung(0, width, height, 0, -(-width // BLOCK), shift @ to_rung, rung.scale)
    return Step(pixels, blocks_of(pixels), made)


def _room(pins: Pinned, rung: Rung) -> tuple[int, int, int, int]:
    """Left, top, width and height, in a plate's pixels, of where pins take what is on it."""
    to_rung = rung.from_photo
    sx, sy = to_rung[0, 0], to_rung[1, 1]
    x, y = (np.linspace(0, n - 1, _SPOTS) for n in (rung.width, rung.height))
    spots = (x[None, :] - to_rung[0, 2]) / sx + 1j * (y[:, None] - to_rung[1, 2]) / sy
    there = bent(pins.backwards, spots)
    most = max(rung.width, rung.height)
    ends = []
    for went, size in ((there.real * sx + to_rung[0, 2], rung.width),
                       (there.imag * sy + to_rung[1, 2], rung.height)):  # fmt: skip
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
