"""Which pixels of a frame nothing covers, without drawing the frame."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.render.atlas import Atlas
from woodcock.render.bending import NO_BEND
from woodcock.render.draw_list import Drawn, drawable, drawn_of
from woodcock.render.drawing import draw
from woodcock.render.mips import MipLevel
from woodcock.render.parallax_lookup import own_places_of, place_on_plane
from woodcock.render.sampling import alphas, border_fades
from woodcock.stage import PlacedLayer

_FEW = 2000  # pixels looked at first, where it only matters whether any is open
FULL = 254.5 / 255  # a pixel covered this far is covered, in eight bits


def open_pixels(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    size: tuple[int, int],
    opaque: bool,
    count: bool = True,
) -> int:
    """How many pixels of a frame of `size` (width, height) are not fully covered.

    Where the background is opaque (`opaque`: the photo has no alpha), only the pixels it does not
    reach are looked at, and of what is before it only its alpha there; the outcome is the drawn
    frame's own coverage. Where it is see-through or bent the frame is drawn. Without `count`, any
    number above 0 says that there are some.
    """
    background = next((s for s in placed_layers if s.layer.is_background), None)
    sure = (
        background is not None
        and opaque
        and background.opacity >= 1
        and not background.mapping.bent
    )
    if background is None or not sure or not drawable(background):
        cover = np.empty((size[1], size[0]), np.uint8)
        draw(atlas, placed_layers, np.empty((size[1], size[0], 3), np.uint8), cover)
        return int(np.count_nonzero(cover < 255))
    behind = drawn_of(atlas, background, size)
    x, y = _beyond(atlas, behind, size)
    front = [
        part for s in placed_layers if s is not background for part in drawn_of(atlas, s, size)
    ]
    front += behind[-1:]  # its border fades out over a pixel
    few = slice(None, None, max(len(x) // _FEW, 1))
    if not count and len(x) > 2 * _FEW:
        some = _open(atlas, front, x[few], y[few])
        if some:
            return some
    return _open(atlas, front, x, y)


def _open(atlas: Atlas, front: Sequence[Drawn], x: NDArray, y: NDArray) -> int:
    """How many of some pixels that the background does not reach nothing else covers."""
    left = np.ones(len(x))
    for part in front if len(x) else ():
        left *= 1 - part.source.opacity * _alpha(atlas, part, x, y)
    return int(np.count_nonzero(1 - left < FULL))


def _beyond(atlas: Atlas, parts: Sequence[Drawn], size: tuple[int, int]) -> tuple[NDArray, NDArray]:
    """Pixel columns and rows, (N,) each, that the background's farthest plate does not reach.

    What a row shows of it is one stretch: each border of a flat plate, and the lens's own plane,
    is a linear inequality in x along the row; a relief's farthest segment is smooth, without holes.
    """
    width, height = size
    if not parts:
        every = np.indices((height, width)).reshape(2, -1)
        return every[1], every[0]
    part = parts[-1]
    level, h = part.levels[0], part.matrices[0]
    if part.relief["width"]:
        first, after = np.zeros(height, np.int64), np.zeros(height, np.int64)
        _row_ends(
            atlas.surfaces,
            part.relief[()],
            h.ravel(),
            width,
            level.width,
            level.height,
            first,
            after,
        )
        return _outside(first, after, width)
    y = np.arange(height)
    rows = [h[0] + 0.5 * h[2], (level.width - 0.5) * h[2] - h[0],
            h[1] + 0.5 * h[2], (level.height - 0.5) * h[2] - h[1], h[2]]  # fmt: skip
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


@njit(cache=True, nogil=True)
def _covers(surfaces, relief, h, x, y, wide, high):
    u, v = place_on_plane(surfaces, relief, None, None, h, x, y)
    return -0.5 <= u <= wide - 0.5 and -0.5 <= v <= high - 0.5


@njit(cache=True, nogil=True)
def _row_ends(surfaces, relief, h, width, wide, high, first, after):
    """The columns from `first` to before `after` in each row of the frame that a relief covers.

    Looked for in strides of eight, then pixel by pixel.
    """
    for y in range(len(first)):
        start = 0
        while start < width and not _covers(surfaces, relief, h, start, y, wide, high):
            start += 8
        first[y] = after[y] = width
        if start >= width:
            continue
        while start > 0 and _covers(surfaces, relief, h, start - 1, y, wide, high):
            start -= 1
        stop = width - 1
        while stop > start and not _covers(surfaces, relief, h, stop, y, wide, high):
            stop -= 8
        stop = max(stop, start)
        while stop < width - 1 and _covers(surfaces, relief, h, stop + 1, y, wide, high):
            stop += 1
        first[y], after[y] = start, stop + 1


def _outside(first: NDArray, after: NDArray, width: int) -> tuple[NDArray, NDArray]:
    """Columns and rows of the pixels left of `first` and from `after` on, row by row."""
    counts = first + width - after
    rows = np.repeat(np.arange(len(first)), counts)
    place = np.arange(counts.sum()) - np.repeat(np.cumsum(counts) - counts, counts)
    skipped = np.where(place >= first[rows], after[rows] - first[rows], 0)
    return place + skipped, rows


def _alpha(atlas: Atlas, part: Drawn, x: NDArray, y: NDArray) -> NDArray:
    """A plate's alpha, 0 to 1, at some pixels, by the renderer's own levels and filter."""
    large, small = part.levels
    u, v, fade = np.zeros((3, len(x)))
    bend, matrix = part.bend or NO_BEND, part.matrices[0].ravel()
    own_places_of(atlas.surfaces, part.relief[()], bend.nodes, bend.record[()], matrix, x, y, u, v)
    border_fades(large.width, large.height, u, v, x, y, matrix, fade)
    there = fade > 0
    u, v = u[there], v[there]
    found = _sampled(atlas, part, large, u, v)
    if part.mix > 0 and there.any():
        to_small = small.from_photo @ np.linalg.inv(large.from_photo)
        places = to_small @ np.stack([u, v, np.ones(len(u))])
        found += part.mix * (_sampled(atlas, part, small, places[0], places[1]) - found)
    alpha = np.zeros(len(x))
    alpha[there] = found
    return np.clip(alpha * fade, 0, 1)


def _sampled(atlas: Atlas, part: Drawn, level: MipLevel, u: NDArray, v: NDArray) -> NDArray:
    pixels, start, out = atlas.pixels, level.start, np.zeros(len(u))
    if part.source.steps:
        pixels = next(x.pixels for x in part.source.steps if x.level is level).ravel()
        start = 0
    alphas(pixels, start, level.width, level.height, u, v, out)
    return out
