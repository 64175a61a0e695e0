"""A straight line that a hole interrupts: the horizon, a quay, a wall's edge."""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

_LOOKED_AT = 640  # pixels of the longer side at which lines are looked for
_SHORTEST = 0.04  # of that side: what is shorter is no line
_TURN, _ASIDE = 3.0, 2.5  # degrees and pixels by which the two ends may differ
_NEAR = 0.12  # of that side: how far from the hole a line may end
_CONTRAST = 12.0  # 8-bit steps between its two sides, at the least
_BAND = 8.0  # full-size pixels on either side in which places differ


class Line(NamedTuple):
    """Where `a` * x + `b` * y = `c`, in pixels, with (a, b) of length 1."""

    a: float
    b: float
    c: float

    def sides(self, shape: tuple[int, int]) -> NDArray[np.float32]:
        """How far on which side of it pixels lie: (H, W) from -1 to 1, straight up to the band."""
        y, x = np.ogrid[0 : shape[0], 0 : shape[1]]
        away = (self.a * (x + 0.5) + self.b * (y + 0.5) - self.c) / _BAND
        return np.clip(away, -1, 1).astype(np.float32)


class _Segment(NamedTuple):
    start: NDArray[np.float64]
    end: NDArray[np.float64]
    length: float
    step: float  # the grey on its left less that on its right


def line_through(picture: NDArray[np.uint8], hole: NDArray[np.bool_]) -> Line | None:
    """The strongest straight line that comes in on one side of the hole and goes on on the other.

    Segments by LSD (Grompone von Gioi, Jakubowicz, Morel and Randall, PAMI 2010).

    Parameters
    ----------
    picture : (H, W, 3) uint8, smooth in the hole.
    hole : (H, W) bool.
    """
    scale = min(1.0, _LOOKED_AT / max(hole.shape))
    size = max(1, round(hole.shape[1] * scale)), max(1, round(hole.shape[0] * scale))
    small = cv2.resize(picture, size, interpolation=cv2.INTER_AREA)
    inside: NDArray = cv2.resize(hole.view(np.uint8), size, interpolation=cv2.INTER_NEAREST)
    grey: NDArray = cv2.GaussianBlur(cv2.cvtColor(small, cv2.COLOR_RGB2GRAY), (0, 0), 1.0)
    away: NDArray = cv2.distanceTransform((inside == 0).view(np.uint8), cv2.DIST_L2, 3)
    segments = _segments(grey, away, max(size) * _SHORTEST)
    best: tuple[float, Line] | None = None
    for number, one in enumerate(segments):
        for other in segments[number + 1 :]:
            found = _joined(one, other, inside)
            if found and (best is None or found[0] > best[0]):
                best = found
    if best is None:
        return None
    a, b, c = best[1]
    return Line(a, b, c * hole.shape[1] / size[0])


def _segments(
    grey: NDArray[np.uint8], away: NDArray[np.float32], shortest: float
) -> list[_Segment]:
    """The straight edges outside the hole that end near it."""
    found = cv2.createLineSegmentDetector().detect(grey)[0]
    if found is None:
        return []
    out = []
    height, width = grey.shape
    for x0, y0, x1, y1 in np.asarray(found, np.float64).reshape(-1, 4):
        start, end = np.array([x0, y0]), np.array([x1, y1])
        length = float(np.hypot(*(end - start)))
        along = start + np.linspace(0, 1, max(int(length), 2))[:, None] * (end - start)
        across = np.array([y0 - y1, x1 - x0]) / max(length, 1e-6)

        def at(places: NDArray) -> tuple[NDArray, NDArray]:
            column = np.clip(places[:, 0].astype(int), 0, width - 1)
            return np.clip(places[:, 1].astype(int), 0, height - 1), column

        clear = away[at(along)] > 2  # the hole's own border makes lines as well
        if length * clear.mean() < shortest or clear.mean() < 0.7:
            continue
        if away[at(along)].min() > _NEAR * max(grey.shape):
            continue
        left, right = (grey[at(along + sign * 3 * across)][clear] for sign in (1, -1))
        step = float(left.mean(dtype=np.float64) - right.mean(dtype=np.float64))
        if abs(step) >= _CONTRAST:
            out.append(_Segment(start, end, length, step))
    return out


def _joined(one: _Segment, other: _Segment, inside: NDArray[np.uint8]) -> tuple[float, Line] | None:
    """The line both lie on, and how much speaks for it; None if they lie on no common one."""
    first, second = ((s.end - s.start) / s.length for s in (one, other))
    same = float(first @ second)
    if abs(same) < np.cos(np.radians(_TURN)) or one.step * other.step * same < 0:
        return None
    middles = [(s.start + s.end) / 2 for s in (one, other)]
    gap = middles[1] - middles[0]
    far = float(np.hypot(*gap))
    if far < (one.length + other.length) / 2:
        return None
    direction = gap / far
    if any(abs(direction @ d) < np.cos(np.radians(_TURN)) for d in (first, second)):
        return None
    normal = np.array([-direction[1], direction[0]])
    ends = np.array([one.start, one.end, other.start, other.end])
    weights = np.repeat([one.length, other.length], 2)
    aside = ends @ normal
    c = float((aside * weights).sum() / weights.sum())
    if np.abs(aside - c).max() > _ASIDE:
        return None
    # What lies between the two must be the hole, and little else.
    order = np.sort(ends @ direction)
    between = np.arange(order[1] + 1, order[2])
    if len(between) < 3:
        return None
    places = between[:, None] * direction + c * normal
    column = np.clip(places[:, 0].astype(int), 0, inside.shape[1] - 1)
    row = np.clip(places[:, 1].astype(int), 0, inside.shape[0] - 1)
    if inside[row, column].mean() < 0.6:
        return None
    strength = min(one.length, other.length) * min(abs(one.step), abs(other.step))
    return strength, Line(float(normal[0]), float(normal[1]), c)
