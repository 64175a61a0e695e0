"""The value of a track at a time."""

from __future__ import annotations

from bisect import bisect_right

from woodcock.model import Easing, Track


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


def value_at(track: Track, time: float) -> float:
    """The track's value at `time` in seconds; held before the first key and after the last."""
    keys = track.keys
    if not keys:
        return track.base
    if time <= keys[0].time:
        return keys[0].value
    if time >= keys[-1].time:
        return keys[-1].value
    right = bisect_right(keys, time, key=lambda k: k.time)
    a, b = keys[right - 1], keys[right]
    share = ease(a.easing, (time - a.time) / (b.time - a.time))
    return a.value + (b.value - a.value) * share
