"""The inner loop: planes through homographies, front to back, in premultiplied linear light.

Every layer is sampled with the Catmull-Rom cubic (Catmull and Rom 1974; Keys 1981 with a = -1/2),
which reproduces a picture exactly where the sampling points fall on its pixels. Front to back, a
stretch of a row is done as soon as it is covered, so hidden layers cost next to nothing. Where a
layer is only moved and scaled, rows and columns are filtered one after the other; a turned layer
takes all sixteen taps at once.

Indices are unsigned on purpose: a signed one makes Numba check for negative values at every load,
which keeps the loops from being vectorised.
"""

from __future__ import annotations

import numpy as np
from numba import njit

from woodcock.render.blocks import BLOCK

LEAST = 0.25 / 65535  # a pixel with less than this left to cover shows nothing more behind
RUN = 32  # pixels of a row that are skipped or drawn together

_F = np.float32
_U = np.uint64
_ONE, _TWO, _THREE, _FOUR = (_U(n) for n in (1, 2, 3, 4))
_P4, _P5, _P6, _P7 = (_U(n) for n in (4, 5, 6, 7))
_P8, _P9, _P10, _P11 = (_U(n) for n in (8, 9, 10, 11))
_P12, _P13, _P14, _P15 = (_U(n) for n in (12, 13, 14, 15))
_OPTIONS = {"nogil": True, "cache": True, "fastmath": True, "error_model": "numpy"}


@njit(**_OPTIONS)
def _weights(t):
    """Catmull-Rom weights of the taps at -1, 0, 1, 2 for a fraction t in [0, 1)."""
    half = _F(0.5)
    rest = _F(1) - t
    w0 = -half * t * rest * rest
    w1 = _F(1.5) * t * t * t - _F(2.5) * t * t + _F(1)
    w3 = -half * t * t * rest
    return w0, w1, _F(1) - w0 - w1 - w3, w3


@njit(**_OPTIONS)
def _columns(h, index, weights):
    """For a plate that is only moved and scaled: each frame column's first tap and weights."""
    for x in range(index.shape[0]):
        u = (h[0] * x + h[2]) / h[8]
        iu = np.floor(u)
        index[x] = np.int64(iu)
        weights[0, x], weights[1, x], weights[2, x], weights[3, x] = _weights(_F(u - iu))


@njit(**_OPTIONS)
def _upright(sheet, start, width, height, h, x0, x1, y, index, weights, buffer, out):
    """Sample pixels x0..x1 of row y of a plate that is only moved and scaled."""
    v = (h[4] * y + h[5]) / h[8]
    iv = int(np.floor(v))
    y0, y1, y2, y3 = _weights(_F(v - iv))
    pitch = width * 4
    first = min(index[x0], index[x1 - 1]) - 1
    last = max(index[x0], index[x1 - 1]) + 2
    low = min(max(first, 0), width - 1)
    high = min(max(last, 0), width - 1)
    count = (high - low + 1) * 4
    k = start + low * 4
    a = k + min(max(iv - 1, 0), height - 1) * pitch
    b = k + min(max(iv, 0), height - 1) * pitch
    c = k + min(max(iv + 1, 0), height - 1) * pitch
    d = k + min(max(iv + 2, 0), height - 1) * pitch
    row_a = sheet[a : a + count]
    row_b = sheet[b : b + count]
    row_c = sheet[c : c + count]
    row_d = sheet[d : d + count]
    inner = buffer[(low - first) * 4 : (low - first) * 4 + count]
    for i in range(count):
        inner[i] = y0 * _F(row_a[i]) + y1 * _F(row_b[i]) + y2 * _F(row_c[i]) + y3 * _F(row_d[i])
    for i in range(low - first):  # beyond the border its pixels repeat
        for channel in range(4):
            buffer[i * 4 + channel] = inner[channel]
    for i in range(last - high):
        for channel in range(4):
            buffer[(high - first + 1 + i) * 4 + channel] = inner[count - 4 + channel]
    r, g, bl, al = out[0], out[1], out[2], out[3]
    weights_0 = weights[0, x0:x1]
    weights_1 = weights[1, x0:x1]
    weights_2 = weights[2, x0:x1]
    weights_3 = weights[3, x0:x1]
    places = index[x0:x1]
    for i in range(x1 - x0):
        w0, w1, w2, w3 = weights_0[i], weights_1[i], weights_2[i], weights_3[i]
        p = _U(places[i] - 1 - first) * _FOUR
        r[i] = w0 * buffer[p] + w1 * buffer[p + _P4] + w2 * buffer[p + _P8] + w3 * buffer[p + _P12]
        g[i] = (
            w0 * buffer[p + _ONE]
            + w1 * buffer[p + _P5]
            + w2 * buffer[p + _P9]
            + w3 * buffer[p + _P13]
        )
        bl[i] = (
            w0 * buffer[p + _TWO]
            + w1 * buffer[p + _P6]
            + w2 * buffer[p + _P10]
            + w3 * buffer[p + _P14]
        )
        al[i] = (
            w0 * buffer[p + _THREE]
            + w1 * buffer[p + _P7]
            + w2 * buffer[p + _P11]
            + w3 * buffer[p + _P15]
        )


