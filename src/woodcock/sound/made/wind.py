"""Wind: broad noise that swells, with a faint whistle in the gusts."""

from __future__ import annotations

import numpy as np

from woodcock.sound.made.noise import Samples, band, shaped, slow


def wind(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    out = np.zeros((count, 2))
    gust = slow(count, chance, 0.16 + 0.2 * intensity)
    for low, high, pace, share in (
        (40, 160, 0.3, 0.9), (160, 420, 0.4, 0.7), (420, 1000, 0.6, 0.35 + 0.3 * intensity),
        (1000, 2600, 0.8, 0.08 + 0.16 * intensity),
    ):  # fmt: skip
        swell = np.exp(0.55 * (0.7 * gust + 0.3 * slow(count, chance, pace)))
        out += share * shaped(count, chance, band(low, high), 0.5) * swell[:, None]
    tone = 480 * 2 ** (0.25 * slow(count, chance, 0.3) + 0.2 * gust)
    whistle = np.sin(np.cumsum(2 * np.pi * tone / 48_000))
    whistle *= np.clip(gust - 0.4, 0, 3) * np.exp(0.4 * slow(count, chance, 3.0))
    out += 0.05 * intensity * whistle[:, None] * np.array([0.8, 1.0])
    return (0.025 + 0.085 * intensity) * out
