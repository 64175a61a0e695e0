"""Thunder: a crack if it is near, and a long rolling."""

from __future__ import annotations

import numpy as np

from woodcock.sound import RATE
from woodcock.sound.made.noise import Samples, band, shaped, slow


def thunder(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    time = np.arange(count) / RATE
    long = max(time[-1], 0.2)
    rolling = np.zeros(count)
    for _ in range(7):
        begin, lasts = chance.uniform(0, 0.55) * long, chance.uniform(0.1, 0.3) * long
        gone = np.maximum(time - begin, 0)
        rises = gone / (0.1 + gone) * np.exp(-gone / lasts)
        rolling += chance.uniform(0.3, 1.0) * rises
    rolling *= np.exp(0.35 * slow(count, chance, 6.0))
    rolling *= np.clip((long - time) / (0.25 * long), 0, 1)
    out = shaped(count, chance, band(25, 130 + 120 * intensity), 0.35) * rolling[:, None]
    crack = np.zeros(count)
    for number in range(5):
        begin = 0.01 + 0.045 * number * chance.uniform(0.5, 1.5)
        gone = np.maximum(time - begin, 0)
        crack += chance.uniform(0.4, 1.0) * np.exp(-gone / 0.035) * (gone > 0)
    sharp = shaped(count, chance, band(250, 5000, 1.0), 0.5)
    out += 1.6 * intensity**2 * sharp * crack[:, None]
    return (0.025 + 0.11 * intensity) * out