@njit(**_OPTIONS)
def _turned(sheet, start, width, height, h, x0, x1, y, out):
    """Sample pixels x0..x1 of row y of a plate under any homography; outside it is empty."""
    red, green, blue, alpha = out[0], out[1], out[2], out[3]
    pitch = _U(width) * _FOUR
    for i in range(x1 - x0):
        x = x0 + i
        w = h[6] * x + h[7] * y + h[8]
        u = -1.0
        v = -1.0
        if w > 1e-9:
            u = (h[0] * x + h[1] * y + h[2]) / w
            v = (h[3] * x + h[4] * y + h[5]) / w
        r = _F(0)
        g = _F(0)
        b = _F(0)
        a = _F(0)
        if -0.5 <= u <= width - 0.5 and -0.5 <= v <= height - 0.5:
            iu = int(np.floor(u))
            iv = int(np.floor(v))
            x_w = _weights(_F(u - iu))
            y_w = _weights(_F(v - iv))
            if 1 <= iu < width - 2 and 1 <= iv < height - 2:
                k = _U(start + ((iv - 1) * width + iu - 1) * 4)
                for wy in y_w:
                    w0 = wy * x_w[0]
                    w1 = wy * x_w[1]
                    w2 = wy * x_w[2]
                    w3 = wy * x_w[3]
                    r += w0 * _F(sheet[k]) + w1 * _F(sheet[k + _P4])
                    r += w2 * _F(sheet[k + _P8]) + w3 * _F(sheet[k + _P12])
                    g += w0 * _F(sheet[k + _ONE]) + w1 * _F(sheet[k + _P5])
                    g += w2 * _F(sheet[k + _P9]) + w3 * _F(sheet[k + _P13])
                    b += w0 * _F(sheet[k + _TWO]) + w1 * _F(sheet[k + _P6])
                    b += w2 * _F(sheet[k + _P10]) + w3 * _F(sheet[k + _P14])
                    a += w0 * _F(sheet[k + _THREE]) + w1 * _F(sheet[k + _P7])
                    a += w2 * _F(sheet[k + _P11]) + w3 * _F(sheet[k + _P15])
                    k += pitch
            else:
                for j in range(4):
                    row = start + min(max(iv - 1 + j, 0), height - 1) * width * 4
                    for n in range(4):
                        k = _U(row + min(max(iu - 1 + n, 0), width - 1) * 4)
                        tap = y_w[j] * x_w[n]
                        r += tap * _F(sheet[k])
                        g += tap * _F(sheet[k + _ONE])
                        b += tap * _F(sheet[k + _TWO])
                        a += tap * _F(sheet[k + _THREE])
        red[i] = r
        green[i] = g
        blue[i] = b
        alpha[i] = a


@njit(**_OPTIONS)
def _empty(filled, first, columns, width, height, h, x0, x1, y):
    """Whether nothing of a plate falls on pixels x0..x1 of row y."""
    low_u = low_v = 1e30
    high_u = high_v = -1e30
    for x in (x0, x1 - 1):
        w = h[6] * x + h[7] * y + h[8]
        if w <= 1e-9:
            return False
        u = (h[0] * x + h[1] * y + h[2]) / w
        v = (h[3] * x + h[4] * y + h[5]) / w
        low_u = min(low_u, u)
        high_u = max(high_u, u)
        low_v = min(low_v, v)
        high_v = max(high_v, v)
    if high_u < -0.5 or low_u > width - 0.5 or high_v < -0.5 or low_v > height - 0.5:
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


