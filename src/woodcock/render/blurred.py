"""One element out of focus: drawn as coarsely as its blur allows, blurred, and laid in place.

What is blurred over many pixels has no detail finer than these, so it is drawn at a half or a
quarter of the frame's size, by place: two sizes go over into each other, and nothing shows where.
It is worked out only where something of it can be seen.
"""

from __future__ import annotations

import math

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.circles import LINES
from woodcock.finish.defocus import SHARP, TILE, defocus
from woodcock.finish.highlights import brightened
from woodcock.finish.iris import spans
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together
from woodcock.render.atlas import Atlas
from woodcock.render.draw_list import Part, drawn_of
from woodcock.render.elements import Element
from woodcock.render.kernel import LEAST
from woodcock.render.light_frame import Window

STEPS = 1, 2, 4  # frame pixels a pixel of the sizes that are drawn
_FINE = 8.0  # pixels: from a circle so wide on half the size does; twice that for a quarter
_OVER = 1.25  # times that, at which it has taken over
_ROOM = 1.001
_ROWS = 32


class Iris:
    """The iris at a moment: its blades and angle, and how much brighter clipped light gets."""

    def __init__(self, blades: int, angle: float, highlights: float) -> None:
        self.blades, self.highlights = blades, highlights
        self.angle = round(angle % (360 / blades), 1) if blades else 0.0


def lay_behind(
    atlas: Atlas,
    element: Element,
    iris: Iris,
    out: NDArray[np.float32],
    stop: Stop | None = None,
) -> None:
    """Put a blurred element behind what is in `out` already.

    `out` (H, W, 4) float32: premultiplied light, and in place of alpha what it still lets through.
    """
    circles = element.circles
    assert circles is not None
    size = out.shape[1], out.shape[0]
    box, spare = _box(atlas, element, size, math.ceil(circles.widest / 2) + 2)
    if box is None:
        return
    pictures, corners = [], np.zeros((len(STEPS), 2), np.int64)
    for number, step in enumerate(STEPS):
        finest = 1 if iris.highlights > 0 else max(s for s in STEPS if s <= max(spare, 1))
        made = _picture(atlas, element, iris, size, box, (step, min(step, finest)), out, stop)
        pictures.append(_NOTHING if made is None else made[0])
        if made is not None:
            corners[number] = made[1]
    left, top, right, bottom = box
    given = circles.grid, circles.x, circles.y, tuple(pictures), corners, left, right
    parts = [(y, min(y + _ROWS, bottom)) for y in range(top, bottom, _ROWS)]
    together(lambda rows: _lay(out, *given, *rows), parts, stop)


_NOTHING = np.zeros((0, 0, 4), np.float32)


def _box(
    atlas: Atlas, element: Element, size: tuple[int, int], reach: int
) -> tuple[tuple[int, int, int, int] | None, float]:
    """Left, top, right and bottom of what the element can reach in the frame; None if nothing.

    And how many times coarser it can be drawn without missing anything.
    """
    window = Window.around(size, reach)
    placed = element.placed._replace(mapping=element.placed.mapping.moved(window.from_frame))
    whole = window.width, window.height
    part = Part((whole[0] / 2, whole[1] / 2), element.segment)
    drawn = drawn_of(atlas, placed, whole, False, part)
    if not drawn:
        return None, 1.0
    bounds, spare = [x.bounds for x in drawn], min(x.spare for x in drawn)
    low, high = np.min(bounds, 0), np.max(bounds, 0)
    # In the window's pixels: the frame begins `reach` later, and the blur that much earlier.
    left, top = max(int(low[0]) - 2 * reach, 0), max(int(low[2]) - 2 * reach, 0)
    right, bottom = min(int(high[1]), size[0]), min(int(high[3]), size[1])
    return (left, top, right, bottom) if left < right and top < bottom else None, spare


