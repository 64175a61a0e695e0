"""A whoosh for a push of the lens: noise that rises, passes from side to side, and falls."""

from __future__ import annotations

import numpy as np

from woodcock.sound import RATE
from woodcock.sound.made.noise import Samples

_WINDOW = 2048
_PASSES = 0.58  # of its length, when it is loudest


def whoosh(count: int, intensity: float, chance: np.random.Generator) -> Samples:
    hop = _WINDOW // 4
    padded = count + 2 * _WINDOW
    out = np.zeros((padded, 2))
    window = np.hanning(_WINDOW + 1)[:-1]
    frequencies = np.maximum(np.fft.rfftfreq(_WINDOW, 1 / RATE), 1.0)
    for start in range(0, padded - _WINDOW, hop):
        place = (start + _WINDOW / 2 - _WINDOW) / count
        height = np.exp(-(((place - _PASSES) / 0.24) ** 2))
        middle = 180 * (12 + 16 * intensity) ** height
        shape = np.exp(-0.5 * (np.log2(frequencies / middle) / 1.1) ** 2) / np.sqrt(frequencies)
        loud = np.exp(-(((place - _PASSES) / 0.2) ** 2)) * np.clip(12 * (1 - place), 0, 1)
        side = 1 / (1 + np.exp(-8 * (place - _PASSES)))
        for channel, share in enumerate((np.sqrt(1 - side), np.sqrt(side))):
            noise = np.fft.rfft(chance.standard_normal(_WINDOW)) * shape
            part = np.fft.irfft(noise, _WINDOW)
            out[start : start + _WINDOW, channel] += loud * share * window * part
    out = out[_WINDOW : _WINDOW + count]
    return (0.12 + 0.45 * intensity) * out / max(float(np.abs(out).max()), 1e-9)
