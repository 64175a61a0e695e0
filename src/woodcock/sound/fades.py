"""How sound comes and goes."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.model import FadeCurve


def fade_of(count: int, curve: FadeCurve) -> NDArray[np.float32]:
    """(count,): from nothing to all, as a "linear", equal "power" or "smooth" fade.

    Two of equal power that cross keep the power of two sounds that have nothing in common.
    """
    share = (np.arange(count, dtype=np.float64) + 0.5) / max(count, 1)
    if curve == "power":
        share = np.sin(share * np.pi / 2)
    elif curve == "smooth":
        share = share * share * (3 - 2 * share)
    return share.astype(np.float32)


def looped(samples: NDArray[np.float32], count: int, lap: int) -> NDArray[np.float32]:
    """`count` samples of a sound (N, 2) that begins again at its end, over a `lap` of samples.

    The lap is of equal power, and at most half of the sound.
    """
    lap = min(lap, len(samples) // 2)
    turn = len(samples) - lap
    out = np.zeros((max(count, len(samples)) + len(samples), 2), np.float32)
    rise = fade_of(lap, "power")[:, None]
    once = samples.copy()
    once[:lap] *= rise
    tail = samples.copy()
    tail[len(samples) - lap :] *= rise[::-1]
    once[len(samples) - lap :] *= rise[::-1]
    out[: len(samples)] = tail  # the first one begins as it is
    for start in range(turn, count, turn):
        out[start : start + len(samples)] += once
    return out[:count]
