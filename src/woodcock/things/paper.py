"""Paper: cloudy, grainy, with fibres in it."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Texture

_OCTAVES = ((0.6, 0.5), (2.2, 0.3), (9.0, 0.35), (60.0, 0.35))  # pixels of 1080 lines, share
_FIBRES = 1400  # in a frame
_BASE = 0.86


def draw_paper(
    texture: Texture, size: tuple[int, int], unit: float, picture: int
) -> NDArray[np.float32]:
    """(h, w): how bright a sheet that covers all is (`things.textures`)."""
    width, height = size
    chance = np.random.default_rng([texture.seed, picture, 1])
    value = np.zeros((height, width), np.float32)
    for wide, share in _OCTAVES:
        value += np.float32(share) * _cloud(chance, size, wide * unit * texture.size)
    value += np.float32(0.5) * _fibres(chance, size, unit * texture.size)
    return _BASE + np.float32(0.055 * texture.amount) * value


def _cloud(chance: np.random.Generator, size: tuple[int, int], sigma: float) -> NDArray[np.float32]:
    """Noise that is blurred so widely, of deviation 1; made coarsely where it is wide."""
    step = max(int(sigma / 2), 1)
    small = size[0] // step + 2, size[1] // step + 2
    noise = chance.standard_normal(small[::-1], np.float32)
    if sigma / step > 0.3:
        noise = np.asarray(cv2.GaussianBlur(noise, (0, 0), sigma / step), np.float32)
    noise /= noise.std()
    return np.asarray(cv2.resize(noise, size, interpolation=cv2.INTER_CUBIC), np.float32)


def _fibres(chance: np.random.Generator, size: tuple[int, int], unit: float) -> NDArray[np.float32]:
    """Short bent hairs, light and dark."""
    canvas = np.zeros(size[::-1], np.float32)
    along = np.linspace(-0.5, 0.5, 9)
    for _ in range(_FIBRES):
        middle, turn = chance.uniform(0, size, 2), chance.uniform(0, np.pi)
        long, bend = chance.uniform(14, 60) * unit, chance.normal(0, 0.35)
        angle = turn + bend * along
        step = long / 8 * np.stack([np.cos(angle), np.sin(angle)], 1)
        line = np.rint((middle + np.cumsum(step, 0)) * 16).astype(np.int32)
        cv2.polylines(canvas, [line], False, float(chance.normal(0, 1.6)), 1, cv2.LINE_8, 4)
    return np.asarray(cv2.GaussianBlur(canvas, (0, 0), max(0.6 * unit, 0.5)), np.float32)
