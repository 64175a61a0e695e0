"""A bolt of lightning: a line that forks, by halving it and moving the middle aside at random.

(Fournier, Fussell and Carpenter, "Computer rendering of stochastic models", CACM 1982.)
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Bolt

_HALVINGS = 6
_ASIDE = 0.18  # of a stretch's length, by which its middle goes aside at the most


def bolt_lines(bolt: Bolt) -> NDArray[np.float64]:
    """(N, 5): stretches of a bolt in the photo's pixels, and how thick each is, 0 to 1.

    Each is x, y, x, y. The same seed is the same bolt.
    """
    chance = np.random.Generator(np.random.PCG64(bolt.seed))
    lines = np.array([(*bolt.start, *bolt.end, 1.0)])
    for _ in range(_HALVINGS):
        a, b, thick = lines[:, :2], lines[:, 2:4], lines[:, 4:]
        along = b - a
        side = np.stack([-along[:, 1], along[:, 0]], 1)
        aside = chance.uniform(-_ASIDE, _ASIDE, (len(lines), 1))
        middle = (a + b) / 2 + aside * side
        made = [np.hstack([a, middle, thick]), np.hstack([middle, b, thick])]
        forks = chance.random(len(lines)) < 0.35 * bolt.branches
        turn = chance.uniform(0.25, 0.7, len(lines)) * np.where(aside[:, 0] > 0, -1, 1)
        c, s = np.cos(turn)[:, None], np.sin(turn)[:, None]
        way = 0.7 * (b - middle)
        tip = middle + c * way + s * np.stack([-way[:, 1], way[:, 0]], 1)
        made.append(np.hstack([middle, tip, 0.45 * thick])[forks])
        lines = np.concatenate(made)
    return lines
