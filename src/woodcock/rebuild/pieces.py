"""Filling many holes one by one, and not again what is the same as before."""

from __future__ import annotations

from collections.abc import Callable, Hashable

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.store import content_hash
from woodcock.progress import Progress, part, report
from woodcock.rebuild.fill import Filled, filled, surroundings
from woodcock.texts import tr

# Gives the array that a value stands for, from an earlier time or by making it.
Reuse = Callable[[Hashable, Callable[[], NDArray]], NDArray]

_APART = 16  # pixels between holes that have nothing to do with each other


def made_anew(key: Hashable, make: Callable[[], NDArray]) -> NDArray:
    """No reuse."""
    return make()


def filled_in_pieces(
    photo: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    *,
    allowed: NDArray[np.bool_] | None = None,
    seed: int = 0,
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
) -> Filled:
    """`filled`, hole by hole; each depends on nothing but its own surroundings.

    So a hole that grows a little is filled again without the others. Parameters as of `fill`;
    `reuse` keeps what was made, by content. Raises Cancelled on request.
    """
    out, doubt = photo.copy(), np.zeros(hole.shape, np.uint8)
    free = ~hole if allowed is None else allowed & ~hole
    together = cv2.dilate(hole.view(np.uint8), np.ones((2 * _APART + 1,) * 2, np.uint8))
    count, labels, stats, _ = cv2.connectedComponentsWithStats(together, connectivity=8)
    sizes = stats[1:, cv2.CC_STAT_AREA]
    done = 0
    for label in range(1, count):
        step = part(progress, done / sizes.sum(), (done + sizes[label - 1]) / sizes.sum())
        report(step, 0.0, tr("Filling the holes"))
        own = hole & (labels == label)
        here = surroundings(own, free)
        given = np.ascontiguousarray(photo[here]), own[here].copy(), free[here].copy()
        key = ("fill", *(content_hash(x) for x in given), seed)

        def make(given: tuple = given, step: Progress | None = step) -> NDArray:
            picture, inner, open_ = given
            made = filled(picture, inner, allowed=open_, seed=seed, progress=step)
            return np.column_stack([made.picture[inner], made.doubt[inner]])

        values = reuse(key, make)
        out[own], doubt[own] = values[:, :3], values[:, 3]
        done += sizes[label - 1]
    return Filled(out, doubt)
