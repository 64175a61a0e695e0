"""Lights that hang in the scene: where they are seen, how much of them, and what the lens makes."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.bloom import add_bloom
from woodcock.finish.flare import add_shine, shine_of
from woodcock.finish.rays import add_rays
from woodcock.model import Light, Project
from woodcock.pixels.colour import linear_colour
from woodcock.pixels.threads import Stop
from woodcock.render.light_frame import Window, draw_window
from woodcock.render.moment import Moment
from woodcock.stage import distance_of, spot_of_light, value_at

_EDGE = 0.15  # frame heights beyond the border after which a light no longer shines
_COARSE = 4  # frame pixels a pixel of what shafts of light are worked out from
_FINE = 4  # looks across a pixel, for how much of it a light's disc takes up
_MOST = 64  # pixels: half the side of the largest disc that is looked at pixel by pixel


def has_lights(project: Project, time: float) -> bool:
    """Whether a light shines, or what is bright blooms, at a time in seconds."""
    bloom = project.bloom
    blooms = bloom.on and value_at(bloom.amount, time) > 0
    return blooms or any(_shines(light, time) for light in project.lights)


def add_lights(moment: Moment, frame: NDArray[np.float32], stop: Stop | None = None) -> None:
    """Add what lights make of a frame (H, W, 4), and the bloom, in place."""
    project, now = moment.project, moment.now
    for light in project.lights:
        if _shines(light, now):
            _add(moment, light, frame, stop)
    bloom = project.bloom
    if bloom.on:
        threshold, radius, amount = (
            max(value_at(x, now), 0.0) for x in (bloom.threshold, bloom.radius, bloom.amount)
        )
        add_bloom(frame, threshold, radius, amount)


def _shines(light: Light, time: float) -> bool:
    some = light.glow or light.flare or light.rays
    return bool(light.visible and some and value_at(light.strength, time) > 0)


def _add(moment: Moment, light: Light, frame: NDArray[np.float32], stop: Stop | None) -> None:
    project, now, (width, height) = moment.project, moment.now, moment.size
    spot = spot_of_light(project, moment.placed, light, now, moment.size)
    if spot is None:
        return
    strength = value_at(light.strength, now) * at_the_edge(spot, moment.size)
    if strength <= 0:
        return
    colour, defocus = linear_colour(light.colour), project.lens.defocus
    nearer = nearer_than(moment, light)
    seen = strength * open_share(moment, light, spot, nearer)
    shine = shine_of(light.glow, light.flare, now, value_at(light.size, now))
    blades = defocus.blades if defocus.blades else 6  # a round iris's ghosts would be blobs
    add_shine(frame, shine, spot, colour, seen, (blades, value_at(defocus.angle, now)))
    rays = light.rays
    if rays is not None and value_at(rays.strength, now) > 0:
        coarse = Window(0, 0, -(-width // _COARSE) + 1, -(-height // _COARSE) + 1, _COARSE)
        layers = [moment.placed[number] for number in nearer]
        drawn, _ = draw_window(moment.atlas, layers, moment.size, coarse, stop=stop)
        opened = np.ascontiguousarray(1 - drawn[..., 3])
        tone = colour * np.float32(strength * value_at(rays.strength, now))
        add_rays(frame, opened, _COARSE, spot, tone, max(value_at(rays.length, now), 0.01) * height)


def nearer_than(moment: Moment, light: Light) -> list[int]:
    """The numbers of the layers that are before a light, where it is seen."""
    ids = [x.id for x in moment.placed]
    if light.layer in ids:
        return list(range(ids.index(light.layer)))
    away = distance_of(moment.project, light, moment.now)
    rest = [x.layer.glass or x.distance < away for x in moment.placed]
    return [number for number, before in enumerate(rest) if before]


def open_share(moment: Moment, light: Light, spot: tuple[float, float], nearer: list[int]) -> float:
    """How much of a light's disc no nearer layer covers, 0 to 1."""
    if not nearer:
        return 1.0
    radius = max(value_at(light.size, moment.now) * moment.size[1] / 2, 1.0)
    step = max(int(np.ceil(radius / _MOST)), 1)
    x, y = spot[0] / step, spot[1] / step
    reach = int(np.ceil(radius / step)) + 1
    left, top = int(np.floor(x)) - reach, int(np.floor(y)) - reach
    side = 2 * reach + 2
    layers = [moment.placed[number] for number in nearer]
    drawn, _ = draw_window(moment.atlas, layers, moment.size, Window(left, top, side, side, step))
    at = (np.arange(side * _FINE) + 0.5) / _FINE
    inside = np.hypot(*np.meshgrid(at + left - x, at + top - y)) <= radius / step
    weight = inside.reshape(side, _FINE, side, _FINE).mean((1, 3))
    return float((weight * (1 - drawn[..., 3])).sum() / weight.sum())


def at_the_edge(spot: tuple[float, float], size: tuple[int, int]) -> float:
    """How strongly a light shines that is so far beyond the frame: 1 inside, then less and less."""
    width, height = size
    beyond = np.hypot(max(-spot[0], spot[0] - width, 0), max(-spot[1], spot[1] - height, 0))
    share = float(np.clip(1 - beyond / (_EDGE * height), 0, 1))
    return share * share * (3 - 2 * share)
