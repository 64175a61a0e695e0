"""Rain: the hiss of many drops far off, and drops nearby."""

from __future__ import annotations

import numpy as np

from woodcock.sound.made.noise import Samples, band, bursts, click, shaped, slow


def rain(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    hiss = shaped(count, chance, band(600 - 350 * intensity, 7000), 0.8)
    hiss *= (1 + 0.12 * slow(count, chance, 0.4))[:, None]
    low = shaped(count, chance, band(60, 260), 0.5) * intensity**2
    drops = [
        click(chance.uniform(1400, 6500), chance.uniform(0.003, 0.012), chance.uniform(0, 6))
        for _ in range(10)
    ]
    near = bursts(count, chance, 25 + 220 * intensity, drops, -1.0, 0.8)
    by = 0.02 + 0.09 * intensity
    return by * (hiss + 0.4 * low) + (0.025 + 0.02 * intensity) * near
