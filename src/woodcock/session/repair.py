"""Repairing strokes on a canvas: what each tool does as the pointer moves and when it is lifted."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress
from woodcock.rebuild import fill
from woodcock.rebuild.brushes import (
    Box,
    Brush,
    Look,
    Point,
    Shift,
    dabs,
    melted,
    smudged,
    transplanted,
)
from woodcock.session.paint_canvas import PaintCanvas

BRUSHES = ("clone", "blend", "smudge", "colour")
AREAS = ("transplant", "anew")
_MARGIN = 24  # pixels looked at round a place, at the least
_SOFT = 2.0  # pixels over which an area's edge fades
_AROUND = 400  # pixels round a place that is filled anew from which it may be filled


@dataclass(frozen=True)
class Repair:
    """A tool and how it is set; `look` is the picture that copies come from, None: the canvas's."""

    kind: str
    brush: Brush
    shift: Shift | None = None
    look: Look | None = None
    colour: tuple[int, int, int] = (128, 128, 128)


class RepairStroke:
    """One stroke of a brush; begins at `start`, follows `move`, ends with `lift`."""

    def __init__(self, canvas: PaintCanvas, repair: Repair, start: Point) -> None:
        self._canvas, self._repair, self._at = canvas, repair, start
        self._boxes: list[Box] = []
        canvas.begin()
        side = max(round(repair.brush.size), 3)
        corner = round(start[0] - side / 2), round(start[1] - side / 2)
        self._carried = canvas.now((*corner, side, side))[..., :3].astype(np.float32)
        if repair.kind != "smudge":
            self.move([start])

    def move(self, points: Iterable[Point]) -> None:
        """Paint on through further places."""
        for point in points:
            self._go(self._at, point)
            self._at = point

    def _go(self, a: Point, b: Point) -> None:
        canvas, repair, brush = self._canvas, self._repair, self._repair.brush
        if repair.kind == "smudge":
            for at in dabs(a, b, brush.size):
                canvas.lay(*smudged(canvas.now, self._carried, at, brush))
            return
        box = brush.box(a, b)
        weight = brush.sweep(a, b, box)
        self._boxes.append(box)
        if repair.kind == "blend":
            canvas.mark(box, weight * np.float32(brush.opacity))
        elif repair.kind == "colour":
            colours = np.broadcast_to(np.array(repair.colour, np.uint8), (*weight.shape, 3))
            canvas.cover(box, colours, weight * np.float32(brush.opacity))
        elif repair.shift:
            taken = repair.shift.taken(repair.look or canvas.before, box)
            if brush.opacity < 1:
                weight *= np.float32(brush.opacity)
            if taken[..., 3].min() < 255:
                weight *= taken[..., 3].astype(np.float32) / 255
            canvas.cover(box, taken[..., :3], weight)

    def lift(self) -> None:
        """The stroke is finished."""
        if self._repair.kind != "blend" or not self._boxes:
            return
        size = self._repair.brush.size
        box = _around(_union(self._boxes), max(_MARGIN, int(size / 2)))
        weight = self._canvas.weight(box)
        before = self._canvas.before(box)
        weight *= before[..., 3] > 0
        made = melted(before, weight, size)
        self._canvas.revert()
        self._canvas.cover(box, made, weight)


def transplant(canvas: PaintCanvas, outline: NDArray, shift: Shift, look: Look | None) -> None:
    """Grow what lies `shift` away into the area inside `outline` ((N, 2) photo pixels)."""
    box, weight = area(outline)
    canvas.revert()
    source = shift.taken(look or canvas.before, box)
    weight = weight * (source[..., 3] > 0)
    canvas.cover(box, transplanted(canvas.before(box), source, weight), weight)


def anew(
    look: Look, outline: NDArray, seed: int, progress: Progress | None = None
) -> tuple[Box, NDArray[np.uint8], NDArray[np.float32]]:
    """Another proposal for the area inside `outline` of a picture: where, colours and weights.

    Raises Cancelled on request.
    """
    box, weight = area(outline)
    wide = _around(box, _AROUND)
    picture = look(wide)
    place = np.zeros(picture.shape[:2], np.bool_)
    y, x = box[1] - wide[1], box[0] - wide[0]
    place[y : y + box[3], x : x + box[2]] = weight > 0
    there = picture[..., 3] > 0
    colours = np.ascontiguousarray(picture[..., :3])
    known = picture[..., 3] > 250
    made = fill(colours, place, allowed=known, seed=seed, progress=progress)
    return wide, made, (place & there).astype(np.float32)  # in full: the fill blends it in


def area(outline: NDArray) -> tuple[Box, NDArray[np.float32]]:
    """The box round a closed outline, with some margin, and how far its pixels are inside."""
    x0, y0 = (int(v) - _MARGIN for v in np.floor(outline.min(axis=0)))
    x1, y1 = (int(v) + _MARGIN for v in np.ceil(outline.max(axis=0)))
    inside = np.zeros((y1 - y0, x1 - x0), np.uint8)
    cv2.fillPoly(inside, [np.rint((outline - (x0, y0) - 0.5) * 16).astype(np.int32)], 1, shift=4)
    depth = cv2.distanceTransform(inside, cv2.DIST_L2, 3)
    return (x0, y0, x1 - x0, y1 - y0), np.clip(np.asarray(depth) / _SOFT, 0, 1).astype(np.float32)


def _around(box: Box, margin: int) -> Box:
    return box[0] - margin, box[1] - margin, box[2] + 2 * margin, box[3] + 2 * margin


def _union(boxes: list[Box]) -> Box:
    x0, y0 = min(b[0] for b in boxes), min(b[1] for b in boxes)
    x1, y1 = max(b[0] + b[2] for b in boxes), max(b[1] + b[3] for b in boxes)
    return x0, y0, x1 - x0, y1 - y0
