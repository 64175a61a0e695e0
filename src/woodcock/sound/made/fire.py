"""Fire: crackling, snaps, and a low flutter of flames."""

from __future__ import annotations

import numpy as np

from woodcock.sound.made.noise import Samples, band, bursts, click, shaped, slow


def fire(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    flutter = np.exp(0.5 * slow(count, chance, 5.0))
    flames = shaped(count, chance, band(50, 320), 0.4) * flutter[:, None]
    air = shaped(count, chance, band(400, 2500), 0.6) * flutter[:, None]
    small = [click(chance.uniform(1800, 7000), chance.uniform(0.002, 0.006)) for _ in range(8)]
    large = [
        click(chance.uniform(700, 2600), chance.uniform(0.006, 0.02), chance.uniform(0, 6))
        for _ in range(5)
    ]
    crackle = bursts(count, chance, 14 + 60 * intensity, small, -1.2, 1.0)
    snaps = bursts(count, chance, 0.6 + 3 * intensity, large, 0.2, 0.5)
    return (0.02 + 0.05 * intensity) * (flames + 0.2 * air) + 0.06 * crackle + 0.09 * snaps
