"""A stone stair between walls on a late afternoon, a plant hanging very near; portrait format."""

from __future__ import annotations

import itertools

import mitsuba as mi
import numpy as np

from . import noise, sky
from .masonry import STONE, dressed
from .shapes import Array, Mesh, joined, mesh, mix, ribbon, sheet, spline, tube
from .tracer import GLOSSY, LEAF, MATT, Camera, Scene, shape

SUN = (-122.0, 47.0)  # behind the lens, to the left: it grazes the right wall
RISE, TREAD, FIRST, STEPS = 0.165, 0.33, 2.9, 19
LEFT, RIGHT = -0.92, 1.02


def camera(size: tuple[int, int] = (2000, 3000)) -> Camera:
    """A 35 mm lens at eye height, tilted up a little, focused on the middle of the stair."""
    return Camera((0.06, 1.45, 0.0), 5.5, 0.0, 35.0, size, f_number=9, focus=4.2)


def _ground(z: Array) -> Array:
    """The line the stair follows (m above the paving at `z`)."""
    return np.clip((z - FIRST) / TREAD, 0, STEPS) * RISE


def _wall(x: float, inward: float, top: float, seed: int) -> Mesh:
    """A wall along z at `x`, its stones standing out `inward` (+1 or -1)."""
    z = 0.35 * (14 / 0.35) ** np.linspace(0, 1, 1500)
    h = np.linspace(0, 1, 900)
    zz, hh = np.meshgrid(z, h)
    ragged = top + 0.10 * noise.clouded(np.stack([z * 2, 0 * z], -1), seed + 90, 4)
    low = np.maximum(_ground(z) - 0.2, -0.1)
    yy = low + (np.maximum(ragged, low + 0.9) - low) * hh
    places = np.stack([np.full_like(zz, x), yy, zz], -1)
    above = yy - _ground(zz)
    moss = np.clip(0.75 - above / 0.55, 0, 0.8) + np.clip((hh - 0.965) * 20, 0, 0.5)
    out, colour = dressed(places, zz, yy + 0.3, seed, (0.11, 0.27), (0.16, 0.55), moss)
    places[..., 0] += inward * out
    cap = places[-1].copy()
    cap[:, 0] -= inward * 0.45
    places, colour = np.concatenate([places, cap[None]]), np.concatenate([colour, colour[-1:]])
    return sheet(places, colour, 0.9)