@njit(**_OPTIONS)
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


@njit(**_OPTIONS)
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


@njit(**_OPTIONS)
def composite(sheet, plates, to_plate, share, filled, table, out, cover, top, bottom):
    """Draw rows `top` to `bottom` of the frame, the plates given near to far.

    Parameters
    ----------
    sheet : (N,) uint16, all plates' premultiplied linear RGBA one after the other.
    plates : (2 L, 5) int64: start in `sheet`, width, height, start in `filled`, blocks a row; row
        L + i is the next smaller copy of the plate in row i.
    to_plate : (L, 2, 9) float64: row-major homographies from frame pixel index to pixel index in a
        plate and in its smaller copy.
    share : (L, 2) float32: opacity, and how much of the smaller copy is mixed in.
    filled : (M,) uint8: whether a block of a plate holds anything, its neighbours included.
    table : (65536,) uint8: 16-bit linear to 8-bit sRGB.
    out : (H, W, 3) uint8, filled over black.
    cover : (H, W) uint8 or (0, 0): filled with the coverage, 255 where nothing shows through.
    """
    width = out.shape[1]
    layers = share.shape[0]
    runs = (width + RUN - 1) // RUN
    colour = np.empty((3, width), np.float32)
    left = np.empty(width, np.float32)
    open_runs = np.empty(runs, np.uint8)
    taps = np.empty((4, width), np.float32)
    lower = np.empty((4, width), np.float32)
    widest = 0
    for i in range(layers):
        widest = max(widest, plates[i, 1])
    index = np.empty((2 * layers, width), np.int64)
    weights = np.empty((2 * layers, 4, width), np.float32)
    for i in range(layers):
        for j in range(2):
            h = to_plate[i, j]
            if h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0:
                _columns(h, index[i + j * layers], weights[i + j * layers])
    buffer = np.empty((max(widest, width) + 16) * 4, np.float32)
    for y in range(top, bottom):
        colour[:] = 0
        left[:] = 1
        open_runs[:] = 1
        for i in range(layers):
            h = to_plate[i, 0]
            pw = plates[i, 1]
            ph = plates[i, 2]
            upright = h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0
            if upright and h[8] <= 1e-9:
                continue  # behind the lens
            run = 0
            while run < runs:
                x0 = run * RUN
                x1 = min(x0 + RUN, width)
                run += 1
                if open_runs[run - 1] == 0 or _empty(
                    filled, plates[i, 3], plates[i, 4], pw, ph, h, x0, x1, y
                ):
                    continue
                while run < runs and open_runs[run]:
                    following = min(x1 + RUN, width)
                    if _empty(filled, plates[i, 3], plates[i, 4], pw, ph, h, x1, following, y):
                        break
                    x1 = following
                    run += 1
                start_run = x0 // RUN
                if upright:
                    x0, x1 = _inside(h, pw, ph, x0, x1, y)
                    if x1 <= x0:
                        continue
                    _upright(
                        sheet,
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
                    _turned(sheet, plates[i, 0], pw, ph, h, x0, x1, y, taps)
                if share[i, 1] > 0:
                    h2 = to_plate[i, 1]
                    j = layers + i
                    if upright:
                        _upright(sheet, plates[j, 0], plates[j, 1], plates[j, 2], h2, x0, x1, y,
                                 index[j], weights[j], buffer, lower)  # fmt: skip
                    else:
                        _turned(sheet, plates[j, 0], plates[j, 1], plates[j, 2], h2, x0, x1, y,
                                lower)  # fmt: skip
                _blend(
                    taps, lower, share[i, 1], share[i, 0], x1 - x0, colour[:, x0:x1], left[x0:x1]
                )
                for n in range(start_run, run):
                    most = _F(0)
                    for x in range(n * RUN, min(n * RUN + RUN, width)):
                        most = max(most, left[x])
                    open_runs[n] = most > _F(LEAST)
        row = out[y]
        for channel in range(3):
            values = colour[channel]
            for x in range(width):
                row[x, channel] = table[_U(np.int64(min(values[x], _F(65535)) + _F(0.5)))]
        if cover.shape[0] > 0:
            for x in range(width):
                cover[y, x] = int((1 - left[x]) * 255 + 0.5)
