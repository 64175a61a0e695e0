"""A lane of stone houses under an even sky, a handcart with baskets in it, a tower at its end."""

from __future__ import annotations

import mitsuba as mi
import numpy as np

from . import noise, sky
from .masonry import dressed
from .shapes import Array, Mesh, joined, mix, sheet, spline, tube
from .tracer import GLOSSY, LEAF, MATT, Camera, Scene, shape

CART = np.array([0.55, 0.0, 5.2])
LEFT, RIGHT, END = -2.7, 3.1, 46.0


def camera(size: tuple[int, int] = (1800, 1200)) -> Camera:
    """A 28 mm lens at eye height, level, looking a little to the left of the lane's end."""
    return Camera((0.25, 1.62, 0.0), -1.2, -1.5, 28.0, size, f_number=8, focus=6.0)


def _boards(corners: Array, colour: object, seed: int, thick: float = 0.02) -> Mesh:
    """A board between four corners (4, 3), its grain along the first edge, as a thin box."""
    u, v = np.meshgrid(np.linspace(0, 1, 90), np.linspace(0, 1, 40))
    a, b, c, d = corners
    face = (
        (1 - u)[..., None] * ((1 - v)[..., None] * a + v[..., None] * d)
        + u[..., None] * ((1 - v)[..., None] * b + v[..., None] * c)
    )  # fmt: skip
    out = np.cross(b - a, d - a)
    out = out / np.linalg.norm(out) * thick
    grain = noise.clouded(np.stack([u.ravel() * 3, v.ravel() * 40], -1), seed, 4).reshape(u.shape)
    tint = np.asarray(colour) * (1 + 0.35 * grain)[..., None]
    faces = [sheet(face, tint, 0.8), sheet(face + out, tint, 0.8)]
    for edge in (np.s_[0], np.s_[-1], np.s_[:, 0], np.s_[:, -1]):
        line, shade = face[edge], tint[edge]
        faces.append(sheet(np.stack([line, line + out]), np.stack([shade, shade]) * 0.8, 0.8))
    return joined(faces)


def _wheel(place: Array, radius: float, seed: int) -> Mesh:
    """A spoked wheel that turns about the x axis."""
    angle = np.linspace(0, 2 * np.pi, 90)
    rim = np.stack([0 * angle, np.cos(angle), np.sin(angle)], -1)
    wood, iron = np.array([0.16, 0.10, 0.06]), np.array([0.05, 0.045, 0.045])
    parts = [
        tube(place + radius * rim, 0.016, iron, 8, 0.5),
        tube(place + (radius - 0.03) * rim, 0.024, wood, 8, 0.8),
        tube(place + np.array([[-0.07, 0, 0], [0.07, 0, 0.0]]), 0.05, wood, 14, 0.7, caps=True),
    ]
    for turn in np.linspace(0, 2 * np.pi, 11)[:-1] + 0.1 * seed:
        out = np.array([0, np.cos(turn), np.sin(turn)])
        parts.append(tube(place + np.outer([0.04, radius - 0.04], out), 0.013, wood * 1.1, 8))
    return joined(parts)


def _basket(place: Array, size: float, seed: int) -> tuple[Mesh, Mesh]:
    """A wicker basket, and what is heaped in it."""
    angle, level = np.meshgrid(np.linspace(0, 2 * np.pi, 200, False), np.linspace(0, 1, 60))
    weave = np.sin(angle * 22 + np.pi * np.round(level * 22)) * np.sin(level * 70)
    radius = size * (0.36 + 0.14 * level) + 0.006 * weave
    points = np.stack([radius * np.cos(angle), size * 0.5 * level, radius * np.sin(angle)], -1)
    tint = np.array([0.33, 0.22, 0.11]) * (1 + 0.3 * weave)[..., None]
    random, fruit = np.random.default_rng(seed), []
    for _ in range(26):
        turn, away = random.uniform(0, 2 * np.pi), size * 0.42 * random.random() ** 0.5
        high = size * (0.55 + 0.22 * (1 - (away / (size * 0.45)) ** 2)) + random.normal(0, 0.01)
        middle = place + [away * np.cos(turn), high, away * np.sin(turn)]
        t, p = np.meshgrid(
            np.linspace(0.05, np.pi - 0.05, 22), np.linspace(0, 2 * np.pi, 30, False)
        )
        ball = np.stack([np.sin(t) * np.cos(p), 0.9 * np.cos(t), np.sin(t) * np.sin(p)], -1)
        red = mix([0.42, 0.05, 0.02], [0.42, 0.30, 0.04], np.array(random.random()))
        fruit.append(sheet(middle + ball * random.uniform(0.045, 0.06), red, 0.35))
    return sheet(points + place, np.clip(tint, 0, 1), 0.9, wrap=True), joined(fruit)


