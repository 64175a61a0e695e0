"""Looking down on a laid table: a mug, plums, a book; the room behind out of focus."""

from __future__ import annotations

import mitsuba as mi
import numpy as np

from . import noise
from .shapes import Array, Mesh, joined, mix, sheet, spline, tube
from .still import lathe
from .tracer import GLOSSY, MATT, Camera, Scene, shape

MUG = np.array([-0.05, 0.0, 0.62])


def camera(size: tuple[int, int] = (1800, 1200)) -> Camera:
    """A 50 mm lens a forearm above the table, wide open, focused on the mug."""
    return Camera((0.0, 0.42, 0.0), -27.0, 0.0, 40.0, size, f_number=2.8, focus=0.70)


def mug() -> Mesh:
    """A glazed mug with its handle to the right, nearly full."""
    profile = [(0.0, 0.0), (0.033, 0.0), (0.040, 0.006), (0.042, 0.05), (0.043, 0.092),
               (0.0405, 0.094), (0.039, 0.088), (0.038, 0.078), (0.0, 0.078)]  # fmt: skip
    points = lathe(profile, MUG, 500, 0.0004)
    flat = (points - MUG).reshape(-1, 3)
    cloud = noise.clouded(flat * 30, 501, 4)
    blue, clay = np.array([0.05, 0.14, 0.24]), np.array([0.42, 0.33, 0.24])
    colour = mix(
        clay, blue * (1 + 0.25 * cloud)[:, None], (flat[:, 1] - 0.022 - 0.004 * cloud) / 0.002
    )
    tea = (np.hypot(flat[:, 0], flat[:, 2]) < 0.0382) & (np.abs(flat[:, 1] - 0.078) < 0.002)
    colour = np.where(tea[:, None], [0.10, 0.035, 0.01], colour)
    body = sheet(points, np.clip(colour, 0, 1).reshape(points.shape), 0.18, wrap=True)
    path = MUG + np.array([[0.04, 0.080, 0], [0.064, 0.082, 0], [0.078, 0.060, 0],
                           [0.068, 0.032, 0], [0.040, 0.022, 0]])  # fmt: skip
    return joined([body, tube(spline(path, 60), 0.0062, blue, 14, 0.2)])


def _cloth_table() -> Mesh:
    """A table under a woven cloth with a border of stripes."""
    xx, zz = np.meshgrid(np.linspace(-0.9, 0.9, 1500), np.linspace(0.18, 1.5, 1300))
    flat = np.stack([xx.ravel(), zz.ravel()], -1)
    soft = noise.clouded(flat * 5, 510, 3).reshape(xx.shape)
    weave = np.sin(xx * 2600) * np.sin(zz * 2600)
    slub = noise.clouded(flat * [8, 300], 511, 2).reshape(xx.shape)
    colour = (
        np.array([0.45, 0.42, 0.36]) * (1 + 0.10 * weave + 0.08 * slub + 0.05 * soft)[..., None]
    )
    for start, wide in ((-0.34, 0.012), (-0.31, 0.004), (0.36, 0.012), (0.39, 0.004)):
        stripe = np.abs(xx - start - 0.004 * soft) < wide
        colour = np.where(
            stripe[..., None], np.array([0.28, 0.06, 0.05]) * (1 + 0.2 * weave[..., None]), colour
        )
    y = 0.003 * soft + 0.0004 * weave
    return sheet(np.stack([xx, y, zz], -1), np.clip(colour, 0.01, 1), 0.95)


def _plum(place: Array, seed: int) -> Mesh:
    profile = [
        (0.0, 0.0),
        (0.012, 0.002),
        (0.020, 0.014),
        (0.021, 0.026),
        (0.012, 0.040),
        (0.0, 0.041),
    ]
    points = lathe(profile, np.zeros(3), seed, 0.0008)
    flat = points.reshape(-1, 3)
    bloom = np.clip(noise.clouded(flat * 60, seed, 4) * 0.6 + 0.35, 0, 0.8)
    colour = mix([0.10, 0.015, 0.05], [0.26, 0.22, 0.36], bloom)
    return sheet(points + place, colour.reshape(points.shape), 0.4, wrap=True)


