"""What is seen through drops: bent as by small lenses of their own shape."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.specks import LEAST, columns_of, cover, shapes_of
from woodcock.finish.swarm import Swarm
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, by_rows, together

_ROWS = 16
_UNSEEN = 0.15  # pixels


def refract(
    back: NDArray[np.float32], swarm: Swarm, amount: float, stop: Stop | None = None
) -> None:
    """Bend what is behind specks, by up to `amount` pixels, in place.

    `back` is a frame (H, W, 4) of linear light. A round drop shows what is on its other side, as
    a lens does: nothing is displaced in its middle and at its rim.
    """
    swarm, strength = bending(swarm, amount)
    if not len(strength):
        return
    shapes, before = shapes_of(swarm), np.empty_like(back)
    by_rows(lambda rows: np.copyto(before[rows], back[rows]), *back.shape[:2])
    low, high = shapes[:, 6].astype(np.int64), shapes[:, 7].astype(np.int64)

    def band(rows: tuple[int, int]) -> None:
        here = np.flatnonzero((low < rows[1]) & (high >= rows[0]))
        _bend(before, back, shapes, here, strength, *rows)

    height = len(back)
    together(band, [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)], stop)


def bending(swarm: Swarm, amount: float) -> tuple[Swarm, NDArray[np.float32]]:
    """The specks that bend anything to be seen, and by how many pixels each does at the most.

    What is smaller than a pixel bends a part of it, and what is out of focus is spread.
    """
    share = (swarm.radius / np.maximum(np.maximum(swarm.radius, swarm.circle), LEAST)) ** 2
    strength = (swarm.strength * share * amount).astype(np.float32)
    seen = np.flatnonzero(strength > _UNSEEN)
    return swarm.of(seen), strength[seen]


@njit(**OPTIONS)
def _bend(before, back, shapes, here, strength, top, bottom):
    f = np.float32
    height, width = back.shape[:2]
    none = f(0)
    for k in here[::-1]:
        shape = shapes[k]
        reach = shape[4] + shape[5] + f(1)
        for y in range(max(int(shape[6]), top), min(int(shape[7]) + 1, bottom)):
            left, right = columns_of(shape, f(y) + f(0.5), reach)
            for x in range(max(left, 0), min(right + 1, width)):
                inside, qx, qy = cover(shape, f(x) + f(0.5), f(y) + f(0.5), none, 0, none)
                if inside <= 0:
                    continue
                out = f(1) - qx * qx - qy * qy
                by = f(-2.6) * strength[k] * inside * max(out, none)  # at most 1 of it
                px = min(max(f(x) + by * qx, none), f(width - 1.001))
                py = min(max(f(y) + by * qy, none), f(height - 1.001))
                j, i = int(px), int(py)
                u, v = px - f(j), py - f(i)
                for c in range(4):
                    upper = before[i, j, c] + u * (before[i, j + 1, c] - before[i, j, c])
                    lower = before[i + 1, j, c] + u * (
                        before[i + 1, j + 1, c] - before[i + 1, j, c]
                    )
                    back[y, x, c] = upper + v * (lower - upper)
