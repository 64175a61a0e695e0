"""Blend modes: how a thing is laid over what is behind it.

W3C Compositing and Blending Level 1: with backdrop and source colours Cb and Cs (not premultiplied)
and alphas ab and as,

    co = as * ((1 - ab) * Cs + ab * B(Cb, Cs)) + (1 - as) * ab * Cb,    ao = as + ab - as * ab,

in sRGB, as the standard means it, or in linear light.
"""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.model import BLENDS
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.compiled import INLINE, OPTIONS

MODES: dict[str, int] = {name: number for number, name in enumerate(BLENDS)}
NORMAL = MODES["normal"]
_MULTIPLY, _SCREEN, _OVERLAY = MODES["multiply"], MODES["screen"], MODES["overlay"]
_DARKEN, _LIGHTEN = MODES["darken"], MODES["lighten"]
_DODGE, _BURN = MODES["color-dodge"], MODES["color-burn"]
_HARD, _SOFT = MODES["hard-light"], MODES["soft-light"]
_DIFFERENCE, _EXCLUSION = MODES["difference"], MODES["exclusion"]
_HUE, _SATURATION, _COLOR = MODES["hue"], MODES["saturation"], MODES["color"]
_PLUS = MODES["plus-lighter"]

_F = np.float32
_LEAST = 1e-6


@cache
def to_srgb() -> NDArray[np.float32]:
    """(65536,) sRGB, 0 to 1, of 16-bit linear light."""
    return srgb_from_linear(np.arange(65536) / 65535).astype(np.float32)


@cache
def from_srgb() -> NDArray[np.float32]:
    """(65536,) linear light, 0 to 65535, of 16-bit sRGB."""
    return (65535 * linear_from_srgb(np.arange(65536) / 65535)).astype(np.float32)


@njit(**INLINE)
def _hard(b, s):
    return 2 * s * b if s <= 0.5 else b + (2 * s - 1) - b * (2 * s - 1)


@njit(**OPTIONS)
def _separable(mode, b, s):
    """B(Cb, Cs) of one channel, all from 0 to 1."""
    if mode == _MULTIPLY:
        return b * s
    if mode == _SCREEN:
        return b + s - b * s
    if mode == _OVERLAY:
        return _hard(s, b)
    if mode == _DARKEN:
        return min(b, s)
    if mode == _LIGHTEN:
        return max(b, s)
    if mode == _DODGE:
        if b <= 0:
            return 0.0
        return 1.0 if s >= 1 else min(1.0, b / (1 - s))
    if mode == _BURN:
        if b >= 1:
            return 1.0
        return 0.0 if s <= 0 else 1 - min(1.0, (1 - b) / s)
    if mode == _HARD:
        return _hard(b, s)
    if mode == _SOFT:
        if s <= 0.5:
            return b - (1 - 2 * s) * b * (1 - b)
        root = ((16 * b - 12) * b + 4) * b if b <= 0.25 else np.sqrt(b)
        return b + (2 * s - 1) * (root - b)
    if mode == _DIFFERENCE:
        return abs(b - s)
    if mode == _EXCLUSION:
        return b + s - 2 * b * s
    return s


@njit(**INLINE)
def _lum(r, g, b):
    return 0.3 * r + 0.59 * g + 0.11 * b


@njit(**OPTIONS)
def _with_lum(r, g, b, lum):
    """SetLum of the standard, ClipColor included."""
    d = lum - _lum(r, g, b)
    r, g, b = r + d, g + d, b + d
    low, high = min(r, g, b), max(r, g, b)
    if low < 0:
        k = lum / max(lum - low, 1e-12)
        r, g, b = lum + (r - lum) * k, lum + (g - lum) * k, lum + (b - lum) * k
    if high > 1:
        k = (1 - lum) / max(high - lum, 1e-12)
        r, g, b = lum + (r - lum) * k, lum + (g - lum) * k, lum + (b - lum) * k
    return r, g, b


@njit(**OPTIONS)
def _with_sat(r, g, b, sat):
    """SetSat of the standard: the least channel 0, the greatest `sat`."""
    low, high = min(r, g, b), max(r, g, b)
    if high - low < 1e-12:
        return 0.0, 0.0, 0.0
    k = sat / (high - low)
    return (r - low) * k, (g - low) * k, (b - low) * k


