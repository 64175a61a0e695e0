"""Dust, hairs and scratches as on film: each picture has others, scratches stay for a while."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Texture

_SPECKS, _HAIRS = 16.0, 0.7  # in a picture, on average
_TRACKS, _LASTS = 3, 1.4  # places where a scratch may be; seconds it stays
_SHIFT = 4  # bits after the point of what is drawn


def draw_dust(
    texture: Texture, size: tuple[int, int], unit: float, picture: int
) -> NDArray[np.float32]:
    """(h, w): how much dust there is (`things.textures`)."""
    chance = np.random.default_rng([texture.seed, picture & 0xFFFFFFFF, 2])
    mask = np.zeros(size[::-1], np.uint8)
    by = unit * texture.size
    for _ in range(chance.poisson(_SPECKS * texture.amount)):
        _speck(mask, chance, chance.uniform(0, size, 2), by * 0.9 * chance.lognormal(0.3, 0.6))
    for _ in range(chance.poisson(_HAIRS * texture.amount)):
        _hair(mask, chance, chance.uniform(0, size, 2), by)
    cover: NDArray[np.float32] = mask.astype(np.float32) / np.float32(255)
    for track in range(round(_TRACKS * texture.amount)):
        _scratch(cover, texture, track, picture, chance, by)
    return np.asarray(cv2.GaussianBlur(cover, (0, 0), max(0.55 * unit, 0.4)), np.float32)


def _speck(
    mask: NDArray[np.uint8], chance: np.random.Generator, middle: NDArray, radius: float
) -> None:
    corners = int(chance.integers(5, 10))
    angle = np.linspace(0, 2 * np.pi, corners, endpoint=False) + chance.normal(0, 0.2, corners)
    away = radius * chance.uniform(0.45, 1.25, corners)
    shape = middle + np.stack([np.cos(angle), np.sin(angle)], 1) * away[:, None]
    points = np.rint(shape * (1 << _SHIFT)).astype(np.int32)
    cv2.fillPoly(mask, [points], int(chance.integers(110, 250)), cv2.LINE_AA, _SHIFT)


def _hair(
    mask: NDArray[np.uint8], chance: np.random.Generator, middle: NDArray, unit: float
) -> None:
    turns = np.cumsum(chance.normal(0, 0.28, 24)) + chance.uniform(0, 2 * np.pi)
    step = chance.uniform(1.5, 4.5) * unit
    line = middle + np.cumsum(step * np.stack([np.cos(turns), np.sin(turns)], 1), 0)
    points = np.rint(line * (1 << _SHIFT)).astype(np.int32)
    wide = max(round(1.1 * unit), 1)
    cv2.polylines(mask, [points], False, int(chance.integers(120, 220)), wide, cv2.LINE_AA, _SHIFT)


def _scratch(
    cover: NDArray[np.float32], texture: Texture, track: int, picture: int,
    chance: np.random.Generator, unit: float,
) -> None:  # fmt: skip
    """An upright line, unsteady and broken, where and while its own chance has one."""
    height, width = cover.shape
    first = np.random.default_rng([texture.seed, track, 3])
    turn = int((picture / max(texture.rate, 1.0) + first.uniform(0, _LASTS)) // _LASTS)
    own = np.random.default_rng([texture.seed, track, turn & 0xFFFFFFFF, 4])
    if own.random() > 0.45:
        return
    x = own.uniform(0.05, 0.95) * width + chance.normal(0, 0.7) * unit
    knots = chance.standard_normal(12)
    broken = np.interp(np.arange(height), np.linspace(0, height, 12), knots)
    wander = np.interp(np.arange(height), np.linspace(0, height, 12), own.standard_normal(12))
    share = own.uniform(0.12, 0.4) * np.clip(0.75 + 0.6 * broken, 0, 1)
    place = x + 0.8 * unit * wander
    left = np.floor(place).astype(int)
    part = place - left
    rows = np.arange(height)
    for by, column in ((1 - part, left), (part, left + 1)):
        there = (column >= 0) & (column < width)
        cover[rows[there], column[there]] += (by * share)[there].astype(np.float32)