def cart() -> list[Mesh]:
    """A two-wheeled handcart, its shafts on the ground towards the lens; baskets in it."""
    x, _, z = CART
    wood, paint = np.array([0.20, 0.125, 0.07]), np.array([0.055, 0.13, 0.15])
    low, high, half, front, back = 0.55, 0.80, 0.52, z - 0.62, z + 0.62
    box = [
        ([x - half, low, front], [x + half, low, front], [x + half, high, front],
         [x - half, high, front]),
        ([x - half, low, back], [x + half, low, back], [x + half, high, back],
         [x - half, high, back]),
        ([x - half, low, front], [x - half, low, back], [x - half, high, back],
         [x - half, high, front]),
        ([x + half, low, front], [x + half, low, back], [x + half, high, back],
         [x + half, high, front]),
        ([x - half, low, front], [x + half, low, front], [x + half, low, back],
         [x - half, low, back]),
    ]  # fmt: skip
    parts = [_boards(np.array(c, float), paint, 400 + k) for k, c in enumerate(box)]
    parts += [
        _wheel(np.array([x + s * 0.62, 0.42, z + 0.1]), 0.42, k) for k, s in ((1, -1), (2, 1))
    ]
    axle = np.array([[x - 0.62, 0.42, z + 0.1], [x + 0.62, 0.42, z + 0.1]])
    parts.append(tube(axle, 0.03, wood, 10))
    for side in (-0.4, 0.4):
        path = [[x + side, 0.56, z + 0.5], [x + side, 0.5, z - 0.6],
                [x + side * 1.1, 0.30, z - 1.3], [x + side * 1.15, 0.04, z - 1.75]]  # fmt: skip
        parts.append(tube(spline(path, 50), 0.026, wood, 12, caps=True))
    heaps = [
        _basket(np.array([x + dx, 0.58, z + dz]), size, 410 + k)
        for k, (dx, dz, size) in enumerate(
            ((-0.24, -0.24, 0.46), (0.24, -0.1, 0.44), (0, 0.3, 0.5))
        )
    ]
    return [joined(parts + [basket for basket, _ in heaps]), joined([heap for _, heap in heaps])]


def _front(x: float, inward: float, near: float, far: float, top: float, seed: int) -> list[Mesh]:
    """A house front along z from `near` to `far`, with a door and windows set into it."""
    z, h = np.linspace(near, far, 900), np.linspace(0, top, 700)
    zz, hh = np.meshgrid(z, h)
    places = np.stack([np.full_like(zz, x), hh, zz], -1)
    out, colour = dressed(places, zz - near, hh, seed, (0.14, 0.30), (0.2, 0.6), 0.08)
    random = np.random.default_rng(seed)
    tint = random.uniform(0.75, 1.35) * np.array([1.0, random.uniform(0.9, 1.02), 0.92])
    colour = np.clip(colour * tint, 0, 1)
    frames, deep = [], 0.16
    count = max(1, round((far - near) / 2.6))
    for row, (foot, head) in enumerate(((0.0, 2.05), (2.9, 4.3))):
        for number in range(count):
            middle = near + (number + 0.5) * (far - near) / count + random.normal(0, 0.1)
            door = row == 0 and number == count // 2
            low, half = (foot, 0.5) if door else (max(foot, 0.95), 0.45)
            hole = (np.abs(zz - middle) < half) & (hh > low) & (hh < head)
            out = np.where(hole, -deep, out)
            pane = np.array([0.10, 0.05, 0.03]) if door else np.array([0.025, 0.03, 0.035])
            colour = np.where(hole[..., None], pane * (1 + 0.3 * random.random()), colour)
            if not door:
                at = x - inward * (deep - 0.03)
                corners = [[at, low, middle - half], [at, head, middle - half],
                           [at, head, middle + half], [at, low, middle + half],
                           [at, low, middle - half]]  # fmt: skip
                cross = [[at, low, middle], [at, head, middle]]
                white = (0.42, 0.40, 0.36)
                frames += [
                    tube(np.array(corners[k : k + 2], float), 0.035, white, 6) for k in range(4)
                ]
                frames.append(tube(np.array(cross, float), 0.025, white, 6))
    places[..., 0] += inward * out
    eave = np.stack([places[-1], places[-1] - [inward * -0.35, -0.1, 0]])
    eave[1, :, 0] = x + inward * 0.3
    ridge = np.stack([eave[1], eave[1] + [-inward * 2.6, 1.7, 0]])
    slate = np.array([0.10, 0.085, 0.08])
    sides = [sheet(np.stack([np.stack([[x, y, e] for y in (0, top)]),
                             np.stack([[x - inward * 4, y, e] for y in (0, top)])]),
                   colour.mean((0, 1)), 0.9) for e in (near, far)]  # fmt: skip
    return [sheet(places, colour, 0.9), sheet(eave, slate, 0.9), sheet(ridge, slate, 0.8),
            *frames, *sides]  # fmt: skip


