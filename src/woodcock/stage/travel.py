"""How far something goes whose speed is a track."""

from __future__ import annotations

import math
from collections.abc import Callable

from woodcock.model import Track
from woodcock.stage.curves import value_at

_RATE = 60  # steps a second


def travelled(track: Track, time: float) -> float:
    """The track's integral from 0 to `time` seconds."""
    if not track.keys:
        return track.base * time
    return integral(lambda at: value_at(track, at), time)


def integral(speed: Callable[[float], float], time: float) -> float:
    """A speed's integral from 0 to `time` seconds: by trapezoids a 60th of a second long."""
    count = math.floor(abs(time) * _RATE)
    way, step = math.copysign(1.0, time), 1 / _RATE
    values = [speed(way * k * step) for k in range(count + 1)]
    inner = step * (sum(values) - (values[0] + values[-1]) / 2)
    rest = abs(time) - count * step
    return way * (inner + rest * (values[-1] + speed(time)) / 2)