def _book(place: Array) -> list[Mesh]:
    """An open book lying askew, its pages bent, lines of something like writing on them."""
    u, v = np.meshgrid(np.linspace(-1, 1, 700), np.linspace(0, 1, 700))
    bend = 0.018 * np.sin(np.pi * np.clip(np.abs(u), 0, 1) ** 0.55) + 0.004
    line = (
        (np.sin(v * 2 * np.pi * 24) > 0.25)
        & (np.abs(np.abs(u) - 0.5) < 0.36)
        & (np.abs(v - 0.5) < 0.4)
    )
    word = (
        noise.smooth(np.stack([u.ravel() * 55, np.floor(v.ravel() * 24) * 9.7], -1), 520).reshape(
            u.shape
        )
        > -0.35
    )
    ink = np.where(line & word, 0.22, 1.0)
    page = np.array([0.52, 0.48, 0.39]) * ink[..., None]
    a = np.radians(-24)
    x, z = 0.13 * u, 0.19 * (v - 0.5)
    points = place + np.stack(
        [x * np.cos(a) - z * np.sin(a), bend, x * np.sin(a) + z * np.cos(a)], -1
    )
    under = points * [1, 0, 1] + [0, 0.001, 0]
    rim = [sheet(np.stack([points[k], under[k]]), (0.40, 0.37, 0.31)) for k in (0, -1)]
    rim += [sheet(np.stack([points[:, k], under[:, k]]), (0.40, 0.37, 0.31)) for k in (0, -1)]
    return [sheet(points, page, 0.9), *rim]


def _room() -> list[Mesh]:
    """A dresser and a wall two metres behind, which the lens leaves soft."""
    xx, yy = np.meshgrid(np.linspace(-2.6, 2.6, 500), np.linspace(-1.2, 2.2, 400))
    flat = np.stack([xx.ravel(), yy.ravel()], -1)
    damp = noise.clouded(flat * 1.2, 530, 4).reshape(xx.shape)
    wall = np.array([0.20, 0.24, 0.20]) * (1 + 0.15 * damp)[..., None]
    parts = [sheet(np.stack([xx, yy, np.full_like(xx, 2.9)], -1), wall, 0.95)]
    random = np.random.default_rng(531)
    for number in range(12):
        x, tone = -1.5 + 0.27 * number, random.uniform(0.5, 1.4)
        tint = (
            np.array([[0.30, 0.10, 0.05], [0.10, 0.16, 0.22], [0.34, 0.30, 0.2]])[number % 3] * tone
        )
        high = random.uniform(0.14, 0.3)
        jar = [(0.0, 0.0), (0.07, 0.0), (0.08, high * 0.6), (0.05, high), (0.0, high)]
        points = lathe(jar, np.array([x, -0.35, 2.45]), 532 + number)
        parts.append(sheet(points, tint, 0.4, wrap=True))
    top = np.array(
        [[[-1.9, -0.35, 2.2], [1.9, -0.35, 2.2]], [[-1.9, -0.35, 2.8], [1.9, -0.35, 2.8]]]
    )
    face = np.array(
        [[[-1.9, -1.3, 2.2], [1.9, -1.3, 2.2]], [[-1.9, -0.35, 2.2], [1.9, -0.35, 2.2]]]
    )
    floor = np.array([[[-3, -1.2, 0.5], [3, -1.2, 0.5]], [[-3, -1.2, 3], [3, -1.2, 3.0]]])
    parts += [sheet(top, (0.16, 0.09, 0.05), 0.5), sheet(face, (0.13, 0.075, 0.04), 0.6),
              sheet(floor, (0.14, 0.11, 0.08), 0.8)]  # fmt: skip
    return parts


def scene() -> Scene:
    """The table, built anew: the same from the same seeds."""
    window = mi.load_dict({
        "type": "rectangle",
        "to_world": mi.ScalarTransform4f().look_at(
            origin=[1.9, 1.3, 1.5], target=[0, 0.0, 0.7], up=[0, 1, 0]
        )
        @ mi.ScalarTransform4f().scale([0.5, 0.7, 1]),
        "emitter": {"type": "area", "radiance": {"type": "rgb", "value": [19.0, 19.5, 20.5]}},
    })  # fmt: skip
    fill = mi.load_dict({
        "type": "constant",
        "radiance": {"type": "rgb", "value": [0.13, 0.12, 0.11]},
        "sampling_weight": 0.1,
    })  # fmt: skip
    plums = [(0.09, 0.55), (0.125, 0.585), (0.075, 0.605), (0.28, 0.83), (-0.26, 0.44)]
    things = [_plum(np.array([x, 0.002, z]), 540 + k) for k, (x, z) in enumerate(plums)]
    room = [
        shape(_cloth_table(), MATT),
        shape(joined(things), GLOSSY),
        shape(joined(_book(np.array([-0.22, 0.0, 0.92]))), MATT, smooth=False),
        shape(joined(_room()), MATT),
    ]
    return Scene([[shape(mug(), GLOSSY)], [*room, fill]], [window, fill])
