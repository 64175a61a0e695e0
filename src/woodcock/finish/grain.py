"""Film grain: a random field with the spectrum of round grains, another one on every frame.

Grain is white noise blurred by a Gaussian as wide as a grain, seen by pixels that are each the mean
over their area: so a smaller frame shows what a larger one made smaller would.
"""

from __future__ import annotations

import math
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.circles import LINES
from woodcock.pixels.compiled import OPTIONS

_SIDES = 509, 613  # pixels of two fields that repeat; their sum does so after 509 x 613
_TO_SIGMA = 1 / (2 * math.sqrt(2 * math.log(2)))  # of a width at half the height
_FREQUENCIES = np.linspace(0.0, 6.0, 6001)  # cycles a pixel of 1080 lines
_TONES = 1024
LEAST_SIZE = 0.3  # pixels


class GrainOf(NamedTuple):
    """The grain of one frame: two fields (3, P, P) that repeat, and where in them it begins.

    `tones` (N,) is how strong it is at sRGB values from 0 to 1.
    """

    first: NDArray[np.float32]
    second: NDArray[np.float32]
    places: tuple[int, int, int, int]
    tones: NDArray[np.float32]


_NONE = np.zeros((3, 1, 1), np.float32)
NO_GRAIN = GrainOf(_NONE, _NONE, (0, 0, 0, 0), np.empty(0, np.float32))


def grain_of(
    strength: float, size: float, colour: float, tone: float, seed: int, index: int, height: int
) -> GrainOf:
    """The grain of frame `index` in a picture of `height` lines (`model.Grain`)."""
    first, second = (_mixed(side, size, colour, seed, height) for side in _SIDES)
    where = np.random.Generator(np.random.PCG64([seed & 0xFFFFFFFF, index & 0xFFFFFFFF, 7]))
    one, two = _SIDES
    down, across = where.integers(0, one, 2), where.integers(0, two, 2)
    places = int(down[0]), int(down[1]), int(across[0]), int(across[1])
    return GrainOf(first, second, places, strength * _tones(round(float(tone), 4)))


def covariance(sigma: float, pitch: float, apart: int) -> float:
    """Of grain blurred by `sigma`, in means over pixels `pitch` wide that are so many apart.

    All in pixels of 1080 lines, along one axis: the integral over all frequencies of what the blur
    and the pixel let through.
    """
    f = _FREQUENCIES
    power = np.exp(-((2 * np.pi * sigma * f) ** 2)) * np.sinc(f * pitch) ** 2
    return float(2 * np.trapezoid(power * np.cos(2 * np.pi * f * pitch * apart), f))


@lru_cache(8)
def _fields(side: int, size: float, seed: int, height: int) -> NDArray[np.float32]:
    """(4, side, side): independent fields that repeat; their variance is 1 at 1080 lines."""
    sigma, pitch = max(size, LEAST_SIZE) * _TO_SIGMA, LINES / height
    reach = min(int(4 * math.sqrt(2) * sigma / pitch) + 2, side // 2)
    row = np.zeros(side)
    for apart in range(reach + 1):
        row[apart] = row[-apart] = covariance(sigma, pitch, apart)
    row /= covariance(sigma, 1.0, 0)
    along = np.sqrt(np.maximum(np.fft.fft(row).real, 0.0))
    chance = np.random.Generator(np.random.PCG64([seed & 0xFFFFFFFF, side]))
    white = chance.standard_normal((4, side, side), np.float32)
    shaped = np.fft.rfft2(white) * (along[:, None] * along[None, : side // 2 + 1])
    fields = np.fft.irfft2(shaped, (side, side))
    fields -= fields.mean((1, 2), keepdims=True)
    # As strong as it is meant to be, and not only on the average of all seeds.
    fields *= row[0] / fields.std((1, 2), keepdims=True)
    return fields.astype(np.float32)


@lru_cache(8)
def _mixed(side: int, size: float, colour: float, seed: int, height: int) -> NDArray[np.float32]:
    """(3, side, side): fields that share `1 - colour` of their variance, half of the whole."""
    colour = min(max(colour, 0.0), 1.0)
    fields = _fields(side, round(size, 3), seed, height)
    mixed = math.sqrt(1 - colour) * fields[:1] + math.sqrt(colour) * fields[1:]
    return np.ascontiguousarray(mixed * np.float32(math.sqrt(0.5)), np.float32)


@lru_cache(8)
def _tones(tone: float) -> NDArray[np.float32]:
    """(N,): 1 at the value `tone`, nothing in black and white, and straight at least from there."""
    tone = min(max(tone, 0.1), 0.9)
    value = np.arange(_TONES) / (_TONES - 1)
    power = 1 / min(tone, 1 - tone)
    below, above = value / tone, (1 - value) / (1 - tone)
    return np.asarray(below ** (power * tone) * above ** (power * (1 - tone)), np.float32)


@njit(**OPTIONS)
def add_grain(first, second, places, tones, y, row, spare):
    """Add the grain of line `y` to a row (3, W) of sRGB values, in place.

    `spare` (W,) float32 is written over.
    """
    one, two = first.shape[1], second.shape[1]
    width = row.shape[1]
    zero, most = np.float32(0), np.float32(tones.shape[0] - 1)
    a, b = (y + places[0]) % one, (y + places[2]) % two
    for c in range(3):
        upper, lower, own = first[c, a], second[c, b], row[c]
        for x in range(width):
            place = min(max(own[x] * most, zero), most)
            spare[x] = tones[np.uint64(np.int32(place + np.float32(0.5)))]
        x, i, j = 0, places[1] % one, places[3] % two
        while x < width:
            run = min(width - x, one - i, two - j)
            target, by = own[x : x + run], spare[x : x + run]
            here, there = upper[i : i + run], lower[j : j + run]
            for n in range(run):
                target[n] += by[n] * (here[n] + there[n])
            x, i, j = x + run, i + run, j + run
            i, j = (0 if i == one else i), (0 if j == two else j)
