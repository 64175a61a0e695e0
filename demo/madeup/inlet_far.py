"""The far side of the inlet: water, mud banks, marsh, a low headland with a lighthouse."""

from __future__ import annotations

import numpy as np

from . import noise
from .shapes import Array, Mesh, joined, mesh, mix, sheet, tube


def water() -> Mesh:
    """The water's plane; its ripples are in the light, not in the mesh."""
    corners = np.array([[-9000, 0, -50], [9000, 0, -50], [9000, 0, 9000], [-9000, 0, 9000.0]])
    return mesh(corners, np.array([[0, 2, 1], [0, 3, 2]]), (0.020, 0.026, 0.022))


def _height(x: Array, z: Array) -> Array:
    """The mud's height above the water (m): two near banks a channel between, and a far bar."""
    flat = np.stack([x.ravel(), z.ravel()], -1)
    edge = 0.55 * noise.clouded(flat * 0.55, 80, 4).reshape(x.shape)
    left = np.clip((-0.85 - x + 0.25 * (6.2 - z) + edge) * 0.16, -0.3, 0.20)
    right = np.clip((x - 1.45 + 0.22 * (5.4 - z) + edge) * 0.20, -0.3, 0.24)
    bank = np.maximum(left, right) - 0.03 * np.clip(z - 5.5, 0, 9)
    rough = 0.030 * noise.clouded(flat * 2.3, 81, 5) + 0.016 * noise.clouded(flat * 11, 82, 5)
    prints = 0.035 * np.clip(noise.smooth(flat * 7, 83) - 0.45, 0, 1)
    gullies = 0.06 * np.clip(noise.ridged(flat * 0.9, 84, 3) - 0.72, 0, 1) * 3
    return bank + (rough - prints.clip(0)).reshape(x.shape) - gullies.reshape(x.shape)


def mud() -> Mesh:
    """Wet mud at both sides of the foreground: hollows shine, crests are nearly dry."""
    z = 2.6 * (14 / 2.6) ** np.linspace(0, 1, 900)
    u = np.linspace(-0.62, 0.62, 1500)
    uu, zz = np.meshgrid(u, z)
    xx = uu * (zz + 0.6)
    y = _height(xx, zz)
    at = np.stack([xx.ravel(), zz.ravel()], -1)
    wet = np.clip((0.085 - y) / 0.09 + 0.35 * noise.clouded(at * 4, 85, 4).reshape(y.shape), 0, 1)
    tone = noise.clouded(at * 6, 86, 5).reshape(y.shape)
    colour = mix([0.115, 0.092, 0.068], [0.042, 0.037, 0.030], wet) * (1 + 0.25 * tone[..., None])
    weed = np.clip(noise.clouded(at * 2.1, 87, 4) - 0.35, 0, 1).reshape(y.shape) * 1.4
    colour = mix(colour, [0.055, 0.062, 0.022], weed)
    shape = np.stack([xx, y, zz], -1)
    return sheet(shape, np.clip(colour, 0.004, 1), np.clip(0.62 - 0.47 * wet, 0.1, 1))


def pebbles(seed: int, count: int = 700) -> Mesh:
    """Stones and shells lying on the mud."""
    r = np.random.default_rng(seed)
    parts = []
    ball = _ball(6, 9)
    while len(parts) < count:
        z = 2.9 * (9 / 2.9) ** r.random()
        x = r.uniform(-0.6, 0.6) * (z + 0.5)
        y = float(_height(np.array([[x]]), np.array([[z]]))[0, 0])
        if y < 0.01:
            continue
        size = 0.004 + 0.018 * r.random() ** 4
        squash = size * np.array([r.uniform(0.8, 1.4), r.uniform(0.35, 0.7), r.uniform(0.8, 1.4)])
        pale = r.random() < 0.12
        tone = (
            np.array([0.5, 0.48, 0.43])
            if pale
            else np.array([0.10, 0.09, 0.08]) * r.uniform(0.6, 2)
        )
        parts.append(mesh(ball[0] * squash + [x, y + squash[1] * 0.3, z], ball[1], tone, 0.4))
    return joined(parts)


