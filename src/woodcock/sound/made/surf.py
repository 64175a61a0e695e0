"""Surf: waves that come up, break, and run back over the shore."""

from __future__ import annotations

import numpy as np

from woodcock.sound import RATE
from woodcock.sound.made.noise import Samples, band, shaped, slow


def surf(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    time = np.arange(count) / RATE
    body, hiss = np.zeros(count), np.zeros(count)
    at = -chance.uniform(0, 5)
    while at < time[-1] + 3:
        strength, rise = chance.uniform(0.55, 1.0), chance.uniform(1.6, 2.6)
        away = time - at
        swell = np.where(away < 0, np.exp(-((away / rise) ** 2)), np.exp(-away / 1.5))
        body += strength * swell
        back = np.maximum(away - 0.25, 0)
        hiss += strength * (back / (0.5 + back)) * np.exp(-back / 2.4) * (away > 0.25)
        at += chance.uniform(5.5, 9.0) / (0.75 + 0.5 * intensity)
    still = 0.12 + 0.05 * slow(count, chance, 0.3)
    out = shaped(count, chance, band(70, 500), 0.5) * (body + still)[:, None]
    out += 0.55 * shaped(count, chance, band(900, 6500), 0.8) * (hiss + 0.4 * still)[:, None]
    return (0.03 + 0.13 * intensity) * out
