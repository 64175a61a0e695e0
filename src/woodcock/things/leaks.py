"""Light leaks: warm light that comes in from the borders, and flows."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Texture

_SPOTS = 4
_HUES = np.array([[1.0, 0.42, 0.10], [1.0, 0.20, 0.08], [1.0, 0.62, 0.25], [0.95, 0.16, 0.28]])


def draw_leaks(
    texture: Texture, size: tuple[int, int], unit: float, picture: int
) -> NDArray[np.float32]:
    """(h, w, 4) straight sRGB, as opaque as it is bright (`things.textures`)."""
    width, height = size
    chance = np.random.default_rng([texture.seed, 5])
    time = texture.time_of(picture) * texture.speed * 6
    y, x = np.mgrid[0:height, 0:width].astype(np.float32)
    x, y = (x + 0.5) / height, (y + 0.5) / height
    wide = width / height
    light = np.zeros((height, width, 3), np.float32)
    side = chance.choice([0, 1])  # most of it comes in from the left, or from the right
    for number in range(_SPOTS):
        at = side if number < _SPOTS - 1 else 1 - side
        place = chance.uniform(-0.12, 0.1), chance.uniform(0.1, 0.9)
        reach, tall = chance.uniform(0.18, 0.42), chance.uniform(0.3, 0.9)
        phase = chance.uniform(0, 2 * np.pi, 3)
        pace = chance.uniform(0.6, 1.4, 3)
        swing = np.sin(phase + pace * time)
        left = place[0] + 0.16 + 0.10 * swing[0]
        across = (x if at == 0 else wide - x) - left
        down = y - place[1] - 0.15 * swing[1]
        reach, tall = reach * texture.size, tall * texture.size
        bright = (0.55 + 0.35 * swing[2]) * (1.0 if number < _SPOTS - 1 else 0.6)
        # Steeper towards the border it comes in from than into the picture.
        along = np.where(across < 0, across / (2.5 * reach), across / reach)
        spot = bright * np.exp(-(along**2) - (down / tall) ** 2)
        light += spot[..., None].astype(np.float32) * _HUES[number].astype(np.float32)
    light = 1 - np.exp(-texture.amount * light)
    out = np.empty((height, width, 4), np.float32)
    out[..., 3] = light.max(2)
    out[..., :3] = light / np.maximum(out[..., 3:], 1e-6)
    return out
