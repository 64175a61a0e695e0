"""A whole set of layers proposed from how near each part of a photo seems."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, report
from woodcock.separate.grow import Marks, grow
from woodcock.separate.nearness import as_picture
from woodcock.separate.study import Study

_NAMES = ("Near", "Middle", "Far")
_SKY = 0.01  # nearness below which a place is sky
_LOOSE = 18  # working pixels beside a border in which it may still move
_LEAST = 0.004  # of the photo: a smaller layer is none
_ROUNDS = 30


def layer_set(
    study: Study, near: NDArray[np.float32], progress: Progress | None = None
) -> list[tuple[str, NDArray[np.uint8]]]:
    """Masks (h, w) uint8 at working size by name, near to far; the background is left over.

    With sky in the photo it is the background, and near, middle and far are layers. Without, the
    far things are the background.

    Parameters
    ----------
    near : (any h, any w) float32 from 0, the sky or the farthest, to 1.
    """
    height, width = study.labels.shape
    field = as_picture(near, (width, height))
    levels = _levels(field[field > _SKY])
    has_sky = float((field <= _SKY).mean()) > _LEAST
    limits = [*levels, _SKY] if has_sky else list(levels)
    nearer, found = np.zeros((height, width), np.uint8), []
    for number, (name, limit) in enumerate(zip(_NAMES, limits, strict=False)):
        report(progress, number / len(limits), "Proposing layers")
        upto = _settled(study, field > limit)
        own = np.where(nearer > 0, np.uint8(0), upto)
        nearer = np.maximum(nearer, upto)
        if (own > 0).mean() > _LEAST:
            found.append((name, own))
    return found


def _levels(values: NDArray[np.float32]) -> tuple[float, float]:
    """The two limits between three groups of values: one-dimensional k-means."""
    if not len(values):
        return 0.66, 0.33
    centres = np.quantile(values, (0.85, 0.5, 0.15)).astype(np.float64)
    for _ in range(_ROUNDS):
        high, low = (centres[:-1] + centres[1:]) / 2
        groups = (
            values[values > high],
            values[(values <= high) & (values > low)],
            values[values <= low],
        )
        moved = [float(g.mean()) if len(g) else c for g, c in zip(groups, centres, strict=True)]
        if np.allclose(moved, centres, atol=1e-4):
            break
        centres = np.asarray(moved)
    return float((centres[0] + centres[1]) / 2), float((centres[1] + centres[2]) / 2)


def _settled(study: Study, rough: NDArray[np.bool_]) -> NDArray[np.uint8]:
    """The border of a rough area drawn to the photo's edges near it."""
    flat = rough.view(np.uint8) * np.uint8(255)
    if not rough.any() or rough.all():
        return flat
    kernel = np.ones((2 * _LOOSE + 1,) * 2, np.uint8)
    inside: NDArray = cv2.erode(flat, kernel)
    outside: NDArray = 255 - cv2.dilate(flat, kernel)
    if not inside.any():
        return flat
    return grow(study, Marks(inside, outside))
