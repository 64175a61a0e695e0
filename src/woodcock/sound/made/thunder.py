"""Thunder: a crack if it is near, and a long rolling."""

from __future__ import annotations

import numpy as np

from woodcock.sound import RATE
from woodcock.sound.made.noise import Samples, band, shaped, slow

_BLOCK = RATE // 20


def thunder(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    time = np.arange(count) / RATE
    long = max(time[-1], 0.2)
    rolling = np.zeros(count)
    for number in range(7):  # the nearest stretch of the lightning is heard first, and most
        begin, lasts = chance.uniform(0, 0.55) * long, chance.uniform(0.1, 0.3) * long
        loud = chance.uniform(0.3, 1.0)
        begin, loud = (0.0, 2.6) if number == 0 else (begin, 0.7 * loud)
        gone = np.maximum(time - begin, 0)
        rise = 0.02 if number == 0 else 0.1
        rolling += loud * gone / (rise + gone) * np.exp(-gone / lasts)
    swells = slow(count, chance, 6.0)
    rolling *= np.exp(0.35 * (swells - swells[0] * np.exp(-time)))
    rolling *= np.clip((long - time) / (0.25 * long), 0, 1)
    rumble = shaped(count, chance, band(25, 130 + 120 * intensity), 0.35)
    # So low a noise may well begin with a pause: it begins where it is loudest.
    blocks = count // _BLOCK
    if blocks > 1:
        level = (rumble[: blocks * _BLOCK] ** 2).reshape(blocks, -1).sum(1)
        rumble = np.roll(rumble, -_BLOCK * int(np.argmax(level)), axis=0)
    out = rumble * rolling[:, None]
    crack = np.zeros(count)
    for number in range(5):
        begin = 0.01 + 0.045 * number * chance.uniform(0.5, 1.5)
        gone = np.maximum(time - begin, 0)
        crack += chance.uniform(0.4, 1.0) * np.exp(-gone / 0.035) * (gone > 0)
    sharp = shaped(count, chance, band(250, 5000, 1.0), 0.5)
    out += 1.6 * intensity**2 * sharp * crack[:, None]
    return (0.025 + 0.11 * intensity) * out
