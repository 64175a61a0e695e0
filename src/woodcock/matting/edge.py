"""The edge of a cut: how much of each pixel is in front, and what is behind it.

In a band on both sides of the edge alpha is solved for, with the mask as a faint wish. It is taken
where colour tells the sides apart and the mask leaves much more unexplained; elsewhere the mask
holds. Foreground and background follow from alpha, and alpha once more from both, in light.
"""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.matting.behind import likely_behind
from woodcock.matting.closed_form import matte
from woodcock.matting.colours import colours_of_both
from woodcock.matting.separability import separability
from woodcock.pixels.colour import UNIT, encode8

_HELD = 1e-3  # how firmly the mask holds where colours tell nothing, beside 1 of the neighbours'
_NOISE = 1e-5  # variance, 0 to 1, that no alpha need explain
_ABOUT = 5.0  # pixels about which what is left unexplained is averaged
_MASK, _SOLVED = 2.0, 3.0  # times as much left unexplained by the mask: it holds, it does not
_ALIKE, _APART = 0.2, 0.5  # distances of the sides' colours that tell nothing, and enough
_NONE, _ALL = 0.008, 0.98  # alphas that are none and all
_TOLD = 0.01  # squared difference of both colours, in light, from which alpha can be told by it
_SEEN, _HIDDEN = 0.5, 0.9  # alphas up to which what is behind is told, and from which it isn't
_CLEAR = 5  # pixels: the square in which nothing hidden may lie where alpha is solved for


class Edge(NamedTuple):
    """`alpha` (h, w) uint8; `behind` (h, w, 3) uint16 light, estimated where alpha is between.

    `unsure` (h, w) uint8 is how far what is behind must be made up nevertheless.
    """

    alpha: NDArray[np.uint8]
    behind: NDArray[np.uint16]
    unsure: NDArray[np.uint8]


def solved_edge(
    light: NDArray[np.uint16],
    mask: NDArray[np.uint8],
    open_: NDArray[np.bool_],
    known: NDArray[np.bool_],
    growth: float,
) -> Edge:
    """The edge of `mask` in a photo, or in a part of one.

    Parameters
    ----------
    light : (h, w, 3) uint16 linear light.
    mask : (h, w) uint8, as a person drew it.
    open_ : (h, w) bool, where it may be wrong at all.
    known : (h, w) bool, False where something nearer hides all this.
    growth : pixels by which it may be wrong; below 1 it holds as it is.
    """
    given = mask.astype(np.float32) / np.float32(255)
    colours = encode8(light).astype(np.float32) / np.float32(255)
    shown = light.astype(np.float32) / np.float32(UNIT)
    depth = _depth(given)
    clear = cv2.erode(known.view(np.uint8), np.ones((_CLEAR, _CLEAR), np.uint8)) > 0
    band = (np.abs(depth) <= growth) & open_ & clear & (growth >= 1)
    alpha, firm = given, np.ones_like(given)
    if band.any():
        firm = np.maximum(
            _fading(separability(colours, depth, growth), _ALIKE, _APART),
            _meant_soft(given, growth),
        )
        found = matte(colours, given, band, held=np.full(given.shape, _HELD, np.float32))
        keep = np.maximum(firm, _fading(_left_over(colours, given, found, band), _MASK, _SOLVED))
        alpha = np.where(band, keep * given + (1 - keep) * found, given)
    alpha = _snapped(alpha)
    soft = (alpha > 0) & (alpha < 1)
    wanted = cv2.dilate(soft.view(np.uint8), np.ones((5, 5), np.uint8)) > 0
    front, behind = colours_of_both(shown, alpha, wanted, known)
    place, told = _placed(shown, front, behind)
    told *= (1 - firm) * (soft & band)
    alpha = _snapped(alpha + told * (place - alpha))
    behind, unsure, alien = likely_behind(shown, colours, alpha, behind, known)
    alpha = np.where(soft & band, np.maximum(alpha, alien * _least(shown, behind)), alpha)
    share = np.clip((alpha - _SEEN) / (_HIDDEN - _SEEN), 0, 1)
    unsure = np.maximum(share * share * (3 - 2 * share), unsure * (growth >= 1))
    return Edge(
        np.rint(alpha * 255).astype(np.uint8),
        np.rint(behind * UNIT).astype(np.uint16),
        np.rint(unsure * 255).astype(np.uint8),
    )


def _depth(given: NDArray[np.float32]) -> NDArray[np.float32]:
    """Pixels to the edge, positive inside."""
    inside = (given > 0.5).view(np.uint8)
    within, without = (
        cv2.distanceTransform(x, cv2.DIST_L2, cv2.DIST_MASK_5) for x in (inside, 1 - inside)
    )
    return np.asarray(within - without, np.float32)


