"""How far the wind has blown what is in the air."""

from __future__ import annotations

import math

from woodcock.model import Air
from woodcock.stage import travelled, value_at
from woodcock.stage.chance import random_value

_GUSTS = ((0.37, 0.5), (0.83, 0.3), (1.9, 0.2))  # turns a second, and share


def blown(air: Air, time: float) -> tuple[float, float]:
    """Metres to the right and away from the lens by a time in seconds, with the gusts."""
    heading, wind = math.radians(value_at(air.heading, time)), value_at(air.wind, time)
    gust, way = wind * value_at(air.gusts, time), travelled(air.wind, time)
    for n, (rate, share) in enumerate(_GUSTS):
        turn, phase = 2 * math.pi * rate, math.pi * random_value(air.seed, 900 + n)
        way += gust * share * (math.cos(phase) - math.cos(turn * time + phase)) / turn
    return way * math.cos(heading), way * math.sin(heading)
