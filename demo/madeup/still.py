"""Indoors, by a window: two feathers in a stoneware jar, pears and a cloth on an old table."""

from __future__ import annotations

import mitsuba as mi
import numpy as np

from . import noise
from .shapes import Array, Mesh, joined, mix, sheet, spline, tube
from .tracer import GLOSSY, LEAF, MATT, Camera, Scene, shape


def camera(size: tuple[int, int] = (2400, 1600)) -> Camera:
    """A 46 mm lens a little above the table, wide open enough to leave the wall soft."""
    return Camera((0.0, 0.36, 0.0), -6.6, 0.0, 46.0, size, f_number=5.0, focus=1.12)


def lathe(
    profile: list[tuple[float, float]], place: Array, seed: int, wobble: float = 0.0
) -> Array:
    """A turned shape as points (rows, 160, 3) from (radius, height) in metres."""
    outline = spline([(r, h, 0) for r, h in profile], 240)
    angle = np.linspace(0, 2 * np.pi, 160, endpoint=False)
    ring = np.stack([np.cos(angle), 0 * angle, np.sin(angle)], -1)
    points = (
        np.maximum(outline[:, :1, None], 0.0003) * ring[None]
        + np.array([0, 1, 0]) * outline[:, 1:2, None]
    )
    flat = points.reshape(-1, 3)
    bump = wobble * noise.clouded(flat * 18, seed, 4).reshape(points.shape[:2])
    return points + bump[..., None] * ring[None] + place


JAR = np.array([-0.06, 0.0, 1.16])


def jar() -> Mesh:
    """Stoneware, 19 cm high, its glaze running and speckled."""
    profile = [
        (0.0, 0.0),
        (0.052, 0.0),
        (0.058, 0.006),
        (0.072, 0.05),
        (0.077, 0.09),
        (0.064, 0.135),
        (0.041, 0.160),
        (0.038, 0.175),
        (0.047, 0.189),
        (0.044, 0.192),
        (0.036, 0.178),
        (0.037, 0.16),
        (0.055, 0.12),
        (0.0, 0.11),
    ]
    points = lathe(profile, JAR, 300, 0.0009)
    flat = (points - JAR).reshape(-1, 3)
    cloud = noise.clouded(flat * 14, 301, 5)
    fleck = np.clip(noise.smooth(flat * 230, 302) - 0.62, 0, 0.2) * 5
    run = (
        flat[:, 1]
        - 0.055
        - 0.018
        * noise.smooth(np.stack([np.arctan2(flat[:, 2], flat[:, 0]) * 3.5, 0 * cloud], -1), 303)
    )
    glaze = np.array([0.40, 0.40, 0.355]) * (1 + 0.10 * cloud)[:, None]
    body = np.array([0.21, 0.125, 0.075]) * (1 + 0.2 * cloud)[:, None]
    colour = mix(body, glaze, run / 0.006)
    colour = mix(colour, [0.13, 0.08, 0.045], np.exp(-((run / 0.004) ** 2)) * 0.7 + fleck * 0.8)
    rings = 0.04 * np.sin(flat[:, 1] * 900 + 3 * cloud)
    rough = np.where(run > 0, 0.22 + 0.08 * cloud, 0.7)
    shaped = points.shape
    return sheet(
        points,
        np.clip(colour * (1 + rings[:, None]), 0, 1).reshape(shaped),
        np.clip(rough, 0.1, 1).reshape(shaped[:2]),
        wrap=True,
    )


