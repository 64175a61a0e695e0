"""One element out of focus: drawn as coarsely as its blur allows, blurred, and laid in place.

What is blurred over many pixels has no detail finer than these, so it is drawn at a half, a
quarter or an eighth of the frame's size, by place: two sizes go over into each other, and nothing
shows where. It is worked out only where something of it can be seen.
"""

from __future__ import annotations

import math

import cv2
import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.finish.defocus import SHARP, TILE, defocus
from woodcock.finish.highlights import brightened
from woodcock.finish.iris import spans
from woodcock.pixels.threads import Stop, together
from woodcock.render.atlas import Atlas
from woodcock.render.compiled import INLINE, OPTIONS
from woodcock.render.draw_list import Part, drawn_of
from woodcock.render.elements import Element
from woodcock.render.kernel import LEAST
from woodcock.render.light_frame import Window, draw_window

STEPS = 1, 2, 4, 8  # frame pixels a pixel of the sizes that are drawn
_FINE = 6.0  # pixels: from a circle so wide on half the size does; twice that for a quarter
_OVER = 1.25  # times that, at which it has taken over
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
    """The element blurred at one size, and its corner (y, x) in its pixels; None if not needed.

    `steps` are frame pixels a pixel of that size, and of the one it is drawn at.
    """
    circles, (step, drawn_step) = element.circles, steps
    assert circles is not None
    unit = TILE * step
    x, y = box[0] // unit, box[1] // unit
    columns, rows = -(-box[2] // unit) - x, -(-box[3] // unit) - y
    wide = circles.part(x * step, y * step, columns + 1, rows + 1, step)
    wanted = _needs(wide, step) & _open(out, x, y, columns, rows, unit)
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
    light, _ = draw_window(atlas, [element.placed], size, finer, element.segment, stop=stop)
    if iris.highlights > 0:  # before anything is averaged: a spark is small
        brightened(light, wide, iris.highlights, step, pad * step)
    if finer.step != step:
        small = cv2.resize(light, window[2:4], interpolation=cv2.INTER_AREA)
        light = np.asarray(small, np.float32)
    shape = spans(_rounded(most / step), iris.blades, iris.angle)
    return defocus(light, own, wanted, shape, pad, stop), (y * TILE, x * TILE)


def _rounded(most: float) -> int:
    """A size of the iris's table: few different ones, so that they are made once."""
    return next(n for n in (16, 32, 64, 128, 256, 512, 1024) if n >= most + 1)


def _needs(wide: NDArray[np.float32], step: int) -> NDArray[np.bool_]:
    """(rows, columns): which tiles hold circles for which this size is drawn."""
    corners = np.stack([wide[:-1, :-1], wide[:-1, 1:], wide[1:, :-1], wide[1:, 1:]])
    low, high = corners.min(0), corners.max(0)
    begins = 0.0 if step == 1 else _FINE * step / 2
    ends = math.inf if step == STEPS[-1] else _FINE * step * _OVER
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


@njit(**INLINE)
def _at(picture, corner_y, corner_x, y, x, step, out):
    """The value at frame pixel y, x of a picture drawn at a smaller size, bilinear."""
    v = (y + np.float32(0.5)) / step - np.float32(0.5) - corner_y
    u = (x + np.float32(0.5)) / step - np.float32(0.5) - corner_x
    v = min(max(v, np.float32(0)), np.float32(picture.shape[0] - 1))
    u = min(max(u, np.float32(0)), np.float32(picture.shape[1] - 1))
    i, j = min(int(v), picture.shape[0] - 2), min(int(u), picture.shape[1] - 2)
    f, g = v - np.float32(i), u - np.float32(j)
    for c in range(4):
        above = picture[i, j, c] + g * (picture[i, j + 1, c] - picture[i, j, c])
        below = picture[i + 1, j, c] + g * (picture[i + 1, j + 1, c] - picture[i + 1, j, c])
        out[c] = above + f * (below - above)


@njit(**OPTIONS)
def _lay(out, grid, grid_x, grid_y, pictures, corners, left, right, top, bottom):
    one, two, four, eight = pictures
    value, other = np.empty(4, np.float32), np.empty(4, np.float32)
    fine, over = np.float32(_FINE), np.float32(_OVER)
    for y in range(top, bottom):
        i = y // TILE - grid_y
        down = np.float32(y % TILE) / np.float32(TILE)
        for x in range(left, right):
            rest = out[y, x, 3]
            if rest <= LEAST:
                continue
            j = x // TILE - grid_x
            across = np.float32(x % TILE) / np.float32(TILE)
            above = grid[i, j] + across * (grid[i, j + 1] - grid[i, j])
            below = grid[i + 1, j] + across * (grid[i + 1, j + 1] - grid[i + 1, j])
            circle = above + down * (below - above)
            number, edge = 0, fine
            while number < 3 and circle >= edge * over:
                number += 1
                edge *= np.float32(2)
            mix = np.float32(0)
            if number < 3 and circle > edge:
                mix = (circle - edge) / (edge * (over - np.float32(1)))
            if number == 0:
                for c in range(4):
                    value[c] = one[y - corners[0, 0], x - corners[0, 1], c]
                if mix > 0:
                    _at(two, corners[1, 0], corners[1, 1], y, x, np.float32(2), other)
            elif number == 1:
                _at(two, corners[1, 0], corners[1, 1], y, x, np.float32(2), value)
                if mix > 0:
                    _at(four, corners[2, 0], corners[2, 1], y, x, np.float32(4), other)
            elif number == 2:
                _at(four, corners[2, 0], corners[2, 1], y, x, np.float32(4), value)
                if mix > 0:
                    _at(eight, corners[3, 0], corners[3, 1], y, x, np.float32(8), other)
            else:
                _at(eight, corners[3, 0], corners[3, 1], y, x, np.float32(8), value)
            for c in range(4):
                if mix > 0:
                    value[c] += mix * (other[c] - value[c])
            out[y, x, 0] += rest * value[0]
            out[y, x, 1] += rest * value[1]
            out[y, x, 2] += rest * value[2]
            out[y, x, 3] = rest * (np.float32(1) - min(max(value[3], np.float32(0)), np.float32(1)))
