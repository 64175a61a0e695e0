"""What is in the air between the layers, gap by gap: specks, mist, bolts of lightning."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Protocol

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.finish.bolt import bolt_lines
from woodcock.finish.circles import LINES
from woodcock.finish.flash import brightness_at
from woodcock.finish.fog import thickness_of_fog, thickness_of_haze
from woodcock.finish.refraction import bending, refract
from woodcock.finish.specks import Look, lay_specks
from woodcock.finish.swarm import Swarm, swarm_at
from woodcock.finish.tumbling import drawn_shape, lay_pictures, smaller_and_smaller
from woodcock.finish.veil import (
    HERE,
    NEVER,
    Thickness,
    lay_veil,
    over,
    thickness_at,
    thickness_of,
    veil_between,
)
from woodcock.model import Air, Flash, Project, Specks
from woodcock.pixels.colour import linear_colour
from woodcock.pixels.threads import Stop
from woodcock.render.atlas import Atlas
from woodcock.render.moment import Moment
from woodcock.stage import photo_rays, value_at

_LOOKS = {  # how far each hides what is behind it, how softly it ends, how much it flickers
    "drops": (0.55, 0.35, 0.3),
    "flakes": (0.95, 0.7, 0.15),
    "motes": (0.35, 0.8, 0.5),
    "sparks": (0.25, 0.8, 0.6),
    "leaves": (1.0, 0.0, 0.0),
    "petals": (1.0, 0.0, 0.0),
}
_TUMBLE = ("leaves", "petals")


class Between(Protocol):
    """Something that stands between two layers."""

    @property
    def bends(self) -> bool:
        """Whether it bends what is behind it."""

    def lay(self, out: NDArray[np.float32], stop: Stop | None) -> None:
        """Put it behind what is in `out` (H, W, 4), in whose alpha is what that lets through."""

    def bend(self, back: NDArray[np.float32], stop: Stop | None) -> None:
        """Bend what is behind it, in place."""


@dataclass(frozen=True)
class Veil:
    """Mist between two layers, as `veil_between` tells it."""

    light: NDArray[np.float32]
    bends = False

    def lay(self, out: NDArray[np.float32], stop: Stop | None) -> None:
        lay_veil(self.light, out, stop)

    def bend(self, back: NDArray[np.float32], stop: Stop | None) -> None: ...


@dataclass(frozen=True)
class Flying:
    """Specks; they are `pictures` that have turned so often if there are any."""

    swarm: Swarm
    look: Look
    refraction: float = 0.0
    pictures: tuple[NDArray[np.float32], ...] = ()
    turns: float = 0.0

    @property
    def bends(self) -> bool:
        return self.refraction > 0 and len(bending(self.swarm, self.refraction)[1]) > 0

    def lay(self, out: NDArray[np.float32], stop: Stop | None) -> None:
        if self.pictures:
            lay_pictures(self.swarm, self.pictures, self.look.light, self.turns, out, stop)
        else:
            lay_specks(self.swarm, self.look, out, stop)

    def bend(self, back: NDArray[np.float32], stop: Stop | None) -> None:
        refract(back, self.swarm, self.refraction, stop)


def has_air(project: Project, time: float) -> bool:
    """Whether anything is in the air at a time in seconds."""
    return bool(
        _hazy(project, time)
        or any(_blows(air, time) for air in project.airs)
        or any(_strikes(flash, time) for flash in project.flashes)
    )


Mist = tuple[Thickness, int, int]  # and the first and the last gap it is in


def gaps_of(moment: Moment, mists: Sequence[Mist]) -> list[list[Between]]:
    """What stands before each layer near to far, and behind all of them."""
    found: list[list[Between]] = [[] for _ in range(len(moment.placed) + 1)]
    project, now = moment.project, moment.now
    for air in project.airs:
        if _blows(air, now) and air.specks is not None:
            _fly(moment, air, air.specks, mists, found)
    for flash in project.flashes:
        if _strikes(flash, now):
            _strike(moment, flash, found)
    veils: dict[int, NDArray[np.float32]] = {}
    for thick, first, last in mists:
        planes = (HERE, *moment.planes, NEVER)[first : last + 2]
        thickness = [thickness_at(thick, plane, moment.size) for plane in planes]
        for gap, (nearer, farther) in enumerate(pairwise(thickness), first):
            veil = veil_between(thick, nearer, farther)
            veils[gap] = over(veils[gap], veil) if gap in veils else veil
    for gap, veil in veils.items():
        found[gap].append(Veil(veil))
    return found


def mists_of(moment: Moment) -> list[Mist]:
    """Fogs and haze."""
    project, now = moment.project, moment.now
    every = []
    for air in project.airs:
        if air.fog is not None and _blows(air, now):
            low, high = moment.hidden_limits(air)
            near = max(air.near, low)
            reach = replace(air, near=near, far=max(min(air.far, high), near + 0.1))
            gaps = moment.between(air.behind, air.before)
            every.append((thickness_of_fog(reach, moment.sight()), *gaps))
    if _hazy(project, now):
        every.append((thickness_of_haze(project.haze, now), 0, len(moment.placed)))
    return every


def _hazy(project: Project, time: float) -> bool:
    return project.haze.on and value_at(project.haze.density, time) > 0


def _blows(air: Air, time: float) -> bool:
    amount = air.specks.amount if air.specks is not None else None
    amount = air.fog.density if air.fog is not None else amount
    assert amount is not None
    return air.visible and value_at(amount, time) > 0 and value_at(air.opacity, time) > 0


def _strikes(flash: Flash, time: float) -> bool:
    return flash.visible and flash.bolt is not None and brightness_at(flash, time) > 0


def _fly(
    moment: Moment, air: Air, specks: Specks, mists: Sequence[Mist], found: list[list[Between]]
) -> None:
    """The specks of an air, those in each gap by themselves."""
    now, defocus = moment.now, moment.project.lens.defocus
    swarm = swarm_at(air, moment.sight(specks.streak))
    low, high = moment.hidden_limits(air)
    if (low, high) != (0.0, math.inf):
        swarm = swarm.of(np.flatnonzero((swarm.metres >= low) & (swarm.metres <= high)))
    opacity = min(max(value_at(air.opacity, now), 0.0), 1.0)
    swarm = swarm._replace(strength=swarm.strength * np.float32(opacity))
    bright = max(value_at(specks.brightness, now), 0.0)
    red, green, blue = (bright * float(x) for x in linear_colour(air.colour))
    iris = (defocus.blades, value_at(defocus.angle, now)) if defocus.on else (0, 0.0)
    look = Look((red, green, blue), *_LOOKS[specks.kind], *iris)
    pixels = max(value_at(specks.refraction, now), 0.0) * moment.size[1] / LINES
    pictures = _pictures(moment.atlas, air, specks)
    where = gap_numbers(moment, swarm)
    first, last = moment.between(air.behind, air.before)
    for gap in range(first, last + 1):
        here = np.flatnonzero(where == gap)
        if len(here):
            seen = _through_mist(moment, swarm.of(here), gap, mists)
            own = Flying(seen, look, pixels, pictures, specks.spin * now)
            found[gap].append(own)


def _through_mist(moment: Moment, swarm: Swarm, gap: int, mists: Sequence[Mist]) -> Swarm:
    """Specks of a gap as far as the mist before them in that gap lets them be seen."""
    spots, strength = swarm.middles, swarm.strength
    before = moment.planes[gap - 1] if gap > 0 else HERE
    for thick, first, last in mists:
        if first <= gap <= last:
            width = moment.size[0]
            there = thickness_of(thick, spots, swarm.metres.astype(np.float64), width)
            begin = thickness_of(thick, spots, before.metres(spots), width)
            hidden = -np.expm1(np.minimum(begin - there, 0))
            strength = strength * (1 - np.float32(thick.opacity) * hidden)
    return swarm._replace(strength=np.asarray(strength, np.float32))


def gap_numbers(moment: Moment, swarm: Swarm) -> NDArray[np.int64]:
    """(N,): before the how manieth layer each speck is: the first one behind it, where it is."""
    gap = np.full(len(swarm.metres), len(moment.placed))
    spots = swarm.middles
    for number in range(len(moment.placed) - 1, -1, -1):
        gap[moment.metres(number, spots) > swarm.metres] = number
    return gap


def _pictures(atlas: Atlas, air: Air, specks: Specks) -> tuple[NDArray[np.float32], ...]:
    thing = atlas.things.get(air.id)
    if specks.picture is not None and thing is not None:
        largest = thing.pieces[0].steps[0].pixels
        return smaller_and_smaller(largest.astype(np.float32) / 65535)
    return drawn_shape(specks.kind) if specks.kind in _TUMBLE else ()


def _strike(moment: Moment, flash: Flash, found: list[list[Between]]) -> None:
    """A flash's bolt, in the gap where it stands."""
    bolt, project = flash.bolt, moment.project
    assert bolt is not None
    lines, rays = bolt_lines(bolt), photo_rays(project)
    ends = np.column_stack([lines[:, :4].reshape(-1, 2), np.ones(2 * len(lines))])
    world = np.column_stack([bolt.distance * (ends @ rays.T), np.ones(len(ends))])
    seen = world @ moment.sight().views[0].T
    if (seen[:, 2] < 0.01).any():
        return
    spots = (seen[:, :2] / seen[:, 2:]).reshape(-1, 2, 2).astype(np.float32)
    metres = seen[:, 2].reshape(-1, 2).mean(1).astype(np.float32)
    first = np.argmin(spots[:, 0, 1])
    one = Swarm(
        spots[first : first + 1], metres[first : first + 1], *(np.zeros(1, np.float32),) * 3,
        np.zeros((1, 4), np.float32),
    )  # fmt: skip
    gap = int(gap_numbers(moment, one)[0])
    tone = linear_colour(flash.colour) * brightness_at(flash, moment.now)
    height, count = moment.size[1], len(lines)
    # The bolt, and the glow about it.
    for wide, share in ((1.0, 1.6), (6.0, 0.06), (22.0, 0.012)):
        radius = (bolt.width * height / 2 * lines[:, 4] * wide).astype(np.float32)
        long = np.hypot(*(spots[:, 1] - spots[:, 0]).T)
        # As bright all along as a disc is that stands still.
        full = 1 + 2 * np.maximum(long, 1) / (np.pi * np.maximum(radius, 0.6))
        swarm = Swarm(
            spots, metres, radius, np.zeros(count, np.float32),
            (share * lines[:, 4] * full).astype(np.float32), np.zeros((count, 4), np.float32),
        )  # fmt: skip
        red, green, blue = (float(x) for x in tone)
        look = Look((red, green, blue), 0.0, 0.0 if wide == 1 else 1.0)
        found[gap].append(Flying(swarm, look))