@njit(**OPTIONS)
def mixed(mode, br, bg, bb, sr, sg, sb):
    """B(Cb, Cs) of a whole colour, all from 0 to 1."""
    if mode < _HUE:
        return _separable(mode, br, sr), _separable(mode, bg, sg), _separable(mode, bb, sb)
    if mode == _HUE:
        sat = max(br, bg, bb) - min(br, bg, bb)
        r, g, b = _with_sat(sr, sg, sb, sat)
        return _with_lum(r, g, b, _lum(br, bg, bb))
    if mode == _SATURATION:
        sat = max(sr, sg, sb) - min(sr, sg, sb)
        r, g, b = _with_sat(br, bg, bb, sat)
        return _with_lum(r, g, b, _lum(br, bg, bb))
    if mode == _COLOR:
        return _with_lum(sr, sg, sb, _lum(br, bg, bb))
    return _with_lum(br, bg, bb, _lum(sr, sg, sb))


@njit(**OPTIONS)
def blend_rows(front, back, out, mode, linear, encode, decode, top, bottom):
    """Lay rows of a frame (H, W, 4) of premultiplied light, 1 white, over those of another.

    Only what covers anything is blended.
    """
    width, full = front.shape[1], _F(65535)
    colour, behind = np.empty((3, width), np.float32), np.empty((3, width), np.float32)
    left, behind_left = np.empty(width, np.float32), np.empty(width, np.float32)
    column = np.empty(width, np.int64)
    for y in range(top, bottom):
        count = 0
        for x in range(width):
            out[y, x] = back[y, x]
            if front[y, x, 3] > _LEAST:
                column[count] = x
                for c in range(3):
                    colour[c, count] = front[y, x, c] * full
                    behind[c, count] = back[y, x, c] * full
                left[count] = _F(1) - front[y, x, 3]
                behind_left[count] = _F(1) - back[y, x, 3]
                count += 1
        blend_row(0, count, mode, linear, colour, left, behind, behind_left, encode, decode)
        for n in range(count):
            x = column[n]
            for c in range(3):
                out[y, x, c] = behind[c, n] / full
            out[y, x, 3] = _F(1) - behind_left[n]


@njit(**OPTIONS)
def blend_row(first, after, mode, linear, colour, left, back, back_left, encode, decode):
    """Lay pixels `first` to `after` of a thing's row over a backdrop.

    It is `colour` (3, W), and `left` (W,) is what it lets through.

    Colours are premultiplied linear light, 0 to 65535; `back` and `back_left` are changed.
    """
    for x in range(first, after):
        alpha = 1.0 - left[x]
        if alpha <= _LEAST:
            continue
        behind = 1.0 - back_left[x]
        total = alpha + behind - alpha * behind
        if mode == _PLUS:
            total = min(1.0, alpha + behind)
        s0, s1, s2 = colour[0, x] / alpha, colour[1, x] / alpha, colour[2, x] / alpha
        b0 = b1 = b2 = _F(0)
        if behind > _LEAST:
            b0, b1, b2 = back[0, x] / behind, back[1, x] / behind, back[2, x] / behind
        if linear:
            sr, sg, sb = s0 / 65535, s1 / 65535, s2 / 65535
            br, bg, bb = b0 / 65535, b1 / 65535, b2 / 65535
        else:
            sr, sg, sb = _coded(encode, s0), _coded(encode, s1), _coded(encode, s2)
            br, bg, bb = _coded(encode, b0), _coded(encode, b1), _coded(encode, b2)
        if mode == _PLUS:
            # Two lights are brighter than one: only what is coded ends at white.
            most = 1e30 if linear else 1.0
            r = min(most, alpha * sr + behind * br)
            g = min(most, alpha * sg + behind * bg)
            b = min(most, alpha * sb + behind * bb)
        else:
            mr, mg, mb = mixed(mode, br, bg, bb, sr, sg, sb)
            rest = (1 - alpha) * behind
            r = alpha * ((1 - behind) * sr + behind * mr) + rest * br
            g = alpha * ((1 - behind) * sg + behind * mg) + rest * bg
            b = alpha * ((1 - behind) * sb + behind * mb) + rest * bb
        r, g, b = r / total, g / total, b / total
        if linear:
            back[0, x], back[1, x], back[2, x] = (
                r * 65535 * total,
                g * 65535 * total,
                b * 65535 * total,
            )
        else:
            back[0, x] = _light(decode, r) * total
            back[1, x] = _light(decode, g) * total
            back[2, x] = _light(decode, b) * total
        back_left[x] = 1.0 - total


@njit(**INLINE)
def _coded(encode, light):
    return encode[np.int64(min(max(light, _F(0)), _F(65535)) + _F(0.5))]


@njit(**INLINE)
def _light(decode, value):
    place = min(max(value, 0.0), 1.0) * 65535
    low = min(int(place), 65534)
    return decode[low] + _F(place - low) * (decode[low + 1] - decode[low])
