"""A depth map whose edges are those of the layers."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane


def fitted(
    depth: NDArray[np.float32], masks: Sequence[NDArray[np.uint8]], rim: float
) -> NDArray[np.float32]:
    """The map (h, w) with each layer's own depth right up to its edge.

    Within `rim` pixels of an edge neither side is trusted: each is carried on from further inside.

    Parameters
    ----------
    masks : (h, w) uint8 each, near to far; what none of them covers is the background.
    """
    out = depth.copy()
    for region in _regions(depth.shape, masks):
        inner = within(region, rim)
        rest = region & ~inner
        if not rest.any() or not inner.any():
            continue
        y0, x0 = (max(0, int(axis.min()) - 1) for axis in np.nonzero(region))
        y1, x1 = (int(axis.max()) + 2 for axis in np.nonzero(region))
        here = slice(y0, y1), slice(x0, x1)
        out[here][rest[here]] = membrane(depth[here], inner[here])[rest[here]]
    return out


def evened(
    depth: NDArray[np.float32], masks: Sequence[NDArray[np.uint8]], radius: float
) -> NDArray[np.float32]:
    """The map blurred over `radius` pixels within each layer, and not from one into another."""
    out = depth.copy()
    for region in _regions(depth.shape, masks):
        weight = region.astype(np.float32)
        spread = cv2.GaussianBlur(weight, (0, 0), radius)
        mean = cv2.GaussianBlur(depth * weight, (0, 0), radius) / np.maximum(spread, 1e-6)
        out[region] = mean[region]
    return out


def _regions(shape: tuple[int, ...], masks: Sequence[NDArray[np.uint8]]) -> list[NDArray[np.bool_]]:
    """What is seen of each layer, near to far, and of the background."""
    free, regions = np.ones(shape, np.bool_), []
    for mask in masks:
        regions.append((mask > 127) & free)
        free = free & (mask <= 127)
    return [*regions, free]


def within(region: NDArray[np.bool_], rim: float) -> NDArray[np.bool_]:
    """What lies more than `rim` pixels inside; of a narrower thing, its middle."""
    deep = cv2.distanceTransform(region.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    inner = deep > max(rim, 0.5)
    ridge = region & (deep >= cv2.dilate(deep, np.ones((3, 3), np.uint8)))
    size = (2 * max(1, round(rim)) + 1,) * 2
    disc = np.asarray(cv2.getStructuringElement(cv2.MORPH_ELLIPSE, size), np.uint8)
    return np.asarray(inner | ridge & ~cv2.dilate(inner.view(np.uint8), disc).view(np.bool_))
