"""Filling many holes one by one, and not again what is the same as before."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.store import content_hash
from woodcock.progress import Progress, part, report
from woodcock.rebuild.fill import Filled, filled, surroundings
from woodcock.rebuild.sources import Said, heard, parts
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
    pieces: bool = False,
    said: Sequence[Said] = (),
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
) -> Filled:
    """`filled`, hole by hole; each depends on nothing but its own surroundings.

    So a hole that grows a little is filled again without the others. Parameters as of `fill`;
    `said` is from where which holes may be filled; `reuse` keeps what was made, by content.

    Raises Cancelled on request.
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
        made = np.zeros_like(hole)
        for own in parts(hole & (labels == label), said):
            given = np.where(made[..., None], out, photo) if made.any() else photo
            known, copied = heard(own, free, said)
            values = _filled(given, own, known | made, copied, seed, pieces, reuse, step)
            out[own], doubt[own] = values[:, :3], values[:, 3]
            made |= own
        done += sizes[label - 1]
    return Filled(out, doubt)


def _filled(
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    free: NDArray[np.bool_],
    copied: NDArray[np.bool_] | None,
    seed: int,
    pieces: bool,
    reuse: Reuse,
    progress: Progress | None,
) -> NDArray[np.uint8]:
    """Of each pixel of the hole, row by row, its colour and how doubtful it is: (n, 4)."""
    here = surroundings(hole, free if copied is None else copied)
    around = np.ascontiguousarray(picture[here])
    inner, open_ = hole[here].copy(), free[here].copy()
    only = None if copied is None else copied[here].copy()
    told = (around, inner, open_) if only is None else (around, inner, open_, only)

    def make() -> NDArray:
        made = filled(
            around, inner, allowed=open_, sources=only, seed=seed, pieces=pieces, progress=progress
        )
        return np.column_stack([made.picture[inner], made.doubt[inner]])

    return reuse(("fill", *(content_hash(x) for x in told), seed, pieces), make)
