"""Handheld movement: smooth noise with a seed, the same on every render."""

from __future__ import annotations

import math

from woodcock.model import Sway
from woodcock.stage.chance import random_value

CHANNELS = ("x", "y", "z", "yaw", "pitch", "roll")
_SHARES = (1.0, 1.0, 0.5, 1.0, 0.7, 0.5)  # of the amounts: a hand moves less to and fro
_OCTAVES = ((1.0, 0.65), (2.17, 0.25), (4.3, 0.1))  # how often, and how much


def sway_at(sway: Sway | None, time: float) -> dict[str, float]:
    """By how much the lens is moved (metres) and turned (degrees) at `time`; nothing at 0."""
    if sway is None:
        return dict.fromkeys(CHANNELS, 0.0)
    out = {}
    for number, (name, share) in enumerate(zip(CHANNELS, _SHARES, strict=True)):
        amount = (sway.metres if number < 3 else sway.degrees) * share
        moved = noise(sway.seed, number, time * sway.rate) - noise(sway.seed, number, 0.0)
        out[name] = amount * moved
    return out


def noise(seed: int, channel: int, place: float) -> float:
    """Between about -1 and 1, smooth (once differentiable) in `place`, some turns a unit."""
    return sum(
        share * _lattice(seed * 31 + channel * 7 + octave, place * often)
        for octave, (often, share) in enumerate(_OCTAVES)
    )


def _lattice(seed: int, place: float) -> float:
    """Random values at whole places, joined by a cubic through them (Catmull and Rom 1974)."""
    start = math.floor(place)
    t = place - start
    a, b, c, d = (random_value(seed, start + k) for k in (-1, 0, 1, 2))
    return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))
