"""What stands nearest in the inlet: leaning mooring posts, rope, reeds."""

from __future__ import annotations

import numpy as np

from . import noise
from .shapes import Array, Mesh, joined, mesh, mix, ribbon, rope, sagging, sheet, spline, tube


def post(foot: Array, top: Array, radius: float, seed: int) -> Mesh:
    """A weathered post from `foot` to `top` (3,): cracked, weed-grown below the tide line."""
    random = np.random.default_rng(seed)
    length = float(np.linalg.norm(top - foot))
    rows, sides = int(length / 0.0028), int(2 * np.pi * radius / 0.0028)
    cap = 40
    v = np.concatenate([np.linspace(0, 1, rows), np.ones(cap)])
    inward = np.concatenate([np.zeros(rows), np.linspace(0.03, 1, cap)])
    angle = np.linspace(0, 2 * np.pi, sides, endpoint=False)
    vv, aa = np.meshgrid(v * length, angle, indexing="ij")
    ring = np.stack([np.cos(aa), np.sin(aa)], -1)
    at = np.concatenate([ring.reshape(-1, 2) * radius, vv.reshape(-1, 1)], -1)
    long = at * [1, 1, 0.06]
    bulk = noise.clouded(at * 4.0, seed, 3)
    warp = noise.clouded(at * [3, 3, 1.2], seed + 5, 2)[:, None] * 0.012
    crack = np.clip((noise.ridged((long + warp) * 26, seed + 1, 3) - 0.66) / 0.25, 0, 1) ** 1.5
    fibre = noise.clouded((long + warp * 0.5) * 190, seed + 2, 3)
    pit = noise.clouded(at * 90, seed + 3, 3)
    chips = np.clip(noise.clouded(at * [9, 9, 3], seed + 4, 3) - 0.45, 0, 1)
    level = (
        at[:, 2] / length * (top - foot)[1] + foot[1] + 0.06 * noise.clouded(at * 9, seed + 6, 3)
    )
    weed = np.clip((0.52 - level) / 0.22, 0, 1)
    push = 0.012 * bulk - 0.011 * crack + 0.0016 * fibre + 0.0008 * pit - 0.012 * chips
    push += weed * 0.004 * noise.clouded(at * 40, seed + 7, 3)
    shells = np.clip(noise.smooth(at * 85, seed + 8) - 0.55, 0, 1) * np.clip(
        1 - np.abs(level - 0.5) / 0.22, 0, 1
    )
    push += 0.012 * shells
    lit = 0.5 + 0.5 * noise.clouded(at * [7, 7, 2.2], seed + 9, 4)
    wood = mix([0.135, 0.108, 0.080], [0.33, 0.29, 0.235], lit)
    wood *= (1 - 0.75 * crack + 0.22 * fibre + 0.10 * pit)[:, None]
    lichen = np.clip(noise.clouded(at * 17, seed + 10, 4) - 0.42, 0, 1) * np.clip(
        (level - 0.9) * 2, 0, 1
    )
    wood = mix(wood, [0.42, 0.41, 0.27], 1.5 * lichen)
    wood = mix(wood, np.array([0.030, 0.034, 0.018]) * (1 + 0.6 * pit[:, None]), 0.93 * weed)
    wood = mix(wood, [0.46, 0.44, 0.40], 2.6 * shells)
    spread = np.hypot(*(ring.reshape(-1, 2).T)) * radius
    centre = (1 - np.repeat(inward, sides)) * (spread + push * (1 - np.repeat(inward, sides)))
    ends = np.repeat(np.arange(rows + cap) >= rows, sides)
    flat = ring.reshape(-1, 2) * centre[:, None]
    rings = 0.5 + 0.5 * np.sin(
        np.hypot(flat[:, 0] - 0.01, flat[:, 1]) * 2 * np.pi / 0.0042 + 2 * bulk
    )
    split = noise.ridged(
        np.stack([np.repeat(angle[None], rows + cap, 0).ravel() * 3, flat[:, 0] * 4], -1), seed, 2
    )
    wood = np.where(
        ends[:, None], mix([0.10, 0.085, 0.066], [0.27, 0.24, 0.20], rings * 0.6 + 0.4 * lit), wood
    )
    wood *= np.where(ends, 1 - 0.7 * np.clip(split - 0.75, 0, 1) * 4, 1)[:, None]
    drop = ends * (
        0.006 * rings - 0.03 * np.clip(split - 0.75, 0, 1) + 0.02 * bulk + 0.05 * flat[:, 0]
    )
    drop += np.where(
        ends,
        0.012 * np.sqrt(np.repeat(inward, sides)),
        0.05 * flat[:, 0] * (vv.ravel() / length) ** 8,
    )
    along = (top - foot) / length
    side = np.cross(along, [0, 0, 1.0])
    side /= np.linalg.norm(side)
    other = np.cross(side, along)
    bow = 0.012 * np.sin(np.pi * vv.ravel() / length) * random.uniform(-1, 1)
    points = foot + (vv.ravel() + drop)[:, None] * along
    points = points + (flat[:, :1] + bow[:, None]) * side + flat[:, 1:] * other
    rough = np.clip(0.75 - 0.42 * weed, 0.2, 1)
    shape = (rows + cap, sides)
    return sheet(
        points.reshape(*shape, 3), wood.reshape(*shape, 3), rough.reshape(shape), wrap=True
    )


