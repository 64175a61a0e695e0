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
_WIDE = 0.6  # of the photo's width along a border: what takes up more is no thing that stands
_OWN, _SPREAD = 0.15, 0.6  # how much of what was guessed within a thing, and within ground, stays


def estimate_depth(
    photo: NDArray[np.uint8],
    masks: Sequence[NDArray[np.uint8]] = (),
    guess: Estimator | None = None,
    things: Sequence[NDArray[np.uint8]] = (),
    progress: Progress | None = None,
) -> NDArray[np.float32]:
    """(h, w) float32 from 0, the farthest, to 1, the nearest: linear in 1/distance.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB.
    masks : (H, W) uint8 each, of layers near to far: a layer lies between the one before and the
        one behind it, whatever the guess says.
    guess : a learned model that looks at the photo alone; None is what ships.
    things : (any h, w) uint8 each, of what was found standing in the photo, the largest first; they
        count where nothing was cut.

    Raises Cancelled on request, WoodcockError if a model can't be run.
    """
    standing = [mask for mask in masks or things if _stands(mask)]
    if guess is None:
        seen = nearness(photo, part(progress, 0.0, 0.9), standing)
    else:
        seen = guess(photo, part(progress, 0.0, 0.9))
    return with_layers(_along_edges(seen, photo), masks, () if masks else things)


def with_layers(
    seen: NDArray[np.float32],
    masks: Sequence[NDArray[np.uint8]],
    things: Sequence[NDArray[np.uint8]] = (),
) -> NDArray[np.float32]:
    """A guess (h, w) made to agree with layers cut from the photo, near to far.

    What stands is as near as its foot, so a layer takes the level the ground has there, and so do
    `things`, in no order; a layer that is said to be nearer than another is.
    """
    size = seen.shape[1], seen.shape[0]
    small = [
        cv2.resize(mask, size, interpolation=cv2.INTER_AREA).astype(np.float32) / 255
        for mask in (*masks, *things)
    ]
    stands = [_stands(mask) for mask in (*masks, *things)]
    levels = [_level(seen, *each) for each in zip(small, stands, strict=True)]
    # What was guessed beside a layer's edge is a mixture of both sides, and a step that was guessed
    # within a layer would rather have been cut if it were one.
    eight = [np.rint(mask * 255).astype(np.uint8) for mask in small]
    seen = fitted(seen, eight, _WINDOW * min(seen.shape))
    if eight:
        seen = evened(seen, eight, _EVEN * min(seen.shape))
    for number in range(len(masks) - 2, -1, -1):
        levels[number] = max(levels[number], levels[number + 1] + _APART)
    out = _behind(seen, small, levels, all(stands[: len(masks)]))
    behind = [*levels[1 : len(masks)], 0.0]
    for number in range(len(small) - 1, -1, -1):
        mask, level = small[number], levels[number]
        inside = mask > 0.5
        if not inside.any():
            continue
        share = _OWN if stands[number] else _SPREAD
        own = level + share * (seen - float(np.median(seen[inside])))
        if number < len(masks):
            own = np.maximum(own, behind[number] + 0.5 * _APART)
        out += mask * (own - out)
    return np.clip(out / max(1.0, float(out.max())), 0, 1).astype(np.float32)


def _behind(
    seen: NDArray[np.float32], masks: Sequence[NDArray], levels: Sequence[float], open_ground: bool
) -> NDArray[np.float32]:
    """The guess with what is seen above a layer's foot no nearer than that layer.

    Without `open_ground` a layer has the ground, and what none covers lies behind them all.
    """
    out = seen.copy()
    rest = ~np.logical_or.reduce([np.zeros(seen.shape, np.bool_), *(m > 0.5 for m in masks)])
    if not open_ground and rest.any():
        most = max(min(levels) - _APART, 0.0)
        out[rest] *= min(1.0, most / max(float(np.quantile(out[rest], 0.98)), 1e-6))
    for mask, level in zip(masks, levels, strict=True):
        above = np.maximum.accumulate((mask > 0.5)[::-1], axis=0)[::-1]
        out[above] = np.minimum(out[above], level)
    return out


def _stands(mask: NDArray[np.uint8]) -> bool:
    """Whether a layer is a thing that stands, and no ground that fills the lower border, no sky."""
    ends = (mask[-1] > 127).mean(), (mask[0] > 127).mean()
    return max(ends) < _WIDE


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


def _level(seen: NDArray[np.float32], mask: NDArray, stands: bool) -> float:
    """How near the foot of a thing that stands is, or the middle of a layer that is ground."""
    if not stands:
        return float(np.median(seen[mask > 0.5])) if (mask > 0.5).any() else 0.0
    rows = np.flatnonzero((mask > 0.5).any(axis=1))
    if not len(rows):
        return 0.0
    tall = rows[-1] - rows[0] + 1
    foot = np.zeros(mask.shape, np.bool_)
    foot[max(rows[0], rows[-1] - int(_FOOT * tall)) : rows[-1] + 1] = True
    return float(np.median(seen[foot & (mask > 0.5)]))
