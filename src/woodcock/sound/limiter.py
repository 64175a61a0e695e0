"""A limiter that looks ahead: no true peak above a ceiling, and nothing else changed."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import minimum_filter1d, uniform_filter1d

from woodcock.sound import RATE
from woodcock.sound.loudness import peaks_between

CEILING = -1.0  # dBTP (EBU R 128)
_AHEAD = round(0.004 * RATE)
_RELEASE = 0.12  # seconds until it has let go by 1 - 1/e
_SPARE = 0.02  # decibels below the ceiling, for what the gain itself does between samples


def limited(samples: NDArray[np.float32], ceiling: float = CEILING) -> NDArray[np.float32]:
    """(N, 2) with the gain taken back smoothly where a peak would be above `ceiling` dBTP.

    What is below it all along stays as it is, to the bit.
    """
    if not len(samples):
        return samples
    most = 10 ** ((ceiling - _SPARE) / 20)
    peaks = peaks_between(samples)
    if float(peaks.max()) <= 10 ** (ceiling / 20):
        return samples
    wanted = np.minimum(1.0, most / np.maximum(peaks, 1e-9))
    # The lowest within reach, then the mean of these: it is down when the peak comes.
    held = minimum_filter1d(wanted, 2 * _AHEAD + 1, mode="nearest")
    held = _released(held)
    gain = uniform_filter1d(held, _AHEAD + 1, mode="nearest")
    out = (samples * gain[:, None]).astype(np.float32)
    left = float(peaks_between(out).max()) / 10 ** (ceiling / 20)
    return out if left <= 1 else (out / np.float32(left)).astype(np.float32)


def _released(gain: NDArray[np.float64]) -> NDArray[np.float64]:
    """Down at once, up again slowly: worked out at every 32nd sample."""
    step = 32
    coarse = np.minimum.reduceat(gain, np.arange(0, len(gain), step))
    keep = float(np.exp(-step / RATE / _RELEASE))
    now, out = 1.0, np.empty(len(coarse))
    for number, value in enumerate(coarse):
        now = min(value, 1 - keep * (1 - now))
        out[number] = now
    return np.minimum(gain, np.repeat(out, step)[: len(gain)])
