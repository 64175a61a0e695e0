"""Bend pins: points that bend a layer smoothly when moved."""

from __future__ import annotations

from typing import ClassVar

from woodcock.model.track import Track
from woodcock.model.value import Limits, Value


class Pin(Value, frozen=True):
    """A pin at `place` in the photo's pixels, moved by `x` and `y` of them and turned by degrees.

    One that is never moved holds what is under it. `turns`: whether it takes its surroundings
    along as it turns; otherwise they turn as the other pins have it.
    """

    place: tuple[float, float]
    x: Track = Track()
    y: Track = Track()
    turn: Track = Track()
    turns: bool = False

    LIMITS: ClassVar[Limits] = {"place": (-1e5, 1e5)}


class Bend(Value, frozen=True):
    """The pins of a layer. Farther than `reach` photo pixels from all of them nothing moves.

    A reach of 0 is the whole layer.
    """

    pins: tuple[Pin, ...] = ()
    reach: float = 0.0

    LIMITS: ClassVar[Limits] = {"reach": (0, 1e6)}
