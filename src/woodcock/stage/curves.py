"""The value of a track at a time."""

from __future__ import annotations

import math
from bisect import bisect_right

from woodcock.model import Easing, Track

_DAMPING, _SWINGS = 6.0, 14.0  # of a spring, over a segment


def ease(easing: Easing, progress: float) -> float:
    """Output progress of a cubic-bezier easing for an input progress in [0, 1].

    CSS Easing Functions Level 1, section 2.2: x(s) = progress is solved for s (Newton's method,
    bisection where the curve is too flat for it), then y(s) is returned. Inputs outside [0, 1]
    are clamped, since a segment has no outside.
    """
    if progress <= 0:
        return 0.0
    if progress >= 1:
        return 1.0
    if easing.kind == "hold":
        return 0.0
    if easing.kind == "spring":
        return _spring(progress)
    if easing.x1 == easing.y1 and easing.x2 == easing.y2:
        return progress

    def bezier(a: float, b: float, s: float) -> float:
        return ((1 - 3 * b + 3 * a) * s + (3 * b - 6 * a)) * s * s + 3 * a * s

    def slope(a: float, b: float, s: float) -> float:
        return (3 * (1 - 3 * b + 3 * a) * s + 2 * (3 * b - 6 * a)) * s + 3 * a

    s, low, high = progress, 0.0, 1.0
    for _ in range(60):
        error = bezier(easing.x1, easing.x2, s) - progress
        if abs(error) < 1e-12:
            break
        low, high = (low, s) if error > 0 else (s, high)
        steep = slope(easing.x1, easing.x2, s)
        newton = s - error / steep if abs(steep) > 1e-6 else -1.0
        s = newton if low < newton < high else (low + high) / 2
    return bezier(easing.y1, easing.y2, s)


def _spring(progress: float) -> float:
    """A damped spring let go at 0, that rests at 1: from any textbook of mechanics.

    What is left of its swing at the end is taken out evenly, so that it ends exactly at 1.
    """

    def swing(t: float) -> float:
        wave = math.cos(_SWINGS * t) + _DAMPING / _SWINGS * math.sin(_SWINGS * t)
        return math.exp(-_DAMPING * t) * wave

    return 1 - swing(progress) + swing(1.0) * progress


def value_at(track: Track, time: float) -> float:
    """The track's value at `time` in seconds; held before the first key."""
    keys = track.keys
    if not keys:
        return track.base
    if time <= keys[0].time:
        return keys[0].value
    span = keys[-1].time - keys[0].time
    if time > keys[-1].time and track.afterwards != "hold" and span > 0:
        turns, gone = divmod(time - keys[0].time, span)
        back = track.afterwards == "ping-pong" and turns % 2 == 1
        time = keys[0].time + (span - gone if back else gone)
    if time >= keys[-1].time:
        return keys[-1].value
    right = bisect_right(keys, time, key=lambda k: k.time)
    a, b = keys[right - 1], keys[right]
    share = ease(a.easing, (time - a.time) / (b.time - a.time))
    return a.value + (b.value - a.value) * share
