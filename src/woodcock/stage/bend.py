"""Bend pins at a time: where they were, where they are, how they turn."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Bend
from woodcock.stage.curves import value_at


class Pinned(NamedTuple):
    """The pins of a layer at a time: (N,) complex places, x + iy in the photo's pixels.

    `turns` (N,) are radians clockwise, NaN for a pin that turns as the others have it.
    """

    before: NDArray[np.complex128]
    after: NDArray[np.complex128]
    turns: NDArray[np.float64]
    reach: float

    @property
    def backwards(self) -> Pinned:
        """From where the pins are to where they were."""
        return Pinned(self.after, self.before, -self.turns, self.reach)


def pinned(bend: Bend, time: float) -> Pinned:
    """The pins at `time` seconds."""
    before = np.array([complex(*pin.place) for pin in bend.pins])
    moved = np.array([complex(value_at(p.x, time), value_at(p.y, time)) for p in bend.pins])
    turns = [np.radians(value_at(p.turn, time)) if p.turns else np.nan for p in bend.pins]
    return Pinned(before, before + moved, np.array(turns), bend.reach)


def is_bent(bend: Bend, time: float) -> bool:
    """Whether the pins change anything at `time` seconds."""
    return any(
        value_at(pin.x, time) != 0
        or value_at(pin.y, time) != 0
        or (pin.turns and value_at(pin.turn, time) != 0)
        for pin in bend.pins
    )


def bent(pins: Pinned, places: NDArray[np.complex128]) -> NDArray[np.complex128]:
    """Where places (x + iy, any shape) of the bent layer come from: the bend backwards.

    Moving least squares with rigid maps (Schaefer, McPhail and Warren, SIGGRAPH 2006) from where
    the pins are to where they were, so that they and what they move as one are met exactly. It
    fades out towards the reach, so that what is farther off stays.
    """
    here, there = _with_crosses(pins)
    if not len(here):
        return places
    flat = places.ravel()
    weights = 1 / np.maximum(np.abs(here[:, None] - flat) ** 2, 1e-9)
    weights /= weights.sum(0)
    middle, origin = (weights * here[:, None]).sum(0), (weights * there[:, None]).sum(0)
    turn = (weights * np.conj(here[:, None] - middle) * (there[:, None] - origin)).sum(0)
    long = np.abs(turn)
    turn = np.where(long > 1e-9, turn / np.maximum(long, 1e-300), 1.0)
    out = origin + turn * (flat - middle)
    if pins.reach > 0:
        out = flat + (out - flat) * _fading(pins, flat)
    return out.reshape(places.shape)


def reach_of(pins: Pinned) -> float:
    """From how far off nothing moves; more than was asked for where pins go so far that the
    layer would fold over itself."""
    return max(pins.reach, float(3.2 * np.abs(pins.after - pins.before).max(initial=0.0)))


def _fading(pins: Pinned, flat: NDArray[np.complex128]) -> NDArray[np.float64]:
    """1 within half the reach of a pin, 0 beyond all of it, smooth between."""
    ends = np.concatenate([pins.before, pins.after])
    away = np.abs(ends[:, None] - flat).min(0) / reach_of(pins)
    t = np.clip(2 - 2 * away, 0, 1)
    return np.asarray(t * t * (3 - 2 * t))


def _with_crosses(pins: Pinned) -> tuple[NDArray[np.complex128], NDArray[np.complex128]]:
    """Where the pins are and were; a pin that turns has four more points about it."""
    here, there = [pins.after], [pins.before]
    for before, after, turn in zip(pins.before, pins.after, pins.turns, strict=True):
        if np.isnan(turn):
            continue
        others = np.abs(pins.before - before)
        others = others[others > 1e-6]
        arm = others.min() / 4 if len(others) else max(pins.reach, 80.0) / 8
        cross = arm * np.array([1, 1j, -1, -1j])
        here.append(after + cross * np.exp(1j * turn))
        there.append(before + cross)
    return np.concatenate(here), np.concatenate(there)