def feather(path: Array, width: float, seed: int, dark: Array, pale: Array) -> Mesh:
    """A feather along `path` (n, 3): shaft, vanes of single barbs that part, down."""
    r = np.random.default_rng(seed)
    quill = spline(path, 240)
    t = np.linspace(0, 1, 240)
    parts = [
        tube(
            quill,
            np.linspace(0.0017, 0.00022, 240),
            mix([0.55, 0.47, 0.34], dark * 0.8, t),
            8,
            0.35,
        )
    ]
    tangent = np.gradient(quill, axis=0)
    tangent /= np.linalg.norm(tangent, axis=1, keepdims=True)
    across = np.cross(tangent, [0.12, 0.0, 1.0])
    across /= np.linalg.norm(across, axis=1, keepdims=True)
    face = np.cross(across, tangent)
    s = np.linspace(0, 1, 9)
    for side in (-1, 1):
        split = np.cumsum(r.random(60) < 0.16)
        for u in np.arange(0.17, 0.995, 0.00075):
            k = int(u * 239)
            vane = u > 0.34
            reach = (
                width
                * (1.0 if side < 0 else 0.72)
                * np.sin(np.pi * np.clip((u - 0.12) / 0.9, 0, 1) ** 0.8) ** 0.55
            )
            reach *= r.uniform(0.94, 1.02)
            group = int(split[min(int(u * 60), 59)])
            parted = np.random.default_rng(seed * 100 + group * 2 + (side > 0)).normal(0, 0.10)
            if vane:
                slant = 1.05 + parted
                ahead = s * np.cos(slant * 0.75) + s**2 * 0.55
                out = s * np.sin(slant * 0.75) * side
                curl = 0.16 * s**2 * side + r.normal(0, 0.01)
                line = quill[k] + reach * (
                    ahead[:, None] * tangent[k] + out[:, None] * across[k] + curl[:, None] * face[k]
                )
                thick = np.linspace(0.00044, 0.00022, 9)
            else:
                wave = np.cumsum(r.normal(0, 0.11, (9, 3)), 0)
                line = quill[k] + reach * r.uniform(0.6, 1.25) * (
                    (0.35 * s)[:, None] * tangent[k]
                    + (s * side)[:, None] * across[k]
                    + wave * s[:, None]
                )
                thick = np.linspace(0.00014, 0.00005, 9)
            band = 0.5 + 0.5 * np.sin(u * 46 + 2.2 * s + 0.6 * side + 0.4 * np.sin(u * 17))
            tint = mix(
                dark, pale, np.clip((band - 0.45) * 3, 0, 1) * np.clip(1.25 - u * 0.55, 0, 1)
            )
            if not vane:
                tint = np.broadcast_to(np.array([0.55, 0.52, 0.47]), (9, 3))
            parts.append(tube(line, thick, tint * r.uniform(0.85, 1.12), 3, 0.6))
            if not vane and r.random() < 0.8:
                for j in range(2, 9):
                    hair = (
                        line[j]
                        + np.outer(np.linspace(0, 1, 4), r.normal(0, 0.0032, 3))
                        + np.cumsum(r.normal(0, 0.0004, (4, 3)), 0)
                    )
                    parts.append(tube(hair, 0.00005, tint[j] * 1.1, 3, 0.7))
    return joined(parts)


def grass(seed: int) -> Mesh:
    """Dry stalks with drooping ears, finer than the feathers."""
    r = np.random.default_rng(seed)
    straw = np.array([0.42, 0.31, 0.15])
    parts = []
    for _ in range(9):
        lean = r.normal(0, 0.10, 3)
        top = JAR + np.array([lean[0] * 1.5 + 0.05, r.uniform(0.34, 0.46), lean[2] * 0.6])
        path = spline(
            [
                JAR + np.array([0.01, 0.14, 0]),
                (JAR + np.array([0.01, 0.16, 0])) * 0.5 + top * 0.5 + lean * 0.12,
                top,
                top + np.array([lean[0] * 0.5 + 0.02, -0.012, 0]),
            ],
            80,
        )
        parts.append(tube(path, np.linspace(0.0009, 0.0003, 80), straw * r.uniform(0.7, 1.2), 6))
        for k in range(48, 80):
            for _ in range(2):
                out = r.normal(0, 1, 3) * [1, 0.6, 1] + [0.3, 0.4, 0]
                tip = path[k] + out / np.linalg.norm(out) * r.uniform(0.006, 0.017)
                seedlet = spline([path[k], path[k] * 0.4 + tip * 0.6 + [0, 0.001, 0], tip], 7)
                parts.append(
                    tube(
                        seedlet,
                        0.0006 * np.sin(np.linspace(0.4, np.pi, 7)) + 0.00008,
                        straw * r.uniform(0.7, 1.5),
                        4,
                    )
                )
                awn = tip + np.outer(np.linspace(0, 1, 4), out * 0.006 + [0, -0.002, 0])
                parts.append(tube(awn, 0.00007, straw * 1.2, 3))
    return joined(parts)


