"""The inner loops: planes and reliefs, front to back, in premultiplied linear light.

Every layer is sampled with the Catmull-Rom cubic (Catmull and Rom 1974; Keys 1981 with a = -1/2),
which reproduces a picture exactly where the sampling points fall on its pixels. Front to back, a
stretch of a row is done as soon as it is covered, so hidden layers cost next to nothing. Where a
layer is only moved and scaled, rows and columns are filtered one after the other; a turned layer
or one with relief or pins takes all sixteen taps at once.

Groups of plates are drawn from the farthest on, each front to back, and laid over what is there.
"""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.veil import veil_row
from woodcock.pixels.compiled import INLINE, OPTIONS
from woodcock.render.blending import NORMAL, blend_row
from woodcock.render.emptiness import nothing_between, nothing_on
from woodcock.render.parallax_lookup import height_at, own_places, place_on_plane
from woodcock.render.sampling import columns, flat_places, inside, is_upright, sample, upright_row

LEAST = 0.25 / 65535  # a pixel with less than this left to cover shows nothing more behind
RUN = 32  # pixels of a row that are skipped or drawn together
NOTHING = np.float32(1e30)  # metres; these loops are compiled as if there were no infinity
HALF = 0.5  # coverage from which a pixel's depth is that of what covers it

_F = np.float32
_U = np.uint64


class Row(NamedTuple):
    """What one worker needs for a row of `width` pixels; light is from 0 to 65535.

    `back` (3, W), `back_left` (W,) and `back_depth` (W,) are what is drawn so far, what it lets
    through and how far away it is; `colour`, `left` and `depth` the same of one group by itself.
    `first_tap` and `weights` are the first tap and the filter of every column, for upright plates.
    """

    back: NDArray[np.float32]
    back_left: NDArray[np.float32]
    back_depth: NDArray[np.float32]
    colour: NDArray[np.float32]
    left: NDArray[np.float32]
    depth: NDArray[np.float32]
    before: NDArray[np.float32]
    open_runs: NDArray[np.uint8]
    taps: NDArray[np.float32]
    lower: NDArray[np.float32]
    u: NDArray[np.float64]
    v: NDArray[np.float64]
    by: NDArray[np.float64]
    buffer: NDArray[np.float32]
    first_tap: NDArray[np.int64]
    weights: NDArray[np.float32]


@njit(**OPTIONS)
def composite(atlas, surfaces, d, table, encode, decode, out, cover, top, bottom):
    """Draw rows `top` to `bottom` of a frame in 8-bit sRGB over black.

    Parameters
    ----------
    atlas, surfaces : the `Atlas`'s pixels (uint16) and surfaces (float32).
    d : DrawList.
    table : (65536,) uint8: 16-bit linear to 8-bit sRGB.
    encode, decode : `blending.to_srgb` and `blending.from_srgb`.
    out : (H, W, 3) uint8.
    cover : (H, W) uint8 or (0, 0): filled with the coverage, 255 where nothing shows through.
    """
    width = out.shape[1]
    row = _prepared(d, width, top, bottom)
    for y in range(top, bottom):
        _draw_row(atlas, surfaces, d, encode, decode, row, y, width)
        pixels = out[y]
        for channel in range(3):
            values = row.back[channel]
            for x in range(width):
                pixels[x, channel] = table[_U(np.int64(min(values[x], _F(65535)) + _F(0.5)))]
        if cover.shape[0] > 0:
            for x in range(width):
                cover[y, x] = int((1 - row.back_left[x]) * 255 + 0.5)


@njit(**OPTIONS)
def composite_light(atlas, surfaces, d, encode, decode, out, depth, top, bottom):
    """Draw rows `top` to `bottom` of a frame in linear light.

    `out` (H, W, 4) float32 becomes premultiplied linear RGBA, 1 is white; `depth` (H, W) float32
    or (0, 0) the metres to what covers half of a pixel, NOTHING where nothing does. The rest is
    as for `composite`.
    """
    width = out.shape[1]
    row = _prepared(d, width, top, bottom)
    for y in range(top, bottom):
        _draw_row(atlas, surfaces, d, encode, decode, row, y, width)
        pixels = out[y]
        for x in range(width):
            for channel in range(3):
                pixels[x, channel] = row.back[channel, x] * _F(1 / 65535)
            pixels[x, 3] = _F(1) - row.back_left[x]
        if depth.shape[0] > 0:
            depth[y] = row.back_depth


