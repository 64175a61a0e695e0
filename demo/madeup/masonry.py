"""Laid stone: height and colour of walls and paving, block by block."""

from __future__ import annotations

import numpy as np

from . import noise
from .shapes import Array, mix


def _rows(length: float, low: float, high: float, random: np.random.Generator) -> Array:
    edges = [0.0]
    while edges[-1] < length + high:
        edges.append(edges[-1] + random.uniform(low, high))
    return np.array(edges)


def courses(
    u: Array, v: Array, seed: int, high: tuple[float, float], wide: tuple[float, float]
) -> tuple[Array, Array]:
    """At places u, v >= 0 (m) on a wall: metres to a joint, and a number 0..1 for each block.

    Courses are `high` (least, most) metres, their blocks `wide`; joints wander a little.
    """
    random = np.random.default_rng(seed)
    flat = np.stack([u.ravel(), v.ravel()], -1)
    u = (
        u.ravel()
        + 0.030 * noise.clouded(flat * 2.3, seed, 3)
        + 0.008 * noise.smooth(flat * 17, seed)
    )
    v = (
        v.ravel()
        + 0.022 * noise.clouded(flat * 1.9, seed + 7, 3)
        + 0.006 * noise.smooth(flat * 19, seed)
    )
    edges = _rows(float(v.max()) + 1, *high, random)
    row = np.clip(np.searchsorted(edges, v) - 1, 0, len(edges) - 2)
    to_joint = np.minimum(v - edges[row], edges[row + 1] - v)
    own = np.zeros_like(u)
    for index in range(len(edges) - 1):
        here = row == index
        if not here.any():
            continue
        ends = _rows(float(u.max()) + 2, *wide, random) - random.uniform(0, wide[0])
        block = np.clip(np.searchsorted(ends, u[here]) - 1, 0, len(ends) - 2)
        across = np.minimum(u[here] - ends[block], ends[block + 1] - u[here])
        to_joint[here] = np.minimum(to_joint[here], across)
        own[here] = random.random(len(ends))[block]
    return np.maximum(to_joint, 0), own


STONE = np.array([0.30, 0.265, 0.215])


def dressed(
    places: Array,
    u: Array,
    v: Array,
    seed: int,
    high: tuple[float, float],
    wide: tuple[float, float],
    moss: object = 0.0,
) -> tuple[Array, Array]:
    """How far each place (..., 3) stands out of its wall (m), and its colour (..., 3)."""
    to_joint, own = courses(u, v, seed, high, wide)
    flat = places.reshape(-1, 3)
    coarse = noise.clouded(flat * 5, seed + 20, 4)
    fine = noise.clouded(flat * 31, seed + 30, 5, 0.6)
    chips = np.clip(noise.ridged(flat * 8, seed + 40, 4) - 0.66, 0, 1)
    edge = 1 - np.exp(-((to_joint / (0.016 + 0.008 * coarse)).clip(0) ** 1.5))
    out = 0.030 * edge + 0.020 * (own - 0.5) * edge + 0.010 * coarse + 0.0045 * fine - 0.05 * chips
    tone = STONE * (0.62 + 0.75 * own[:, None]) * (1 + 0.22 * coarse + 0.28 * fine)[:, None]
    warm = noise.smooth(np.stack([own * 91, own * 37], -1), seed)[:, None]
    tone = tone * (1 + warm * np.array([0.10, 0.0, -0.13]))
    mortar = np.array([0.21, 0.19, 0.16]) * (1 + 0.35 * fine)[:, None]
    colour = mix(mortar, tone, edge)
    lichen = np.clip(noise.clouded(flat * 9, seed + 50, 5, 0.62) - 0.42, 0, 0.25) * 4
    colour = mix(colour, [0.40, 0.39, 0.29], lichen * 0.75)
    rust = np.clip(noise.clouded(flat * 6 + 40, seed + 60, 5, 0.6) - 0.55, 0, 0.2) * 5
    colour = mix(colour, [0.36, 0.23, 0.07], rust * 0.6)
    damp = np.asarray(moss, np.float64).ravel() + 0.5 * coarse + 0.25 * fine
    green = np.clip(damp - 0.25 * edge, 0, 1) * np.clip(np.asarray(moss).ravel() * 4, 0, 1)
    colour = mix(colour, np.array([0.055, 0.075, 0.018]) * (1 + 0.4 * fine)[:, None], green)
    out = out + 0.012 * green * (0.6 + 0.6 * fine)
    return out.reshape(u.shape), np.clip(colour, 0.006, 1).reshape(places.shape)
