"""A layer's rebuilt picture at the photo's own size, to be looked at and painted on."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, encode8
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.rebuild import Plate
from woodcock.render.rebuilt import Rebuilt, cleared
from woodcock.texts import tr

_ROWS = 512  # rows worked on at once


@dataclass(frozen=True)
class LayerPicture:
    """(H, W, 4) uint8 straight sRGB, its corner at (`x`, `y`) in the photo's pixels.

    `made` (H, W) uint8 is how far it was made up rather than photographed.
    """

    pixels: NDArray[np.uint8]
    made: NDArray[np.uint8]
    x: int
    y: int


def layer_picture(
    rebuilt: Rebuilt, layer_id: str, store: PixelStore, progress: Progress | None = None
) -> LayerPicture:
    """What was made of a layer cut from the photo, with nothing painted on it.

    The photo's own pixels wherever the layer is seen in it. KeyError without such a layer;
    Cancelled on request.
    """
    key = rebuilt.key
    numbers = rebuilt.numbers(layer_id)
    plate = stacked([rebuilt.plates[number] for number in numbers])
    photo = cleared(key, store, None)
    width, height = key.size
    h, w = plate.pixels.shape[:2]
    x0, y0 = min(0, math.floor(plate.x / rebuilt.step)), min(0, math.floor(plate.y / rebuilt.step))
    x1 = max(width, math.ceil((plate.x + w) / rebuilt.step))
    y1 = max(height, math.ceil((plate.y + h) / rebuilt.step))
    pixels = np.zeros((y1 - y0, x1 - x0, 4), np.uint8)
    made = np.zeros(pixels.shape[:2], np.uint8)
    for top in range(y0, y1, _ROWS):
        report(progress, (top - y0) / (y1 - y0), tr("Getting the picture ready"))
        bottom = min(top + _ROWS, y1)
        rows = slice(top - y0, bottom - y0)
        box = x0, top, x1 - x0, bottom - top
        pixels[rows] = _straight(_at_full_size(plate.pixels, (plate.x, plate.y), rebuilt.step, box))
        made[rows] = 255
        # Within the photo's borders: its own pixels where nothing nearer hides the layer.
        a, b = max(top, 0), min(bottom, height)
        if a >= b:
            continue
        whole_row = 0, a, width, b - a
        hidden = np.maximum(
            *(
                _at_full_size(part[numbers[0]], (0, 0), rebuilt.step, whole_row)
                for part in (rebuilt.fills.covers, rebuilt.fills.unsure)
            )
        )
        inner = slice(a - y0, b - y0), slice(-x0, width - x0)
        own = pixels[inner][..., 3]
        made[inner] = np.where(own > 0, hidden, 0)
        sharp = (hidden == 0) & (own == 255)
        source = photo[a:b, :, :3]
        source = source if source.dtype == np.uint8 else (source >> 8).astype(np.uint8)
        pixels[inner][sharp, :3] = source[sharp]
    return LayerPicture(pixels, made, x0, y0)


def stacked(plates: Sequence[Plate]) -> Plate:
    """Plates near to far over one another, as one."""
    if len(plates) == 1:
        return plates[0]
    x0, y0 = min(p.x for p in plates), min(p.y for p in plates)
    x1 = max(p.x + p.pixels.shape[1] for p in plates)
    y1 = max(p.y + p.pixels.shape[0] for p in plates)
    out = np.zeros((y1 - y0, x1 - x0, 4), np.float32)
    for plate in plates[::-1]:
        height, width = plate.pixels.shape[:2]
        here = out[plate.y - y0 : plate.y - y0 + height, plate.x - x0 : plate.x - x0 + width]
        here *= 1 - plate.pixels[..., 3:].astype(np.float32) / UNIT
        here += plate.pixels
    return Plate(np.rint(out).astype(np.uint16), x0, y0)


def _at_full_size(
    small: NDArray, corner: tuple[int, int], step: float, box: tuple[int, int, int, int]
) -> NDArray:
    """The part `box` (x, y, width, height), in photo pixels, of a picture `step` times that size.

    Its corner is counted in its own pixels; beyond its borders there is nothing.
    """
    x, y, width, height = box
    by = np.array(
        [
            [step, 0.0, (x + 0.5) * step - 0.5 - corner[0]],
            [0.0, step, (y + 0.5) * step - 0.5 - corner[1]],
        ]
    )
    flags = (cv2.INTER_NEAREST if step == 1 else cv2.INTER_CUBIC) | cv2.WARP_INVERSE_MAP
    return cv2.warpAffine(small, by, (width, height), flags=flags)


def _straight(light: NDArray[np.uint16]) -> NDArray[np.uint8]:
    """Straight 8-bit sRGB of premultiplied linear light."""
    alpha = light[..., 3:].astype(np.float32)
    straight = np.minimum(light[..., :3] * (65535 / np.maximum(alpha, 1)), 65535)
    colours = encode8(np.rint(straight).astype(np.uint16))
    return np.dstack([colours, np.rint(alpha / 257).astype(np.uint8)])