@njit(**OPTIONS)
def composite_behind(
    atlas, surfaces, d, encode, decode, out, veil, shade, left, upper, top, bottom
):  # fmt: skip
    """Draw rows `top` to `bottom` behind what is in a frame already, all plates as one group.

    `out` (H, W, 4) float32 is premultiplied linear light, and in place of alpha what it still lets
    through. Before them comes a `veil` (h, w, 4), if any (`finish.veil`); what is drawn is as much
    darker as `shade` (h, w) says from row `upper` and column `left` on. The rest is as for
    `composite`; where nothing shows any more costs next to nothing.
    """
    width = out.shape[1]
    row = _prepared(d, width, top, bottom)
    line = np.empty((max(veil.shape[1], 1), 4), np.float32)
    shaded = shade.shape[0] > 0
    for y in range(top, bottom):
        first, after = width, 0
        for plate in d.plates:
            if plate.y0 <= y < plate.y1:
                first, after = min(first, plate.x0), max(after, plate.x1)
        pixels = out[y]
        if veil.shape[0] > 0:
            veil_row(pixels, veil, line, y)
        # Plates are drawn in whole runs: all that these may touch is made ready.
        low, high = first // RUN * RUN, min((after + RUN - 1) // RUN * RUN, width)
        while first < after and pixels[first, 3] <= LEAST:
            first += 1
        if first >= after:
            continue
        row.back_depth[:] = NOTHING
        for x in range(low, high):
            row.back[0, x] = row.back[1, x] = row.back[2, x] = 0
            row.back_left[x] = pixels[x, 3]
        _draw_group(
            atlas, surfaces, d, row, d.groups[0], y, width, row.back, row.back_left, row.back_depth
        )
        if shaded and upper <= y < upper + shade.shape[0]:
            for x in range(max(first, left), min(after, left + shade.shape[1])):
                by = shade[y - upper, x - left]
                for channel in range(3):
                    row.back[channel, x] *= by
        for x in range(first, after):
            for channel in range(3):
                pixels[x, channel] += row.back[channel, x] * _F(1 / 65535)
            pixels[x, 3] = row.back_left[x]