def _ball(rows: int, columns: int) -> tuple[Array, Array]:
    t, a = np.meshgrid(
        np.linspace(0.02, np.pi - 0.02, rows),
        np.linspace(0, 2 * np.pi, columns, endpoint=False),
        indexing="ij",
    )
    points = np.stack([np.sin(t) * np.cos(a), np.cos(t), np.sin(t) * np.sin(a)], -1)
    ball = sheet(points, (0, 0, 0), wrap=True)
    return ball.vertices, ball.faces


def _ridge(x: Array, z: Array, far: bool) -> Array:
    flat = np.stack([x.ravel(), z.ravel()], -1)
    if far:
        long = 26 + 16 * noise.clouded(flat / 420, 90, 4) + 3.0 * noise.clouded(flat / 28, 91, 4)
        ends = np.clip((900 - np.abs(x - 260)) / 500, 0, 1) * np.clip((z - 1500) / 130, 0, 1)
        return long.reshape(x.shape) * ends - 1.5
    broad = 8.0 + 5.0 * noise.clouded(flat / 95, 92, 4) + 1.2 * noise.clouded(flat / 11, 93, 4)
    tip = (
        np.clip((-8 - x) / 60, 0, 1) ** 0.6
        * np.clip((z - 338 - 0.12 * np.abs(x + 60)) / 26, 0, 1) ** 0.55
    )
    return broad.reshape(x.shape) * tip - 0.8


def land() -> Mesh:
    """The headland at 340 m and a farther ridge at 1500 m."""
    parts = []
    for far, xs, zs in (
        (False, np.linspace(-420, 0, 900), np.linspace(334, 470, 260)),
        (True, np.linspace(-700, 1400, 900), np.linspace(1490, 2200, 130)),
    ):
        xx, zz = np.meshgrid(xs, zs)
        y = _ridge(xx, zz, far)
        at = np.stack([xx.ravel(), zz.ravel()], -1)
        grass = noise.clouded(at / 17, 95, 5).reshape(y.shape)
        colour = mix([0.075, 0.085, 0.035], [0.16, 0.135, 0.065], 0.5 + 0.6 * grass)
        slope = np.hypot(*np.gradient(y, zs, xs))
        rock = np.clip((slope - 0.45) * 2.5 + np.clip(1.8 - y, 0, 1) + 0.3 * grass, 0, 1)
        colour = mix(colour, [0.13, 0.115, 0.10], rock)
        parts.append(sheet(np.stack([xx, y, zz], -1), np.clip(colour, 0.01, 1), 0.9))
    return joined(parts)


def trees(seed: int) -> Mesh:
    """Wind-bent trees and bushes on the headland: clumps of small leaves round bent stems."""
    r = np.random.default_rng(seed)
    parts = []
    ball = _ball(7, 10)
    for _ in range(330):
        x, z = -400 + 372 * r.random() ** 0.8, r.uniform(352, 410)
        if abs(x + 44) < 13 or noise.smooth(np.array([[x / 33, z / 60]]), 97)[0] < -0.15:
            continue
        ground = float(_ridge(np.array([[x]]), np.array([[z]]), False)[0, 0])
        if ground < 2:
            continue
        height = r.uniform(1.2, 3.2) if r.random() < 0.6 else r.uniform(3.5, 8.5)
        tone = np.array([0.045, 0.055, 0.022]) * r.uniform(0.6, 1.5) + [0.012 * r.random(), 0, 0]
        blobs = int(6 + height * 4)
        for _ in range(blobs):
            spread = r.normal(0, 0.33, 3) * [height * 0.9, height * 0.5, height * 0.9]
            centre = np.array([x + 0.2 * height, ground + height * 0.62, z]) + spread
            size = height * r.uniform(0.09, 0.22)
            lump = 1 + 0.35 * r.normal(size=(len(ball[0]), 1))
            parts.append(
                mesh(ball[0] * size * lump + centre, ball[1], tone * r.uniform(0.6, 1.4), 0.9)
            )
            twigs = r.normal(0, 1, (26, 3))
            twigs /= np.linalg.norm(twigs, axis=1, keepdims=True)
            tips = centre + twigs * size * r.uniform(0.9, 1.5, (26, 1))
            corner = tips[:, None] + r.normal(0, 0.14, (26, 3, 3))
            parts.append(
                mesh(
                    corner.reshape(-1, 3),
                    np.arange(78).reshape(-1, 3),
                    tone * r.uniform(0.7, 1.5),
                    0.9,
                )
            )
        stem = np.array([[x, ground - 0.5, z], [x + 0.2 * height, ground + height * 0.6, z]])
        parts.append(tube(stem, 0.03 * height, (0.05, 0.04, 0.03), 6))
    return joined(parts)


