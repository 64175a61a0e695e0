"""Colours and densities picked from the photo."""

from __future__ import annotations

import math

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.model import Colour, Haze, Project, Track
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.pixels.store import PixelStore
from woodcock.texts import tr

_SIDE = 600  # pixels: the photo's longer side while it is looked at
_PATCH = 15  # pixels over which the darkest is looked for
_KEPT = 0.95  # of the haze is taken for haze


def colour_at(project: Project, store: PixelStore, x: float, y: float, radius: float) -> Colour:
    """The mean colour of the photo about a place, as bright as its brightest channel can be."""
    red, green, blue = _mean(project, store, x, y, radius)
    most = max(red, green, blue, 1e-4)
    level = srgb_from_linear(np.array([red, green, blue]) / most) * 255
    return int(level[0] + 0.5), int(level[1] + 0.5), int(level[2] + 0.5), 255


def shade_at(project: Project, store: PixelStore, x: float, y: float, radius: float) -> Colour:
    """The mean colour of the photo about a place."""
    level = srgb_from_linear(np.array(_mean(project, store, x, y, radius))) * 255
    return int(level[0] + 0.5), int(level[1] + 0.5), int(level[2] + 0.5), 255


def _mean(
    project: Project, store: PixelStore, x: float, y: float, radius: float
) -> tuple[float, float, float]:
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to take a colour from."))
    pixels = store.get(project.photo.pixels)
    height, width = pixels.shape[:2]
    left, right = (int(np.clip(x + by * radius, 0, width - 1)) for by in (-1, 1))
    top, bottom = (int(np.clip(y + by * radius, 0, height - 1)) for by in (-1, 1))
    part = pixels[top : bottom + 1, left : right + 1, :3] / float(np.iinfo(pixels.dtype).max)
    red, green, blue = linear_from_srgb(part).reshape(-1, 3).mean(0)
    return float(red), float(green), float(blue)


def haze_of(project: Project, store: PixelStore) -> Haze:
    """The haze that a photo has: its colour, and how much of it a metre makes.

    By its dark channel (He, Sun and Tang, "Single image haze removal using dark channel prior",
    CVPR 2009): where nothing is dark, what keeps it from being so is haze. Its density is told from
    the farthest of the layers; WoodcockError without a photo.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to take the haze from."))
    light = _small(store.get(project.photo.pixels))
    kernel = np.ones((_PATCH, _PATCH), np.uint8)
    dark = cv2.erode(light.min(2), kernel)
    haziest = dark >= np.quantile(dark, 0.999)
    air = light[haziest].mean(0)
    share = 1 - _KEPT * cv2.erode((light / np.maximum(air, 1e-3)).min(2), kernel)
    # What lets least through is the farthest; some of it may be sky, which lets nothing through.
    least = float(np.clip(np.quantile(share, 0.25), 0.05, 0.98))
    away = min(project.background.distance, 2000.0)
    level = srgb_from_linear(air) * 255
    colour: Colour = (*(int(x + 0.5) for x in np.clip(level, 0, 255)), 255)  # type: ignore[assignment]
    density = min(max(-math.log(least) / away, 1e-5), 1.0)
    return Haze(True, colour, Track(density), project.haze.start)


def _small(pixels: NDArray) -> NDArray[np.float32]:
    """The photo in linear light, small."""
    height, width = pixels.shape[:2]
    by = min(_SIDE / max(height, width), 1.0)
    size = max(round(width * by), 1), max(round(height * by), 1)
    small = cv2.resize(pixels[..., :3], size, interpolation=cv2.INTER_AREA)
    share = np.asarray(small, np.float64) / float(np.iinfo(pixels.dtype).max)
    return linear_from_srgb(share).astype(np.float32)