@njit(**OPTIONS)
def _prepared(d, width, top, bottom):
    """Room for rows `top` to `bottom`, and the columns' filters of upright plates."""
    count = len(d.plates)
    index = np.empty((2, count, width), np.int64)
    weights = np.empty((2, count, 4, width), np.float32)
    widest = width
    for i in range(count):
        plate = d.plates[i]
        widest = max(widest, d.levels[0, i].width)
        if plate.y1 <= top or plate.y0 >= bottom:
            continue
        # Whole runs, for those are drawn.
        x0 = plate.x0 // RUN * RUN
        x1 = min((plate.x1 + RUN - 1) // RUN * RUN, width)
        for j in range(2):
            h = d.matrices[j, i]
            if is_upright(h):
                columns(h, x0, x1, index[j, i], weights[j, i])
    return Row(
        np.empty((3, width), np.float32),
        np.empty(width, np.float32),
        np.empty(width if len(d.depths) else 0, np.float32),
        np.empty((3, width), np.float32),
        np.empty(width, np.float32),
        np.empty(width if len(d.depths) else 0, np.float32),
        np.empty(width if len(d.depths) else 0, np.float32),
        np.empty((width + RUN - 1) // RUN, np.uint8),
        np.empty((4, width), np.float32),
        np.empty((4, width), np.float32),
        np.empty(width),
        np.empty(width),
        np.ones((2, 2)),
        np.empty((widest + 16) * 4, np.float32),
        index,
        weights,
    )


@njit(**OPTIONS)
def _draw_row(atlas, surfaces, d, encode, decode, row, y, width):
    """Draw row y of the frame into `row.back`."""
    row.back[:] = 0
    row.back_left[:] = 1
    row.back_depth[:] = NOTHING
    groups = len(d.groups)
    for number in range(groups - 1, -1, -1):
        group = d.groups[number]
        if number == groups - 1 and group.mode == NORMAL:
            _draw_group(
                atlas, surfaces, d, row, group, y, width, row.back, row.back_left, row.back_depth
            )
            continue
        low, high = _reach(d, group, y, width)
        if low >= high:
            continue
        for x in range(low, high):
            row.colour[0, x] = row.colour[1, x] = row.colour[2, x] = 0
            row.left[x] = 1
        row.depth[:] = NOTHING
        _draw_group(atlas, surfaces, d, row, group, y, width, row.colour, row.left, row.depth)
        if group.mode == NORMAL:
            _over(row, low, high)
        else:
            blend_row(
                low, high, group.mode, group.linear, row.colour, row.left, row.back, row.back_left,
                encode, decode,
            )  # fmt: skip
        for x in range(min(len(row.depth), low), min(len(row.depth), high)):
            if row.depth[x] < NOTHING:
                row.back_depth[x] = row.depth[x]


@njit(**INLINE)
def _reach(d, group, y, width):
    """The columns of row y, whole runs, that plates of a group can reach: from, to before."""
    low, high, first, last = width, 0, y + 1, y
    for i in range(group.first, group.after):
        plate = d.plates[i]
        low = min(low, plate.x0 // RUN * RUN)
        high = max(high, (plate.x1 + RUN - 1) // RUN * RUN)
        first, last = min(first, plate.y0), max(last, plate.y1)
    return (low, min(high, width)) if first <= y < last else (0, 0)


@njit(**INLINE)
def _over(row, low, high):
    """Lay pixels `low` to `high` of a group over what is there (Porter and Duff 1984)."""
    back, colour, back_left, left = row.back, row.colour, row.back_left, row.left
    for x in range(low, high):
        for channel in range(3):
            back[channel, x] = colour[channel, x] + left[x] * back[channel, x]
        back_left[x] *= left[x]


@njit(**OPTIONS)
def _draw_group(atlas, surfaces, d, row, group, y, width, colour, left, depth):
    """Draw row y of a group's plates, near to far."""
    # Out of the tuples: whatever is taken from these is counted, each time and across threads.
    filled, nodes, open_runs, before = d.filled, d.nodes, row.open_runs, row.before
    taps, lower, u, v, by, buffer = row.taps, row.lower, row.u, row.v, row.by, row.buffer
    plates, levels, matrices, ends, reliefs, bends, depths, things, first_tap, weights = (
        d.plates, d.levels, d.matrices, d.ends, d.reliefs, d.bends, d.depths, d.things,
        row.first_tap, row.weights,
    )  # fmt: skip
    open_runs[:] = 1
    for i in range(group.first, group.after):
        plate, large, small, h = plates[i], levels[0, i], levels[1, i], matrices[0, i]
        if not plate.y0 <= y < plate.y1:
            continue
        plain = not plate.relief and bends[i].columns == 0
        upright = plain and is_upright(h)
        if upright and h[8] <= 1e-9:
            continue  # behind the lens
        source = things if plate.thing else atlas
        run, after = plate.x0 // RUN, (plate.x1 + RUN - 1) // RUN
        while run < after:
            start = run
            x0, x1, run = _stretch(
                filled, open_runs, large, ends[0, i], ends[1, i], plain, bends[i].columns > 0, y,
                run, after, width,
            )  # fmt: skip
            if x0 == x1:
                continue
            if upright:
                x0, x1 = inside(h, large, x0, x1, y)
                if x1 <= x0:
                    continue
                upright_row(
                    source, large.start, large.width, large.height, h, x0, x1, y, first_tap[0, i],
                    weights[0, i], buffer, taps,
                )  # fmt: skip
                if plate.mix > 0:
                    upright_row(
                        source, small.start, small.width, small.height, matrices[1, i], x0, x1, y,
                        first_tap[1, i], weights[1, i], buffer, lower,
                    )  # fmt: skip
            else:
                if plain:
                    flat_places(h, x0, x1, y, u, v)
                else:
                    # Its back and its front are far apart: what is seen is known only now.
                    own_places(surfaces, reliefs[i], nodes, bends[i], h, x0, x1, y, u, v)
                    if nothing_between(filled, large, u, v, x1 - x0):
                        continue
                sample(
                    source, large.start, large.width, large.height, by[0], u, v, x1 - x0, h, x0, y,
                    taps,
                )  # fmt: skip
                if plate.mix > 0:
                    by[1, 0], by[1, 1] = small.width / large.width, small.height / large.height
                    sample(
                        source, small.start, small.width, small.height, by[1], u, v, x1 - x0, h, x0,
                        y, lower,
                    )  # fmt: skip
            if len(depths):
                before[x0:x1] = left[x0:x1]
            _blend(taps, lower, plate.mix, plate.opacity, x1 - x0, colour[:, x0:x1], left[x0:x1])
            if len(depths):
                _note_depth(
                    surfaces, reliefs[i], nodes, bends[i], h, depths[i], before, left, x0, x1, y,
                    depth,
                )  # fmt: skip
            for n in range(start, run):
                most = _F(0)
                for x in range(n * RUN, min(n * RUN + RUN, width)):
                    most = max(most, left[x])
                open_runs[n] = most > _F(LEAST)


@njit(**INLINE)
def _stretch(filled, open_runs, level, back, front, plain, is_bent, y, run, after, width):
    """The next pixels of row y that are drawn together: from, to before, and the next run.

    Nothing, if the run is covered already, or holds nothing of the plate. `back` and `front` are
    homographies to it.
    """
    x0 = run * RUN
    x1 = min(x0 + RUN, width)
    run += 1
    shown = open_runs[run - 1] != 0
    if shown and not is_bent:
        shown = not nothing_on(filled, back, front, level, x0, x1, y)
    if not shown:
        x1 = x0
    while shown and plain and run < after and open_runs[run]:
        following = min(x1 + RUN, width)
        if nothing_on(filled, back, front, level, x1, following, y):
            break
        x1 = following
        run += 1
    return x0, x1, run


@njit(**OPTIONS)
def _note_depth(surfaces, relief, nodes, bend, h, z, before, left, x0, x1, y, depth):
    """Put down how far away a plate is where it has just covered half of a pixel."""
    for x in range(x0, x1):
        if before[x] <= HALF or left[x] > HALF:
            continue
        k = 0.0
        if bend.columns > 0:
            u, v = place_on_plane(surfaces, relief, nodes, bend, h, x, y)
            if relief.width > 0:
                k = height_at(surfaces, relief, nodes, bend, u, v) - relief.sits
        else:
            u, v = place_on_plane(surfaces, relief, nodes, None, h, x, y)
            if relief.width > 0:
                k = height_at(surfaces, relief, nodes, None, u, v) - relief.sits
        away = z[0, 0] * u + z[0, 1] * v + z[0, 2] + k * (z[2, 0] * u + z[2, 1] * v + z[2, 2])
        by = z[1, 0] * u + z[1, 1] * v + z[1, 2] + k * (z[3, 0] * u + z[3, 1] * v + z[3, 2])
        depth[x] = away / by


@njit(**OPTIONS)
def _blend(taps, lower, mix, opacity, count, colour, left):
    """Put `count` sampled pixels behind what is already there."""
    r, g, b, a = taps[0], taps[1], taps[2], taps[3]
    if mix > 0:
        r2, g2, b2, a2 = lower[0], lower[1], lower[2], lower[3]
        for i in range(count):
            r[i] += mix * (r2[i] - r[i])
            g[i] += mix * (g2[i] - g[i])
            b[i] += mix * (b2[i] - b[i])
            a[i] += mix * (a2[i] - a[i])
    red, green, blue = colour[0], colour[1], colour[2]
    zero = _F(0)
    for i in range(count):
        # The cubic overshoots beside hard edges: keep what a premultiplied colour can be.
        alpha = min(max(a[i], zero), _F(65535))
        part = left[i] * opacity
        red[i] += part * min(max(r[i], zero), alpha)
        green[i] += part * min(max(g[i], zero), alpha)
        blue[i] += part * min(max(b[i], zero), alpha)
        left[i] -= part * alpha * _F(1 / 65535)
