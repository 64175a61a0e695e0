"""Sensible distances for layers."""

from __future__ import annotations

from woodcock.model import DISTANCES

NEAR, MIDDLE, FAR = DISTANCES


def starting_distances(count: int) -> tuple[float, ...]:
    """Distances in metres for `count` layers, near to far, the background last.

    One layer stands at 60 m; two at 3 and 60; three at 3, 10 and 60; more are spread evenly on a
    log scale between 3 and 60, which is how the depth rail draws them.
    """
    if count <= 1:
        return (FAR,) * count
    if count == 3:
        return (NEAR, MIDDLE, FAR)
    ratio = (FAR / NEAR) ** (1 / (count - 1))
    return tuple(round(NEAR * ratio**i, 2) for i in range(count))


def parallax_spread(near: float, far: float, count: int) -> tuple[float, ...]:
    """`count` distances from `near` to `far` metres, evenly apart in parallax, that is in 1/z."""
    if count == 1:
        return (near,)
    step = (1 / near - 1 / far) / (count - 1)
    return tuple(1 / (1 / near - step * i) for i in range(count))
