"""Where what flies is: specks in the scene's metres, seen through the lens as it moves by.

Each speck has a place in a block of space that repeats itself in all directions for ever, moves on
its own way, and is seen wherever one of its repetitions is before the lens. So the air goes with
the lens however far that goes, and each speck stays where it is. Blocks for what is near are
smaller and more densely filled than those for what is far, so that every distance has about as many
specks in the frame as any other; where one block's distances go over into the next one's, specks
come and go one by one.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.wind import blown
from woodcock.model import MOST_SPECKS, Air, Specks
from woodcock.pixels.threads import together
from woodcock.stage import ThinLens, travelled, value_at

_OPTIONS = {"nogil": True, "cache": True, "error_model": "numpy"}
NEAREST = 0.05  # metres from the lens at which anything flies
_ROOM = 1.2  # of a block, to what the lens sees of it at rest
_FADE = 0.3  # of a step from block to block, over which one speck comes or goes
_PART = 8192  # specks one thread looks through at a time
_PACE = 0.35  # of its speed, by which one falls slower or faster than another


class Sight(NamedTuple):
    """How the lens sees the world while the shutter is open, in a frame of `size`.

    `views` (2, 3, 4) are `world_to_frame` as it opens and closes, at `times`; `middle` is the lens
    at rest: its focal length in frame pixels. `whole` is the size of what the frame is a part of.
    """

    size: tuple[int, int]
    views: NDArray[np.float64]
    times: tuple[float, float]
    focal: float
    lens: ThinLens | None = None
    whole: tuple[float, float] | None = None


class Swarm(NamedTuple):
    """N specks in the frame, near to far; all (N,) float32 in frame pixels if not told otherwise.

    `ends` (N, 2, 2) are where each is as the shutter opens and closes; `metres` is how far from the
    lens. `radius` is its own, `circle` that of its circle of confusion; `strength` is 0 to 1.
    `chance` (N, 4) are four random numbers of its own from 0 to 1.
    """

    ends: NDArray[np.float32]
    metres: NDArray[np.float32]
    radius: NDArray[np.float32]
    circle: NDArray[np.float32]
    strength: NDArray[np.float32]
    chance: NDArray[np.float32]

    def of(self, which: NDArray) -> Swarm:
        """Some of them, by a mask or by numbers."""
        return Swarm(*(column[which] for column in self))

    @property
    def middles(self) -> NDArray[np.float64]:
        return self.ends.mean(1).astype(np.float64)


class _Block(NamedTuple):
    """Specks of some distances: `filled` in a block of `period` (3,) metres.

    They are seen from `least` to `most` metres; all of them in the `middle` of that, those at the
    ends' inner sides fewer and fewer.
    """

    number: int
    filled: float
    period: NDArray[np.float64]
    least: float
    most: float
    middle: float
    step: float  # natural logarithm of how many times as far the next block's middle is
    first: bool
    last: bool


def swarm_at(air: Air, sight: Sight) -> Swarm:
    """The specks of an air that are in the frame, near to far.

    Its amount, speed and wind are those at the middle of the time the shutter is open. Raises
    ValueError for air that has no specks.
    """
    specks = air.specks
    if specks is None:
        raise ValueError("this air has no specks")
    now = sum(sight.times) / 2
    amount = min(max(value_at(specks.amount, now), 0.0), MOST_SPECKS)
    ways = np.array([_way(air, specks, time) for time in sight.times])
    wander = max(value_at(specks.wander, now), 0.0)
    pixels = _pixels_a_metre(sight)
    lens, blur = sight.lens, (0.0, 1.0)
    if lens is not None:
        f, s = lens.focal_length, max(1000 * lens.focus, 1.01 * lens.focal_length)
        blur = lens.aperture / (s - f) * pixels / 2, s / 1000  # `ThinLens.circles`, halved
    limits, sizes = (max(air.near, NEAREST), air.far), (specks.smallest, specks.largest)
    radii = (sizes[0] / 2000, sizes[1] / 2000)
    found: list[NDArray] = []
    for block in blocks_of(air, amount, sight):
        box, count = _seen_box(sight, block.least, block.most), math.ceil(block.filled)
        ends = block.least, block.most, block.middle, block.step, block.first, block.last
        given = (
            block.filled, air.seed, block.number, block.period, ways, np.array(sight.times), wander,
            sight.views, *box, ends, limits, radii, blur, *sight.size, pixels,
        )  # fmt: skip
        parts = [(k, min(k + _PART, count)) for k in range(0, count, _PART)]
        together(_look(given, found), parts)
    every = np.concatenate(found) if found else np.zeros((0, 12), np.float32)
    # By depth; what is equally far, which chance makes rare, in an order that never changes.
    every = every[np.lexsort((every[:, 9], every[:, 4]))]
    both = np.ascontiguousarray(every[:, :4]).reshape(-1, 2, 2)
    metres, radius, circle, strength = (np.ascontiguousarray(every[:, k]) for k in range(4, 8))
    chance = np.ascontiguousarray(every[:, 8:12])
    return Swarm(both, metres, radius, circle, strength, chance)


def _look(given: tuple, found: list[NDArray]) -> Callable[[tuple[int, int]], None]:
    return lambda part: found.append(_fly(*part, *given))


def _pixels_a_metre(sight: Sight) -> float:
    """How many frame pixels a metre is at one metre from the lens."""
    rows = sight.views.mean(0)[:, :3]
    return math.sqrt(abs(float(np.linalg.det(rows))))


def blocks_of(air: Air, amount: float, sight: Sight) -> Iterator[_Block]:
    """The blocks of an air of which about `amount` specks are in the frame at rest."""
    near = max(air.near, NEAREST)
    count = max(math.ceil(math.log2(air.far / near) - 1e-9), 1)
    step = math.log(air.far / near) / count
    across, down = (side / sight.focal for side in sight.whole or sight.size)
    made, total = [], 0.0
    for k in range(count):
        middle = near * math.exp(step * (k + 0.5))
        first, last = k == 0, k == count - 1
        least = near if first else middle * math.exp(-step)
        most = air.far if last else middle * math.exp(step)
        z = np.linspace(least, most, 200)
        share = _share(np.log(z / middle) / step, first, last)
        seen = float(np.trapezoid(share * z * z, z)) * across * down / middle**3
        total += seen
        period = np.array([across * most, down * most, most - least]) * _ROOM
        made.append((k, float(period.prod()) / middle**3, period, least, most, middle, first, last))
    for k, dense, period, least, most, middle, first, last in made:
        yield _Block(k, amount * dense / total, period, least, most, middle, step, first, last)


def _share(off: NDArray[np.float64], first: bool, last: bool) -> NDArray[np.float64]:
    """How many of a block's specks are there, so many steps from its middle."""
    share = 1 - np.abs(off)
    share = np.where((off < 0) & first, 1.0, share)
    return np.asarray(np.where((off > 0) & last, 1.0, share))


