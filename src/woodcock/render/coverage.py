"""Which pixels of a frame nothing covers, without drawing the frame."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.render.cast import chosen_rungs, drawable
from woodcock.render.frame import draw
from woodcock.render.ladder import Rung
from woodcock.render.sheet import Sheet, SheetLeaf
from woodcock.stage import Standing

FULL = 254.5 / 255  # a pixel covered this far is covered, in eight bits


def open_pixels(
    sheet: Sheet, standings: Sequence[Standing], size: tuple[int, int], opaque: bool
) -> int:
    """How many pixels of a frame of `size` (width, height) are not fully covered.

    Where the background is opaque (`opaque`: the photo has no alpha), only the pixels it does not
    reach are looked at, and of the layers before it only their alpha there; the outcome is the
    drawn frame's own coverage. Where a relief shows, a layer is bent
    or has slid, or something is no part of the photo, the frame is drawn.
    """
    background = next((s for s in standings if s.layer.is_background), None)
    odd = any(s.bulges or s.layer.own is not None or s.bent or any(s.slid) for s in standings)
    if (
        background is None
        or not opaque
        or background.opacity < 1
        or odd
        or not drawable(background)
    ):
        cover = np.empty((size[1], size[0]), np.uint8)
        draw(sheet, standings, np.empty((size[1], size[0], 3), np.uint8), cover)
        return int(np.count_nonzero(cover < 255))
    x, y = _beyond(sheet, background, size)
    left = np.ones(len(x))
    for standing in standings:
        if standing.layer.is_background or not len(x) or not drawable(standing):
            continue
        for leaf in sheet.leaves[standing.layer.id]:
            left *= 1 - standing.opacity * _alpha(sheet, leaf, standing, size, x, y)
    return int(np.count_nonzero(1 - left < FULL))


def _mapped(matrix: NDArray, x: NDArray, y: NDArray) -> tuple[NDArray, NDArray, NDArray]:
    w = matrix[2, 0] * x + matrix[2, 1] * y + matrix[2, 2]
    safe = np.where(w > 1e-9, w, np.nan)
    u = (matrix[0, 0] * x + matrix[0, 1] * y + matrix[0, 2]) / safe
    v = (matrix[1, 0] * x + matrix[1, 1] * y + matrix[1, 2]) / safe
    return u, v, w > 1e-9


def _inside(rung: Rung, u: NDArray, v: NDArray, front: NDArray) -> NDArray[np.bool_]:
    with np.errstate(invalid="ignore"):
        across = (u >= -0.5) & (u <= rung.width - 0.5)
        return front & across & (v >= -0.5) & (v <= rung.height - 0.5)


def _beyond(sheet: Sheet, background: Standing, size: tuple[int, int]) -> tuple[NDArray, NDArray]:
    """Pixel columns and rows, (N,) each, that the background's plate does not reach.

    Each border of the plate, and the lens's own plane, is a linear inequality in x along a row, so
    what a row shows of the plate is one stretch.
    """
    ladder = sheet.leaves[background.layer.id][-1].ladder
    rung, _, _, h, _ = chosen_rungs(ladder, background, size)
    width, height = size
    y = np.arange(height)
    rows = [h[0] + 0.5 * h[2], (rung.width - 0.5) * h[2] - h[0],
            h[1] + 0.5 * h[2], (rung.height - 0.5) * h[2] - h[1], h[2]]  # fmt: skip
    low, high = np.zeros(height), np.full(height, width - 1.0)
    for a, b, c in rows:
        rest = b * y + c
        if abs(a) < 1e-15:
            high = np.where(rest >= -1e-9, high, -1.0)
        elif a > 0:
            low = np.maximum(low, -rest / a)
        else:
            high = np.minimum(high, -rest / a)
    first = np.clip(np.ceil(low - 1e-9), 0, width).astype(np.int64)
    after = np.clip(np.floor(high + 1e-9) + 1, first, width).astype(np.int64)
    return _outside(first, after, width)


def _outside(first: NDArray, after: NDArray, width: int) -> tuple[NDArray, NDArray]:
    """Columns and rows of the pixels left of `first` and from `after` on, row by row."""
    counts = first + width - after
    rows = np.repeat(np.arange(len(first)), counts)
    place = np.arange(counts.sum()) - np.repeat(np.cumsum(counts) - counts, counts)
    skipped = np.where(place >= first[rows], after[rows] - first[rows], 0)
    return place + skipped, rows


def _alpha(
    sheet: Sheet, leaf: SheetLeaf, standing: Standing, size: tuple[int, int], x: NDArray, y: NDArray
) -> NDArray:
    """A leaf's alpha, 0 to 1, at some pixels, by the renderer's own rungs and filter."""
    large, small, mix, to_large, to_small = chosen_rungs(leaf.ladder, standing, size)
    u, v, front = _mapped(to_large, x, y)
    there = _inside(large, u, v, front)
    alpha = np.zeros(len(x))
    alpha[there] = _sampled(sheet, large, u[there], v[there])
    if mix > 0 and there.any():
        u, v, _ = _mapped(to_small, x[there], y[there])
        alpha[there] += mix * (_sampled(sheet, small, u, v) - alpha[there])
    return np.clip(alpha, 0, 1)


def _sampled(sheet: Sheet, rung: Rung, u: NDArray, v: NDArray) -> NDArray:
    iu, iv = np.floor(u).astype(np.int64), np.floor(v).astype(np.int64)
    total = np.zeros(len(u))
    for j, wy in enumerate(_weights(v - iv)):
        row = np.clip(iv - 1 + j, 0, rung.height - 1) * rung.width
        for i, wx in enumerate(_weights(u - iu)):
            at = row + np.clip(iu - 1 + i, 0, rung.width - 1)
            total += wy * wx * sheet.pixels[rung.start + at * 4 + 3]
    return total / 65535


def _weights(t: NDArray) -> tuple[NDArray, ...]:
    """Catmull-Rom, as in the kernel."""
    first, last = -0.5 * t * (1 - t) ** 2, -0.5 * t**2 * (1 - t)
    second = 1.5 * t**3 - 2.5 * t**2 + 1
    return first, second, 1 - first - second - last, last
