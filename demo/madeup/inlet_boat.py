"""The small clinker-built sailing dinghy, moored, with a lantern."""

from __future__ import annotations

import numpy as np

from . import noise
from .shapes import Array, Mesh, joined, mesh, mix, rope, sagging, sheet, spline, tube

LENGTH, BEAM = 3.3, 1.32
STATIONS = 480


def _half_beam(s: Array) -> Array:
    bow = 1 - np.clip(1 - s, 0, 1) ** 2.3
    return BEAM / 2 * bow**0.72 * (1 - 0.30 * s**3.2)


def _sheer(s: Array) -> Array:
    return 0.47 + 0.21 * (1 - s) ** 2 + 0.06 * s**2


def _keel(s: Array) -> Array:
    return (
        -0.16
        + 0.62 * np.clip(1 - s / 0.16, 0, 1) ** 2.4
        + 0.10 * np.clip((s - 0.7) / 0.3, 0, 1) ** 2
    )


def _skin(inset: float, strakes: int = 6) -> Array:
    """The hull as (stations, 2·around, 3): x along the boat from the bow, y up, z to the side."""
    s = np.linspace(0.0, 1, STATIONS)
    t = np.linspace(0, 1, 193)
    ss, tt = np.meshgrid(s, t, indexing="ij")
    low, high, half = _keel(ss), _sheer(ss), np.maximum(_half_beam(ss), 0.012)
    fullness = 0.42 + 0.35 * (1 - ss) ** 2
    out = half * np.sin(tt * np.pi / 2) ** fullness
    step = 0.013 * (1 - (tt * strakes) % 1) * (tt < 0.999) * np.clip(ss * 9, 0, 1)
    y = low + (high - low) * tt ** (1.5 - 0.4 * ss)
    z = np.maximum(out + step - inset, 0.004)
    x = ss * LENGTH - 0.10 * (1 - ss) ** 4 * tt
    one = np.stack([x, y, z], -1)
    return np.concatenate([one[:, ::-1] * [1, 1, -1], one[:, 1:]], 1)


def _painted(points: Array, seed: int) -> tuple[Array, Array]:
    flat = points.reshape(-1, 3)
    y, s = flat[:, 1], flat[:, 0] / LENGTH
    t = (y - _keel(s)) / (_sheer(s) - _keel(s))
    worn = noise.clouded(flat * [5, 14, 5], seed, 4)
    streak = noise.clouded(flat * [22, 1.3, 22], seed + 1, 4)
    white = (
        np.array([0.60, 0.585, 0.53]) * (1 + 0.05 * worn - 0.10 * np.clip(streak, 0, 1))[:, None]
    )
    green = np.array([0.035, 0.085, 0.085]) * (1 + 0.25 * worn)[:, None]
    colour = np.where((t > 0.80)[:, None], green, white)
    bare = np.clip(worn + 0.35 * streak - 0.50, 0, 0.3) * 3.2
    colour = mix(colour, [0.21, 0.155, 0.10], bare)
    slime = np.clip((0.085 + 0.03 * worn - y) / 0.05, 0, 1)
    colour = mix(colour, [0.05, 0.058, 0.03], 0.85 * slime)
    seam = np.abs((np.maximum(t, 0) ** (1 / 1.2) * 6) % 1 - 0.02) < 0.035
    colour *= np.where(seam, 0.45, 1.0)[:, None]
    return colour.reshape(points.shape), np.clip(0.42 + 0.25 * worn, 0.2, 0.9).reshape(
        points.shape[:2]
    )


def _wood(points: Array, seed: int, tint: tuple[float, float, float] = (0.30, 0.19, 0.10)) -> Array:
    flat = points.reshape(-1, 3)
    grain = noise.clouded(flat * [4, 40, 40], seed, 4)
    return (np.array(tint) * (1 + 0.35 * grain[:, None])).reshape(points.shape)


def _plank(start: Array, end: Array, wide: Array, thick: Array, seed: int) -> Mesh:
    """A board from `start` to `end`: `wide` and `thick` are half-extents (3,)."""
    t = np.linspace(0, 1, 60)[:, None]
    line = start * (1 - t) + end * t
    corners = [
        wide + thick,
        wide * 0.93 + thick * 1.25,
        -wide * 0.93 + thick * 1.25,
        -wide + thick,
        -wide - thick,
        wide - thick,
    ]
    points = np.stack([line + corner for corner in corners], 1)
    return joined(
        [sheet(points, _wood(points, seed), 0.5, wrap=True), _cap(points[0]), _cap(points[-1])]
    )


def _cap(ring: Array) -> Mesh:
    n = len(ring)
    fan = np.stack([np.full(n, n), np.arange(n), (np.arange(n) + 1) % n], -1)
    return mesh(np.concatenate([ring, ring.mean(0)[None]]), fan, (0.16, 0.11, 0.07))


