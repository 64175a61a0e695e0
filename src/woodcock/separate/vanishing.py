"""Where lines that run away from the lens meet: the vanishing point of a lane, a stair, a hall.

Line segments are found as von Gioi, Jakubowicz, Morel and Randall say ("LSD: A Fast Line Segment
Detector with a False Detection Control", PAMI 2010, as in OpenCV); the point most of them run to by
random pairs (Fischler and Bolles, "Random Sample Consensus", 1981), then by least squares.
"""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

_PIXELS = 300_000  # of the size at which lines are looked for
_LONG = 0.035  # of the diagonal: shorter segments say little
_LEVEL, _UPRIGHT = 8.0, 78.0  # degrees: lines nearer to an axis run across the view or stand
_OFF = np.sin(np.radians(2.5))  # how far a line may point past the point
_BESIDE = 0.06  # of the diagonal: a line this near the point runs to any
_PAIRS, _CROSS = 1500, 0.15  # tried; sine of the least angle between two lines
_SHARE, _COUNT = 0.45, 12  # of the lines' length, and lines, that must agree


class Vanishing(NamedTuple):
    """A point in shares of the photo's width and height."""

    x: float
    y: float


def vanishing_point(photo: NDArray[np.uint8]) -> Vanishing | None:
    """The one point within an (H, W, 3) uint8 photo to which most of its slanting lines run."""
    places, along, lengths, (width, height) = _segments(photo)
    if len(lengths) < _COUNT:
        return None
    diagonal = float(np.hypot(width, height))
    points = _crossings(places, along)
    inside = (points > (0.05 * width, 0.0)) & (points < (0.95 * width, 0.9 * height))
    points = points[inside.all(1)]
    if not len(points):
        return None

    def runs_to(point: NDArray) -> NDArray[np.bool_]:
        away = point - places
        reach = np.linalg.norm(away, axis=1)
        off = np.abs(away[:, 0] * along[:, 1] - away[:, 1] * along[:, 0]) / np.maximum(reach, 1)
        return np.asarray((off < _OFF) & (reach > _BESIDE * diagonal))

    point = points[np.argmax([lengths[runs_to(p)].sum() for p in points])]
    for _ in range(3):
        agree = runs_to(point)
        if agree.sum() < 3:
            return None
        across = np.stack([-along[agree, 1], along[agree, 0]], 1) * lengths[agree, None]
        point = np.linalg.lstsq(across, (across * places[agree]).sum(1), rcond=None)[0]
    agree = runs_to(point)
    if agree.sum() < _COUNT or lengths[agree].sum() < _SHARE * lengths.sum():
        return None
    return Vanishing(float(point[0] / width), float(point[1] / height))


def _segments(
    photo: NDArray[np.uint8],
) -> tuple[NDArray, NDArray, NDArray, tuple[int, int]]:
    """Middles and directions (n, 2) of slanting segments, their lengths, and the size they lie in.

    All in pixels of that size, width and height.
    """
    scale = min(1.0, (_PIXELS / (photo.shape[0] * photo.shape[1])) ** 0.5)
    small = cv2.resize(photo, None, fx=scale, fy=scale, interpolation=cv2.INTER_AREA)
    size = small.shape[1], small.shape[0]
    found = cv2.createLineSegmentDetector(0).detect(cv2.cvtColor(small, cv2.COLOR_RGB2GRAY))[0]
    ends = np.zeros((0, 4)) if found is None else found[:, 0].astype(np.float64)
    step = ends[:, 2:] - ends[:, :2]
    lengths = np.hypot(step[:, 0], step[:, 1])
    angle = np.degrees(np.arctan2(np.abs(step[:, 1]), np.abs(step[:, 0])))
    kept = (lengths > _LONG * np.hypot(*size)) & (angle > _LEVEL) & (angle < _UPRIGHT)
    ends, step, lengths = ends[kept], step[kept], lengths[kept]
    return (ends[:, :2] + ends[:, 2:]) / 2, step / lengths[:, None], lengths, size


def _crossings(places: NDArray, along: NDArray) -> NDArray:
    """Where random pairs of lines cross: (n, 2). The same pairs every time."""
    one, other = np.random.default_rng(0).integers(0, len(places), (2, _PAIRS))
    cross = along[one, 0] * along[other, 1] - along[one, 1] * along[other, 0]
    clear = np.abs(cross) > _CROSS
    one, other, cross = one[clear], other[clear], cross[clear]
    gap = places[other] - places[one]
    reach = (gap[:, 0] * along[other, 1] - gap[:, 1] * along[other, 0]) / cross
    return np.asarray(places[one] + reach[:, None] * along[one])
