"""Sounds laid one over the other."""

from __future__ import annotations

from collections.abc import Callable, Iterable

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Sound, Track
from woodcock.sound import RATE
from woodcock.sound.fades import fade_of, looped
from woodcock.stage import value_at

Samples = NDArray[np.float32]
_STEP = 480  # samples between which a keyed value goes straight
_LEAST = -120.0  # decibels that count as silence


def mixed(sounds: Iterable[Sound], source: Callable[[Sound], Samples], seconds: float) -> Samples:
    """(N, 2) float32: all that is heard in the first `seconds` of a clip.

    `source` gives a sound's own samples (N, 2). Where each begins is rounded to a sample.
    """
    out = np.zeros((round(seconds * RATE), 2), np.float32)
    for sound in sounds:
        if sound.visible:
            add_to(out, placed(sound, source(sound)), round(sound.start * RATE))
    return out


def add_to(out: Samples, samples: Samples, start: int) -> None:
    """Add samples to `out` from a place on, which may be before its beginning."""
    first, after = max(start, 0), min(start + len(samples), len(out))
    if first < after:
        out[first:after] += samples[first - start : after - start]


def placed(sound: Sound, samples: Samples) -> Samples:
    """What is heard of a sound: cut, looped, faded, and as loud as it is set."""
    count, begin = round(sound.length * RATE), round(sound.offset * RATE)
    own = samples[begin:]
    if sound.loop and len(own):
        own = looped(own, count, round(sound.crossfade * RATE))
    own = own[:count]
    gain = _along(sound.gain, sound.start, len(own), decibels)
    left = _along(sound.pan, sound.start, len(own), _side)
    right = _along(sound.pan, sound.start, len(own), lambda p: _side(-p))
    sides = np.stack(np.broadcast_arrays(gain * left, gain * right), -1)
    if (sides != 1).any():
        own = own * sides.astype(np.float32)
    fades = round(sound.fade_in * RATE), round(sound.fade_out * RATE)
    if any(fades):
        own = own.copy()
        into, out_of = (min(fade, len(own)) for fade in fades)
        own[:into] *= fade_of(into, sound.curve)[:, None]
        own[len(own) - out_of :] *= fade_of(out_of, sound.curve)[::-1, None]
    return own


def decibels(value: NDArray[np.float64]) -> NDArray[np.float64]:
    """The factor of so many decibels."""
    return np.where(value <= _LEAST, 0.0, 10.0 ** (value / 20))


def _side(pan: NDArray[np.float64]) -> NDArray[np.float64]:
    """How much of the left channel is left: all up to the middle, nothing far right."""
    return np.asarray(np.cos(np.clip(pan, 0, 1) * np.pi / 2))


def _along(
    track: Track, start: float, count: int, of: Callable[[NDArray], NDArray]
) -> NDArray[np.float64] | float:
    """A function of a track's values at every sample; a number if it is the same all along."""
    if not track.keys:
        return float(of(np.array(track.base)))
    places = np.arange(0, count + _STEP, _STEP)
    values = of(np.array([value_at(track, start + place / RATE) for place in places]))
    return np.interp(np.arange(count), places, values)
