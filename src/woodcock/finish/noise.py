"""Smooth noise: value noise on a lattice (Perlin, "An image synthesizer", SIGGRAPH 1985)."""

from __future__ import annotations

import numpy as np

from woodcock.compiled import njit
from woodcock.pixels.compiled import OPTIONS


@njit(**OPTIONS)
def _mixed(seed, i, j, k):
    """-1 to 1 at a corner of the noise's lattice (Wellons' lowbias32)."""
    h = np.uint32(i) * np.uint32(0x8DA6B343) + np.uint32(j) * np.uint32(0xD8163841)
    h += np.uint32(k) * np.uint32(0xCB1AB31F) + np.uint32(seed) * np.uint32(0x9E3779B9)
    h = np.uint32((h ^ (h >> np.uint32(16))) * np.uint32(0x7FEB352D))
    h = np.uint32((h ^ (h >> np.uint32(15))) * np.uint32(0x846CA68B))
    h = h ^ (h >> np.uint32(16))
    return np.float64(h) * (2.0 / 4294967295.0) - 1.0


@njit(**OPTIONS)
def noise(seed, x, y, z):
    """From -1 to 1 at a place: the same for the same seed."""
    i, j, k = np.floor(x), np.floor(y), np.floor(z)
    u, v, w = x - i, y - j, z - k
    u, v, w = u * u * (3 - 2 * u), v * v * (3 - 2 * v), w * w * (3 - 2 * w)
    i, j, k = np.int64(i), np.int64(j), np.int64(k)
    out = 0.0
    for c in range(2):
        for b in range(2):
            p = _mixed(seed, i, j + b, k + c)
            q = _mixed(seed, i + 1, j + b, k + c)
            out += (p + u * (q - p)) * (v if b else 1 - v) * (w if c else 1 - w)
    return out
