"""Thin things that stand out of a layer before what is smooth behind it: stalks, reeds, masts.

What differs from the median of a square about it is no part of the smooth ground behind (top-hat by
rank filters; common practice, no source). A piece of it that hangs on the layer is taken whole,
with a seed head or a lamp at its end; where there is more of it than ground between it, what is
behind is not smooth, and nothing is taken.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.study import Study

_SQUARE = 61  # working pixels, over which what is behind is smooth
_DIFFERS = 9.0, 5.0  # L*a*b* steps: at least, and in median differences of what is behind
_SEAM = 5  # working pixels beside the layer's border, where nothing is told
_RISES = 40  # working pixels: what stands out less is the border's own roughness
_SLIM = 4.0  # times as far as its broadest part is broad
_DENSE = 0.3  # of the room about a thing, filled by what differs: more is no smooth ground


def standing_out(
    study: Study, layer: NDArray[np.bool_], behind: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Thin things `behind` a layer that hang on it, all (h, w) bool at working size."""
    out = np.zeros_like(layer)
    if not layer.any() or not behind.any():
        return out
    differs = _differing(study.lab, behind)
    dense: NDArray = cv2.blur(differs.astype(np.float32), (_SQUARE, _SQUARE))
    shown: NDArray = cv2.blur(behind.astype(np.float32), (_SQUARE, _SQUARE))
    crowded = dense > _DENSE * shown
    away: NDArray = cv2.distanceTransform((~layer).view(np.uint8), cv2.DIST_L2, 3)
    seam = away <= _SEAM
    count, pieces, stats, _ = cv2.connectedComponentsWithStats((differs & ~seam).view(np.uint8))
    for number in range(1, count):
        x, y, w, h, _ = stats[number]
        here = slice(y, y + h), slice(x, x + w)
        piece = pieces[here] == number
        if away[here][piece].min() > _SEAM + 2:
            continue
        padded = cv2.copyMakeBorder(piece.view(np.uint8), 1, 1, 1, 1, cv2.BORDER_CONSTANT)
        broad = 2 * float(cv2.distanceTransform(padded, cv2.DIST_L2, 3).max())
        if (
            away[here][piece].max() >= max(_RISES, _SLIM * broad)
            and crowded[here][piece].mean() < 0.5
        ):
            out[here] |= piece
    foot = cv2.dilate(out.view(np.uint8), np.ones((2 * _SEAM + 1,) * 2, np.uint8)) > 0
    return np.asarray(out | (foot & seam & differs))


def _differing(lab: NDArray[np.float32], behind: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Where what is `behind` differs from the smooth ground about it."""
    share = behind.astype(np.float32)
    window = (2 * _SQUARE + 1,) * 2
    mean: NDArray = cv2.blur(lab * share[..., None], window)
    mean = mean / np.maximum(cv2.blur(share, window), 1e-3)[..., None]
    shown = np.where(behind[..., None], lab, mean) + np.array([0, 128, 128], np.float32)
    bytes_ = np.clip(np.rint(shown), 0, 255).astype(np.uint8)
    flat = np.dstack([cv2.medianBlur(bytes_[..., i].copy(), _SQUARE) for i in range(3)])
    step = np.linalg.norm(shown - flat, axis=2)
    limit = max(_DIFFERS[0], _DIFFERS[1] * float(np.median(step[behind])))
    return behind & (step > limit)
