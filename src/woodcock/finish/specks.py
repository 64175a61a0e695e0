"""Specks drawn: each a disc, or the stretch it goes while the shutter is open, as soft as its blur.

A speck's light is spread over all that it covers: the wider it is blurred and the farther it goes,
the fainter. What is smaller than a pixel is drawn as large as one, and as much fainter.
"""

from __future__ import annotations

import math
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.enlarged import put_enlarged
from woodcock.finish.swarm import Swarm
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together

LEAST = 0.6  # pixels: no radius is drawn smaller
_CORNERED = 2.5  # pixels: radius of a circle of confusion from which the iris's shape shows
_COARSE = 4.0  # pixels: a circle of confusion's radius at the size at which it is drawn
_UNSEEN = 1 / 4000  # of white: what is fainter is left out
_FADES = 0.8  # of its radius, over which a soft speck ends
_ROWS = 16


class Look(NamedTuple):
    """How specks look: `light` (3,) linear, `solid` is how far they hide what is behind them.

    `soft` from 0 to 1 is how softly they end. The iris has `blades`, the first at `angle` degrees.
    """

    light: tuple[float, float, float]
    solid: float = 1.0
    soft: float = 0.0
    flicker: float = 0.0
    blades: int = 0
    angle: float = 0.0


def lay_specks(
    swarm: Swarm, look: Look, out: NDArray[np.float32], stop: Stop | None = None
) -> None:
    """Put specks, near to far, behind what is in `out` already.

    `out` (H, W, 4) float32: premultiplied light, and in place of alpha what it still lets through.
    """
    shapes = shapes_of(swarm, look.soft)
    glint = 1 - look.flicker * swarm.chance[:, 2]
    seen = shapes[:, 8] * max(*look.light, look.solid) > _UNSEEN
    # A streak has an edge on two sides only.
    gone = np.hypot(*(swarm.ends[:, 1] - swarm.ends[:, 0]).T)
    wide = swarm.circle * (1 + (gone > 2 * swarm.circle))
    # What is far out of focus has no detail: it is drawn coarsely, before the rest.
    for step in (8, 4, 2, 1):
        fits = seen & (wide >= _COARSE * step * (step > 1))
        seen &= ~fits
        if fits.any():
            _lay_coarsely(shapes[fits], glint[fits], look, step, out, stop)


