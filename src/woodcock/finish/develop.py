"""What is done to the colours of a frame, in one pass over it: falloff, grade, grain, eight bits.

A row at a time goes through all of it while it is at hand.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.grain import NO_GRAIN, GrainOf, add_grain
from woodcock.finish.interpolation import look_up_cube, look_up_rows, room_for
from woodcock.finish.recipe import NOTHING, Recipe
from woodcock.finish.tables import from_light, look_up, to_light
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together

_ROWS = 16
_F = np.float32
_SHARE = np.float32(0.9999 / (1 << 24))
_NO_BYTES, _NO_COVER = np.empty((0, 0, 3), np.uint8), np.empty((0, 0), np.uint8)
NO_FALLOFF = np.empty(0, np.float32)


class Darkroom(NamedTuple):
    """What a frame goes through.

    Its light is `gain` times as bright, and in so much of what `falloff` (N,) says from the middle
    to the corners, by the square of the way; then come the `recipe` and the `grain`.
    """

    gain: float = 1.0
    falloff: NDArray[np.float32] = NO_FALLOFF
    recipe: Recipe | None = None
    grain: GrainOf | None = None

    @property
    def idle(self) -> bool:
        """Whether it does nothing."""
        return self.gain == 1 and not self.falloff.size and not (self.recipe or self.grain)


def developed(light: NDArray[np.float32], room: Darkroom, stop: Stop | None = None) -> None:
    """Take a frame (H, W, 4), premultiplied linear light over black, through it in place.

    Raises Cancelled soon after `stop` says so.
    """
    _run(light, room, False, _NO_BYTES, _NO_COVER, stop)


def graded(light: NDArray[np.float32], recipe: Recipe) -> None:
    """Take premultiplied linear light (H, W, 4) through a grade in place, whatever it covers."""
    _run(light, Darkroom(recipe=recipe), True, _NO_BYTES, _NO_COVER, None)


def encoded_smoothly(
    light: NDArray[np.float32],
    room: Darkroom,
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
    stop: Stop | None = None,
) -> None:
    """8-bit sRGB of a frame (H, W, 4) over black that went through it, into `out` (H, W, 3).

    Values between two steps are rounded up as often as they are near the upper one, by chance that
    hangs on the place alone; a value on a step stays. `cover` (H, W) uint8, or (0, 0), receives the
    alpha. The frame itself stays as it is.
    """
    _run(light, room, False, out, cover, stop)


def _run(
    light: NDArray[np.float32],
    room: Darkroom,
    straight: bool,
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
    stop: Stop | None,
) -> None:
    recipe, grain = room.recipe or NOTHING, room.grain or NO_GRAIN
    if not recipe.codes.size:
        recipe = recipe._replace(codes=from_light())
    whole = room.recipe is not None and recipe.amount == 1
    flags = straight, room.recipe is not None, whole
    parts = [(y, min(y + _ROWS, len(light))) for y in range(0, len(light), _ROWS)]
    together(
        lambda rows: _develop(
            light, _F(room.gain), room.falloff, recipe, grain, from_light(), to_light()[0], flags,
            out, cover, *rows,
        ),
        parts,
        stop,
    )  # fmt: skip


@njit(**OPTIONS)
def _develop(
    light, gain, falloff, recipe, grain, plain, decode, flags, out, cover, top, bottom
):  # fmt: skip
    straight, is_graded, whole = flags
    width = light.shape[1]
    row, base = np.empty((3, width), np.float32), np.empty((3, width), np.float32)
    spare, room = np.empty(width, np.float32), room_for(width)
    for y in range(top, bottom):
        _load(light, y, straight, row)
        if falloff.shape[0] > 0 or gain != _F(1):
            _fall_off(row, y, light.shape[0], gain, falloff)
        if is_graded:
            if not whole:
                base[:] = row
                for c in range(3):
                    look_up(plain[c], base[c], spare)
            _grade(row, recipe, plain, decode, spare, room)
            if not whole:
                for c in range(3):
                    for x in range(width):
                        row[c, x] = base[c, x] + recipe.amount * (row[c, x] - base[c, x])
        else:
            for c in range(3):
                look_up(plain[c], row[c], spare)
        if grain.tones.shape[0] > 0:
            add_grain(grain.first, grain.second, grain.places, grain.tones, y, row, spare)
        if out.shape[0] > 0:
            _put_bytes(row, light, y, out, cover, spare)
        else:
            for c in range(3):
                look_up(decode, row[c], spare)
            _put_light(row, light, y, straight)


@njit(**OPTIONS)
def _load(light, y, straight, row):
    """A row's light, as if it covered all if it is to be `straight`."""
    for x in range(light.shape[1]):
        alpha = light[y, x, 3]
        by = _F(1) / alpha if straight and alpha > _F(1e-6) else _F(1)
        row[0, x], row[1, x], row[2, x] = (
            light[y, x, 0] * by, light[y, x, 1] * by, light[y, x, 2] * by,
        )  # fmt: skip


@njit(**OPTIONS)
def _put_light(row, light, y, straight):
    for x in range(light.shape[1]):
        by = light[y, x, 3] if straight else _F(1)
        light[y, x, 0], light[y, x, 1], light[y, x, 2] = (
            row[0, x] * by, row[1, x] * by, row[2, x] * by,
        )  # fmt: skip