def _way(air: Air, specks: Specks, time: float) -> tuple[float, float, float, float]:
    """How far the wind has blown right, down, away by a time, and how far what falls has."""
    right, away = blown(air, time)
    return right, 0.0, away, travelled(specks.fall, time)


def _seen_box(
    sight: Sight, least: float, most: float
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """The smallest box of the world that holds all that is seen at some distances: two (3,)."""
    w, h = sight.size
    room = 0.2 * h  # for what is large, or far out of focus
    corners = []
    for view in sight.views:
        back = np.linalg.inv(view[:, :3])
        for x in (-room, w + room):
            for y in (-room, h + room):
                for z in (0.9 * least, 1.1 * most):
                    corners.append(back @ (np.array([x * z, y * z, z]) - view[:, 3]))
    return np.min(corners, 0), np.max(corners, 0)


@njit(**_OPTIONS)
def _chance(seed, block, index, which):
    """From 0 to 1: SplitMix64 of Steele, Lea and Flood (OOPSLA 2014) of where it stands."""
    z = np.uint64(seed) * np.uint64(0x9E3779B97F4A7C15)
    z += np.uint64(index * 16 + which) * np.uint64(0xD1B54A32D192ED03)
    z += np.uint64(block + 1) * np.uint64(0x8CB92BA72F3D8DD7)
    z = (z ^ (z >> np.uint64(30))) * np.uint64(0xBF58476D1CE4E5B9)
    z = (z ^ (z >> np.uint64(27))) * np.uint64(0x94D049BB133111EB)
    return np.float64((z ^ (z >> np.uint64(31))) >> np.uint64(11)) / 9007199254740992.0


@njit(**_OPTIONS)
def _fly(
    begin, after, count, seed, number, period, ways, times, wander, views, low, high, ends, limits,
    sizes, blur, width, height, pixels,
):  # fmt: skip
    least, most, middle, step, first, last = ends
    near, far = limits
    out = np.empty((64, 12), np.float32)
    kept = 0
    place, shift, there = np.empty((2, 3)), np.empty(3), np.empty((2, 3))
    turns = 2 * np.pi
    for i in range(begin, after):
        size = _chance(seed, number, i, 3)
        pace = 1 + _PACE * (2 * _chance(seed, number, i, 4) - 1)
        for k in range(2):
            for c in range(3):
                own = _chance(seed, number, i, c) * period[c] + ways[k, c]
                if wander > 0:
                    phase = _chance(seed, number, i, 6 + c)
                    rate = 0.25 + 0.5 * _chance(seed, number, i, 9 + c)
                    t = times[k]
                    sway = np.sin(turns * (rate * t + phase))
                    sway += 0.5 * np.sin(turns * (2.3 * rate * t + 1.7 * phase))
                    own += wander * 0.7 * sway
                place[k, c] = own
            place[k, 1] += ways[k, 3] * pace
        # All its repetitions of which any may be seen.
        for c in range(3):
            shift[c] = np.ceil((low[c] - place[0, c]) / period[c])
        mx = shift[0]
        while place[0, 0] + mx * period[0] < high[0]:
            my = shift[1]
            while place[0, 1] + my * period[1] < high[1]:
                mz = shift[2]
                while place[0, 2] + mz * period[2] < high[2]:
                    for k in range(2):
                        x = place[k, 0] + mx * period[0]
                        y = place[k, 1] + my * period[1]
                        z = place[k, 2] + mz * period[2]
                        for c in range(3):
                            v = views[k, c]
                            there[k, c] = v[0] * x + v[1] * y + v[2] * z + v[3]
                    mz += 1
                    away = (there[0, 2] + there[1, 2]) / 2
                    if away < least or away > most or min(there[0, 2], there[1, 2]) < 0.01:
                        continue
                    share = 1.0
                    off = np.log(away / middle) / step
                    if not ((off < 0 and first) or (off > 0 and last)):
                        share = 1 - abs(off)
                    strength = (share * (1 + _FADE) - _chance(seed, number, i, 5)) / _FADE
                    strength = min(max(strength, 0.0), 1.0) * min(count - i, 1.0)
                    # At the limits of the air they fade.
                    strength *= min(max((away / near - 1) / 0.1, 0.0), 1.0)
                    strength *= min(max((1 - away / far) / 0.05, 0.0), 1.0)
                    if strength <= 0:
                        continue
                    radius = (sizes[0] + (sizes[1] - sizes[0]) * size * size) * pixels / away
                    circle = min(blur[0] * abs(away - blur[1]) / away, 0.125 * height)
                    reach = radius + circle + 2
                    x0, y0 = there[0, 0] / there[0, 2], there[0, 1] / there[0, 2]
                    x1, y1 = there[1, 0] / there[1, 2], there[1, 1] / there[1, 2]
                    if max(x0, x1) < -reach or min(x0, x1) > width + reach:
                        continue
                    if max(y0, y1) < -reach or min(y0, y1) > height + reach:
                        continue
                    if kept == len(out):
                        larger = np.empty((2 * kept, 12), np.float32)
                        larger[:kept] = out
                        out = larger
                    row = out[kept]
                    row[0], row[1], row[2], row[3] = x0, y0, x1, y1
                    row[4], row[5], row[6], row[7] = away, radius, circle, strength
                    for c in range(4):
                        row[8 + c] = _chance(seed, number, i, 12 + c)
                    kept += 1
                my += 1
            mx += 1
    return out[:kept]