def _lay_coarsely(
    shapes: NDArray[np.float32],
    glint: NDArray[np.float32],
    look: Look,
    step: int,
    out: NDArray[np.float32],
    stop: Stop | None,
) -> None:
    """Put specks behind what is in `out`, drawn with pixels of `step` frame pixels."""
    target, shapes = out, shapes.copy()
    if step > 1:
        height, width = (-(-side // step) + 1 for side in out.shape[:2])
        target = np.zeros((height, width, 4), np.float32)
        target[..., 3] = 1
        shapes[:, :6] /= step
        reach = shapes[:, 4] + shapes[:, 5] + 1
        shapes[:, 6] = np.floor(np.minimum(shapes[:, 1], shapes[:, 3]) - reach)
        shapes[:, 7] = np.ceil(np.maximum(shapes[:, 1], shapes[:, 3]) + reach)
    low, high = shapes[:, 6].astype(np.int64), shapes[:, 7].astype(np.int64)
    light = np.array(look.light, np.float32)

    def band(rows: tuple[int, int]) -> None:
        here = np.flatnonzero((low < rows[1]) & (high >= rows[0]))
        _lay(
            target, shapes, here, light, glint, look.solid, look.soft, look.blades,
            math.radians(look.angle), *rows,
        )  # fmt: skip

    height = len(target)
    together(band, [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)], stop)
    if step > 1:
        put_enlarged(out, target, step)


def shapes_of(swarm: Swarm, soft: float = 0.0) -> NDArray[np.float32]:
    """(N, 9): the ends of each (x, y, x, y), its radius, how wide its rim is, first and last row.

    The last column is how much of its own light a place in its middle has.
    """
    out = np.empty((len(swarm.metres), 9), np.float32)
    out[:, :4] = swarm.ends.reshape(-1, 4)
    own = np.maximum(swarm.radius, LEAST)
    rim = np.maximum(np.minimum(own, swarm.circle), 0.5)
    radius = np.maximum(own, swarm.circle)
    # What is soft by itself fades within its own outline.
    within = np.maximum(_FADES * soft * own - rim, 0) / 2
    rim, radius = rim + within, radius - within
    gone = np.hypot(*(swarm.ends[:, 1] - swarm.ends[:, 0]).T)
    # What a disc with such a rim covers that goes so far, to the disc it is.
    disc, strip = math.pi * (radius**2 + rim**2 / 3), 2 * radius * gone
    # How much of its light `cover`'s softness leaves, over a disc and over a stretch.
    still, gone_by = 1 - soft * 2 / 3, 1 - soft * 7 / 15
    area = disc + strip * gone_by / still
    share = swarm.strength * math.pi * np.minimum(swarm.radius, own) ** 2 / area
    out[:, 4], out[:, 5] = radius, rim
    reach = radius + rim + 1
    ys = swarm.ends[:, :, 1]
    out[:, 6], out[:, 7] = np.floor(ys.min(1) - reach), np.ceil(ys.max(1) + reach)
    out[:, 8] = share
    return out


@njit(**OPTIONS)
def cover(shape, x, y, soft, blades, angle):
    """How far a pixel whose middle is (x, y) is within a speck, 0 to 1; and its place in it.

    That is from its axis, in radii.
    """
    ax, ay = shape[0], shape[1]
    dx, dy = shape[2] - ax, shape[3] - ay
    px, py = x - ax, y - ay
    long = dx * dx + dy * dy
    t = np.float32(0)
    if long > 0:
        t = min(max((px * dx + py * dy) / long, np.float32(0)), np.float32(1))
    qx, qy = px - t * dx, py - t * dy
    radius, rim = shape[4], shape[5]
    away = np.sqrt(qx * qx + qy * qy)
    if blades > 0 and radius > _CORNERED and rim < radius:
        # As far out as the iris's side in this direction lets it seem.
        sector = np.float32(2 * np.pi / blades)
        turn = np.arctan2(qx, -qy) - np.float32(angle)
        turn -= np.floor(turn / sector) * sector
        away *= np.cos(turn - sector / 2) / np.cos(sector / 2)
    inside = (radius + rim - away) / (2 * rim)
    inside = min(max(inside, np.float32(0)), np.float32(1))
    if soft > 0:
        u = min(away / (radius + rim), np.float32(1))
        fade = np.float32(1) - u * u
        inside *= 1 - soft + soft * fade * fade
    return inside, qx / (radius + rim), qy / (radius + rim)


@njit(**OPTIONS)
def _lay(out, shapes, here, light, glint, solid, soft, blades, angle, top, bottom):
    width = out.shape[1]
    f, solid, soft = np.float32, np.float32(solid), np.float32(soft)
    alpha = np.empty(width, np.float32)
    for k in here:
        shape = shapes[k]
        reach = shape[4] + shape[5] + f(1)
        r, g, b = light[0] * glint[k], light[1] * glint[k], light[2] * glint[k]
        cornered = blades > 0 and shape[4] > _CORNERED and shape[5] < shape[4]
        for y in range(max(int(shape[6]), top), min(int(shape[7]) + 1, bottom)):
            left, right = columns_of(shape, f(y) + f(0.5), reach)
            left, right = max(left, 0), min(right + 1, width)
            if left >= right:
                continue
            if cornered:
                for x in range(left, right):
                    inside, _, _ = cover(
                        shape, f(x) + f(0.5), f(y) + f(0.5), soft, blades, f(angle)
                    )  # fmt: skip
                    alpha[x] = inside * shape[8]
            else:
                _row_of(shape, f(y) + f(0.5), soft, left, right, alpha)
            line = out[y]
            for x in range(left, right):
                part = min(alpha[x], f(1))
                rest = line[x, 3]
                by = rest * part
                line[x, 0] += by * r
                line[x, 1] += by * g
                line[x, 2] += by * b
                line[x, 3] = rest * (f(1) - part * solid)


@njit(**OPTIONS)
def _row_of(shape, y, soft, left, right, alpha):
    """`cover` of a row of pixels of a speck without corners, times its light: all at once."""
    f, none, one = np.float32, np.float32(0), np.float32(1)
    ax, ay, radius, rim, strength = shape[0], shape[1], shape[4], shape[5], shape[8]
    dx, dy = shape[2] - ax, shape[3] - ay
    long = dx * dx + dy * dy
    by_long = one / long if long > none else none
    edge, by_rim = radius + rim, one / (f(2) * rim)
    by_edge, hard = one / (edge * edge), strength * (one - soft)
    peak = strength * soft
    py = y - ay
    first, slope = py * dy * by_long, dx * by_long
    for x in range(left, right):
        px = f(x) + f(0.5) - ax
        t = min(max(px * slope + first, none), one)
        qx, qy = px - t * dx, py - t * dy
        away = qx * qx + qy * qy
        inside = min(max((edge - np.sqrt(away)) * by_rim, none), one)
        fade = max(one - away * by_edge, none)
        alpha[x] = inside * (hard + peak * fade * fade)


@njit(**OPTIONS)
def columns_of(shape, y, reach):
    """The first and the last column that a speck can reach in a row."""
    ax, ay, bx, by = shape[0], shape[1], shape[2], shape[3]
    if ay > by:
        ax, ay, bx, by = bx, by, ax, ay
    # The part of its axis that is near the row.
    low, high = np.float32(0), np.float32(1)
    if by - ay > 1e-3:
        low = min(max((y - reach - ay) / (by - ay), np.float32(0)), np.float32(1))
        high = min(max((y + reach - ay) / (by - ay), np.float32(0)), np.float32(1))
    one, other = ax + low * (bx - ax), ax + high * (bx - ax)
    return (
        int(np.floor(min(one, other) - reach)), int(np.ceil(max(one, other) + reach)),
    )  # fmt: skip
