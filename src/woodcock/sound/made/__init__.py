"""Sounds made by code: the same for the same seed, as long and as strong as wanted."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Made, MadeKind
from woodcock.sound import RATE
from woodcock.sound.made.crickets import crickets
from woodcock.sound.made.fire import fire
from woodcock.sound.made.rain import rain
from woodcock.sound.made.room import room
from woodcock.sound.made.surf import surf
from woodcock.sound.made.thunder import thunder
from woodcock.sound.made.whoosh import whoosh
from woodcock.sound.made.wind import wind

Maker = Callable[[int, float, np.random.Generator], NDArray[np.float64]]

# Each makes (N, 2) of so many samples, by an intensity from 0 to 1.
MAKERS: dict[MadeKind, Maker] = {
    "rain": rain, "wind": wind, "thunder": thunder, "surf": surf, "fire": fire,
    "crickets": crickets, "room": room, "whoosh": whoosh,
}  # fmt: skip


def made(sound: Made) -> NDArray[np.float32]:
    """(N, 2) float32: a sound by its kind, its length, its intensity and its seed."""
    number = list(MAKERS).index(sound.kind)
    chance = np.random.Generator(np.random.PCG64([sound.seed & 0xFFFFFFFF, number]))
    samples = MAKERS[sound.kind](round(sound.seconds * RATE), sound.intensity, chance)
    most = float(np.abs(samples).max())
    return (samples / max(most / 0.9, 1.0)).astype(np.float32)