def _steps() -> Mesh:
    """The flight as one sheet: worn treads, rounded noses, dirt in the corners."""
    profile, corner = [], []
    for step in range(STEPS):
        z0, y0 = FIRST + step * TREAD, step * RISE
        rise = np.linspace(0, 1, 26)[:-1]
        profile += [(z0 + 0.012 - 0.018 * r, y0 + RISE * r) for r in rise * 0.9]
        corner += list(1 - rise)
        bend = np.linspace(0, np.pi / 2, 10)
        profile += [
            (z0 + 0.012 - 0.018 * np.cos(b), y0 + RISE * (0.9 + 0.1 * np.sin(b))) for b in bend
        ]
        corner += [0.0] * 10
        flat = np.linspace(0, 1, 40)[1:]
        profile += [(z0 + 0.014 + (TREAD - 0.004) * f, y0 + RISE) for f in flat]
        corner += list(np.clip((flat - 0.75) * 4, 0, 1))
    p = np.array([*profile, (FIRST + STEPS * TREAD + 6, STEPS * RISE)])
    corner = np.array([*corner, 0.0])
    x = np.linspace(LEFT - 0.1, RIGHT + 0.1, 520)
    pp, xx = np.meshgrid(np.arange(len(p)), x, indexing="ij")
    y, z = p[pp, 1].copy(), p[pp, 0].copy()
    y -= 0.022 * np.exp(-(((xx - 0.08) / 0.34) ** 2)) * (1 - corner[pp]) * (pp > 10)
    step = np.clip(((z - FIRST + 0.02) / TREAD).astype(int), 0, STEPS)
    flat = np.stack([xx, y, z], -1).reshape(-1, 3)
    coarse = noise.clouded(flat * [3, 6, 6], 130, 4).reshape(y.shape)
    fine = noise.clouded(flat * 27, 131, 5, 0.62).reshape(y.shape)
    chips = np.clip(noise.ridged(flat * 7, 132, 4) - 0.7, 0, 1).reshape(y.shape)
    seam = np.array([np.random.default_rng(500 + s).uniform(-0.6, 0.7) for s in range(STEPS + 1)])[
        step
    ]
    gap = np.exp(-(((xx - seam - 0.01 * coarse) / 0.007) ** 2))
    y += 0.008 * coarse + 0.004 * fine - 0.035 * chips - 0.02 * gap
    z += 0.006 * coarse - 0.003 * fine
    own = np.random.default_rng(9).random((STEPS + 1, 2))[step, (xx > seam).astype(int)]
    tone = (
        STONE * 1.12 * (0.75 + 0.45 * own[..., None]) * (1 + 0.2 * coarse + 0.24 * fine)[..., None]
    )
    worn = np.exp(-(((xx - 0.08) / 0.40) ** 2)) * (1 - corner[pp])
    tone = mix(tone, np.array([0.40, 0.36, 0.30]) * (1 + 0.2 * fine)[..., None], 0.5 * worn)
    side = np.clip(1 - np.minimum(xx - LEFT, RIGHT - xx) / 0.22, 0, 1)
    moss = np.clip(0.62 * corner[pp] ** 2 + 0.8 * side - 0.28 + 0.55 * coarse + 0.3 * fine, 0, 1)
    tone = mix(
        tone, np.array([0.055, 0.078, 0.020]) * (1 + 0.45 * fine)[..., None], moss * (1 - worn)
    )
    y += 0.010 * moss * (1 - worn)
    return sheet(np.stack([xx, y, z], -1), np.clip(tone, 0.005, 1), 0.85)


def _paving() -> Mesh:
    z, x = np.linspace(0.3, FIRST + 0.3, 780), np.linspace(LEFT - 0.1, RIGHT + 0.1, 560)
    xx, zz = np.meshgrid(x, z)
    places = np.stack([xx, 0 * xx, zz], -1)
    side = np.clip(1 - np.minimum(xx - LEFT, RIGHT - xx) / 0.3, 0, 1) * 0.8
    out, colour = dressed(
        places, zz, xx + 1.2, 140, (0.22, 0.42), (0.3, 0.7), np.maximum(side, 0.18)
    )
    places[..., 1] = 0.7 * out - 0.03
    return sheet(places, colour * 0.95, 0.8)


def _leaf(
    base: Array, along: Array, up: Array, size: float, tint: Array, r: np.random.Generator
) -> Mesh:
    s = np.linspace(0, 1, 9)
    path = base + np.outer(s, along) * size - np.outer(s**2, [0, size * r.uniform(0.1, 0.5), 0])
    half = (
        size * 0.34 * np.sin(np.pi * np.clip(s * 0.94 + 0.05, 0, 1)) ** 0.8 * (1 - 0.35 * s)
        + 0.0004
    )
    shade = tint * (0.8 + 0.4 * s)[:, None] * r.uniform(0.8, 1.2)
    return ribbon(path, half, np.cross(along, up) + r.normal(0, 0.25, 3), shade, fold=0.22)


