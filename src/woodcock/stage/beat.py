"""A layer to and fro about its pivot: a pendulum, the flutter of wings and leaves."""

from __future__ import annotations

import math

from woodcock.model import Beat
from woodcock.stage.sway import noise

_UNEVEN = 0.45  # how much the beats of a flutter differ


def beat_at(beat: Beat | None, time: float) -> tuple[float, float]:
    """Degrees by which a layer is turned in the picture, and its side away; nothing at 0."""
    if beat is None:
        return 0.0, 0.0
    phase = 2 * math.pi * beat.rate * time
    if beat.kind == "pendulum":
        return beat.degrees * math.sin(phase), 0.0
    # Down and up again, now stronger, now weaker, now a little early, now a little late.
    place = beat.rate * time / 3
    early = _UNEVEN * (noise(beat.seed, 0, place) - noise(beat.seed, 0, 0.0))
    strong = 1 - _UNEVEN * (0.5 + 0.5 * noise(beat.seed, 1, place))
    return 0.0, beat.degrees * strong * (1 - math.cos(phase + early)) / 2
