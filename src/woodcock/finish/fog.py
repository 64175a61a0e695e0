"""Mist and haze: how thick the air is up to every distance.

Banks are smooth noise in the scene's metres, told at some distances on a coarse grid over the
frame; between these the thickness grows evenly.
"""

from __future__ import annotations

import math

import numpy as np

from woodcock.compiled import njit
from woodcock.finish.noise import noise
from woodcock.finish.swarm import Sight
from woodcock.finish.veil import Thickness
from woodcock.finish.wind import blown
from woodcock.model import Air, Haze
from woodcock.pixels.colour import linear_colour
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together
from woodcock.stage import value_at

_CELL, _CELLS = 16, 96  # pixels, and of them across the frame at the most
_SLICES = 20
_CLOSE = 0.5  # metres from the lens within which mist is even
_FINE, _MOST = 2.5, 4  # looks a bank, and the most between two slices
_OCTAVES = 3
_FAR = 1e5  # metres


def thickness_of_fog(air: Air, sight: Sight) -> Thickness:
    """A fog as the lens sees it in the middle of the time the shutter is open.

    Raises ValueError for air that is none.
    """
    fog = air.fog
    if fog is None:
        raise ValueError("this air is no fog")
    now = sum(sight.times) / 2
    density = max(value_at(fog.density, now), 0.0)
    uneven = min(max(value_at(fog.uneven, now), 0.0), 1.0)
    far = air.far
    near = air.near if air.near > _CLOSE else min(_CLOSE, far / 4)
    even = uneven == 0 and fog.height == 0
    count = 2 if even else _SLICES
    distances = near * (far / near) ** (np.arange(count) / (count - 1))
    colour = linear_colour(air.colour)
    opacity = min(max(value_at(air.opacity, now), 0.0), 1.0)
    begin = min(air.near, near)
    if even:
        thick = (density * (distances - begin)).astype(np.float32)
        return Thickness(thick.reshape(-1, 1, 1), near, far, colour, opacity)
    width, height = sight.size
    across = min(max(width // _CELL, 48), _CELLS)
    cell = width / across
    rows = math.ceil(height / cell) + 1
    slices = np.empty((count, rows, across + 1), np.float32)
    view = sight.views.mean(0)
    back = np.linalg.inv(view[:, :3])
    right, away = blown(air, now)
    wind = np.array([right, 0.0, away])
    low = (fog.level, fog.height) if fog.height > 0 else (0.0, 0.0)

    def work(part: tuple[int, int]) -> None:
        _fill(
            slices, back, view[:, 3].copy(), distances, cell, density, uneven, fog.size, low, wind,
            air.seed, cell / sight.focal, now, begin, *part,
        )  # fmt: skip

    together(work, [(y, min(y + 8, rows)) for y in range(0, rows, 8)])
    return Thickness(slices, near, far, colour, opacity)


def thickness_of_haze(haze: Haze, time: float) -> Thickness:
    """The haze of the distance at a time in seconds."""
    start = max(value_at(haze.start, time), 0.05)
    density = max(value_at(haze.density, time), 0.0)
    slices = np.array([0.0, density * (_FAR - start)], np.float32).reshape(2, 1, 1)
    return Thickness(slices, start, _FAR, linear_colour(haze.colour))


@njit(**OPTIONS)
def _density(x, y, z, apart, density, uneven, size, low, wind, seed, time):
    """How dense the mist is at a place of the world; finer than `apart` metres it is even."""
    value, total, feature = 0.0, 0.0, size
    if uneven > 0:
        for octave in range(_OCTAVES):
            share = 1.0 / (1 << octave)
            seen = min(max(feature / apart - 1, 0.0), 1.0)
            # Finer banks are blown a little faster, so that they change as they go.
            by = 1 + 0.25 * octave
            value += share * seen * noise(
                seed + octave, (x - by * wind[0]) / feature,
                (y + 0.03 * size * octave * time) / feature * 1.6,
                (z - by * wind[2]) / feature,
            )  # fmt: skip
            total += share
            feature /= 2.1
        value /= total
    out = density * max(1 + 2.2 * uneven * value, 0.0)
    if low[1] > 0:
        above = low[0] - y  # below its level is the ground: no more mist there
        out *= np.exp(-max(above, 0.0) / low[1]) * min(max(1 + above / (0.3 * low[1]), 0.0), 1.0)
    return out


@njit(**OPTIONS)
def _fill(
    slices, back, shift, distances, cell, density, uneven, size, low, wind, seed, wide, time,
    begin, top, bottom,
):  # fmt: skip
    count = slices.shape[0]
    for row in range(top, bottom):
        for column in range(slices.shape[2]):
            sx, sy = column * cell, row * cell
            total, before, far = 0.0, 0.0, begin
            for s in range(count):
                long = distances[s] - far
                # As often between two slices as the banks ask for.
                looks = min(max(int(np.ceil(long * _FINE / size)), 1), _MOST) if s else 1
                for k in range(looks):
                    d = far + long * (k + 1) / looks
                    a, b, c = sx * d - shift[0], sy * d - shift[1], d - shift[2]
                    x = back[0, 0] * a + back[0, 1] * b + back[0, 2] * c
                    y = back[1, 0] * a + back[1, 1] * b + back[1, 2] * c
                    z = back[2, 0] * a + back[2, 1] * b + back[2, 2] * c
                    apart = max(d * wide, long / looks if s else 0.0)
                    here = _density(x, y, z, apart, density, uneven, size, low, wind, seed, time)
                    total += long / looks * ((here + before) / 2 if s else here)
                    before = here
                slices[s, row, column] = total
                far = distances[s]
