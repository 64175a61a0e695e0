"""What a light does in the glass of a lens: glow, streaks, a ring, and ghosts of the iris."""

from __future__ import annotations

import math
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.enlarged import add_enlarged
from woodcock.model import Flare, Glow
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together
from woodcock.stage import value_at
from woodcock.stage.chance import random_value

_ROWS = 32
_LINES = 400  # from so many rows on, every second pixel is worked out: a flare is soft
_CORE = 1.5  # how much brighter than its glow a light itself is
_THIN = 0.0012  # frame heights: how wide a streak is
_RING = 0.012  # and a ring
_SMOOTH = 12.0  # pixels of a glow's size, at the size at which it is worked out
_DARK = 10  # halvings after which glow and streaks are no more
_TINTS = ((1.0, 0.75, 0.5), (0.6, 1.0, 0.7), (0.55, 0.75, 1.0), (1.0, 0.6, 0.8))


class Shine(NamedTuple):
    """A flare and a glow at a moment; lengths in frame heights, strengths of white.

    `core` is the radius of the light itself. `ghosts` (N, 6) are each one's place on the line from
    the light through the frame's middle (0 is the light, 1 the middle), how wide it is, how strong,
    and its tint.
    """

    glow: float = 0.0
    glow_size: float = 0.1
    core: float = 0.01
    streaks: float = 0.0
    spikes: int = 0
    length: float = 0.1
    angle: float = 0.0
    ring: float = 0.0
    ring_size: float = 0.1
    ghosts: NDArray[np.float64] = np.zeros((0, 6))


def shine_of(glow: Glow | None, flare: Flare | None, time: float, size: float = 0.01) -> Shine:
    """What they come to at a time in seconds, of a light `size` frame heights wide."""
    shine = Shine(core=max(size / 2, 1e-4))
    if glow is not None:
        shine = shine._replace(
            glow=max(value_at(glow.strength, time), 0.0),
            glow_size=max(value_at(glow.size, time), 1e-4),
        )
    if flare is None:
        return shine
    strong, wide = value_at(flare.ghosts, time), value_at(flare.ghost_size, time)
    spread, chance = value_at(flare.spread, time), flare.seed
    ghosts = []
    for n in range(flare.count if strong > 0 else 0):
        place, size, bright = (random_value(chance, 3 * n + k) for k in range(3))
        # From beyond the light to the other side of the middle; none on the light itself.
        at = 1 + spread * (2 * (n + 0.5 + 0.4 * place) / flare.count - 1)
        at = at if abs(at) > 0.25 else math.copysign(0.25, at)
        tint = _TINTS[n % len(_TINTS)]
        ghosts.append((at, wide * 2 ** (1.3 * size), strong * (0.6 + 0.4 * bright), *tint))
    return shine._replace(
        streaks=max(value_at(flare.streaks, time), 0.0),
        spikes=flare.count_of_streaks,
        length=max(value_at(flare.length, time), 1e-3),
        angle=math.radians(value_at(flare.angle, time)),
        ring=max(value_at(flare.ring, time), 0.0),
        ring_size=max(value_at(flare.ring_size, time), 1e-3),
        ghosts=np.array(ghosts).reshape(-1, 6),
    )


