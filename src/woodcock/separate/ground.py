"""What things stand on in a photo: what goes on from its lower border."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.separate.grow import easiest_way
from woodcock.separate.likeness import likeness
from woodcock.separate.sky import joined
from woodcock.separate.study import Study

_BORDER = 0.07  # of the height: where ground is looked for
_LOW, _LOWEST = 4.0, 0.12  # log odds a height of the photo, and its share below the horizon, counts
_EASY, _STEPS = 4.0, 4.0  # log odds that an easy way from the border counts, and how far that is
_ROUNDS = 3


class Ground(NamedTuple):
    """Which regions are ground, (count,) bool, and how likely the others are, (count,) 0 to 1."""

    regions: NDArray[np.bool_]
    likely: NDArray[np.float64]


def ground_of(
    known: Study, sky: NDArray[np.bool_], things: NDArray[np.bool_], horizon: float
) -> Ground:
    """The ground of a photo; none where nothing else reaches the lower border.

    Parameters
    ----------
    sky, things : (count,) bool, regions that are known to be none.
    horizon : in shares of the height, from above; all ground lies below it.
    """
    low = known.centres[:, 1] / known.labels.shape[0]
    free = ~sky & ~things
    start = (low > 1 - _BORDER) & free
    none = Ground(np.zeros(known.count, np.bool_), np.zeros(known.count))
    if known.areas[start].sum() < 0.3 * _BORDER * known.areas.sum():
        return none
    easy = _EASY * np.exp(-easiest_way(known, start) / _STEPS)
    ground, likely = start, np.zeros(known.count)
    rest = ((low < max(horizon, 0.25)) | things) & ~sky
    if not rest.any():
        rest = low < 0.3
    for _ in range(_ROUNDS):
        odds = likeness(known.counts, ground, rest & ~ground)
        odds = odds + _LOW * (low - horizon - _LOWEST) + easy
        below = free & (low > horizon)
        ground = joined(known, (odds > 0) & below, start)
        likely = np.where(below, 1 / (1 + np.exp(-np.clip(odds / 2, -20, 20))), 0.0)
        rest = ~ground & ~sky
        if not rest.any():
            break
    return Ground(ground, likely)
