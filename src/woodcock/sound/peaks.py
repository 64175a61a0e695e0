"""A sound made small, to be drawn."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.sound import RATE

PEAKS = 200  # a second


def peaks_of(samples: NDArray[np.float32]) -> NDArray[np.float32]:
    """(M,): the largest value in every two-hundredth of a second of (N, 2) samples."""
    step = RATE // PEAKS
    most = np.abs(samples).max(1) if len(samples) else np.zeros(0, np.float32)
    padded = np.pad(most, (0, -len(most) % step))
    return np.asarray(padded.reshape(-1, step).max(1), np.float32)