def _sail(boom0: Array, boom1: Array, seed: int) -> Mesh:
    """A sail furled along the boom: lumpy canvas, drawn in where it is tied."""
    s = np.linspace(0, 1, 220)
    angle = np.linspace(0, 2 * np.pi, 90, endpoint=False)
    ss, aa = np.meshgrid(s, angle, indexing="ij")
    at = np.stack([ss * 9, np.cos(aa) * 1.1, np.sin(aa) * 1.1], -1).reshape(-1, 3)
    folds = noise.ridged(at * [0.6, 2.6, 2.6], seed, 4).reshape(ss.shape)
    lumps = noise.clouded(at * [0.9, 0.7, 0.7], seed + 1, 3).reshape(ss.shape)
    tie = 1 - 0.38 * np.exp(-(((ss * 6.5) % 1 - 0.5) ** 2) / 0.004)
    taper = np.clip(np.minimum(ss / 0.05, (1 - ss) / 0.12), 0.05, 1) ** 0.5
    radius = 0.105 * taper * tie * (0.62 + 0.30 * lumps + 0.55 * folds) * (1.1 - 0.35 * ss)
    path = boom0 + s[:, None] * (boom1 - boom0) + [0, 0.085, 0]
    across = np.array([0, 0, 1.0])
    points = path[:, None] + radius[..., None] * (
        np.cos(aa)[..., None] * np.array([0, 1.15, 0]) + np.sin(aa)[..., None] * across
    )
    shade = np.array([0.47, 0.30, 0.19]) * (0.75 + 0.35 * lumps + 0.25 * folds)[..., None]
    return sheet(points, np.clip(shade, 0.02, 0.9), 0.9, wrap=True)


def _lantern(hook: Array) -> tuple[Mesh, Array]:
    """The lantern's metal under `hook`, and where its flame burns."""
    tin = np.array([0.10, 0.085, 0.065])
    profile = [(0.0, -0.05), (0.018, -0.055), (0.03, -0.07), (0.055, -0.085), (0.058, -0.095)]
    base = [(0.047, -0.215), (0.06, -0.222), (0.062, -0.262), (0.05, -0.268), (0.0, -0.268)]
    parts = []
    for outline in (profile, base):
        line = np.array([[0, y, 0] for _, y in outline])
        path = hook + line + np.linspace(0, 1e-6, len(line))[:, None]
        angle = np.linspace(0, 2 * np.pi, 28, endpoint=False)
        ring = np.stack([np.cos(angle), np.zeros(28), np.sin(angle)], -1)
        points = path[:, None] + np.array([r for r, _ in outline])[:, None, None] * ring[None]
        parts.append(sheet(points, tin, 0.35, wrap=True))
    for k in range(4):
        a = k * np.pi / 2 + 0.4
        x, z = 0.05 * np.cos(a), 0.05 * np.sin(a)
        bars = np.array([[x, -0.09, z], [1.12 * x, -0.15, 1.12 * z], [x, -0.22, z]])
        parts.append(tube(hook + spline(bars, 14), 0.0035, tin, 6, 0.4))
    loop = np.linspace(0, 2 * np.pi, 24)
    parts.append(
        tube(
            hook + np.stack([0.022 * np.cos(loop), 0.022 * np.sin(loop) - 0.03, 0 * loop], -1),
            0.003,
            tin,
            6,
        )
    )
    return joined(parts), hook + np.array([0, -0.165, 0])


