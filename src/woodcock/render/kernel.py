"""The inner loop: planes and reliefs, front to back, in premultiplied linear light.

Every layer is sampled with the Catmull-Rom cubic (Catmull and Rom 1974; Keys 1981 with a = -1/2),
which reproduces a picture exactly where the sampling points fall on its pixels. Front to back, a
stretch of a row is done as soon as it is covered, so hidden layers cost next to nothing. Where a
layer is only moved and scaled, rows and columns are filtered one after the other; a turned layer
or one with relief takes all sixteen taps at once.
"""

from __future__ import annotations

import numpy as np
from numba import njit

from woodcock.render.blending import blend_row
from woodcock.render.blocks import BLOCK
from woodcock.render.compiled import OPTIONS
from woodcock.render.parallax_lookup import parallax_places
from woodcock.render.sampling import FADE, columns, flat_places, sample, upright_row

LEAST = 0.25 / 65535  # a pixel with less than this left to cover shows nothing more behind
RUN = 32  # pixels of a row that are skipped or drawn together

_F = np.float32
_U = np.uint64


@njit(**OPTIONS)
def _empty(filled, first, columns, width, height, ends, x0, x1, y):
    """Whether nothing of a plate falls on pixels x0..x1 of row y.

    `ends` (2, 9) are the homographies of its back and its front.
    """
    low_u = low_v = 1e30
    high_u = high_v = -1e30
    for k in range(2):
        for x in (x0, x1 - 1):
            w = ends[k, 6] * x + ends[k, 7] * y + ends[k, 8]
            if w <= 1e-9:
                return False
            u = (ends[k, 0] * x + ends[k, 1] * y + ends[k, 2]) / w
            v = (ends[k, 3] * x + ends[k, 4] * y + ends[k, 5]) / w
            low_u = min(low_u, u)
            high_u = max(high_u, u)
            low_v = min(low_v, v)
            high_v = max(high_v, v)
    return _hollow(filled, first, columns, width, height, low_u, high_u, low_v, high_v)


@njit(**OPTIONS)
def _hollow(filled, first, columns, width, height, low_u, high_u, low_v, high_v):
    """Whether a plate holds nothing between these places."""
    room = FADE + 0.5
    if high_u < -room or low_u > width - 1 + room or high_v < -room or low_v > height - 1 + room:
        return True
    left = int(min(max(low_u, 0), width - 1)) // BLOCK
    right = int(min(max(high_u, 0), width - 1)) // BLOCK
    top = int(min(max(low_v, 0), height - 1)) // BLOCK
    bottom = int(min(max(high_v, 0), height - 1)) // BLOCK
    for row in range(top, bottom + 1):
        for column in range(left, right + 1):
            if filled[first + row * columns + column]:
                return False
    return True


@njit(**OPTIONS)
def _inside(h, width, height, x0, x1, y):
    """The pixels of x0..x1 of row y whose centres fall on an upright plate, as a new x0, x1."""
    v = (h[4] * y + h[5]) / h[8]
    if not -0.5 <= v <= height - 0.5:
        return x0, x0
    a = (-0.5 * h[8] - h[2]) / h[0]
    b = ((width - 0.5) * h[8] - h[2]) / h[0]
    low = max(x0, int(np.ceil(min(a, b) - 1e-9)))
    high = min(x1, int(np.floor(max(a, b) + 1e-9)) + 1)
    return low, max(low, high)


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