def _turned(
    outline: list[tuple[float, float]], foot: Array, colour: object, sides: int = 40
) -> Mesh:
    angle = np.linspace(0, 2 * np.pi, sides, endpoint=False)
    ring = np.stack([np.cos(angle), np.zeros(sides), np.sin(angle)], -1)
    radii = np.array([r for r, _ in outline])[:, None, None]
    heights = np.array([[0, y, 0] for _, y in outline])[:, None]
    return sheet(foot + heights + radii * ring[None], colour, 0.7, wrap=True)


def lighthouse() -> Mesh:
    """A whitewashed tower with a gallery, a lantern room, and two low cottages beside it."""
    x, z = -44.0, 372.0
    ground = float(_ridge(np.array([[x]]), np.array([[z]]), False)[0, 0]) - 0.4
    foot = np.array([x, ground, z])
    rows = np.linspace(0, 15, 120)
    angle = np.linspace(0, 2 * np.pi, 60, endpoint=False)
    yy, aa = np.meshgrid(rows, angle, indexing="ij")
    radius = 2.35 - 0.062 * yy + 0.35 * np.exp(-yy / 1.2)
    points = foot + np.stack([radius * np.cos(aa), yy, radius * np.sin(aa)], -1)
    stain = noise.clouded(
        np.stack([np.cos(aa) * 3, yy * 0.25, np.sin(aa) * 3], -1).reshape(-1, 3), 98, 4
    )
    colour = np.array([0.66, 0.645, 0.60]) * (0.92 + 0.14 * stain.reshape(yy.shape))[..., None]
    band = (yy > 8.2) & (yy < 11.0)
    colour = np.where(
        band[..., None],
        np.array([0.34, 0.105, 0.07]) * (0.9 + 0.2 * stain.reshape(yy.shape))[..., None],
        colour,
    )
    window = (np.abs((yy - 2) % 4 - 2) < 0.4) & (np.abs(aa - 4.5) < 0.17)
    colour = np.where(window[..., None], 0.03, colour)
    dark = (0.05, 0.05, 0.05)
    parts = [
        sheet(points, colour, 0.7, wrap=True),
        _turned([(1.4, 14.9), (2.2, 15.2), (2.2, 15.5), (1.2, 15.55)], foot, (0.35, 0.34, 0.32)),
        _turned([(1.12, 15.5), (1.12, 16.1)], foot, (0.62, 0.6, 0.56)),
        _turned([(1.05, 16.1), (1.05, 17.7)], foot, (0.20, 0.22, 0.23)),
        _turned(
            [(1.3, 17.7), (1.1, 18.1), (0.6, 18.7), (0.12, 18.95), (0.1, 19.6), (0.0, 19.7)],
            foot,
            (0.16, 0.06, 0.045),
        ),
    ]
    for k in range(14):
        a = 2 * np.pi * k / 14
        for at, low, high, thick in ((2.1, 15.5, 16.5, 0.045), (1.08, 16.1, 17.7, 0.06)):
            p = foot + np.array([at * np.cos(a), 0, at * np.sin(a)])
            parts.append(
                tube(
                    np.array([p + np.array([0, low, 0]), p + np.array([0, high, 0])]),
                    thick,
                    dark,
                    5,
                )
            )
    loop = np.linspace(0, 2 * np.pi, 40)
    for y in (16.0, 16.5):
        parts.append(
            tube(
                foot + np.stack([2.1 * np.cos(loop), 0 * loop + y, 2.1 * np.sin(loop)], -1),
                0.045,
                dark,
                5,
            )
        )
    for dx, dz, length, tall in ((-9.5, -2, 9.0, 2.7), (7.4, 1, 6.0, 2.4)):
        parts.append(_cottage(foot + np.array([dx, -0.6, dz]), length, tall))
    return joined(parts)


