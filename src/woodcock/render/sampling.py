"""Sampling a plate by the Catmull-Rom cubic: rows and columns in turn, or all sixteen taps at once.

Indices are unsigned on purpose: a signed one makes Numba check for negative values at every load,
which keeps the loops from being vectorised.
"""

from __future__ import annotations

import numpy as np

from woodcock.compiled import njit
from woodcock.pixels.compiled import OPTIONS

_F = np.float32
_U = np.uint64
_ONE, _TWO, _THREE, _FOUR = (_U(n) for n in (1, 2, 3, 4))
FADE = 2.0  # plate pixels over which a border fades at the most
_P4, _P5, _P6, _P7 = (_U(n) for n in (4, 5, 6, 7))
_P8, _P9, _P10, _P11 = (_U(n) for n in (8, 9, 10, 11))
_P12, _P13, _P14, _P15 = (_U(n) for n in (12, 13, 14, 15))


@njit(**OPTIONS)
def weights_of(t):
    """Catmull-Rom weights of the taps at -1, 0, 1, 2 for a fraction t in [0, 1)."""
    half = _F(0.5)
    rest = _F(1) - t
    w0 = -half * t * rest * rest
    w1 = _F(1.5) * t * t * t - _F(2.5) * t * t + _F(1)
    w3 = -half * t * t * rest
    return w0, w1, _F(1) - w0 - w1 - w3, w3


@njit(**OPTIONS)
def columns(h, x0, x1, index, weights):
    """For a plate that is only moved and scaled: first tap and weights of columns x0 to x1."""
    for x in range(x0, x1):
        u = (h[0] * x + h[2]) / h[8]
        iu = np.floor(u)
        index[x] = np.int64(iu)
        weights[0, x], weights[1, x], weights[2, x], weights[3, x] = weights_of(_F(u - iu))


@njit(**OPTIONS)
def upright_row(atlas, start, width, height, h, x0, x1, y, index, weights, buffer, out):
    """Sample pixels x0..x1 of row y of a plate that is only moved and scaled."""
    v = (h[4] * y + h[5]) / h[8]
    iv = int(np.floor(v))
    y0, y1, y2, y3 = weights_of(_F(v - iv))
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
    row_a = atlas[a : a + count]
    row_b = atlas[b : b + count]
    row_c = atlas[c : c + count]
    row_d = atlas[d : d + count]
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


@njit(**OPTIONS)
def flat_places(h, x0, x1, y, u, v):
    """The places (u, v) in a plate of pixels x0..x1 of row y; -9 where they are behind the lens."""
    for i in range(x1 - x0):
        x = x0 + i
        w = h[6] * x + h[7] * y + h[8]
        u[i] = -9.0
        v[i] = -9.0
        if w > 1e-9:
            u[i] = (h[0] * x + h[1] * y + h[2]) / w
            v[i] = (h[3] * x + h[4] * y + h[5]) / w


@njit(**OPTIONS)
def _slope(h, k, x, y):
    """How many pixels of a plate a frame pixel at (x, y) is wide, across (`k` 0) or down (1)."""
    w = h[6] * x + h[7] * y + h[8]
    if w <= 1e-9:
        return 1e-3
    at = (h[3 * k] * x + h[3 * k + 1] * y + h[3 * k + 2]) / w
    across, down = (h[3 * k] - at * h[6]) / w, (h[3 * k + 1] - at * h[7]) / w
    return min(max(np.sqrt(across * across + down * down), 1e-3), FADE)


