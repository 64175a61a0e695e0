"""Room tone: the quiet of a room, never quite silent."""

from __future__ import annotations

import numpy as np

from woodcock.sound.made.noise import Samples, band, shaped, slow


def room(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    low = shaped(count, chance, band(35, 180), 0.4)
    air = shaped(count, chance, band(200, 3200), 0.9)
    breath = 1 + 0.08 * slow(count, chance, 0.2)
    return (0.002 + 0.012 * intensity) * (low + 0.35 * air) * breath[:, None]