def _cottage(foot: Array, length: float, tall: float) -> Mesh:
    h, w, ridge = length / 2, 2.3, tall + 1.9
    wall = np.array(
        [
            [-h, 0, -w],
            [h, 0, -w],
            [h, 0, w],
            [-h, 0, w],
            [-h, tall, -w],
            [h, tall, -w],
            [h, tall, w],
            [-h, tall, w],
            [-h, ridge, 0],
            [h, ridge, 0],
        ]
    )
    walls = np.array(
        [
            [0, 1, 5],
            [0, 5, 4],
            [1, 2, 6],
            [1, 6, 5],
            [2, 3, 7],
            [2, 7, 6],
            [3, 0, 4],
            [3, 4, 7],
            [4, 7, 8],
            [5, 9, 6],
        ]
    )
    e = 0.3
    roof = np.array(
        [
            [-h - e, tall - 0.2, -w - e],
            [h + e, tall - 0.2, -w - e],
            [h + e, ridge + 0.1, 0],
            [-h - e, ridge + 0.1, 0],
            [-h - e, tall - 0.2, w + e],
            [h + e, tall - 0.2, w + e],
        ]
    )
    panes = []
    for x in np.arange(-h + 1.4, h - 0.8, 2.1):
        quad = np.array(
            [
                [x, 1.0, -w - 0.03],
                [x + 0.8, 1.0, -w - 0.03],
                [x + 0.8, 2.0, -w - 0.03],
                [x, 2.0, -w - 0.03],
            ]
        )
        panes.append(mesh(quad + foot, np.array([[0, 1, 2], [0, 2, 3]]), 0.03))
    stack = np.array([[-h * 0.8, ridge - 0.6, 0], [-h * 0.8, ridge + 1.1, 0]])
    return joined(
        [
            mesh(wall + foot, walls, (0.55, 0.53, 0.48)),
            mesh(
                roof + foot,
                np.array([[0, 1, 2], [0, 2, 3], [3, 2, 5], [3, 5, 4]]),
                (0.095, 0.085, 0.085),
            ),
            tube(stack + foot, 0.4, (0.25, 0.2, 0.17), 4, caps=True),
            *panes,
        ]
    )


def stakes(seed: int) -> Mesh:
    """Old stakes and withies that mark the channel, 25 to 90 m away."""
    r = np.random.default_rng(seed)
    parts = []
    for z, x in (
        (26, -5.2),
        (31, -6.6),
        (38, -8.3),
        (47, 9.8),
        (58, 12.9),
        (62, -15.5),
        (76, 17.0),
        (88, -19),
    ):
        tall = r.uniform(0.7, 1.7)
        lean = r.normal(0, 0.13, 3) * tall
        path = np.stack([[x, -0.4, z], np.array([x, tall, z]) + lean * [1, 0, 1]])
        parts.append(
            tube(
                np.linspace(path[0], path[1], 12),
                0.06 * r.uniform(0.6, 1.3) * np.linspace(1.1, 0.8, 12),
                (0.07, 0.058, 0.045),
                9,
                caps=True,
            )
        )
    return joined(parts)