def wound(foot: Array, top: Array, radius: float, at: float, turns: float) -> Array:
    """A path that winds round a post, `at` metres above its foot, for a rope 2 cm thick."""
    along = (top - foot) / np.linalg.norm(top - foot)
    side = np.cross(along, [0, 0, 1.0])
    side /= np.linalg.norm(side)
    other = np.cross(side, along)
    t = np.linspace(0, 1, int(turns * 40))
    angle = 2 * np.pi * turns * t
    wobble = 0.006 * np.sin(angle * 0.37) + 0.004 * np.sin(angle * 1.7)
    return (
        foot
        + along * (at + 0.027 * turns * t + wobble)[:, None]
        + (radius + 0.014 + 0.004 * np.sin(angle * 0.7))[:, None]
        * (np.cos(angle)[:, None] * side + np.sin(angle)[:, None] * other)
    )


STRAW = np.array([0.47, 0.345, 0.165])
DRY = np.array([0.335, 0.245, 0.135])
GREEN = np.array([0.16, 0.19, 0.065])
PLUME = np.array([0.235, 0.165, 0.115])


def reed(
    foot: Array, height: float, seed: int, wind: float = 0.12, plume: bool = True
) -> tuple[Mesh, Mesh]:
    """One reed: (stem and plume, leaves)."""
    r = np.random.default_rng(seed)
    lean = r.normal([wind * 0.6, 0, 0], [0.10, 0, 0.09]) * height
    bend = np.array([wind, 0, 0.0]) * height * r.uniform(0.3, 1.3)
    t = np.linspace(0, 1, 26)
    path = foot + np.outer(t, [0, height, 0]) + np.outer(t, lean) + np.outer(t**2.6, bend)
    path[:, 1] -= np.abs(bend[0]) * 0.45 * t**3
    tint = mix(
        STRAW, mix(DRY, GREEN, np.array(r.random())), np.array(r.random() ** 1.5)
    ) * r.uniform(0.7, 1.15)
    nodes = 1 + 0.25 * (np.abs((t * 9) % 1 - 0.5) < 0.05)
    width = (0.0042 - 0.0029 * t) * r.uniform(0.75, 1.25) * nodes
    shade = tint * (0.75 + 0.25 * t)[:, None] * (1 + 0.1 * r.normal(size=(26, 1)))
    hard = [tube(path, width, shade, 6, 0.45)]
    leaves = []
    for level in np.arange(0.16, 0.93, r.uniform(0.085, 0.13)):
        base = np.array([np.interp(level, t, path[:, k]) for k in range(3)])
        azimuth = r.uniform(0, 2 * np.pi)
        out = np.array([np.cos(azimuth) + wind * 5, 0, np.sin(azimuth)])
        out /= np.linalg.norm(out)
        size = r.uniform(0.20, 0.46) * (1 - 0.45 * abs(level - 0.5)) * min(1.0, height / 1.4)
        s = np.linspace(0, 1, 14)
        droop = r.uniform(0.15, 1.5)
        rise = np.sin(r.uniform(0.5, 1.1)) * s - droop * s**2 * 0.75
        leaf = base + np.outer(s, out) * size * r.uniform(0.6, 0.9) + np.outer(rise, [0, size, 0])
        kink = r.random() < 0.18
        if kink:
            leaf[7:] += (
                np.outer(np.linspace(0, 1, 7), [0, -size * 0.7, 0])
                - np.outer(np.linspace(0, 1, 7), out) * size * 0.25
            )
        half = r.uniform(0.0035, 0.0075) * np.minimum(1, s * 6 + 0.4) * (1 - s**1.8) + 0.0003
        across = np.cross(out, [0, 1, 0]) + r.normal(0, 0.35, 3)
        old = r.random()
        colour = mix(tint * 0.9, DRY * 0.75, np.array(old))
        colour = mix(np.repeat(colour[None], 14, 0), DRY * 0.6, s**3 * 0.8)
        leaves.append(ribbon(leaf, half, across, colour * r.uniform(0.75, 1.2), fold=0.25))
    if plume:
        tip, before = path[-1], path[-4]
        along = (tip - before) / np.linalg.norm(tip - before)
        size = height * r.uniform(0.085, 0.13)
        for _ in range(int(r.integers(46, 70))):
            u = r.random() ** 0.8
            base = tip - along * 0.02 + along * size * u * 0.9
            out = r.normal(0, 1, 3) * [1, 0.4, 1] + [1.5 * np.sign(wind), -0.1, 0]
            out = out / np.linalg.norm(out) * size * r.uniform(0.30, 0.6) * (1.15 - u)
            end = base + along * size * r.uniform(0.15, 0.42) + out
            hang = base * 0.45 + end * 0.55 + [0, size * 0.1, 0]
            end = end - [0, size * r.uniform(0.03, 0.22), 0]
            strand = spline([base, hang, end], 15)
            lumps = 0.00035 + 0.0011 * r.random(15) * np.sin(np.linspace(0.25, np.pi, 15))
            hard.append(tube(strand, lumps, PLUME * r.uniform(0.7, 1.5), 4, 0.7))
    return joined(hard), joined(leaves)