def _meant_soft(given: NDArray[np.float32], growth: float) -> NDArray[np.float32]:
    """How far an edge is softer than a mask's error could explain: (h, w) 0 to 1."""
    away = [
        cv2.distanceTransform(x.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
        for x in (given > _NONE, given < _ALL)
    ]
    width = np.where((given > _NONE) & (given < _ALL), away[0] + away[1], 0)
    reach = 2 * int(growth) + 1
    return 1 - _fading(cv2.dilate(width, np.ones((reach, reach), np.uint8)), growth, 2 * growth)


def _fading(value: NDArray, whole: float, none: float) -> NDArray[np.float32]:
    """1 up to `whole`, 0 from `none`."""
    return np.clip((none - value) / (none - whole), 0, 1).astype(np.float32)


def _snapped(alpha: NDArray) -> NDArray[np.float32]:
    return np.where(alpha < _NONE, 0, np.where(alpha > _ALL, 1, alpha)).astype(np.float32)


def _placed(
    light: NDArray[np.float32], front: NDArray[np.float32], behind: NDArray[np.float32]
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """The light's place between both colours, and how far these tell it."""
    across = front - behind
    length = (across * across).sum(2)
    place = np.clip(((light - behind) * across).sum(2) / np.maximum(length, 1e-9), 0, 1)
    return place, np.clip(length / _TOLD, 0, 1)


def _least(light: NDArray[np.float32], behind: NDArray[np.float32]) -> NDArray[np.float32]:
    """The least alpha with which a colour between black and white before `behind` gives `light`."""
    up = (light - behind) / np.maximum(1 - behind, np.float32(1e-6))
    down = (behind - light) / np.maximum(behind, np.float32(1e-6))
    return np.maximum(up, down).max(2)


def _left_over(
    colours: NDArray[np.float32],
    given: NDArray[np.float32],
    found: NDArray[np.float32],
    band: NDArray[np.bool_],
) -> NDArray[np.float32]:
    """How many times as much the mask leaves unexplained as what was solved for."""
    touching = cv2.dilate(band.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    touching[[0, -1]] = touching[:, [0, -1]] = False
    where = np.argwhere(touching).astype(np.int32)
    left = np.zeros((2, *given.shape), np.float32)
    _unexplained(colours, given, where, left[0])
    _unexplained(colours, found, where, left[1])
    by_mask, by_found = (cv2.GaussianBlur(x, (0, 0), _ABOUT) + np.float32(_NOISE) for x in left)
    return np.sqrt(by_mask / by_found)


@njit(nogil=True, cache=True)
def _unexplained(colours, alpha, where, out):
    """In 3x3 windows, the variance of alpha that is no linear function of colour."""
    for k in range(len(where)):
        y, x = where[k]
        c0 = c1 = c2 = a0 = 0.0
        s00 = s01 = s02 = s11 = s12 = s22 = 0.0
        t0 = t1 = t2 = aa = 0.0
        for v in range(y - 1, y + 2):
            for u in range(x - 1, x + 2):
                r, g, b, a = colours[v, u, 0], colours[v, u, 1], colours[v, u, 2], alpha[v, u]
                c0 += r
                c1 += g
                c2 += b
                a0 += a
                s00 += r * r
                s01 += r * g
                s02 += r * b
                s11 += g * g
                s12 += g * b
                s22 += b * b
                t0 += r * a
                t1 += g * a
                t2 += b * a
                aa += a * a
        c0, c1, c2, a0 = c0 / 9, c1 / 9, c2 / 9, a0 / 9
        s00, s01, s02 = s00 / 9 - c0 * c0 + _NOISE, s01 / 9 - c0 * c1, s02 / 9 - c0 * c2
        s11, s12 = s11 / 9 - c1 * c1 + _NOISE, s12 / 9 - c1 * c2
        s22 = s22 / 9 - c2 * c2 + _NOISE
        t0, t1, t2 = t0 / 9 - c0 * a0, t1 / 9 - c1 * a0, t2 / 9 - c2 * a0
        m00, m01, m02 = s11 * s22 - s12 * s12, s02 * s12 - s01 * s22, s01 * s12 - s02 * s11
        m11, m12, m22 = s00 * s22 - s02 * s02, s01 * s02 - s00 * s12, s00 * s11 - s01 * s01
        size = s00 * m00 + s01 * m01 + s02 * m02
        said = t0 * (m00 * t0 + m01 * t1 + m02 * t2)
        said += t1 * (m01 * t0 + m11 * t1 + m12 * t2)
        said += t2 * (m02 * t0 + m12 * t1 + m22 * t2)
        out[y, x] = max(aa / 9 - a0 * a0 - said / size, 0.0)
