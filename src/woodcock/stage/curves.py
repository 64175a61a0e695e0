"""The value of a track at a time."""

from __future__ import annotations

import math
from bisect import bisect_right
from itertools import pairwise

from woodcock.model import Easing, Track
from woodcock.stage.chance import random_value

_DAMPING, _SWINGS = 6.0, 14.0  # of a spring, over a segment


def ease(easing: Easing, progress: float) -> float:
    """Output progress of a cubic-bezier easing for an input progress in [0, 1].

    CSS Easing Functions Level 1, section 2.2: x(s) = progress is solved for s (Newton's method,
    bisection where the curve is too flat for it), then y(s) is returned. Outside [0, 1] the curve
    goes on along its tangents, as the section says; other kinds stay at their ends.
    """
    if not 0 < progress < 1:
        return _beyond(easing, progress)
    if easing.kind == "hold":
        return 0.0
    if easing.kind == "spring":
        return _spring(progress)
    if easing.kind == "hunting":
        return _hunting(progress, easing.amount, easing.seed)
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


def _beyond(easing: Easing, progress: float) -> float:
    """At and outside the ends: along the tangent there, to the first control point apart."""
    end = 0.0 if progress <= 0 else 1.0
    if easing.kind != "bezier" or progress == end:
        return end
    points = [(easing.x1, easing.y1), (easing.x2, easing.y2)]
    near, far = points if end == 0 else points[::-1]
    slope = 0.0
    for x, y in (near, far, (1 - end, 1 - end)):
        if x != end:
            slope = (y - end) / (x - end)
            break
        if y != end:  # straight up or down: no way on
            break
    return end + slope * (progress - end)


def split_easing(easing: Easing, progress: float) -> tuple[Easing, Easing]:
    """The easings of the two parts of a segment that is divided at an input progress.

    De Casteljau's construction: exact unless the handles cross (x1 > x2) or a part is flat, for
    then no cubic-bezier can. Easings of another kind go on as they are.
    """
    if easing.kind != "bezier" or not 0 < progress < 1:
        return easing, easing
    low, high = 0.0, 1.0
    for _ in range(60):
        s = (low + high) / 2
        x = 3 * s * (1 - s) ** 2 * easing.x1 + 3 * s * s * (1 - s) * easing.x2 + s**3
        low, high = (s, high) if x < progress else (low, s)
    p = [(0.0, 0.0), (easing.x1, easing.y1), (easing.x2, easing.y2), (1.0, 1.0)]

    def between(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
        return [(a + (c - a) * s, b + (d - b) * s) for (a, b), (c, d) in pairwise(points)]

    q = between(p)
    r = between(q)
    (x, y), *_ = between(r)
    if abs(y) < 1e-9 or abs(1 - y) < 1e-9:
        return easing, easing
    first = Easing(_share(q[0][0], x), q[0][1] / y, _share(r[0][0], x), r[0][1] / y)
    a, b = r[1], q[2]
    second = Easing(
        _share(a[0] - x, 1 - x), (a[1] - y) / (1 - y), _share(b[0] - x, 1 - x), (b[1] - y) / (1 - y)
    )
    return first, second


def _share(part: float, whole: float) -> float:
    return min(max(part / whole, 0.0), 1.0)


def _spring(progress: float) -> float:
    """A damped spring let go at 0, that rests at 1: from any textbook of mechanics.

    What is left of its swing at the end is taken out evenly, so that it ends exactly at 1.
    """

    def swing(t: float) -> float:
        wave = math.cos(_SWINGS * t) + _DAMPING / _SWINGS * math.sin(_SWINGS * t)
        return math.exp(-_DAMPING * t) * wave

    return 1 - swing(progress) + swing(1.0) * progress


def _hunting(progress: float, amount: float, seed: int) -> float:
    """There at about half the time, beyond by about `amount`, back short of it, and at rest.

    A cubic as far as the end's value, then one swing and half of another that dies away; where
    they meet both are as steep.
    """
    first, second = (0.5 + 0.5 * random_value(seed, k) for k in (1, 2))
    there, beyond = 0.45 + 0.15 * first, amount * (0.7 + 0.6 * second)
    turns = 2 * math.pi  # of the swing, from there to the end
    # The swing beyond * c * sin(turns u) (1 - u)^2 is 0.536 c at its highest.
    swing = beyond / _HIGHEST
    if progress >= there:
        u = (progress - there) / (1 - there)
        return 1 + swing * math.sin(turns * u) * (1 - u) ** 2
    t, steep = progress / there, swing * turns / (1 - there) * there
    return t * t * (3 - 2 * t) + steep * t * t * (t - 1)


# The greatest value of sin(2 pi u) (1 - u)^2.
_HIGHEST = max(math.sin(2 * math.pi * u / 999) * (1 - u / 999) ** 2 for u in range(999))


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
    if track.smooth and 0 <= share <= 1:
        return _curved(track, right, share)
    return a.value + (b.value - a.value) * share


def _curved(track: Track, right: int, share: float) -> float:
    """A cubic Hermite curve through the keys, as steep at each as from its neighbour to the next.

    The finite differences of Catmull and Rom (1974), for keys at uneven times; where a value is
    held, the curve is flat.
    """
    keys = track.keys
    a, b = keys[right - 1], keys[right]
    span = b.time - a.time

    def slope(at: int) -> float:
        low, high = max(at - 1, 0), min(at + 1, len(keys) - 1)
        here = keys[at].value
        if (low < at and keys[low].value == here) or (high > at and keys[high].value == here):
            return 0.0
        return (keys[high].value - keys[low].value) / (keys[high].time - keys[low].time)

    t, u = share, 1 - share
    m, n = slope(right - 1) * span, slope(right) * span
    return u * u * ((1 + 2 * t) * a.value + t * m) + t * t * ((1 + 2 * u) * b.value - u * n)
