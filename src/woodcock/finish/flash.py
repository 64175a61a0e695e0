"""A flash: how bright it is when, and what it does to what it lights."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.model import Flash
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together
from woodcock.stage import value_at
from woodcock.stage.chance import random_value

_ROWS = 32
_FADES = 0.07  # seconds in which a stroke of lightning loses two thirds of its light
_RISES = 0.015
_LAMP = 9.0  # flickers a second


def brightness_at(flash: Flash, time: float) -> float:
    """How strong a flash is at a time in seconds: 0 is not at all."""
    strength = max(value_at(flash.strength, time), 0.0)
    if flash.kind == "keys":
        return strength
    if flash.kind == "lamp":
        step = math.floor(time * _LAMP)
        u = time * _LAMP - step
        a, b = (0.5 + 0.5 * random_value(flash.seed, step + k) for k in (0, 1))
        return strength * (a + (b - a) * u * u * (3 - 2 * u))
    first, second, third = (0.5 + 0.5 * random_value(flash.seed, k) for k in range(3))
    strokes = (
        (0.0, 0.55 + 0.2 * first), (0.09 + 0.07 * second, 1.0),
        (0.25 + 0.12 * first, 0.4 * third),
    )  # fmt: skip
    total = 0.0
    for after, share in strokes:
        gone = time - flash.at - after
        if gone > -_RISES:
            rise = min((gone + _RISES) / _RISES, 1.0)
            total += share * rise * math.exp(-max(gone, 0.0) / _FADES)
    return strength * total if total > 1e-3 else 0.0


def light_up(
    light: NDArray[np.float32],
    to_own: NDArray[np.float64],
    gain: NDArray[np.float32],
    place: tuple[float, float],
    reach: float,
) -> None:
    """Make a picture (H, W, 4) brighter by up to `gain` (3,), in place.

    `to_own` (3, 3) leads from its pixels to where they lie on the layer, where `place` is the
    middle of the light and half of it is left `reach` away; everywhere alike if that is 0.
    """
    by = np.ascontiguousarray(to_own, np.float64)
    parts = [(y, min(y + _ROWS, len(light))) for y in range(0, len(light), _ROWS)]
    together(lambda part: _lit(light, by, gain, *place, reach, *part), parts)


@njit(**OPTIONS)
def _lit(light, by, gain, at_x, at_y, reach, top, bottom):
    one = np.float32(1)
    for y in range(top, bottom):
        for x in range(light.shape[1]):
            share = one
            if reach > 0:
                w = by[2, 0] * x + by[2, 1] * y + by[2, 2]
                u = (by[0, 0] * x + by[0, 1] * y + by[0, 2]) / w - at_x
                v = (by[1, 0] * x + by[1, 1] * y + by[1, 2]) / w - at_y
                share = np.float32(1 / (1 + (u * u + v * v) / (reach * reach)))
            for c in range(3):
                light[y, x, c] *= one + gain[c] * share
