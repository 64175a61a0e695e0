"""From where the holes that a layer leaves may be filled, as a person painted it."""

from __future__ import annotations

from collections.abc import Iterable
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

NOT_FROM, FROM = 128, 255  # what was painted: 0 is nothing said


class Said(NamedTuple):
    """What was painted, (H, W) uint8 as above, and for which hole: (H, W) bool."""

    painted: NDArray[np.uint8]
    hole: NDArray[np.bool_]

    def resized(self, size: tuple[int, int]) -> Said:
        """At another (width, height)."""
        hole = as_large(self.hole.view(np.uint8), size).view(np.bool_)
        return Said(as_large(self.painted, size), hole)


def as_large(painted: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.uint8]:
    """What was painted at another (width, height), with no values between those there are."""
    return np.asarray(cv2.resize(painted, size, interpolation=cv2.INTER_NEAREST), np.uint8)


def parts(hole: NDArray[np.bool_], said: Iterable[Said]) -> list[NDArray[np.bool_]]:
    """A hole (H, W) bool as it is filled: last what one place alone is copied into.

    So what is said of one layer's hole holds for that, also where others' touch it.
    """
    out, rest = [], hole.copy()
    for one in said:
        own = one.hole & rest
        if own.any() and (one.painted == FROM).any():
            out.append(own)
            rest &= ~own
    return [rest, *out] if rest.any() or not out else out


def heard(
    hole: NDArray[np.bool_], free: NDArray[np.bool_], said: Iterable[Said]
) -> tuple[NDArray[np.bool_], NDArray[np.bool_] | None]:
    """What of the `free` a hole (H, W) bool goes by, and what of that is copied; None is all.

    That counts whose holes are touched. From where nothing is to come has no say, not even beside
    the hole; where any says from where to copy, only that is copied, and the rest is agreed with.
    What leaves nothing is not heeded.
    """
    painted = [one.painted for one in said if (one.hole & hole).any()]
    if not painted:
        return free, None
    left = free & ~np.logical_or.reduce([x == NOT_FROM for x in painted])
    free = left if left.any() else free
    only = free & np.logical_or.reduce([x == FROM for x in painted])
    return free, only if only.any() else None