def table() -> Mesh:
    """Old boards, joints running away from the lens, scratched and waxed."""
    z, x = np.linspace(0.55, 2.15, 1100), np.linspace(-1.1, 1.1, 1500)
    xx, zz = np.meshgrid(x, z)
    edge = 0.185
    board = np.floor(zz / edge + 0.4)
    own = np.random.default_rng(5).random((40, 3))[board.astype(int)]
    flat = np.stack([xx.ravel() + own[..., 0].ravel() * 9, board.ravel() * 3.1 + zz.ravel()], -1)
    bend = 0.012 * noise.clouded(flat * [1.4, 6], 310, 3)
    ring = flat[:, 1] + bend
    grain = noise.clouded(np.stack([flat[:, 0] * 2.2, ring * 62], -1), 311, 5, 0.6).reshape(
        xx.shape
    )
    pore = np.clip(
        noise.smooth(np.stack([flat[:, 0] * 30, ring * 700], -1), 312) - 0.45, 0, 1
    ).reshape(xx.shape)
    stain = noise.clouded(flat * 3.2, 313, 4).reshape(xx.shape)
    gap = np.abs((zz / edge + 0.4) % 1 - 0.5) * edge
    seam = np.clip((gap - (edge / 2 - 0.0035)) / 0.003, 0, 1)
    colour = (
        np.array([0.17, 0.094, 0.048])
        * (1 + 0.30 * grain + 0.16 * stain + 0.3 * (own[..., 1] - 0.5))[..., None]
    )
    colour = colour * (1 - 0.55 * pore - 0.8 * seam)[..., None]
    y = -0.0006 * pore + 0.0008 * grain * 0.4 - 0.004 * seam + 0.0012 * stain
    rough = np.clip(0.34 + 0.14 * stain + 0.3 * pore + 0.08 * grain, 0.15, 1)
    return sheet(np.stack([xx, y, zz], -1), np.clip(colour, 0.004, 1), rough)


def wall() -> Mesh:
    """Limewashed plaster, uneven, a crack or two."""
    x, y = np.linspace(-2.2, 2.2, 900), np.linspace(-0.4, 2.2, 560)
    xx, yy = np.meshgrid(x, y)
    flat = np.stack([xx.ravel(), yy.ravel()], -1)
    trowel = noise.clouded(flat * [1.6, 2.1], 320, 5, 0.52).reshape(xx.shape)
    fine = noise.clouded(flat * 30, 321, 4).reshape(xx.shape)
    crack = np.clip(
        noise.ridged(flat * 0.8 + 0.02 * noise.smooth(flat * 20, 9)[:, None], 322, 5) - 0.86, 0, 1
    ).reshape(xx.shape)
    damp = noise.clouded(flat * 0.9, 323, 4).reshape(xx.shape)
    colour = np.array([0.31, 0.32, 0.30]) * (1 + 0.10 * trowel + 0.05 * fine)[..., None]
    colour = mix(colour, [0.25, 0.215, 0.165], np.clip(damp - 0.1, 0, 1) * 0.8)
    return sheet(
        np.stack([xx, yy, 2.15 - 0.008 * trowel - 0.001 * fine + 0.06 * crack], -1), colour, 0.95
    )


def pear(place: Array, lean: float, seed: int) -> Mesh:
    """A speckled green-brown pear with its stalk."""
    profile = [
        (0.0, 0.004),
        (0.016, 0.0),
        (0.031, 0.014),
        (0.036, 0.034),
        (0.029, 0.057),
        (0.019, 0.076),
        (0.013, 0.088),
        (0.006, 0.094),
        (0.0, 0.092),
    ]
    body = lathe(profile, np.zeros(3), seed, 0.0016)
    flat = body.reshape(-1, 3)
    blush = np.clip(0.5 + 9 * flat[:, 0] + 0.5 * noise.clouded(flat * 22, seed, 4), 0, 1)
    skin = mix([0.30, 0.31, 0.055], [0.40, 0.20, 0.06], blush)
    dot = np.clip(noise.smooth(flat * 420, seed + 1) - 0.55, 0, 0.3) * 3
    russet = np.clip(noise.clouded(flat * 30, seed + 2, 5) + 22 * (0.012 - flat[:, 1]), 0, 1)
    skin = mix(mix(skin, [0.22, 0.15, 0.06], dot), [0.20, 0.125, 0.055], russet * 0.7)
    made = joined(
        [
            sheet(body, skin.reshape(body.shape), 0.38, wrap=True),
            tube(
                spline([[0, 0.090, 0], [0.002, 0.102, 0], [0.008, 0.116, 0.002]], 20),
                np.linspace(0.0012, 0.0017, 20),
                (0.10, 0.065, 0.035),
                8,
                caps=True,
            ),
        ]
    )
    a = np.radians(lean)
    turn = np.array([[np.cos(a), -np.sin(a), 0], [np.sin(a), np.cos(a), 0], [0, 0, 1]])
    made.vertices = made.vertices @ turn.T
    made.vertices += place - [0, made.vertices[:, 1].min() + 0.0008, 0]
    return made


