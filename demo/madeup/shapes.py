"""Meshes from NumPy arrays: tubes, ribbons, sheets; colours at their vertices."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass
class Mesh:
    """Vertices (n, 3) in metres, triangles (m, 3), colours (n, 3) linear, roughness (n,)."""

    vertices: Array
    faces: NDArray[np.int64]
    colours: Array
    rough: Array


def mesh(vertices: Array, faces: NDArray[np.int64], colour: object, rough: object = 0.6) -> Mesh:
    """A mesh; `colour` and `rough` are one value or one for each vertex."""
    count = len(vertices)
    colours = np.broadcast_to(np.asarray(colour, np.float64), (count, 3)).copy()
    roughs = np.broadcast_to(np.asarray(rough, np.float64), (count,)).copy()
    return Mesh(np.asarray(vertices, np.float64), np.asarray(faces), colours, roughs)


def normals(source: Mesh) -> Array:
    """The vertices' normals (n, 3), faces weighted by their angle there (Thürmer, Wüthrich 1998).

    Summed in one order, so that every run gives the same bits.
    """
    corners = source.vertices[source.faces]
    faces = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    faces /= np.maximum(np.linalg.norm(faces, axis=1, keepdims=True), 1e-30)
    out = np.zeros_like(source.vertices)
    for k in range(3):
        one = corners[:, (k + 1) % 3] - corners[:, k]
        two = corners[:, (k + 2) % 3] - corners[:, k]
        length = np.linalg.norm(one, axis=1) * np.linalg.norm(two, axis=1)
        angle = np.arccos(np.clip((one * two).sum(1) / np.maximum(length, 1e-30), -1, 1))
        for axis in range(3):
            out[:, axis] += np.bincount(source.faces[:, k], faces[:, axis] * angle, len(out))
    return out / np.maximum(np.linalg.norm(out, axis=1, keepdims=True), 1e-30)


def joined(meshes: list[Mesh]) -> Mesh:
    """All the meshes as one."""
    starts = np.cumsum([0] + [len(m.vertices) for m in meshes])
    return Mesh(
        np.concatenate([m.vertices for m in meshes]),
        np.concatenate([m.faces + start for m, start in zip(meshes, starts, strict=False)]),
        np.concatenate([m.colours for m in meshes]),
        np.concatenate([m.rough for m in meshes]),
    )


def grid_faces(rows: int, columns: int, wrap: bool = False) -> NDArray[np.int64]:
    """The triangles of a (rows, columns) sheet of vertices; `wrap` joins last column to first."""
    across = columns if wrap else columns - 1
    r, c = np.meshgrid(np.arange(rows - 1), np.arange(across), indexing="ij")
    a = r * columns + c
    b = r * columns + (c + 1) % columns
    quads = np.stack([a, b, b + columns, a, b + columns, a + columns], -1)
    return quads.reshape(-1, 3)


def sheet(points: Array, colour: object, rough: object = 0.6, wrap: bool = False) -> Mesh:
    """A sheet of `points` (rows, columns, 3); `colour` is one value or (rows, columns, 3)."""
    rows, columns = points.shape[:2]
    colour = np.asarray(colour, np.float64)
    rough = np.asarray(rough, np.float64)
    return mesh(
        points.reshape(-1, 3),
        grid_faces(rows, columns, wrap),
        colour.reshape(-1, 3) if colour.ndim == 3 else colour,
        rough.reshape(-1) if rough.ndim == 2 else rough,
    )


def frames(path: Array) -> tuple[Array, Array, Array]:
    """Tangent and two normals, each (n, 3), along a path (n, 3), twisting as little as possible."""
    tangent = np.gradient(path, axis=0)
    tangent /= np.maximum(np.linalg.norm(tangent, axis=1, keepdims=True), 1e-12)
    side = np.empty_like(path)
    reference = np.array([0.0, 1.0, 0.0]) if abs(tangent[0, 1]) < 0.9 else np.array([1.0, 0, 0])
    last = np.cross(tangent[0], reference)
    for i, along in enumerate(tangent):
        last = last - along * (last @ along)
        last = last / max(float(np.linalg.norm(last)), 1e-12)
        side[i] = last
    return tangent, side, np.cross(tangent, side)


def tube(
    path: Array,
    radius: object,
    colour: object,
    sides: int = 6,
    rough: object = 0.6,
    caps: bool = False,
) -> Mesh:
    """A round tube along `path` (n, 3); `radius` is one value, (n,) or (n, sides) metres."""
    _, side, other = frames(path)
    angle = np.linspace(0, 2 * np.pi, sides, endpoint=False)
    width = np.asarray(radius, np.float64)
    width = width[:, None] if width.ndim == 1 else width
    width = np.broadcast_to(width, (len(path), sides))
    ring = (
        np.cos(angle)[None, :, None] * side[:, None] + np.sin(angle)[None, :, None] * other[:, None]
    )
    points = path[:, None] + width[..., None] * ring
    colour = np.asarray(colour, np.float64)
    if colour.ndim == 2:
        colour = np.repeat(colour[:, None], sides, 1)
    body = sheet(points, colour, rough, wrap=True)
    if not caps:
        return body
    ends = []
    for index, flip in ((0, False), (-1, True)):
        rim = np.concatenate([points[index], path[index][None]])
        ring_colour = body.colours.reshape(len(path), sides, 3)[index]
        fan = np.stack(
            [np.full(sides, sides), np.arange(sides), (np.arange(sides) + 1) % sides], -1
        )
        shade = np.concatenate([ring_colour, ring_colour.mean(0)[None]])
        ends.append(mesh(rim, fan[:, ::-1] if flip else fan, shade, 0.8))
    return joined([body, *ends])


def ribbon(path: Array, width: object, across: Array, colour: object, fold: float = 0.0) -> Mesh:
    """A leaf along `path` (n, 3): half-`width` (n,) to each side along `across` (3,) or (n, 3).

    `fold` lifts its edges by so many widths, as a keel leaf's are.
    """
    tangent = np.gradient(path, axis=0)
    tangent /= np.maximum(np.linalg.norm(tangent, axis=1, keepdims=True), 1e-12)
    side = np.broadcast_to(across, path.shape)
    side = side - tangent * (side * tangent).sum(1, keepdims=True)
    side = side / np.maximum(np.linalg.norm(side, axis=1, keepdims=True), 1e-12)
    up = np.cross(side, tangent)
    half = np.broadcast_to(np.asarray(width, np.float64), (len(path),))[:, None]
    points = np.stack(
        [path - half * (side - fold * up), path, path + half * (side + fold * up)], axis=1
    )
    colour = np.asarray(colour, np.float64)
    if colour.ndim == 2:
        colour = np.stack([colour * 0.92, colour * 1.08, colour * 0.95], 1)
    return sheet(points, colour)


def helix(path: Array, radius: float, turns: float, phase: float) -> Array:
    """A path (n, 3) that winds `turns` times round another at `radius` metres."""
    _, side, other = frames(path)
    angle = phase + np.linspace(0, 2 * np.pi * turns, len(path))
    return path + radius * (np.cos(angle)[:, None] * side + np.sin(angle)[:, None] * other)


def spline(points: object, count: int) -> Array:
    """`count` points on the Catmull-Rom curve through `points` (n, 3)."""
    p = np.asarray(points, np.float64)
    p = np.concatenate([2 * p[:1] - p[1:2], p, 2 * p[-1:] - p[-2:-1]])
    u = np.linspace(0, len(p) - 3 - 1e-9, count)
    i = u.astype(int)
    t = (u - i)[:, None]
    a, b, c, d = p[i], p[i + 1], p[i + 2], p[i + 3]
    return 0.5 * (
        2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t**2 + (3 * b - a - 3 * c + d) * t**3
    )


def sagging(start: object, end: object, sag: float, count: int) -> Array:
    """A line (count, 3) from `start` to `end`, `sag` metres lower in the middle (a parabola)."""
    t = np.linspace(0, 1, count)[:, None]
    line = np.asarray(start) * (1 - t) + np.asarray(end) * t
    line[:, 1] -= 4 * sag * (t * (1 - t))[:, 0]
    return line


def mix(a: object, b: object, t: Array) -> Array:
    """Colours between `a` and `b` (3,) or (n, 3) by `t` (n,), held to 0..1."""
    t = np.clip(t, 0, 1)[..., None]
    return np.asarray(a, np.float64) * (1 - t) + np.asarray(b, np.float64) * t


def rope(path: Array, radius: float, seed: int, colour: object, fray: int = 0) -> Mesh:
    """A three-strand laid rope along `path` (n, 3), with `fray` loose fibres."""
    random = np.random.default_rng(seed)
    length = np.linalg.norm(np.diff(path, axis=0), axis=1).sum()
    count = max(24, int(length / (radius * 0.22)))
    fine = spline(path, count)
    turns = length / (radius * 7.5)
    parts = []
    colour = np.asarray(colour, np.float64)
    for strand in range(3):
        wound = helix(fine, radius * 0.52, turns, strand * 2 * np.pi / 3)
        angle = np.linspace(0, 2 * np.pi, 14, endpoint=False)
        along = np.linspace(0, length / radius, count)
        yarn = np.cos(5 * angle[None] - along[:, None] * 2.4) * 0.06
        fuzz = random.normal(0, 0.03, (count, 14))
        shade = 1 + random.normal(0, 0.1, (count, 14, 1)) + 1.6 * yarn[..., None]
        tint = colour * np.clip(shade, 0.3, 1.6)
        parts.append(tube(wound, radius * 0.56 * (1 + yarn + fuzz), 0.5, 14))
        parts[-1].colours[:] = tint.reshape(-1, 3)
    for _ in range(fray):
        at = random.integers(2, count - 8)
        out = random.normal(0, 1, 3)
        out /= np.linalg.norm(out)
        reach = radius * random.uniform(0.8, 2.6)
        bend = random.normal(0, 1, 3) * reach * 0.5
        base = fine[at] + out * radius * 0.7
        fibre = spline([base, base + out * reach * 0.5 + bend * 0.3, base + out * reach + bend], 7)
        parts.append(tube(fibre, np.linspace(0.0004, 0.0001, 7), colour * 1.25, 3))
    return joined(parts)
