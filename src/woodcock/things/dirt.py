"""Dirt on the front of a lens: discs far out of focus, and smears."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Texture

_DISCS, _SMEARS = 46, 7


def draw_dirt(
    texture: Texture, size: tuple[int, int], unit: float, picture: int
) -> NDArray[np.float32]:
    """(h, w): how much dirt there is (`things.textures`)."""
    chance = np.random.default_rng([texture.seed, picture & 0xFFFFFFFF, 6])
    by = unit * texture.size
    cover = np.zeros(size[::-1], np.float32)
    for _ in range(chance.poisson(_SMEARS * texture.amount)):
        cover += _smear(chance, size, by)
    for _ in range(chance.poisson(_DISCS * texture.amount)):
        _disc(cover, chance, chance.uniform(0, size, 2), by * 26 * chance.lognormal(0, 0.55))
    cover = np.asarray(cv2.GaussianBlur(cover, (0, 0), max(1.6 * by, 0.6)), np.float32)
    return 1 - np.exp(-cover)


def _disc(
    cover: NDArray[np.float32], chance: np.random.Generator, middle: NDArray, radius: float
) -> None:
    """A disc with a rim that is a little brighter, and not quite round."""
    reach = int(radius * 1.3) + 2
    x0, y0 = (max(int(at) - reach, 0) for at in middle)
    part = cover[y0 : int(middle[1]) + reach, x0 : int(middle[0]) + reach]
    if not part.size:
        return
    y, x = np.mgrid[y0 : y0 + part.shape[0], x0 : x0 + part.shape[1]]
    angle = np.arctan2(y - middle[1], x - middle[0])
    lobes, turn = chance.integers(2, 5), chance.uniform(0, 6.28)
    away = np.hypot(x - middle[0], y - middle[1]) / radius
    away *= 1 + 0.07 * np.sin(lobes * angle + turn)
    inside = np.clip((1 - away) * radius + 0.5, 0, 1)
    rim = np.exp(-(((away - 0.93) / 0.06) ** 2))
    share = chance.uniform(0.03, 0.14)
    part += (share * (inside + 0.7 * rim * inside)).astype(np.float32)


def _smear(chance: np.random.Generator, size: tuple[int, int], unit: float) -> NDArray[np.float32]:
    """A wiped streak with fine lines along it."""
    width, height = size
    y, x = np.mgrid[0:height, 0:width].astype(np.float32)
    middle, turn = chance.uniform(0, size, 2), chance.uniform(0, np.pi)
    across = (x - middle[0]) * np.sin(turn) - (y - middle[1]) * np.cos(turn)
    along = (x - middle[0]) * np.cos(turn) + (y - middle[1]) * np.sin(turn)
    across += 0.0006 / unit * chance.normal() * along**2
    wide, long = chance.uniform(30, 80) * unit, chance.uniform(120, 380) * unit
    lines = 0.6 + 0.4 * np.sin(across / (2.3 * unit) + chance.uniform(0, 6))
    shape = np.exp(-((across / wide) ** 2) - (along / long) ** 2) * lines
    return np.asarray(chance.uniform(0.04, 0.11) * shape, np.float32)