@njit(**OPTIONS)
def _fall_off(row, y, height, gain, falloff):
    width, last = row.shape[1], falloff.shape[0] - 1
    if last < 1:
        for c in range(3):
            for x in range(width):
                row[c, x] *= gain
        return
    v = _F(y) + _F(0.5) - _F(height) * _F(0.5)
    by = _F(4.0 * last / (height * height + width * width))
    below = np.int32(last - 1)
    for x in range(width):
        u = _F(x) + _F(0.5) - _F(width) * _F(0.5)
        place = (u * u + v * v) * by
        k = min(np.int32(place), below)
        n, part = np.uint64(k), place - _F(k)
        left = gain * (falloff[n] + (falloff[n + np.uint64(1)] - falloff[n]) * part)
        row[0, x] *= left
        row[1, x] *= left
        row[2, x] *= left


@njit(**OPTIONS)
def _grade(row, recipe, plain, decode, spare, room):
    """A row of linear light to graded sRGB values, in place."""
    width, m, one, zero = row.shape[1], recipe.matrix, _F(1), _F(0)
    like = recipe.like
    if like.cube.shape[0] > 0:
        for c in range(3):
            look_up(plain[c], row[c], spare)
        look_up_cube(like.cube, like.low, like.high, recipe.like_amount, row, room)
        for c in range(3):
            look_up(decode, row[c], spare)
    if m[0, 0] != one or m[1, 1] != one or m[2, 2] != one:
        for x in range(width):
            r, g, b = row[0, x], row[1, x], row[2, x]
            row[0, x] = m[0, 0] * r + m[0, 1] * g + m[0, 2] * b
            row[1, x] = m[1, 0] * r + m[1, 1] * g + m[1, 2] * b
            row[2, x] = m[2, 0] * r + m[2, 1] * g + m[2, 2] * b
    decided = recipe.powers.shape[1] > 0
    for c in range(3):
        look_up(recipe.codes[c], row[c], spare)
        slope, offset = recipe.slope[c], recipe.offset[c]
        if decided or slope != one or offset != zero:
            for x in range(width):
                row[c, x] = min(max(row[c, x] * slope + offset, zero), one)
        if decided:
            look_up(recipe.powers[c], row[c], spare)
    if recipe.saturation != one or recipe.vibrance != zero:
        _saturate(row, recipe.saturation, recipe.vibrance)
    if recipe.curves.shape[1] > 0:
        curves, last = recipe.curves, _F(recipe.curves.shape[1] - 1)
        below = np.int32(recipe.curves.shape[1] - 2)
        for c in range(3):
            curve = curves[c]
            for x in range(width):
                place = min(max(row[c, x], zero), one) * last
                k = min(np.int32(place), below)
                n, part = np.uint64(k), place - _F(k)
                row[c, x] = curve[n] + (curve[n + np.uint64(1)] - curve[n]) * part
    lut = recipe.lut
    if lut.cube.shape[0] > 0:
        look_up_cube(lut.cube, lut.low, lut.high, recipe.lut_amount, row, room)
    elif lut.rows.shape[1] > 0:
        look_up_rows(lut.rows, lut.low, lut.high, recipe.lut_amount, row)


@njit(**OPTIONS)
def _saturate(row, saturation, vibrance):
    """Farther from the luma (ASC CDL 1.2); with vibrance the more the less saturated it is."""
    for x in range(row.shape[1]):
        r, g, b = row[0, x], row[1, x], row[2, x]
        luma = _F(0.2126) * r + _F(0.7152) * g + _F(0.0722) * b
        most, least = max(r, g, b), min(r, g, b)
        lack = least / max(most, _F(1e-6))  # 1 for grey, 0 for a pure colour
        by = saturation * (_F(1) + vibrance * lack)
        row[0, x] = max(luma + by * (r - luma), _F(0))
        row[1, x] = max(luma + by * (g - luma), _F(0))
        row[2, x] = max(luma + by * (b - luma), _F(0))


@njit(**OPTIONS)
def _put_bytes(row, light, y, out, cover, spare):
    one, zero, full = _F(1), _F(0), _F(255)
    for x in range(row.shape[1]):
        # A hash of the place (Wellons' lowbias32), as a share.
        h = np.uint32(x + y * 40503)
        h = np.uint32((h ^ (h >> np.uint32(16))) * np.uint32(0x7FEB352D))
        h = np.uint32((h ^ (h >> np.uint32(15))) * np.uint32(0x846CA68B))
        # Below 1 also when it is added to 255 in 32 bits.
        spare[x] = _F(np.int32(np.uint32(h ^ (h >> np.uint32(16))) >> np.uint32(8))) * _SHARE
    for c in range(3):
        own = row[c]
        for x in range(row.shape[1]):
            exact = min(max(own[x], zero), one) * full
            near = np.floor(exact + _F(0.5))
            exact = near if abs(exact - near) < _F(0.03) else exact
            own[x] = min(exact + spare[x], full)
    for x in range(row.shape[1]):
        out[y, x, 0] = np.uint8(np.int32(row[0, x]))
        out[y, x, 1] = np.uint8(np.int32(row[1, x]))
        out[y, x, 2] = np.uint8(np.int32(row[2, x]))
    if cover.shape[0] > 0:
        for x in range(row.shape[1]):
            cover[y, x] = int(min(max(light[y, x, 3], zero), one) * full + _F(0.5))