def _trailing(start: Array, length: float, r: np.random.Generator, big: float) -> tuple[Mesh, Mesh]:
    """A hanging shoot: (stems, leaves), its leaves smaller towards the tip."""
    t = np.linspace(0, 1, 12)
    sway = np.cumsum(r.normal(0, 0.012, (12, 3)), 0) * [1, 0.3, 1] * (length / 0.5)
    path = spline(start + sway - np.outer(t, [0, length, 0]), 60)
    green = mix([0.085, 0.14, 0.035], [0.17, 0.21, 0.05], np.array(r.random()))
    stems = [tube(path, np.linspace(0.0019, 0.0007, 60), green * [1.2, 0.8, 0.7], 6)]
    leaves = []
    for level in np.arange(0.03, 0.99, big * 0.42 / length):
        at = np.array([np.interp(level, np.linspace(0, 1, 60), path[:, k]) for k in range(3)])
        angle = r.uniform(0, 2 * np.pi)
        out = np.array([np.cos(angle), r.uniform(-0.7, 0.25), np.sin(angle)])
        out /= np.linalg.norm(out)
        stalk = at + out * big * 0.35
        stems.append(
            tube(spline([at, at + out * big * 0.2 + [0, 0.003, 0], stalk], 5), 0.0006, green, 4)
        )
        size = big * r.uniform(0.65, 1.1) * (1 - 0.55 * level)
        old = r.random() < 0.05
        tint = np.array([0.30, 0.22, 0.05]) if old else green
        leaves.append(_leaf(stalk, out, np.array([0.2, 1, 0.1]), size, tint, r))
    curl = np.linspace(0, 3.5 * np.pi, 40)
    tip = path[-1] + np.stack(
        [0.005 * np.sin(curl) * curl / 9, -0.0032 * curl, 0.005 * np.cos(curl)], -1
    )
    stems.append(tube(tip, np.linspace(0.0006, 0.0002, 40), green * 1.3, 4))
    return joined(stems), joined(leaves)


def plant() -> tuple[Mesh, Mesh]:
    """What hangs into the picture from above, 0.6 to 1 m from the lens: (stems, leaves)."""
    r = np.random.default_rng(21)
    parts = []
    for _ in range(30):
        z = r.uniform(0.72, 1.08)
        x = z * r.uniform(-0.60, -0.05) + 0.05
        reach = (0.26 + 0.86 * np.clip((-x / z - 0.02) / 0.5, 0, 1) ** 1.1) * r.uniform(0.5, 1.1)
        parts.append(_trailing(np.array([x, 1.45 + 0.95 * z + 0.1, z]), reach + 0.16, r, 0.043))
    for _ in range(7):
        z = r.uniform(0.8, 1.1)
        parts.append(
            _trailing(
                np.array([z * r.uniform(0.1, 0.5), 1.45 + 0.95 * z + 0.1, z]),
                r.uniform(0.15, 0.34),
                r,
                0.038,
            )
        )
    return joined([p[0] for p in parts]), joined([p[1] for p in parts])


def _tuft(places: Array, size: float, tint: tuple[float, float, float], seed: int) -> Mesh:
    """Small leaves at `places` (n, 3): ferns in joints, crowns of trees."""
    r = np.random.default_rng(seed)
    made = []
    for place in places:
        out = r.normal(0, 1, 3) + np.array([0, 0.35, 0])
        out /= np.linalg.norm(out)
        made.append(
            _leaf(
                place,
                out,
                np.array([0, 1, 0.1]),
                size * r.uniform(0.5, 1.3),
                np.array(tint) * r.uniform(0.6, 1.4, 3),
                r,
            )
        )
    return joined(made)


def _pot(place: Array, size: float, seed: int) -> tuple[Mesh, Mesh]:
    """A flower pot and what grows in it."""
    profile = np.array(
        [
            (0.0, 0.004),
            (0.62, 0.0),
            (0.66, 0.03),
            (0.90, 0.82),
            (1.02, 0.84),
            (1.03, 1.02),
            (0.96, 1.03),
            (0.92, 0.90),
            (0.0, 0.88),
        ]
    )
    angle = np.linspace(0, 2 * np.pi, 60, endpoint=False)
    ring = np.stack([np.cos(angle), 0 * angle, np.sin(angle)], -1)
    fine = np.concatenate(
        [np.linspace(a, b, 14, endpoint=False) for a, b in itertools.pairwise(profile)]
    )
    points = place + size * (
        fine[:, :1, None] * ring[None] * 0.55 + np.array([0, 1, 0]) * fine[:, 1:, None]
    )
    flat = points.reshape(-1, 3)
    stain = noise.clouded(flat * 22, seed, 5).reshape(points.shape[:2])
    clay = np.array([0.34, 0.145, 0.075]) * (1 + 0.2 * stain[..., None])
    clay = mix(clay, [0.45, 0.41, 0.36], np.clip(stain - 0.2, 0, 0.5) * 1.4)
    r = np.random.default_rng(seed)
    crown = (
        place + [0, size * 1.25, 0] + r.normal(0, 1, (330, 3)) * size * np.array([0.42, 0.34, 0.42])
    )
    leaves = [_tuft(crown, size * 0.24, (0.07, 0.125, 0.035), seed)]
    blooms = crown[:26] + r.normal(0, 0.02, (26, 3)) + [0, size * 0.18, 0]
    leaves.append(_tuft(np.repeat(blooms, 6, 0), size * 0.085, (0.62, 0.12, 0.10), seed + 1))
    return sheet(points, clay, 0.85, wrap=True), joined(leaves)


