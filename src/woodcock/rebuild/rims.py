"""What a cut that is a little short left standing of its thing, so that nothing goes by it."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_ACROSS = 600  # pixels of the longer side that is looked at
_REACH = 0.03  # of it: how far outside a hole a rim may reach
_SAMPLES, _NEAREST = 120, 3  # colours on either side a place is held against; of which so many
_MORE, _LEAST = 2, 100  # times, and squared 8-bit steps: how much more it is like the thing
_MIXES = 12  # colours on either side that are mixed with each other
_MIXED = 2  # pixels about a rim that are mixed with it


def rims(
    picture: NDArray[np.uint8], thing: NDArray[np.bool_], hole: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Where beside a `hole` the picture is like the `thing` in it and unlike what is farther off.

    Parameters
    ----------
    picture : (H, W, 3) uint8 sRGB, with the thing. thing, hole : (H, W) bool.

    Returns
    -------
    (H, W) bool: what hangs together with the hole, none of it in the hole.
    """
    scale = min(1.0, _ACROSS / max(hole.shape))
    size = max(1, round(hole.shape[1] * scale)), max(1, round(hole.shape[0] * scale))
    small = np.asarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA), np.uint8)
    lab = cv2.cvtColor(small, cv2.COLOR_RGB2LAB).astype(np.int32)
    inner, own = (
        np.asarray(cv2.resize(x.view(np.uint8), size, interpolation=cv2.INTER_NEAREST)) > 0
        for x in (hole, thing)
    )
    reach = max(3, round(_REACH * max(size)))
    away = cv2.distanceTransform((~inner).view(np.uint8), cv2.DIST_L2, 5)
    deep = cv2.distanceTransform(own.view(np.uint8), cv2.DIST_L2, 5)
    beside = ~inner & (away <= reach)
    thing_near, beyond = own & (deep <= 2 * reach), ~inner & (away > reach) & (away <= 3 * reach)
    like = np.zeros(inner.shape, np.uint8)
    for y in range(0, size[1], reach):
        for x in range(0, size[0], reach):
            cell = slice(y, y + reach), slice(x, x + reach)
            if not beside[cell].any():
                continue
            about = tuple(slice(max(0, v - 3 * reach), v + 4 * reach) for v in (y, x))
            here = lab[cell][beside[cell]]
            things = _samples(lab[about][thing_near[about]])
            ground = _samples(lab[about][beyond[about]])
            if not len(things) or not len(ground):
                continue  # there is nothing to hold it against
            to_ground = _unlike(here, ground)
            to_thing = np.minimum(_unlike(here, things), _unlike(here, _mixed(things, ground)))
            like[cell][beside[cell]] = to_ground > _MORE * to_thing + _LEAST
    wider = cv2.dilate(like, np.ones((2 * _MIXED + 1,) * 2, np.uint8)) > 0
    touching = cv2.dilate(inner.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    _, labels = cv2.connectedComponents((wider & ~inner).view(np.uint8), connectivity=8)
    kept = np.zeros(labels.max() + 1, np.uint8)
    kept[labels[touching]] = 1
    kept[0] = 0
    found = cv2.resize(kept[labels], hole.shape[::-1], interpolation=cv2.INTER_NEAREST)
    return np.asarray((found > 0) & ~hole)


def _samples(colours: NDArray[np.int32]) -> NDArray[np.int32]:
    return colours[:: max(1, len(colours) // _SAMPLES)]


def _mixed(things: NDArray[np.int32], ground: NDArray[np.int32]) -> NDArray[np.int32]:
    """Halves of both, as where an edge goes through a pixel."""
    some = things[:: max(1, len(things) // _MIXES)], ground[:: max(1, len(ground) // _MIXES)]
    return (some[0][:, None] + some[1]).reshape(-1, 3) // 2


def _unlike(colours: NDArray[np.int32], samples: NDArray[np.int32]) -> NDArray[np.int64]:
    """How unlike the nearest of some samples (m, 3) each colour (n, 3) is, in squared steps."""
    apart = ((colours[:, None] - samples) ** 2).sum(2)
    nearest = min(_NEAREST, len(samples)) - 1
    return np.asarray(np.partition(apart, nearest, axis=1)[:, nearest], np.int64)
