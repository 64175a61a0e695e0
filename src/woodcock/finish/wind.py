"""How far the wind has blown what is in the air."""

from __future__ import annotations

import math

from woodcock.model import Air
from woodcock.stage import integral, travelled, value_at
from woodcock.stage.chance import random_value

_GUSTS = ((0.37, 0.5), (0.83, 0.3), (1.9, 0.2))  # turns a second, and share


def blown(air: Air, time: float) -> tuple[float, float]:
    """Metres to the right and away from the lens by a time in seconds, with the gusts."""

    def along(at: float) -> float:
        return math.radians(value_at(air.heading, at))

    heading, wind = along(time), value_at(air.wind, time)
    gust = wind * value_at(air.gusts, time) * _swing(air.seed, time)
    if air.heading.keys:  # it goes round as it blows
        right = integral(lambda at: value_at(air.wind, at) * math.cos(along(at)), time)
        away = integral(lambda at: value_at(air.wind, at) * math.sin(along(at)), time)
    else:
        way = travelled(air.wind, time)
        right, away = way * math.cos(heading), way * math.sin(heading)
    return right + gust * math.cos(heading), away + gust * math.sin(heading)


def _swing(seed: int, time: float) -> float:
    """How many seconds' worth of wind the gusts have added by a time: to and fro, without end."""
    total = 0.0
    for n, (rate, share) in enumerate(_GUSTS):
        turn, phase = 2 * math.pi * rate, math.pi * random_value(seed, 900 + n)
        total += share * (math.cos(phase) - math.cos(turn * time + phase)) / turn
    return total