def scene() -> Scene:
    """The whole stair, built anew: the same from the same seeds."""
    r = np.random.default_rng(33)
    head = STEPS * RISE
    hard = [_wall(LEFT, 1, 3.6, 100), _wall(RIGHT, -1, 4.3, 110), _steps(), _paving()]
    soft = []
    for step, x, size in ((1, -0.68, 0.26), (3, 0.80, 0.23), (6, -0.72, 0.24), (9, 0.82, 0.25)):
        place = np.array([x, (step + 1) * RISE - 0.012, FIRST + (step + 0.55) * TREAD])
        pot, leaves = _pot(place, size, 40 + step)
        hard.append(pot)
        soft.append(leaves)
    z = r.uniform(1.4, 9, 150)
    wild = np.stack(
        [
            np.where(r.random(150) < 0.5, LEFT + 0.03, RIGHT - 0.03),
            _ground(z) + 0.05 + r.exponential(0.10, 150),
            z,
        ],
        -1,
    )
    soft.append(
        _tuft(np.repeat(wild, 9, 0) + r.normal(0, 0.012, (1350, 3)), 0.055, (0.075, 0.12, 0.03), 60)
    )
    for x, y, deep, size in (
        (-1.6, head + 2.6, 16.0, 2.1),
        (1.9, head + 1.5, 19.0, 1.8),
        (0.1, head + 0.4, 21.0, 1.3),
    ):
        crown = r.normal(0, 1, (11000, 3))
        crown = crown / np.linalg.norm(crown, axis=1, keepdims=True) * r.random((11000, 1)) ** 0.33
        lumps = 1 + 0.45 * noise.clouded(crown * 2.2, 61, 3)[:, None]
        soft.append(
            _tuft(
                crown * lumps * size * [1.1, 0.85, 1] + [x, y, deep],
                0.14,
                (0.075, 0.10, 0.03),
                int(deep),
            )
        )
    rail = spline(
        [
            [RIGHT - 0.10, 0.85 + _ground(np.array(v)), v]
            for v in np.linspace(FIRST - 0.25, 9.1, 14)
        ],
        220,
    )
    iron = np.array([0.035, 0.033, 0.032])
    hard.append(tube(rail, 0.017, iron, 14, 0.35, caps=True))
    for index in range(12, 220, 48):
        grip = rail[index]
        hard.append(
            tube(
                spline(
                    [grip, grip + np.array([0.01, -0.06, 0]), grip + np.array([0.14, -0.075, 0])],
                    12,
                ),
                0.009,
                iron,
                8,
                0.4,
            )
        )
    far = np.array(
        [[-40, head - 3, 30], [40, head - 3, 30], [40, head + 0.9, 34], [-40, head + 0.9, 34.0]]
    )
    hard.append(mesh(far, np.array([[0, 1, 2], [0, 2, 3]]), (0.06, 0.075, 0.03)))
    stems, leaves = plant()
    light = mi.load_dict(
        {"type": "envmap", "bitmap": mi.Bitmap(sky.dawn(seed=14, sun=SUN, warmth=0.55))}
    )
    return Scene(
        [
            [shape(stems, MATT), shape(leaves, LEAF)],
            [shape(joined(hard), GLOSSY), shape(joined(soft), LEAF), light],
        ],
        [light],
    )
