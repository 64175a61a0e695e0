"""Where something begins to sound: beats, steps, claps of thunder."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy.ndimage import median_filter
from scipy.signal import find_peaks, stft

from woodcock.sound import RATE

_WINDOW, _HOP = 1024, 256
_BANDS = 48
_CLOSEST = 0.12  # seconds


def onsets(samples: NDArray[np.float32], most: int = 200) -> tuple[float, ...]:
    """Times in seconds at which (N, 2) samples become louder all at once, the clearest `most`.

    Spectral flux of a logarithmic spectrum (Dixon, "Onset Detection Revisited", DAFx 2006), its
    peaks above what is usual about them.
    """
    if len(samples) < 2 * _WINDOW:
        return ()
    mono = samples.mean(1)
    _, times, spectrum = stft(mono, RATE, nperseg=_WINDOW, noverlap=_WINDOW - _HOP)
    power = _banded(np.abs(spectrum))
    level = np.log1p(1000 * power)
    rise = np.maximum(np.diff(level, axis=1, prepend=level[:, :1]), 0).sum(0)
    about = median_filter(rise, round(0.5 * RATE / _HOP) | 1, mode="nearest")
    height = about + 0.15 * max(float(rise.max()), 1e-9) + 0.5 * float(np.std(rise))
    peaks, _ = find_peaks(rise, height=height, distance=max(round(_CLOSEST * RATE / _HOP), 1))
    peaks = peaks[np.argsort(rise[peaks])[::-1][:most]]
    # The window hears what is half of it ahead.
    found = np.clip(times[np.sort(peaks)], 0, len(samples) / RATE)
    return tuple(float(round(_sharpened(mono, t), 4)) for t in found)


def _banded(magnitude: NDArray[np.float64]) -> NDArray[np.float64]:
    """(bands, T): means over stretches of frequencies that widen upwards."""
    ends = np.unique(np.geomspace(1, len(magnitude), _BANDS).astype(int))
    return (
        np.add.reduceat(magnitude, ends[:-1], 0) / np.diff(ends, append=len(magnitude))[:-1, None]
    )


def _sharpened(mono: NDArray[np.float32], time: float) -> float:
    """The place near a time where the level rises the most, within a window."""
    reach, bit = _WINDOW, 48
    first = max(int(time * RATE) - reach, 0)
    part = mono[first : first + 2 * reach]
    count = len(part) // bit
    if count < 4:
        return time
    level = np.sqrt((part[: count * bit].reshape(count, bit) ** 2).mean(1))
    rise = np.diff(np.log(level + 1e-5))
    return (first + (int(np.argmax(rise)) + 1) * bit) / RATE