def cloth() -> Mesh:
    """A linen cloth thrown down, its weave just visible."""
    u, v = np.meshgrid(np.linspace(0, 1, 1500), np.linspace(0, 1, 1100))
    x, z = 0.17 + 0.42 * u + 0.05 * v, 0.93 + 0.30 * v - 0.10 * u
    flat = np.stack([x.ravel(), z.ravel()], -1)
    warp = flat + 0.05 * np.stack([noise.smooth(flat * 6, 330), noise.smooth(flat * 6, 331)], -1)
    fold = noise.clouded(warp @ np.array([[7.0, 2.0], [-4.0, 11.0]]), 332, 2).reshape(x.shape)
    soft = noise.clouded(flat * 9, 333, 3).reshape(x.shape)
    rim = np.prod([1 - np.exp(-((9 * edge) ** 2)) for edge in (u, 1 - u, v, 1 - v)], axis=0)
    y = 0.004 + rim * (0.020 * (fold + 0.9).clip(0) + 0.006 * (soft + 0.8))
    slub = noise.clouded(np.stack([u.ravel() * 9, v.ravel() * 260], -1), 334, 2).reshape(x.shape)
    slub = slub + noise.clouded(np.stack([u.ravel() * 340, v.ravel() * 9], -1), 335, 2).reshape(
        x.shape
    )
    weave = 0.13 * np.sin(u * 2 * np.pi * 210) * np.sin(v * 2 * np.pi * 160) + 0.07 * slub
    stripe = (np.abs(v - 0.10) < 0.012) | (np.abs(v - 0.14) < 0.004)
    colour = (
        np.where(stripe[..., None], [0.11, 0.15, 0.24], [0.46, 0.435, 0.375])
        * (1 + weave + 0.06 * soft)[..., None]
    )
    return sheet(np.stack([x, y, z], -1), np.clip(colour, 0, 1), 0.95)


def scene() -> Scene:
    """The table, built anew: the same from the same seeds."""
    neck = JAR + np.array([0, 0.12, 0])
    one = np.array(
        [
            neck,
            neck + np.array([-0.028, 0.1, -0.008]),
            neck + np.array([-0.075, 0.24, -0.02]),
            neck + np.array([-0.155, 0.375, -0.03]),
        ]
    )
    two = np.array(
        [
            neck + np.array([0.012, 0, 0]),
            neck + np.array([0.035, 0.09, -0.02]),
            neck + np.array([0.075, 0.19, -0.04]),
            neck + np.array([0.135, 0.27, -0.06]),
        ]
    )
    subject = [
        shape(jar(), GLOSSY),
        shape(
            feather(one, 0.044, 7, np.array([0.15, 0.105, 0.07]), np.array([0.72, 0.63, 0.5])),
            LEAF,
            smooth=False,
        ),
        shape(
            feather(two, 0.034, 8, np.array([0.16, 0.16, 0.175]), np.array([0.8, 0.78, 0.73])),
            LEAF,
            smooth=False,
        ),
        shape(grass(11), MATT),
    ]
    window = mi.load_dict({
        "type": "rectangle",
        "to_world": mi.ScalarTransform4f().look_at(
            origin=[-2.3, 1.15, 0.75], target=[0, 0.15, 1.3], up=[0, 1, 0]
        )
        @ mi.ScalarTransform4f().scale([0.42, 0.62, 1]),
        "emitter": {"type": "area", "radiance": {"type": "rgb", "value": [27.0, 28.5, 31.0]}},
    })  # fmt: skip
    fill = mi.load_dict(
        {
            "type": "constant",
            "radiance": {"type": "rgb", "value": [0.085, 0.075, 0.065]},
            "sampling_weight": 0.08,
        }
    )
    room = [
        shape(table(), GLOSSY),
        shape(wall(), MATT),
        shape(cloth(), MATT),
        shape(pear(np.array([0.17, 0.0, 1.29]), 6, 340), GLOSSY),
        shape(pear(np.array([0.265, 0.0, 1.37]), -74, 345), GLOSSY),
    ]
    return Scene([subject, [*room, fill]], [window, fill])
