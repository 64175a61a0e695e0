"""How loud a sound is: ITU-R BS.1770-4 and EBU R 128."""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from scipy.signal import lfilter, resample_poly

from woodcock.sound import RATE

# The two filters of BS.1770-4, annex 1, tables 1 and 2, at 48 kHz: the head, and low tones.
_HEAD = (
    [1.53512485958697, -2.69169618940638, 1.19839281085285],
    [1.0, -1.69065929318241, 0.73248077421585],
)
_LOW = [1.0, -2.0, 1.0], [1.0, -1.99004745483398, 0.99007225036621]
_BLOCK, _HOP = round(0.4 * RATE), round(0.1 * RATE)
_SHORT = round(3.0 * RATE)
_ABSOLUTE, _RELATIVE = -70.0, -10.0  # LUFS, LU
_OVER = 4  # times as many samples, for peaks between them (annex 2)
SILENT = -math.inf


class Loudness(NamedTuple):
    """`integrated` LUFS of all of it, the highest of any three seconds, and the true peak, dBTP."""

    integrated: float
    short_term: float
    peak: float


def loudness_of(samples: NDArray[np.float32]) -> Loudness:
    """How loud (N, 2) samples are; -inf where nothing is heard."""
    return Loudness(integrated(samples), _short_term(samples), true_peak(samples))


def _weighted(samples: NDArray[np.float32]) -> NDArray[np.float64]:
    """(N,): the power of both channels as the ear weighs it."""
    heard = lfilter(*_LOW, lfilter(*_HEAD, samples.astype(np.float64), axis=0), axis=0)
    return np.asarray((heard**2).sum(1))


def _means(power: NDArray[np.float64], block: int) -> NDArray[np.float64]:
    """Mean powers of blocks, each begun a tenth of a second after the last; of all if shorter."""
    if len(power) < block:
        return np.array([power.mean()]) if len(power) else np.zeros(0)
    sums = np.concatenate([[0.0], np.cumsum(power)])
    starts = np.arange(0, len(power) - block + 1, _HOP)
    return (sums[starts + block] - sums[starts]) / block


def _lufs(power: NDArray[np.float64] | float) -> NDArray[np.float64]:
    with np.errstate(divide="ignore"):
        return np.asarray(-0.691 + 10 * np.log10(power))


def integrated(samples: NDArray[np.float32]) -> float:
    """Gated loudness in LUFS: blocks of 0.4 s, above -70 LUFS and above the mean less 10 LU."""
    means = _means(_weighted(samples), _BLOCK)
    means = means[_lufs(means) > _ABSOLUTE]
    if not len(means):
        return SILENT
    means = means[_lufs(means) > _lufs(means.mean()) + _RELATIVE]
    return float(_lufs(means.mean()))


def _short_term(samples: NDArray[np.float32]) -> float:
    means = _means(_weighted(samples), _SHORT)
    return float(_lufs(means.max())) if len(means) else SILENT


def peaks_between(samples: NDArray[np.float32]) -> NDArray[np.float32]:
    """(N,): the highest of both channels about each sample, also between them."""
    over = np.abs(resample_poly(samples, _OVER, 1, axis=0)).max(1)
    return np.asarray(over[: len(samples) * _OVER].reshape(-1, _OVER).max(1), np.float32)


def true_peak(samples: NDArray[np.float32]) -> float:
    """The highest peak in dBTP, with four times as many samples."""
    most = float(peaks_between(samples).max()) if len(samples) else 0.0
    return 20 * math.log10(most) if most > 0 else SILENT