def dinghy(place: Array, heading: float, heel: float) -> tuple[Mesh, Array]:
    """A dinghy afloat at `place`, its bow `heading` ° from +x, and where its flame burns."""
    outer, inner = _skin(0.0), _skin(0.022)[:, ::-1]
    colour, rough = _painted(outer, 50)
    parts = [sheet(outer, colour, rough), sheet(inner, _wood(inner, 60, (0.25, 0.165, 0.095)), 0.6)]
    s = np.linspace(0.0, 1, 90)
    for side in (-1, 1):
        rail = np.stack(
            [s * LENGTH - 0.10 * (1 - s) ** 4, _sheer(s) + 0.008, side * (_half_beam(s) + 0.006)],
            -1,
        )
        parts.append(tube(rail, 0.021, _wood(rail, 61, (0.27, 0.16, 0.08)), 10, 0.4))
    end = outer[-1]
    n = len(end)
    board = np.concatenate([end * [1, 1, 0.97], [[LENGTH, 0.3, 0]]])
    fan = np.stack([np.full(n - 1, n), np.arange(n - 1), np.arange(1, n)], -1)
    parts.append(
        mesh(board + np.array([0.004, 0, 0]), fan, _wood(board, 62, (0.24, 0.15, 0.08)), 0.5)
    )
    ribs = np.linspace(0.1, 0.95, 14)
    for index in (ribs * (STATIONS - 1)).astype(int):
        parts.append(tube(inner[index][2:-2] * [1, 1, 0.985], 0.010, (0.22, 0.14, 0.08), 6))
    for at, height in ((0.30, 0.34), (0.58, 0.32), (0.88, 0.35)):
        half = float(_half_beam(np.array(at))) - 0.03
        parts.append(
            _plank(
                np.array([at * LENGTH, height, -half]),
                np.array([at * LENGTH, height, half]),
                np.array([0.12, 0, 0]),
                np.array([0, 0.013, 0]),
                int(at * 100),
            )
        )
    mast0, mast1 = np.array([0.30 * LENGTH, 0.0, 0]), np.array([0.30 * LENGTH + 0.10, 3.05, 0.0])
    spar = spline([mast0, (mast0 + mast1) / 2 + [0.012, 0, 0.006], mast1], 80)
    parts.append(
        tube(
            spar,
            np.linspace(0.036, 0.023, 80),
            _wood(spar, 63, (0.36, 0.215, 0.10)),
            16,
            0.35,
            caps=True,
        )
    )
    boom0, boom1 = mast0 + np.array([0.07, 0.92, 0]), np.array([0.97 * LENGTH, 0.98, 0.10])
    parts.append(tube(spline([boom0, boom1], 40), 0.024, (0.30, 0.18, 0.09), 12, 0.35, caps=True))
    parts.append(_sail(boom0, boom1, 70))
    for s_tie in (np.arange(6) + 0.5) / 6.5:
        angle = np.linspace(0, 2 * np.pi, 30)
        at = boom0 + s_tie * (boom1 - boom0) + [0, 0.05, 0]
        ring = at + np.stack([0 * angle, 0.10 * np.cos(angle), 0.076 * np.sin(angle)], -1)
        parts.append(tube(ring, 0.006, (0.36, 0.30, 0.20), 6))
    line = np.array([0.20, 0.18, 0.14])
    stem = np.array([-0.08, float(_sheer(np.array(0.0))) + 0.02, 0])
    for foot in (stem, [0.42 * LENGTH, 0.52, 0.63], [0.42 * LENGTH, 0.52, -0.63]):
        parts.append(tube(spline([mast1 - [0, 0.08, 0], foot], 30), 0.0030, line, 5))
    parts.append(tube(sagging(mast1 - [0, 0.1, 0], boom1, 0.06, 40), 0.0028, line, 5))
    halyard = sagging(mast1 - [0.03, 0.06, 0], mast0 + np.array([0.06, 0.75, 0.05]), 0.03, 40)
    parts.append(tube(halyard, 0.0032, line, 5))
    sheet_rope = sagging(boom1 - [0.25, 0, 0], np.array([0.93 * LENGTH, 0.36, 0.25]), 0.05, 30)
    parts.append(rope(sheet_rope, 0.008, 71, line * 1.6))
    coil = np.linspace(0, 12 * np.pi, 260)
    heap = np.stack(
        [0.7 * LENGTH + 0.13 * np.cos(coil), 0.10 + 0.004 * coil, 0.13 * np.sin(coil)], -1
    )
    parts.append(tube(heap, 0.010, line * 1.8, 6))
    oar = spline(
        [[0.22 * LENGTH, 0.40, 0.30], [0.95 * LENGTH, 0.47, 0.36], [1.10 * LENGTH, 0.50, 0.38]], 60
    )
    width = np.where(np.linspace(0, 1, 60) > 0.80, 0.05, 0.019)
    parts.append(tube(oar, width, _wood(oar, 64, (0.40, 0.26, 0.14)), 10, 0.4, caps=True))
    rudder = np.array([[LENGTH + 0.06, 0.56, 0], [LENGTH + 0.08, -0.3, 0]])
    parts.append(_plank(rudder[0], rudder[1], np.array([0.075, 0, 0]), np.array([0, 0, 0.016]), 9))
    tiller = np.array([[LENGTH + 0.05, 0.60, 0], [LENGTH - 0.75, 0.70, 0.08]])
    parts.append(tube(spline(tiller, 20), 0.016, (0.33, 0.2, 0.1), 8, caps=True))
    bracket = mast0 + (mast1 - mast0) * 0.56
    arm = spline(
        [bracket, bracket + np.array([-0.1, 0.05, 0]), bracket + np.array([-0.17, -0.005, 0])], 16
    )
    parts.append(tube(arm, 0.007, (0.08, 0.06, 0.05), 8))
    lantern, flame = _lantern(bracket + np.array([-0.17, 0.0, 0]))
    parts.append(lantern)
    whole = joined(parts)
    whole.vertices[:, 0] -= LENGTH / 2
    h, k = np.radians(heading), np.radians(heel)
    heeled = np.array([[1, 0, 0], [0, np.cos(k), -np.sin(k)], [0, np.sin(k), np.cos(k)]])
    turned = np.array([[np.cos(h), 0, np.sin(h)], [0, 1, 0], [-np.sin(h), 0, np.cos(h)]])
    both = turned @ heeled
    whole.vertices = whole.vertices @ both.T + place
    bow = both @ (stem - [LENGTH / 2, 0, 0]) + place
    away = bow + both @ np.array([-1.7, 0, 0.2])
    away[1] = -0.05
    mooring = rope(sagging(bow, away, 0.16, 60), 0.011, 72, np.array([0.32, 0.27, 0.2]))
    return joined([whole, mooring]), both @ (flame - [LENGTH / 2, 0, 0]) + place
