"""A depth map from one photo, and from the layers that were cut from it."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.depth.fit import evened, fitted
from woodcock.progress import Progress, part
from woodcock.separate.estimators import Estimator
from woodcock.separate.nearness import nearness

_FOOT = 0.12  # of a layer's height, from below: where it meets the ground
_APART = 0.02  # of the whole range, at the least, between a layer and the one behind it
_WINDOW, _FLAT = 0.02, 1e-3  # of the shorter side; contrast below which nothing is an edge
_EVEN = 0.03  # of the shorter side: how widely a guess is evened out within a layer
_OWN = 0.15  # how much of what was guessed within a layer stays


def estimate_depth(
    photo: NDArray[np.uint8],
    masks: Sequence[NDArray[np.uint8]] = (),
    guess: Estimator = nearness,
    progress: Progress | None = None,
) -> NDArray[np.float32]:
    """(h, w) float32 from 0, the farthest, to 1, the nearest: linear in 1/distance.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB.
    masks : (H, W) uint8 each, of layers near to far: a layer lies between the one before and the
        one behind it, whatever the guess says.
    guess : what looks at the photo alone: what ships, or a learned model.

    Raises Cancelled on request, WoodcockError if a model can't be run.
    """
    seen = guess(photo, part(progress, 0.0, 0.9))
    return with_layers(_along_edges(seen, photo), masks)


def with_layers(
    seen: NDArray[np.float32], masks: Sequence[NDArray[np.uint8]]
) -> NDArray[np.float32]:
    """A guess (h, w) made to agree with layers cut from the photo, near to far.

    What stands is as near as its foot, so a layer takes the level the ground has there; a layer
    that is said to be nearer than another is.
    """
    size = seen.shape[1], seen.shape[0]
    small = [
        cv2.resize(mask, size, interpolation=cv2.INTER_AREA).astype(np.float32) / 255
        for mask in masks
    ]
    levels = [_level(seen, mask) for mask in small]
    # What was guessed beside a layer's edge is a mixture of both sides, and a step that was guessed
    # within a layer would rather have been cut if it were one.
    eight = [np.rint(mask * 255).astype(np.uint8) for mask in small]
    seen = fitted(seen, eight, _WINDOW * min(seen.shape))
    if eight:
        seen = evened(seen, eight, _EVEN * min(seen.shape))
    for number in range(len(levels) - 2, -1, -1):
        levels[number] = max(levels[number], levels[number + 1] + _APART)
    out = seen.copy()
    for mask, level in zip(small[::-1], levels[::-1], strict=True):
        inside = mask > 0.5
        if not inside.any():
            continue
        own = level + _OWN * (seen - float(np.median(seen[inside])))
        out += mask * (own - out)
    return np.clip(out / max(1.0, float(out.max())), 0, 1).astype(np.float32)


def _along_edges(seen: NDArray[np.float32], photo: NDArray[np.uint8]) -> NDArray[np.float32]:
    """A rough guess brought to the photo's edges.

    He, Sun and Tang, "Guided Image Filtering" (PAMI 2013), with the photo's grey as the guide.
    """
    size = seen.shape[1], seen.shape[0]
    small = cv2.resize(photo, size, interpolation=cv2.INTER_AREA)
    grey = cv2.cvtColor(small, cv2.COLOR_RGB2GRAY).astype(np.float32) / 255
    window = (2 * round(_WINDOW * min(size)) + 1,) * 2

    def mean(values: NDArray) -> NDArray:
        return np.asarray(cv2.blur(values, window))

    middle, level = mean(grey), mean(seen)
    slope = (mean(grey * seen) - middle * level) / (mean(grey * grey) - middle**2 + _FLAT)
    return np.clip(mean(slope) * grey + mean(level - slope * middle), 0, 1).astype(np.float32)


def _level(seen: NDArray[np.float32], mask: NDArray) -> float:
    """How near a layer's foot is."""
    rows = np.flatnonzero((mask > 0.5).any(axis=1))
    if not len(rows):
        return 0.0
    tall = rows[-1] - rows[0] + 1
    foot = np.zeros(mask.shape, np.bool_)
    foot[max(rows[0], rows[-1] - int(_FOOT * tall)) : rows[-1] + 1] = True
    return float(np.median(seen[foot & (mask > 0.5)]))