def reeds(spots: list[tuple[Array, float]], seed: int) -> tuple[Mesh, Mesh]:
    """Reeds at (foot, height), as (stems and plumes, leaves)."""
    made = [
        reed(foot, height, seed * 1000 + index, plume=height > 0.8 and (index * 7) % 5 != 0)
        for index, (foot, height) in enumerate(spots)
    ]
    return joined([m[0] for m in made]), joined([m[1] for m in made])


def posts_and_rope() -> Mesh:
    """Two leaning posts, rope wound about the first, slack to the second, a frayed end hanging."""
    a0, a1 = np.array([-1.02, -0.3, 2.95]), np.array([-0.86, 1.62, 3.05])
    b0, b1 = np.array([-1.62, -0.3, 3.75]), np.array([-1.74, 1.33, 3.65])
    hemp = np.array([0.40, 0.315, 0.20])
    up = (a1 - a0) / np.linalg.norm(a1 - a0)
    turns = wound(a0, a1, 0.125, 1.36, 4.6)
    start = turns[0]
    knot = b0 + (b1 - b0) / np.linalg.norm(b1 - b0) * 1.30 + [0.10, 0, -0.03]
    slack = sagging(start, knot, 0.22, 60)
    tail = spline(
        [
            turns[-1],
            turns[-1] + [0.05, -0.05, -0.05],
            turns[-1] + [0.06, -0.28, -0.07],
            turns[-1] + [0.035, -0.52, -0.05],
        ],
        60,
    )
    end, parts = tail[-1], []
    r = np.random.default_rng(4)
    for _ in range(70):
        out = r.normal(0, 1, 3) * [0.024, 0, 0.024]
        wave = r.normal(0, 0.008, 3)
        strand = spline(
            [
                end + out * 0.15,
                end + out * 0.5 + [0, -0.03, 0] + wave,
                end + out + [0, -r.uniform(0.05, 0.12), 0],
            ],
            9,
        )
        parts.append(tube(strand, np.linspace(0.0011, 0.0003, 9), hemp * r.uniform(0.8, 1.5), 4))
    b_turns = wound(b0, b1, 0.095, 1.26, 3.2)
    ropes = [
        rope(turns, 0.0135, 21, hemp * 0.85, 260),
        rope(slack, 0.0130, 22, hemp * 0.8, 160),
        rope(tail, 0.0135, 23, hemp, 130),
        rope(b_turns, 0.0130, 24, hemp * 0.7, 90),
    ]
    iron = np.array([0.07, 0.045, 0.035])
    ring = (
        a0
        + up * 1.12
        + 0.045
        * np.stack(
            [np.cos(np.linspace(0, 6.4, 50)), np.sin(np.linspace(0, 6.4, 50)) - 0.9, np.zeros(50)],
            -1,
        )
        + np.array([0.02, 0, -0.14])
    )
    bolt = np.stack([a0 + up * 1.12 + [0.02, 0, -0.10], a0 + up * 1.12 + [0.02, 0, -0.15]])
    metal = [tube(ring, 0.006, iron, 10, 0.5), tube(bolt, 0.012, iron, 10, 0.5, caps=True)]
    return joined([post(a0, a1, 0.125, 31), post(b0, b1, 0.095, 37), *ropes, *parts, *metal])


def litter(spots: Array, seed: int) -> Mesh:
    """Dead stalks lying at `spots` (n, 3)."""
    r = np.random.default_rng(seed)
    parts = []
    for spot in spots:
        a = r.uniform(0, np.pi)
        half = r.uniform(0.03, 0.22)
        step = np.array([np.cos(a) * half, r.uniform(-0.02, 0.02), np.sin(a) * half])
        line = spline([spot - step, spot + np.array([0, 0.012, 0]), spot + step], 7)
        parts.append(tube(line, r.uniform(0.0012, 0.0032), STRAW * r.uniform(0.25, 0.85), 5))
    return joined(parts) if parts else mesh(np.zeros((3, 3)), np.array([[0, 1, 2]]), 0)
