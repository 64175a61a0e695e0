"""Drift: how far a layer has slid, and how far it slides until it meets itself."""

from __future__ import annotations

import math

from woodcock.model import Drift, Frame, Layer, Picture, Project

Pair = tuple[float, float]


def drift_box(project: Project, layer: Layer) -> tuple[float, float, float, float]:
    """Left, top, width and height, in the photo's pixels, of the picture that wraps."""
    if isinstance(layer.own, Picture):
        return layer.own.box
    photo = project.photo
    assert photo is not None
    return 0.0, 0.0, float(photo.width), float(photo.height)


def turn_of(drift: Drift, size: Pair) -> Pair:
    """After how many pixels a picture of `size` (width, height) meets itself, across and down.

    0 where it does not slide.
    """
    x, y = _velocity(drift)
    across, down = (max(round(side * (1 - drift.overlap)), 1) for side in size)
    return (float(across) if x else 0.0), (float(down) if y else 0.0)


def velocity_of(drift: Drift, size: Pair, frame: Frame) -> Pair:
    """Pixels a second, right and down; whole turns over the clip if it is to close."""
    velocity = _velocity(drift)
    if not drift.closes:
        return velocity
    length = float(frame.count / frame.exact)
    turns = [
        round(v * length / turn) if turn else 0
        for v, turn in zip(velocity, turn_of(drift, size), strict=True)
    ]
    if not any(turns) and any(velocity):
        main = max((0, 1), key=lambda k: abs(velocity[k]))
        turns[main] = 1 if velocity[main] > 0 else -1
    x, y = (n * turn / length for n, turn in zip(turns, turn_of(drift, size), strict=True))
    return x, y


def slid(project: Project, layer: Layer, time: float, wrapped: bool = True) -> Pair:
    """How far a layer has slid right and down at `time` seconds: from 0 to less than a turn.

    Not `wrapped`, it is as far as it has gone by then.
    """
    drift = layer.drift
    if drift is None:
        return 0.0, 0.0
    _, _, *size = drift_box(project, layer)
    sides = size[0], size[1]
    velocity, turn = velocity_of(drift, sides, project.frame), turn_of(drift, sides)
    if not wrapped:
        return velocity[0] * time, velocity[1] * time
    x, y = (
        (v * time) % length if length else 0.0 for v, length in zip(velocity, turn, strict=True)
    )
    return x, y


def _velocity(drift: Drift) -> Pair:
    angle = math.radians(drift.direction)
    x, y = drift.speed * math.cos(angle), drift.speed * math.sin(angle)
    least = 1e-9 * max(drift.speed, 1.0)
    return (x if abs(x) > least else 0.0), (y if abs(y) > least else 0.0)
