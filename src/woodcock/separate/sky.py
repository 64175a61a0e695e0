"""Which part of a photo is sky."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy import sparse

from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study

_SMOOTH = 6.0  # texture (see Study.features) up to which a region may be sky
_BAND = 0.06  # of the height: where sky is looked for at the upper border


def sky_of(known: Study) -> NDArray[np.bool_]:
    """The regions that are sky: smooth, at the upper border, and what goes on from there."""
    height = known.labels.shape[0]
    smooth = known.features[:, 3] < _SMOOTH
    start = (known.centres[:, 1] < _BAND * height) & smooth
    light = known.features[:, 0] > np.median(known.features[:, 0]) - 5
    start &= light
    if known.areas[start].sum() < 0.3 * _BAND * known.areas.sum():
        return np.zeros(known.count, np.bool_)
    rest = known.centres[:, 1] > 0.6 * height
    sky = start
    for _ in range(3):
        like = likeness(known.counts, sky, rest) + 1.5 - 3 * (known.centres[:, 1] / height)
        sky = joined(known, (like > 0) & smooth, start)
        rest = ~sky
        if not rest.any():
            return np.zeros(known.count, np.bool_)
    return sky


def looks_like_sky(known: Study, regions: NDArray[np.bool_]) -> bool:
    """Whether the mean colour of some regions, (count,) bool, is one that skies have.

    Blue, also by night, or nearly white, or light with a low sun's yellow; no green, brown or
    middle grey (common practice, no source).
    """
    if not regions.any():
        return False
    light, red, yellow = np.average(
        known.features[regions, :3], axis=0, weights=known.areas[regions]
    )
    green = red < -8 and yellow > red
    return bool(not green and yellow < 25 and (yellow < -4 or light > 72))


def joined(known: Study, wanted: NDArray[np.bool_], start: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Of the `wanted` and `start` regions, (count,) bool each, those that hang on a `start` one."""
    both = wanted | start
    links = known.pairs[both[known.pairs].all(1)]
    graph = sparse.coo_matrix((np.ones(len(links)), links.T), (known.count,) * 2)
    _, part = sparse.csgraph.connected_components(graph, directed=False)
    return both & np.isin(part, np.unique(part[start]))
