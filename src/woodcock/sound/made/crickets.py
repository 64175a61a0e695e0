"""Crickets on a warm night: each chirps in its own time, at its own side."""

from __future__ import annotations

import numpy as np

from woodcock.sound import RATE
from woodcock.sound.made.noise import Samples, band, shaped


def crickets(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    out = 0.004 * shaped(count, chance, band(300, 5000), 0.7)
    time = np.arange(count) / RATE
    for number in range(2 + round(9 * intensity)):
        near = 1.0 if number < 2 else chance.uniform(0.1, 0.5)
        tone, every = chance.uniform(3900, 5200), chance.uniform(0.42, 0.75)
        pulses, apart = int(chance.integers(3, 5)), chance.uniform(0.028, 0.036)
        phase = (time + chance.uniform(0, every)) % every
        within = phase % apart
        pulse = np.sin(np.pi * np.clip(within / (0.62 * apart), 0, 1)) ** 2
        sings = pulse * (phase < pulses * apart)
        # It rests now and then.
        rests = np.interp(time, np.arange(0, time[-1] + 4, 2.0),
                          chance.random(len(np.arange(0, time[-1] + 4, 2.0))) > 0.2)  # fmt: skip
        voice = near * sings * rests * np.sin(2 * np.pi * tone * time)
        side = chance.uniform(0.1, 0.9)
        out += 0.1 * voice[:, None] * np.sqrt([1 - side, side])
    return out