@njit(**OPTIONS)
def composite(
    atlas, things, plates, to_plate, share, filled, surfaces, parallaxes, ends, bounds, groups,
    table, encode, decode, out, cover, top, bottom,
):  # fmt: skip
    """Draw rows `top` to `bottom` of the frame, the plates given near to far.

    Parameters
    ----------
    atlas : (N,) uint16, all plates' premultiplied linear RGBA one after the other.
    things : (O,) uint16, the same of what is no part of the photo.
    plates : (2 L, 6) int64: start, width, height, start in `filled`, blocks a row, and whether it
        starts in `things` instead of `atlas`; row L + i is the next smaller copy of the plate in
        row i.
    to_plate : (L, 2, 9) float64: row-major homographies from frame pixel index to pixel index in a
        plate and in its smaller copy.
    share : (L, 2) float32: opacity, and how much of the smaller copy is mixed in.
    filled : (M,) uint8: whether a block of a plate holds anything, its neighbours included.
    surfaces : (K,) float32, the surfaces of all plates with relief.
    parallaxes : (L, 16) float64, rows of `bulging.row_of`, 0 throughout for a flat plate.
    ends : (L, 2, 9) float64: homographies like those of `to_plate` of a plate's back and front.
    bounds : (L, 4) int64: the frame's columns and rows a plate can reach: x0, x1, y0, y1.
    groups : (S, 4) int64, near to far: the first plate, the one after the last, how they together
        are blended with what is behind them (`blending.MODES`), and whether in linear light.
    table : (65536,) uint8: 16-bit linear to 8-bit sRGB.
    encode, decode : `blending.to_srgb` and `blending.from_srgb`.
    out : (H, W, 3) uint8, filled over black.
    cover : (H, W) uint8 or (0, 0): filled with the coverage, 255 where nothing shows through.
    """
    width = out.shape[1]
    layers = share.shape[0]
    runs = (width + RUN - 1) // RUN
    colour = np.empty((3, width), np.float32)
    left = np.empty(width, np.float32)
    back = np.empty((3, width), np.float32)
    back_left = np.empty(width, np.float32)
    parts = groups.shape[0]
    open_runs = np.empty(runs, np.uint8)
    taps = np.empty((4, width), np.float32)
    lower = np.empty((4, width), np.float32)
    widest = 0
    for i in range(layers):
        widest = max(widest, plates[i, 1])
    index = np.empty((2 * layers, width), np.int64)
    weights = np.empty((2 * layers, 4, width), np.float32)
    for i in range(layers):
        if bounds[i, 3] <= top or bounds[i, 2] >= bottom:
            continue
        # Whole runs, for those are drawn.
        x0 = bounds[i, 0] // RUN * RUN
        x1 = min((bounds[i, 1] + RUN - 1) // RUN * RUN, width)
        for j in range(2):
            h = to_plate[i, j]
            if h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0:
                columns(h, x0, x1, index[i + j * layers], weights[i + j * layers])
    reach = np.empty((parts, 4), np.int64)  # whole runs of every segment
    for part in range(parts):
        reach[part] = width, 0, out.shape[0], 0
        for i in range(groups[part, 0], groups[part, 1]):
            reach[part, 0] = min(reach[part, 0], bounds[i, 0] // RUN * RUN)
            reach[part, 1] = max(reach[part, 1], (bounds[i, 1] + RUN - 1) // RUN * RUN)
            reach[part, 2] = min(reach[part, 2], bounds[i, 2])
            reach[part, 3] = max(reach[part, 3], bounds[i, 3])
        reach[part, 1] = min(reach[part, 1], width)
    buffer = np.empty((max(widest, width) + 16) * 4, np.float32)
    u = np.empty(width)
    v = np.empty(width)
    by = np.ones((2, 2))
    for y in range(top, bottom):
        back[:] = 0
        back_left[:] = 1
        for part in range(parts - 1, -1, -1):
            low, high = reach[part, 0], reach[part, 1]
            lowest = part == parts - 1 and groups[part, 2] == 0
            if lowest:
                low, high = 0, width
            elif not reach[part, 2] <= y < reach[part, 3]:
                continue
            for x in range(low, high):
                colour[0, x] = colour[1, x] = colour[2, x] = 0
                left[x] = 1
            open_runs[:] = 1
            for i in range(groups[part, 0], groups[part, 1]):
                if not bounds[i, 2] <= y < bounds[i, 3]:
                    continue
                h = to_plate[i, 0]
                pw = plates[i, 1]
                ph = plates[i, 2]
                in_relief = parallaxes[i, 8] > 0
                upright = h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0 and not in_relief
                if upright and h[8] <= 1e-9:
                    continue  # behind the lens
                source = things if plates[i, 5] else atlas
                run = bounds[i, 0] // RUN
                after = (bounds[i, 1] + RUN - 1) // RUN
                while run < after:
                    x0 = run * RUN
                    x1 = min(x0 + RUN, width)
                    run += 1
                    if open_runs[run - 1] == 0 or _empty(
                        filled, plates[i, 3], plates[i, 4], pw, ph, ends[i], x0, x1, y
                    ):
                        continue
                    while run < after and open_runs[run] and not in_relief:
                        following = min(x1 + RUN, width)
                        if _empty(
                            filled, plates[i, 3], plates[i, 4], pw, ph, ends[i], x1, following, y
                        ):
                            break
                        x1 = following
                        run += 1
                    start_run = x0 // RUN
                    if upright:
                        x0, x1 = _inside(h, pw, ph, x0, x1, y)
                        if x1 <= x0:
                            continue
                        upright_row(
                            source,
                            plates[i, 0],
                            pw,
                            ph,
                            h,
                            x0,
                            x1,
                            y,
                            index[i],
                            weights[i],
                            buffer,
                            taps,
                        )
                    else:
                        if in_relief:
                            # Its back and its front are far apart: what is seen is known only now.
                            parallax_places(surfaces, parallaxes[i], h, x0, x1, y, u, v)
                            low_u = high_u = u[0]
                            low_v = high_v = v[0]
                            for n in range(1, x1 - x0):
                                low_u = min(low_u, u[n])
                                high_u = max(high_u, u[n])
                                low_v = min(low_v, v[n])
                                high_v = max(high_v, v[n])
                            if _hollow(
                                filled,
                                plates[i, 3],
                                plates[i, 4],
                                pw,
                                ph,
                                low_u,
                                high_u,
                                low_v,
                                high_v,
                            ):
                                continue
                        else:
                            flat_places(h, x0, x1, y, u, v)
                        sample(source, plates[i, 0], pw, ph, by[0], u, v, x1 - x0, h, x0, y, taps)
                    if share[i, 1] > 0:
                        h2 = to_plate[i, 1]
                        j = layers + i
                        if upright:
                            upright_row(
                                source,
                                plates[j, 0],
                                plates[j, 1],
                                plates[j, 2],
                                h2,
                                x0,
                                x1,
                                y,
                                index[j],
                                weights[j],
                                buffer,
                                lower,
                            )
                        else:
                            by[1, 0] = plates[j, 1] / pw
                            by[1, 1] = plates[j, 2] / ph
                            sample(
                                source,
                                plates[j, 0],
                                plates[j, 1],
                                plates[j, 2],
                                by[1],
                                u,
                                v,
                                x1 - x0,
                                h,
                                x0,
                                y,
                                lower,
                            )
                    _blend(
                        taps,
                        lower,
                        share[i, 1],
                        share[i, 0],
                        x1 - x0,
                        colour[:, x0:x1],
                        left[x0:x1],
                    )
                    for n in range(start_run, run):
                        most = _F(0)
                        for x in range(n * RUN, min(n * RUN + RUN, width)):
                            most = max(most, left[x])
                        open_runs[n] = most > _F(LEAST)
            if groups[part, 2] > 0:
                mode, linear = groups[part, 2], groups[part, 3]
                blend_row(low, high, mode, linear, colour, left, back, back_left, encode, decode)
            elif lowest:
                colour, back = back, colour
                left, back_left = back_left, left
            else:
                for x in range(low, high):
                    for channel in range(3):
                        back[channel, x] = colour[channel, x] + left[x] * back[channel, x]
                    back_left[x] *= left[x]
        row = out[y]
        for channel in range(3):
            values = back[channel]
            for x in range(width):
                row[x, channel] = table[_U(np.int64(min(values[x], _F(65535)) + _F(0.5)))]
        if cover.shape[0] > 0:
            for x in range(width):
                cover[y, x] = int((1 - back_left[x]) * 255 + 0.5)
