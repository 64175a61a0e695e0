"""What was painted by hand on a layer's rebuilt picture, kept as tiles."""

from __future__ import annotations

import math
from collections.abc import Mapping

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import TILE
from woodcock.pixels.colour import UNIT, decode
from woodcock.pixels.resample import shrink
from woodcock.rebuild.plates import Plate

# By column and row: (TILE, TILE, 4) straight sRGB, with its corner at (column, row) * TILE.
Tiles = Mapping[tuple[int, int], NDArray[np.uint8]]


def assembled(tiles: Tiles, box: tuple[int, int, int, int]) -> NDArray[np.uint8]:
    """The tiles' part of `box` = (x, y, width, height) in photo pixels: (height, width, 4) uint8.

    Straight sRGB; alpha is how fully it replaces what was made up.
    """
    x, y, width, height = box
    out = np.zeros((height, width, 4), np.uint8)
    for (column, row), pixels in tiles.items():
        left, top = column * TILE - x, row * TILE - y
        x0, y0 = max(left, 0), max(top, 0)
        x1, y1 = min(left + TILE, width), min(top + TILE, height)
        if x0 < x1 and y0 < y1:
            out[y0:y1, x0:x1] = pixels[y0 - top : y1 - top, x0 - left : x1 - left]
    return out


def painted_at(
    tiles: Tiles, box: tuple[int, int, int, int], size: tuple[int, int]
) -> NDArray[np.uint8] | None:
    """The same, averaged down to `size` = (width, height); None where nothing was painted."""
    whole = assembled(tiles, box)
    if not whole[..., 3].any():
        return None
    if size == (box[2], box[3]):
        return whole
    alpha = whole[..., 3:].astype(np.uint16)
    whole[..., :3] = (whole[..., :3] * alpha + 127) // 255
    small = shrink(whole, size)
    share = np.maximum(small[..., 3:].astype(np.float32), 1)
    small[..., :3] = np.minimum(np.rint(small[..., :3].astype(np.float32) * 255 / share), 255)
    return small


def painted(plate: Plate, strokes: NDArray[np.uint8] | None) -> Plate:
    """`plate` with what was painted on it by hand: `strokes` (H, W, 4) uint8 straight sRGB."""
    if strokes is None or not strokes[..., 3].any():
        return plate
    x, y, w, h = cv2.boundingRect(strokes[..., 3])
    height, width = plate.pixels.shape[:2]
    x0, y0 = min(x, plate.x), min(y, plate.y)
    x1, y1 = max(x + w, plate.x + width), max(y + h, plate.y + height)
    out = np.zeros((y1 - y0, x1 - x0, 4), np.uint16)
    out[plate.y - y0 :, plate.x - x0 :][:height, :width] = plate.pixels
    here = out[y - y0 : y - y0 + h, x - x0 : x - x0 + w]
    here[:] = _over(strokes[y : y + h, x : x + w], here)
    return Plate(out, x0, y0)


def _over(strokes: NDArray[np.uint8], light: NDArray[np.uint16]) -> NDArray[np.uint16]:
    """Straight sRGB over premultiplied linear light, (h, w, 4) both."""
    share = strokes[..., 3:].astype(np.float32) / 255
    paint = np.dstack([decode(strokes[..., :3]), np.full(strokes.shape[:2], UNIT, np.uint16)])
    return np.rint(light + share * (paint.astype(np.float32) - light)).astype(np.uint16)


def with_margin(
    inner: Plate, grown: Plate, size: tuple[int, int], step: float, tiles: Tiles
) -> Plate:
    """`inner`, a plate within the photo's borders, with the margin that `grown` has beyond them.

    `size` is the photo's (width, height) at their size, `step` times that in photo pixels. What
    was painted beyond the borders is laid over the margin.
    """
    height, width = grown.pixels.shape[:2]
    x0, y0 = min(inner.x, grown.x), min(inner.y, grown.y)
    x1 = max(inner.x + inner.pixels.shape[1], grown.x + width)
    y1 = max(inner.y + inner.pixels.shape[0], grown.y + height)
    out = np.zeros((y1 - y0, x1 - x0, 4), np.uint16)
    out[grown.y - y0 :, grown.x - x0 :][:height, :width] = grown.pixels
    if x0 < 0 or y0 < 0 or x1 > size[0] or y1 > size[1]:
        corner = math.floor(x0 / step), math.floor(y0 / step)
        box = (*corner, round((x1 - x0) / step), round((y1 - y0) / step))
        strokes = painted_at(tiles, box, (x1 - x0, y1 - y0))
        if strokes is not None:
            out = _over(strokes, out)
    # Within the borders nothing but the plate itself counts.
    out[max(0, -y0) : size[1] - y0, max(0, -x0) : size[0] - x0] = 0
    h, w = inner.pixels.shape[:2]
    out[inner.y - y0 :, inner.x - x0 :][:h, :w] = inner.pixels
    return Plate(out, x0, y0)