def _paving() -> Mesh:
    z = 0.8 * (END / 0.8) ** np.linspace(0, 1, 1500)
    xx, zz = np.meshgrid(np.linspace(LEFT - 0.7, RIGHT + 0.7, 760), z)
    places = np.stack([xx, 0 * xx, zz], -1)
    out, colour = dressed(places, zz, xx + 5, 420, (0.12, 0.2), (0.14, 0.26), 0.12)
    places[..., 1] = 0.55 * out - 0.02 - 0.05 * np.exp(-(((xx - 0.2) / 0.35) ** 2))
    return sheet(places, colour * 0.8, 0.75)


def _lamp(x: float, z: float) -> Mesh:
    iron = np.array([0.03, 0.035, 0.033])
    post = spline([[x, 0, z], [x, 1.2, z], [x, 2.6, z], [x, 2.95, z]], 60)
    thick = np.interp(
        np.linspace(0, 1, 60), [0, 0.05, 0.1, 0.4, 1], [0.11, 0.1, 0.055, 0.045, 0.035]
    )
    glass = np.array([[x, 2.95, z], [x, 3.3, z]])
    cap = np.array([[x, 3.3, z], [x, 3.5, z]])
    return joined([
        tube(post, thick, iron, 14, 0.4),
        tube(glass, np.array([0.10, 0.17]), (0.30, 0.29, 0.24), 6, 0.3),
        tube(cap, np.array([0.2, 0.02]), iron, 6, 0.4),
    ])  # fmt: skip


def _tower() -> list[Mesh]:
    """A square tower past the lane's end, and trees before it."""
    random, walls = np.random.default_rng(77), []
    x, z, half, top = 1.0, 70.0, 3.2, 19.0
    u, h = np.meshgrid(np.linspace(-half, half, 260), np.linspace(0, top, 500))
    places = np.stack([x + u, h, np.full_like(u, z)], -1)
    out, colour = dressed(places, u + half, h, 430, (0.3, 0.6), (0.4, 1.0), 0.1)
    dark = (np.abs(u) < 0.6) & (np.abs(h - 15) < 1.2)
    places[..., 2] -= out - 0.4 * dark
    walls.append(sheet(places, np.where(dark[..., None], 0.02, colour), 0.9))
    roof = np.array([[x, top, z + half], [x, top + 6, z + half]])
    walls.append(tube(roof, np.array([half * 1.45, 0.02]), (0.12, 0.10, 0.09), 4, 0.8))
    crowns = random.normal(0, 1, (9000, 3))
    crowns /= np.linalg.norm(crowns, axis=1, keepdims=True)
    crowns *= random.random((9000, 1)) ** 0.33 * [5.0, 3.4, 3.0]
    leaves = []
    for place in (
        crowns + np.array([[-4.5, 4.0, 56.0], [7.0, 3.2, 60.0]])[random.integers(0, 2, 9000)]
    ):
        along, across = random.normal(0, 0.22, (2, 3))
        leaf = np.array([[place, place + along], [place + across, place + along + across]])
        leaves.append(sheet(leaf, np.array([0.06, 0.085, 0.03]) * random.uniform(0.6, 1.5)))
    return [joined(walls), joined(leaves)]


def scene() -> Scene:
    """The whole lane, built anew: the same from the same seeds."""
    random = np.random.default_rng(70)
    hard = [_paving(), _lamp(-2.15, 9.0), _lamp(2.6, 21.0)]
    for x, inward in ((LEFT, 1.0), (RIGHT, -1.0)):
        near = 1.0
        for number in range(7):
            far = min(near + random.uniform(5.5, 8.0), END)
            set_back = random.uniform(0, 0.5)
            hard += _front(x - inward * set_back, inward, near, far, random.uniform(4.9, 6.8),
                           440 + 10 * number + int(inward))  # fmt: skip
            near = far
    walls, leaves = _tower()
    ground = np.array([[[-60, -0.3, 40], [60, -0.3, 40]], [[-60, -0.3, 200], [60, -0.3, 200.0]]])
    hard += [walls, sheet(ground, (0.10, 0.11, 0.06), 0.9)]
    wood, fruit = cart()
    light = mi.load_dict(
        {"type": "envmap", "bitmap": mi.Bitmap(sky.dawn(seed=15, sun=(-35.0, 58.0), warmth=0.25))}
    )
    return Scene(
        [
            [shape(wood, MATT), shape(fruit, GLOSSY)],
            [shape(joined(hard), MATT), shape(leaves, LEAF), light],
        ],
        [light],
    )
