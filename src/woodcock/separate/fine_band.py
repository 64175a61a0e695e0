"""Where an edge is too fine to be drawn: hair, reeds, twigs, rope."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.sides import fit, log_odds
from woodcock.separate.study import Study

# Working pixels: how far outside the edge strands are looked for and inside it gaps, how far
# from it both sides are sure, what round it has a say, and how much ground goes with a strand.
_OUT, _IN, _SURE, _ROOM, _BESIDE = 72, 24, 5, 160, 9
_ODDS = 2.0  # log odds from which a pixel is on the wrong side of the edge
_OFF = 12.0  # squared Mahalanobis distance up to which it fits the other: 99 % of what belongs
_WINDOW = 15  # the square in which pixels on the wrong side are counted
_AROUND = 161  # and that in which the usual number of them is
_STRAY = 0.08  # the share of them, beyond the usual, from which an edge counts as fine


def fine_band(study: Study, small: NDArray[np.uint8]) -> NDArray[np.bool_]:
    """Where alpha should be solved for: (h, w) bool at working size.

    Beside a plain edge each pixel has the colours of its own side. Where many have those of the
    other side, and hang together with it, the edge has strands and gaps finer than the mask. How
    many have so by chance is counted on each side far from the edge. Nothing farther than 72
    working pixels outside the edge or 24 inside is ever in the band.

    `small` is the mask at working size, (h, w) uint8.
    """
    whole = small > 127
    out = np.zeros(whole.shape, np.bool_)
    x, y, w, h = cv2.boundingRect(whole.view(np.uint8))
    if not w or whole.all():
        return out
    here = slice(max(0, y - _ROOM), y + h + _ROOM), slice(max(0, x - _ROOM), x + w + _ROOM)
    lab, inside = study.lab[here], whole[here]
    deep, far = _depth(inside), _depth(~inside)
    gaps, strands = _wrong(lab, deep, far)
    zone = (far > 0) & (far <= _OUT), (deep > 0) & (deep <= _IN)
    strands, gaps = (
        _fine(wrong, zone[number], away > limit)
        for number, (wrong, away, limit) in enumerate(((strands, far, _OUT), (gaps, deep, _IN)))
    )
    found = _joined(strands, inside) | _joined(gaps, ~inside)
    out[here] = _wider(found, _BESIDE) & (zone[0] | zone[1])
    return out


def _wrong(
    lab: NDArray[np.float32], deep: NDArray[np.float32], far: NDArray[np.float32]
) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Pixels inside that look like the outside, and outside that look like the inside."""
    gaps = strands = np.zeros(deep.shape, np.bool_)
    for _ in range(2):  # the second time without what the first found on the wrong side
        own = fit(lab, (deep > _SURE) & ~(gaps & (deep < 2 * _IN)))
        other = fit(lab, (far > _SURE) & ~(strands & (far < _OUT)))
        odds = log_odds(own, other)
        gaps = (deep > 0) & (odds < -_ODDS) & (other.off < _OFF)
        strands = (far > 0) & (odds > _ODDS) & (own.off < _OFF)
    return gaps, strands


def _fine(
    wrong: NDArray[np.bool_], zone: NDArray[np.bool_], beyond: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """What is wrong in the zone where there is more of it than beyond the zone by chance."""
    usual = np.maximum(
        _counted(wrong & beyond, beyond, _AROUND), (wrong & beyond).sum() / max(beyond.sum(), 1)
    )
    return wrong & zone & (_counted(wrong & zone, zone, _WINDOW) > _STRAY + 2 * usual)


def _joined(wrong: NDArray[np.bool_], side: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """What of `wrong` hangs together with the side it looks like, over gaps of a pixel or two."""
    both = _wider(wrong | side, 1).view(np.uint8)
    _, part = cv2.connectedComponents(both, connectivity=8)
    return wrong & np.isin(part, np.unique(part[side]))


def _counted(part: NDArray[np.bool_], whole: NDArray[np.bool_], side: int) -> NDArray[np.float32]:
    """The share of `part` in `whole` in the square about each pixel."""
    few, many = (cv2.blur(x.astype(np.float32), (side, side)) for x in (part, whole))
    return np.asarray(few / np.maximum(many, 0.05), np.float32)


def _depth(there: NDArray[np.bool_]) -> NDArray[np.float32]:
    """How many pixels it is to the nearest that is not there."""
    away = cv2.distanceTransform(there.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    return np.asarray(away, np.float32)


def _wider(there: NDArray[np.bool_], by: int) -> NDArray[np.bool_]:
    disc = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (2 * by + 1,) * 2)
    return np.asarray(cv2.dilate(there.view(np.uint8), disc), np.bool_)
