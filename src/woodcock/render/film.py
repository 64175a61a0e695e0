"""What lens, film and grade do to a whole frame at a time."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.bloom import add_bloom
from woodcock.finish.circles import LINES
from woodcock.finish.cube import read_cube
from woodcock.finish.develop import NO_FALLOFF, Darkroom
from woodcock.finish.gate import resampled
from woodcock.finish.grain import grain_of
from woodcock.finish.lattice import NO_LATTICE, Lattice
from woodcock.finish.recipe import Reading, does_something, recipe_of
from woodcock.model import Lut, Project, Weave
from woodcock.pixels.colour import linear_colour
from woodcock.pixels.store import PixelStore
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.stage import value_at
from woodcock.stage.camera import focal_pixels
from woodcock.stage.chance import random_value
from woodcock.stage.scene import lens_at

_FALLOFF = 257
_SLOW = 5.0  # times a second that a gate's slow unsteadiness turns
_FAR = 2.0  # times its amount that a picture weaves at the most
_KEPT = 8  # lookup tables that are kept read
_tables: dict[str, Lattice] = {}


def has_film(project: Project, time: float) -> bool:
    """Whether a whole frame is changed by grade or film at a time in seconds."""
    return project.film.on or does_something(project.grade, time)


def reading_from(store: PixelStore | None) -> Reading:
    """How the lookup tables of grades are read, each once."""

    def read(lut: Lut) -> Lattice:
        if store is None:
            return NO_LATTICE
        table = _tables.get(lut.file)
        if table is None:
            table = read_cube(store.get(lut.file).tobytes(), lut.name)
            for old in list(_tables)[: 1 - _KEPT]:
                _tables.pop(old, None)
            _tables[lut.file] = table
        return table

    return read


def exposed(
    project: Project, time: float, light: NDArray[np.float32], stop: Stop | None = None
) -> NDArray[np.float32]:
    """A frame (H, W, 4) of linear light as the film has it: halation, fringes, unsteadiness."""
    film, now, height = project.film, project.frame.shown(time), len(light)
    if film.halation.on:
        own = film.halation
        threshold, radius, amount = (
            max(value_at(x, now), 0.0) for x in (own.threshold, own.radius, own.amount)
        )
        add_bloom(light, threshold, radius, amount, linear_colour(own.colour))
    apart = value_at(film.fringe.amount, now) if film.fringe.on else 0.0
    reach = value_at(film.weave.amount, now) if film.weave.on else 0.0
    if apart == 0 and reach == 0:
        return light
    # Nothing is drawn smaller, and all is as much larger as it weaves: no border is seen.
    wider = apart / (math.hypot(*light.shape[:2]) / 2 / height * LINES)
    low = min(wider, 0.0)
    base = 1 + 2 * _FAR * abs(reach) / LINES - 2 * low
    shift = (0.0, 0.0)
    if reach:
        shift = weave_at(film.weave, reach, project.frame.index(time), float(project.frame.exact))
        shift = shift[0] * height / LINES, shift[1] * height / LINES
    return resampled(light, (base + 2 * wider, base + wider, base), shift, stop)


def weave_at(weave: Weave, amount: float, index: int, rate: float) -> tuple[float, float]:
    """How far right and down frame `index` is out of its place, in pixels of 1080 lines.

    Slowly to and fro, and a little by chance from frame to frame; never farther than twice the
    amount.
    """
    turn = index / rate * _SLOW
    step, part = int(turn), turn - int(turn)
    part = part * part * (3 - 2 * part)
    out = []
    for axis in (0, 1):
        seed = 2 * weave.seed + axis
        slow = random_value(seed, step) * (1 - part) + random_value(seed, step + 1) * part
        out.append(amount * (1.2 * slow + 0.6 * random_value(seed, index + 100_000)))
    return out[0], out[1]


def darkroom_of(project: Project, atlas: Atlas, time: float, size: tuple[int, int]) -> Darkroom:
    """What the colours of a frame of `size` (width, height) at a time go through."""
    film, now = project.film, project.frame.shown(time)
    index, grain, gain = project.frame.index(time), None, 1.0
    if film.flicker.on:
        by = random_value(film.flicker.seed, index) + random_value(film.flicker.seed, index - 7_919)
        gain = 2.0 ** (value_at(film.flicker.amount, now) * by)
    if film.grain.on:
        own = film.grain
        strength, wide, colour, tone = (
            value_at(x, now) for x in (own.strength, own.size, own.colour, own.tone)
        )
        if strength > 0:
            grain = grain_of(strength, wide, colour, tone, own.seed, index, size[1])
    falloff = _falloff(project, now, size) if film.vignette.on else NO_FALLOFF
    recipe = recipe_of(project.grade, now, reading_from(atlas.store))
    return Darkroom(gain, falloff, recipe, grain)


def _falloff(project: Project, now: float, size: tuple[int, int]) -> NDArray[np.float32]:
    """How much light is left, by the square of the way from the middle to the corners."""
    vignette, (width, height) = project.film.vignette, size
    amount = value_at(vignette.amount, now)
    square = np.linspace(0.0, 1.0, _FALLOFF)
    if vignette.natural:
        lens = project.lens
        focal = focal_pixels(lens_at(lens, now).focal_length, lens.sensor_width, width)
        missing = 1 - 1 / (1 + square * (width**2 + height**2) / 4 / focal**2) ** 2
    else:
        clear, soft = value_at(vignette.clear, now), max(value_at(vignette.soft, now), 1e-3)
        share = np.clip((np.sqrt(square) - clear) / soft, 0, 1)
        missing = share * share * (3 - 2 * share)
    return np.maximum(1 - amount * missing, 0).astype(np.float32)
