"""Seeded noise: smooth in space, the same on every run."""

from __future__ import annotations

import numba
import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@numba.njit(cache=True)
def _hash(cell: NDArray[np.int64], seed: int) -> float:
    """A number in 0..1 for a `cell` (d,); integer avalanche mixing."""
    h = np.uint64(seed) * np.uint64(0x9E3779B97F4A7C15) + np.uint64(1)
    for axis in range(len(cell)):
        h ^= np.uint64(cell[axis]) + np.uint64(0x9E3779B97F4A7C15) * np.uint64(axis + 3)
        h = (h ^ (h >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
        h = (h ^ (h >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
        h ^= h >> np.uint64(31)
    return np.float64(h >> np.uint64(11)) / 9007199254740992.0


@numba.njit(cache=True, parallel=True)
def _smooth(points: Array, seed: int) -> Array:
    count, dimensions = points.shape
    out = np.empty(count)
    for i in numba.prange(count):
        base = np.floor(points[i])
        t = points[i] - base
        t = t * t * t * (t * (t * 6 - 15) + 10)
        cell = np.empty(dimensions, np.int64)
        total = 0.0
        for corner in range(1 << dimensions):
            weight = 1.0
            for axis in range(dimensions):
                step = corner >> axis & 1
                cell[axis] = np.int64(base[axis]) + step
                weight *= t[axis] if step else 1 - t[axis]
            total += weight * _hash(cell, seed)
        out[i] = total * 2 - 1
    return out


def smooth(points: Array, seed: int = 0) -> Array:
    """Value noise in -1..1 at `points` (n, d), one cell to a unit, with a C2 fade."""
    return _smooth(np.ascontiguousarray(points, np.float64), seed)


def clouded(points: Array, seed: int = 0, octaves: int = 5, gain: float = 0.5) -> Array:
    """Fractal noise of about -1..1: octaves of `smooth`, each twice as fine `gain` as strong."""
    points = np.asarray(points, np.float64)
    total, strength, norm = np.zeros(len(points)), 1.0, 0.0
    for octave in range(octaves):
        total += strength * smooth(points * 2**octave + 17.3 * octave, seed + octave)
        norm += strength
        strength *= gain
    return total / norm * 1.6


def ridged(points: Array, seed: int = 0, octaves: int = 4) -> Array:
    """Fractal noise of 0..1 with sharp crests: cracks, creases, drainage lines."""
    points = np.asarray(points, np.float64)
    total, strength, norm = np.zeros(len(points)), 1.0, 0.0
    for octave in range(octaves):
        crest = 1 - np.abs(smooth(points * 2**octave + 9.1 * octave, seed + octave))
        total += strength * crest * crest
        norm += strength
        strength *= 0.5
    return total / norm


def tile(size: int, slope: float, seed: int, stretch: float = 1.0) -> Array:
    """A (size, size) field that repeats seamlessly, mean 0 and deviation 1.

    Its amplitude falls as frequency**-slope; `stretch` > 1 draws it out along x.
    """
    random = np.random.default_rng(seed)
    fy = np.fft.fftfreq(size)[:, None]
    fx = np.fft.fftfreq(size)[None, :] * stretch
    frequency = np.hypot(fx, fy)
    frequency[0, 0] = 1.0
    spectrum = np.fft.fft2(random.standard_normal((size, size))) * frequency**-slope
    spectrum[0, 0] = 0.0
    field = np.fft.ifft2(spectrum).real
    return field / field.std()