def _picture(
    atlas: Atlas,
    element: Element,
    iris: Iris,
    size: tuple[int, int],
    box: tuple[int, int, int, int],
    steps: tuple[int, int],
    out: NDArray[np.float32],
    stop: Stop | None,
) -> tuple[NDArray[np.float32], tuple[int, int]] | None:
    """The element blurred at one size, enlarged, and its corner (y, x); None if not needed.

    `steps` are frame pixels a pixel of that size, and of the one it is drawn at.
    """
    circles, (step, drawn_step) = element.circles, steps
    assert circles is not None
    unit = TILE * step
    x, y = box[0] // unit, box[1] // unit
    columns, rows = -(-box[2] // unit) - x, -(-box[3] // unit) - y
    wide = circles.part(x * step, y * step, columns + 1, rows + 1, step)
    wanted = _needs(wide, step)
    if wanted.any():
        wanted &= _open(out, x, y, columns, rows, unit)
    if not wanted.any():
        return None
    most = SHARP
    for i, j in ((0, 0), (0, 1), (1, 0), (1, 1)):
        most = max(most, float((wide[i : i + rows, j : j + columns] * wanted).max()))
    own = np.minimum(wide, most) * np.float32(1 / step)
    pad = math.ceil(most / step / 2) + 2
    window = Window(
        x * TILE - pad, y * TILE - pad, columns * TILE + 2 * pad, rows * TILE + 2 * pad, step
    )
    finer = window.drawn_at(drawn_step)
    light = element.drawn(atlas, size, finer, stop)
    if iris.highlights > 0:  # before anything is averaged: a spark is small
        brightened(light, wide * (LINES / size[1]), iris.highlights, step, pad * step)
    if finer.step != step:
        small = cv2.resize(light, window[2:4], interpolation=cv2.INTER_AREA)
        light = np.asarray(small, np.float32)
    if element.placed.layer.is_background:
        _carry_on(light, window, size)
    shape = spans(_rounded(most / step), iris.blades, iris.angle)
    made = defocus(light, own, wanted, shape, pad, stop)
    if step > 1:
        full = columns * unit, rows * unit
        made = np.asarray(cv2.resize(made, full, interpolation=cv2.INTER_LINEAR), np.float32)
    return made, (y * unit, x * unit)


def _carry_on(light: NDArray[np.float32], window: Window, size: tuple[int, int]) -> None:
    """Go on with the colours at the frame's border where nothing is beyond it, in place.

    `light` is what is drawn in a window of a frame of `size`. So a blur looks at no darkness there;
    what is not covered within the frame stays so.
    """
    for axis, (start, whole) in enumerate(((window.y, size[1]), (window.x, size[0]))):
        along = light if axis == 0 else light.transpose(1, 0, 2)
        first, last = -start, max(whole // window.step, 1) - start - 1
        if 0 < first < len(along):
            _behind_all(along[:first], along[first])
        if 0 <= last < len(along) - 1:
            _behind_all(along[last + 1 :], along[last])


def _behind_all(rows: NDArray[np.float32], row: NDArray[np.float32]) -> None:
    """One row of a picture laid behind others."""
    rows += (1 - np.clip(rows[..., 3:], 0, 1)) * row


def _rounded(most: float) -> int:
    """A size of the iris's table: few different ones, so that they are made once."""
    return next(n for n in (16, 32, 64, 128, 256, 512, 1024) if n >= most + 1)


def _needs(wide: NDArray[np.float32], step: int) -> NDArray[np.bool_]:
    """(rows, columns): which tiles hold circles for which this size is drawn."""
    corners = np.stack([wide[:-1, :-1], wide[:-1, 1:], wide[1:, :-1], wide[1:, 1:]])
    low, high = corners.min(0), corners.max(0)
    # With some room: between two places a circle may come out a trifle larger than at both.
    begins = 0.0 if step == 1 else _FINE * step / 2 / _ROOM
    ends = math.inf if step == STEPS[-1] else _FINE * step * _OVER * _ROOM
    return np.asarray((high >= begins) & (low <= ends))


def _open(
    out: NDArray[np.float32], x: int, y: int, columns: int, rows: int, unit: int
) -> NDArray[np.bool_]:
    """(rows, columns): in which tiles anything more is to be seen, or in a neighbour of one."""
    left = np.zeros((rows * unit, columns * unit), np.float32)
    here = out[y * unit : (y + rows) * unit, x * unit : (x + columns) * unit, 3]
    left[: here.shape[0], : here.shape[1]] = here
    most = left.reshape(rows, unit, columns, unit).max((1, 3))
    wider = cv2.dilate((most > LEAST).view(np.uint8), np.ones((3, 3), np.uint8))
    return np.asarray(wider).view(np.bool_)


@njit(**OPTIONS)
def _lay(out, grid, grid_x, grid_y, pictures, corners, left, right, top, bottom):
    fine, over, one = np.float32(_FINE), np.float32(_OVER), np.float32(1)
    last = len(pictures) - 1
    for y in range(top, bottom):
        i, down = y // TILE - grid_y, np.float32(y % TILE) / np.float32(TILE)
        for begin in range(left // TILE * TILE, right, TILE):
            j = begin // TILE - grid_x
            start = grid[i, j] + down * (grid[i + 1, j] - grid[i, j])
            end = grid[i, j + 1] + down * (grid[i + 1, j + 1] - grid[i, j + 1])
            for x in range(max(begin, left), min(begin + TILE, right)):
                rest = out[y, x, 3]
                if rest <= LEAST:
                    continue
                circle = start + (end - start) * (np.float32(x - begin) * np.float32(1 / TILE))
                number, edge = 0, fine
                while number < last and circle >= edge * over:
                    number += 1
                    edge *= np.float32(2)
                value = pictures[number][y - corners[number, 0], x - corners[number, 1]]
                r, g, b, a = value[0], value[1], value[2], value[3]
                if number < last and circle > edge:
                    mix = (circle - edge) / (edge * (over - one))
                    other = pictures[number + 1][
                        y - corners[number + 1, 0], x - corners[number + 1, 1]
                    ]
                    r += mix * (other[0] - r)
                    g += mix * (other[1] - g)
                    b += mix * (other[2] - b)
                    a += mix * (other[3] - a)
                out[y, x, 0] += rest * r
                out[y, x, 1] += rest * g
                out[y, x, 2] += rest * b
                out[y, x, 3] = rest * (one - min(max(a, np.float32(0)), one))


def put_behind(out: NDArray[np.float32], light: NDArray[np.float32]) -> None:
    """Put a picture (H, W, 4), whose alpha too is what it lets through, behind what is in `out`."""
    height = out.shape[0]
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    together(lambda rows: _behind(out, light, *rows), parts)


@njit(**OPTIONS)
def _behind(out, light, top, bottom):
    for y in range(top, bottom):
        for x in range(out.shape[1]):
            rest = out[y, x, 3]
            for c in range(3):
                out[y, x, c] += rest * light[y, x, c]
            out[y, x, 3] = rest * light[y, x, 3]


@njit(**OPTIONS)
def added_by(after, before, light):
    """The light that came between two states of a frame, premultiplied by what let it through."""
    for y in range(after.shape[0]):
        for x in range(after.shape[1]):
            for c in range(3):
                light[y, x, c] = after[y, x, c] - before[y, x, c]
            light[y, x, 3] = before[y, x, 3] - after[y, x, 3]


@njit(**OPTIONS)
def add_to(before, light, after):
    """Light added to a frame as it was; what it lets through now stays."""
    for y in range(after.shape[0]):
        for x in range(after.shape[1]):
            for c in range(3):
                after[y, x, c] = before[y, x, c] + light[y, x, c]
