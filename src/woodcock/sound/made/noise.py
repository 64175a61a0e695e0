"""What made sounds are made of: shaped noise that closes, slow chance, small bursts."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray
from scipy.fft import irfft, next_fast_len, rfft
from scipy.signal import fftconvolve

from woodcock.sound import RATE

Samples = NDArray[np.float64]


def shaped(
    count: int, chance: np.random.Generator, level: Callable[[Samples], Samples], wide: float = 0.6
) -> Samples:
    """(count, 2) noise with a `level` at each frequency in Hz, of power 1.

    `wide` from 0 to 1 is how far left and right have noise of their own.
    """
    size = next_fast_len(count, real=True)
    frequencies = np.fft.rfftfreq(size, 1 / RATE)
    shape = level(np.maximum(frequencies, 1.0))
    shape[0] = 0.0
    both, own = chance.standard_normal(size), chance.standard_normal((2, size))
    white = np.sqrt(1 - wide) * both + np.sqrt(wide) * own
    out = irfft(rfft(white, axis=1) * shape, size, axis=1)[:, :count]
    return np.asarray((out / max(float(out.std()), 1e-12)).T)


def band(low: float, high: float, steep: float = 2.0) -> Callable[[Samples], Samples]:
    """As loud between two frequencies as pink noise, falling off beyond them."""

    def level(f: Samples) -> Samples:
        return (
            f**-0.5 / np.sqrt(1 + (low / f) ** (2 * steep)) / np.sqrt(1 + (f / high) ** (2 * steep))
        )

    return level


def slow(count: int, chance: np.random.Generator, hertz: float) -> Samples:
    """(count,) smooth chance that turns about `hertz` times a second, of mean 0 and deviation 1."""
    knots = max(int(count / RATE * hertz * 2) + 4, 6)
    values = chance.standard_normal(knots)
    place = np.linspace(0, knots - 3.001, count)
    left = place.astype(int)
    t = place - left
    a, b, c, d = (values[left + k] for k in range(4))
    # Catmull and Rom's spline.
    out = b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))
    return np.asarray(out)


def bursts(
    count: int,
    chance: np.random.Generator,
    rate: float,
    kinds: list[Samples],
    loud: float,
    uneven: float,
) -> Samples:
    """(count, 2): small sounds of some kinds, about `rate` a second, each at its own side.

    How loud they are is lognormal, of mean and deviation `loud` and `uneven` of the logarithm.
    """
    out = np.zeros((count, 2))
    for kind in kinds:
        number = chance.poisson(rate * count / RATE / len(kinds))
        place = chance.integers(0, count, number)
        side = chance.uniform(0, 1, number)
        strength = chance.lognormal(loud, uneven, number)
        for channel, share in enumerate((np.sqrt(1 - side), np.sqrt(side))):
            train = np.bincount(place, strength * share, count)
            out[:, channel] += fftconvolve(train, kind)[:count]
    return out


def click(frequency: float, seconds: float, phase: float = 0.0) -> Samples:
    """A tone that dies away within `seconds` to a thousandth."""
    time = np.arange(round(seconds * RATE)) / RATE
    return np.asarray(np.sin(2 * np.pi * frequency * time + phase) * np.exp(-6.9 * time / seconds))
