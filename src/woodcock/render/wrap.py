"""Plates of layers that drift: one turn of a picture that repeats, as far as it can be seen."""

from __future__ import annotations

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Growth, Layer, Project
from woodcock.pixels.seam import wrapping
from woodcock.rebuild import Plate
from woodcock.stage import drift_box, turn_of


class Wrap(msgspec.Struct, frozen=True):
    """After how many of its own pixels a picture repeats, across and down; 0 where it does not.

    `size` is the width and height of what repeats; it does so to `margin` beyond them.
    """

    size: tuple[float, float]
    turn: tuple[float, float]
    margin: Growth = Growth()


def wrap_of(project: Project, layer: Layer) -> Wrap | None:
    """How a layer's picture repeats, in the photo's pixels; None if it does not drift."""
    if layer.drift is None:
        return None
    _, _, width, height = drift_box(project, layer)
    return Wrap((width, height), turn_of(layer.drift, (width, height)), layer.growth)


def wrapped(
    plate: Plate, scale: tuple[float, float], wrap: Wrap
) -> tuple[Plate, tuple[float, float]]:
    """A plate that reaches a whole turn farther to the left and above, and its new scale.

    `scale` is its pixels for each of those `wrap` is counted in, across and down; it
    is changed by so little that a turn is a whole number of pixels.
    """
    width, height = (max(round(side * s), 2) for side, s in zip(wrap.size, scale, strict=True))
    h, w = plate.pixels.shape[:2]
    # What repeats is cut to its size; the other way it reaches as far as it was carried on.
    left, right = _kept(plate.x, w, width, wrap.turn[0])
    top, bottom = _kept(plate.y, h, height, wrap.turn[1])
    canvas = np.zeros((bottom - top, right - left, 4), np.float32)
    x0, x1 = max(plate.x, left), min(plate.x + w, right)
    y0, y1 = max(plate.y, top), min(plate.y + h, bottom)
    if x0 < x1 and y0 < y1:
        part = plate.pixels[y0 - plate.y : y1 - plate.y, x0 - plate.x : x1 - plate.x]
        canvas[y0 - top : y1 - top, x0 - left : x1 - left] = part
    margin = wrap.margin
    sides = (margin.left, margin.right), (margin.top, margin.bottom)
    corner, scales = [left, top], list(scale)
    for axis in range(2):
        if not wrap.turn[axis]:
            continue
        turn = max(round(wrap.turn[axis] * scale[axis]), 1)
        scales[axis] = turn / wrap.turn[axis]
        across = canvas if axis == 0 else canvas.transpose(1, 0, 2)
        across = _resized(np.ascontiguousarray(across), scales[axis] / scale[axis])
        before, after = (int(np.ceil(g * scales[axis])) for g in sides[axis])
        repeats = wrapping(across, turn)
        index = np.arange(-turn - before, across.shape[1] + after) % turn
        across = repeats[:, index]
        corner[axis] = -turn - before
        canvas = across if axis == 0 else across.transpose(1, 0, 2)
    pixels = np.clip(np.rint(canvas), 0, 65535).astype(np.uint16)
    return Plate(np.ascontiguousarray(pixels), corner[0], corner[1]), (scales[0], scales[1])


def _kept(start: int, length: int, size: int, turn: float) -> tuple[int, int]:
    """From where to where a plate is kept along one axis."""
    return (0, size) if turn else (min(start, 0), max(start + length, size))


def _resized(picture: NDArray[np.float32], factor: float) -> NDArray[np.float32]:
    """Wider by a factor near 1."""
    if abs(factor - 1) < 1e-9:
        return picture
    width = max(round(picture.shape[1] * factor), 2)
    by = np.array([[factor, 0.0, factor / 2 - 0.5], [0.0, 1.0, 0.0]])
    border = cv2.BORDER_REPLICATE
    size = width, picture.shape[0]
    return np.asarray(cv2.warpAffine(picture, by, size, flags=cv2.INTER_CUBIC, borderMode=border))