def add_shine(
    light: NDArray[np.float32],
    shine: Shine,
    spot: tuple[float, float],
    colour: NDArray[np.float32],
    strength: float,
    iris: tuple[int, float] = (0, 0.0),
) -> None:
    """Add it to a frame (H, W, 4) of linear light, in place.

    `spot` is the light's pixel, which may lie outside; `colour` (3,) linear is as bright as its
    `strength` is 1. `iris` is how many blades and by how many degrees it is turned.
    """
    if strength <= 0:
        return
    height, width = light.shape[:2]
    step = 2 if height >= _LINES else 1
    rows, columns = -(-height // step) + 1, -(-width // step) + 1
    tone = (np.asarray(colour) * strength).astype(np.float32)
    glow = _glow(shine, spot, height, (rows, columns), step)
    own = np.empty((rows, columns, 3), np.float32)
    given = tuple(float(x) for x in (shine.glow, *shine[2:9]))
    ghosts = _in_frame(shine.ghosts, spot, (width, height))
    turned = math.radians(iris[1])

    def work(part: tuple[int, int]) -> None:
        _shine(own, glow, step, *spot, height, given, tone, ghosts, iris[0], turned, *part)

    together(work, [(y, min(y + _ROWS, rows)) for y in range(0, rows, _ROWS)])
    add_enlarged(light, own, step)


def _glow(
    shine: Shine,
    spot: tuple[float, float],
    height: int,
    shape: tuple[int, int],
    step: int,
) -> NDArray[np.float32]:
    """(h, w): the glow, worked out as coarsely as its size allows."""
    if shine.glow <= 0:
        return np.zeros(shape, np.float32)
    wide = shine.glow_size * height
    by = next(n for n in (8, 4, 2, 1) if n == 1 or wide / (n * step) >= _SMOOTH)
    rows, columns = (-(-side // by) + 1 for side in shape)
    # Pixel i of the coarse one has its middle at (i + 0.5) * by - 0.5 of the other.
    y, x = (
        ((np.arange(count) + 0.5) * by * step - at).astype(np.float32)
        for count, at in ((rows, spot[1]), (columns, spot[0]))
    )
    away = np.sqrt(y[:, None] ** 2 + x**2) * np.float32(1 / wide)
    value = np.maximum(np.exp2(-away) - np.float32(2.0**-_DARK), 0) * np.float32(shine.glow)
    if by == 1:
        return np.ascontiguousarray(value[: shape[0], : shape[1]])
    matrix = np.array([[1 / by, 0, 0.5 / by - 0.5], [0, 1 / by, 0.5 / by - 0.5]])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    size = shape[1], shape[0]
    made = cv2.warpAffine(value, matrix, size, flags=flags, borderMode=cv2.BORDER_REPLICATE)
    return np.ascontiguousarray(made, np.float32)


def ghost_places(
    ghosts: NDArray[np.float64], spot: tuple[float, float], size: tuple[int, int]
) -> NDArray[np.float64]:
    """(N, 2): the middles of ghosts in frame pixels."""
    here, middle = np.array(spot), np.array(size) / 2
    return np.asarray(here + ghosts[:, :1] * (middle - here))


def _in_frame(
    ghosts: NDArray[np.float64], spot: tuple[float, float], size: tuple[int, int]
) -> NDArray[np.float32]:
    """(N, 7): place, radius, strength and tint in pixels."""
    radius = ghosts[:, 1:2] * size[1] / 2
    return np.hstack([ghost_places(ghosts, spot, size), radius, ghosts[:, 2:]]).astype(np.float32)


@njit(**OPTIONS)
def _shine(own, shone, step, sx, sy, height, given, tone, ghosts, blades, turned, top, bottom):
    glow, core, streaks, count, length, angle, ring, ring_size = given
    f = np.float32
    thin, along = f(1 / (_THIN * height)), f(4 / (length * height))
    inner, wide = f(core * height), f(_RING * height)
    radius, count = f(ring_size * height / 2), int(count)
    ways = np.empty((count, 2), np.float32)
    for k in range(count):
        turn = angle + 2 * np.pi * k / count
        ways[k, 0], ways[k, 1] = np.cos(turn), np.sin(turn)
    for i in range(top, bottom):
        y = f(i * step + 0.5 * step - sy)
        for j in range(own.shape[1]):
            for c in range(3):
                own[i, j, c] = shone[i, j] * tone[c]
        if glow > 0 and abs(y) < 3 * inner:  # the light itself
            low = max(int((sx - 3 * inner) / step), 0)
            for j in range(low, min(int((sx + 3 * inner) / step) + 2, own.shape[1])):
                x = f(j * step + 0.5 * step - sx)
                value = f(glow * _CORE) * np.exp(-(x * x + y * y) / (inner * inner))
                for c in range(3):
                    own[i, j, c] += value * tone[c]
        outer = radius + 4 * wide
        if ring > 0 and abs(y) < outer:
            half = np.sqrt(outer * outer - y * y)
            hole = max(f(0.97) * radius - 4 * wide, f(0))
            gap = np.sqrt(max(hole * hole - y * y, f(0)))
            for side in range(2):
                low, high = (-half, -gap) if side == 0 else (gap, half)
                first = max(int((sx + low) / step), 0)
                for j in range(first, min(int((sx + high) / step) + 1, own.shape[1])):
                    x = f(j * step + 0.5 * step - sx)
                    if (x < 0) != (side == 0):
                        continue
                    away = np.sqrt(x * x + y * y)
                    for c in range(3):
                        # The glass bends red a little less than blue.
                        off = (away - radius * f(0.97 + 0.03 * c)) / wide
                        own[i, j, c] += f(ring) * tone[c] * np.exp(-off * off)
    for k in range(count if streaks > 0 else 0):
        _streak(own, step, sx, sy, ways[k, 0], ways[k, 1], thin, along, streaks, tone, top, bottom)
    for n in range(len(ghosts)):
        gx, gy, r = ghosts[n, 0], ghosts[n, 1], ghosts[n, 2]
        rim = max(f(0.05) * r, f(step))
        reach = r + rim
        low = max(int((gy - reach) / step) - 1, top)
        high = min(int((gy + reach) / step) + 2, bottom)
        for i in range(low, high):
            y = f(i * step + 0.5 * step) - gy
            first = max(int((gx - reach) / step) - 1, 0)
            for j in range(first, min(int((gx + reach) / step) + 2, own.shape[1])):
                x = f(j * step + 0.5 * step) - gx
                away = np.sqrt(x * x + y * y)
                if blades > 0:
                    sector = f(2 * np.pi / blades)
                    turn = np.arctan2(x, -y) - f(turned)
                    turn -= np.floor(turn / sector) * sector
                    away *= np.cos(turn - sector / 2) / np.cos(sector / 2)
                inside = min(max((reach - away) / (2 * rim), f(0)), f(1))
                edge = min(away / r, f(1))
                value = inside * ghosts[n, 3] * (f(0.45) + f(0.55) * edge * edge)
                for c in range(3):
                    own[i, j, c] += value * ghosts[n, 4 + c] * tone[c]


@njit(**OPTIONS)
def _streak(own, step, sx, sy, c, s, thin, along, bright, tone, top, bottom):
    """One of the streaks, that points along (s, -c)."""
    f, dark = np.float32, np.float32(2.0**-_DARK)
    wide = f(_DARK) / thin
    for i in range(top, bottom):
        y = f(i * step + 0.5 * step - sy)
        low, high = f(-_DARK) / along, f(_DARK) / along
        if abs(c) > 1e-3:
            middle, half = -y * s / c, wide / abs(c)
            low, high = max(low, middle - half), min(high, middle + half)
        first = max(int((low + sx) / step) - 1, 0)
        for j in range(first, min(int((high + sx) / step) + 2, own.shape[1])):
            x = f(j * step + 0.5 * step - sx)
            out = x * s - y * c
            if out <= 0 or out * along >= _DARK:
                continue
            off = abs(x * c + y * s) * thin
            if off < _DARK:
                value = f(bright) * (np.exp2(-out * along) - dark) * (np.exp2(-off) - dark)
                for n in range(3):
                    own[i, j, n] += value * tone[n]