@njit(**OPTIONS)
def sample(atlas, start, width, height, by, u, v, count, h, x0, y, out):
    """Sample `count` places of a plate, (u, v) times `by` counted from its corner.

    Outside the plate it is empty; its border fades out over one pixel of the frame, so that a
    turned one has no steps: the places are those of pixels from `x0` on in row `y`, where the
    homography `h` leads to a plate of which this one is `by` the size.
    """
    red, green, blue, alpha = out[0], out[1], out[2], out[3]
    pitch = _U(width) * _FOUR
    down = np.empty(16, np.float32)
    for i in range(count):
        up = (u[i] + 0.5) * by[0] - 0.5
        vp = (v[i] + 0.5) * by[1] - 0.5
        r = _F(0)
        g = _F(0)
        b = _F(0)
        a = _F(0)
        off_u = max(max(-0.5 - up, up - (width - 0.5)), 0.0)
        off_v = max(max(-0.5 - vp, vp - (height - 0.5)), 0.0)
        fade = _F(1)
        if off_u > 0 or off_v > 0:
            fade = _F(0)
            if off_u < FADE * by[0] and off_v < FADE * by[1]:
                wide = by[0] * _slope(h, 0, x0 + i, y)
                high = by[1] * _slope(h, 1, x0 + i, y)
                fade = _F(max(1 - off_u / wide, 0.0) * max(1 - off_v / high, 0.0))
        if fade > 0:
            iu = int(np.floor(up))
            iv = int(np.floor(vp))
            x_w = weights_of(_F(up - iu))
            y_w = weights_of(_F(vp - iv))
            if 1 <= iu < width - 2 and 1 <= iv < height - 2:
                # Four pixels of a row lie side by side: down first, all sixteen numbers at once.
                k0 = _U(start + ((iv - 1) * width + iu - 1) * 4)
                k1 = k0 + pitch
                k2 = k1 + pitch
                k3 = k2 + pitch
                for n in range(16):
                    m = _U(n)
                    down[n] = (
                        y_w[0] * _F(atlas[k0 + m])
                        + y_w[1] * _F(atlas[k1 + m])
                        + y_w[2] * _F(atlas[k2 + m])
                        + y_w[3] * _F(atlas[k3 + m])
                    )
                w0, w1, w2, w3 = x_w
                r = w0 * down[0] + w1 * down[4] + w2 * down[8] + w3 * down[12]
                g = w0 * down[1] + w1 * down[5] + w2 * down[9] + w3 * down[13]
                b = w0 * down[2] + w1 * down[6] + w2 * down[10] + w3 * down[14]
                a = w0 * down[3] + w1 * down[7] + w2 * down[11] + w3 * down[15]
            else:
                for j in range(4):
                    row = start + min(max(iv - 1 + j, 0), height - 1) * width * 4
                    for n in range(4):
                        k = _U(row + min(max(iu - 1 + n, 0), width - 1) * 4)
                        tap = y_w[j] * x_w[n]
                        r += tap * _F(atlas[k])
                        g += tap * _F(atlas[k + _ONE])
                        b += tap * _F(atlas[k + _TWO])
                        a += tap * _F(atlas[k + _THREE])
                r *= fade
                g *= fade
                b *= fade
                a *= fade
        red[i] = r
        green[i] = g
        blue[i] = b
        alpha[i] = a


@njit(cache=True, nogil=True)
def border_fades(width, height, u, v, x, y, h, out):
    """How much of a plate is there at places (u, v) of it, 0 to 1: its border fades as drawn.

    They are seen at frame pixels (x, y), (N,) each, through the homography `h` (9,). An upright
    plate ends sharply.
    """
    upright = h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0
    for i in range(len(u)):
        off_u = max(max(-0.5 - u[i], u[i] - (width - 0.5)), 0.0)
        off_v = max(max(-0.5 - v[i], v[i] - (height - 0.5)), 0.0)
        wide = 1e-3 if upright else _slope(h, 0, x[i], y[i])
        high = 1e-3 if upright else _slope(h, 1, x[i], y[i])
        out[i] = max(1 - off_u / wide, 0.0) * max(1 - off_v / high, 0.0)


@njit(cache=True, nogil=True)
def alphas(pixels, start, width, height, u, v, out):
    """A plate's alpha, about 0 to 1, at single places; beyond its border that repeats."""
    for i in range(len(u)):
        iu, iv = int(np.floor(u[i])), int(np.floor(v[i]))
        x_w, y_w = weights_of(u[i] - iu), weights_of(v[i] - iv)
        total = 0.0
        for j in range(4):
            row = min(max(iv - 1 + j, 0), height - 1) * width
            for n in range(4):
                at = row + min(max(iu - 1 + n, 0), width - 1)
                total += y_w[j] * x_w[n] * pixels[start + at * 4 + 3]
        out[i] = total / 65535


@njit(**OPTIONS)
def is_upright(h):
    return h[1] == 0 and h[3] == 0 and h[6] == 0 and h[7] == 0


@njit(**OPTIONS)
def inside(h, level, x0, x1, y):
    """The pixels of x0..x1 of row y whose centres fall on an upright plate, as a new x0, x1."""
    v = (h[4] * y + h[5]) / h[8]
    if not -0.5 <= v <= level.height - 0.5:
        return x0, x0
    a = (-0.5 * h[8] - h[2]) / h[0]
    b = ((level.width - 0.5) * h[8] - h[2]) / h[0]
    low = max(x0, int(np.ceil(min(a, b) - 1e-9)))
    high = min(x1, int(np.floor(max(a, b) + 1e-9)) + 1)
    return low, max(low, high)
