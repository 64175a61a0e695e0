"""How believable what was made up is, told by the picture alone."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_ACROSS, _SIGHT = 300, 75  # pixels of the longer side that is looked at; of it within sight
_REACH, _STEP = 6, 3  # to a patch's border; between two that are asked about
_FLAT = 4.0  # 8-bit steps of lightness: what varies less is seen nowhere
_LIKE, _NOISE = 0.02, 4.0  # of a patch's variance, and squared steps, that its like may be off by
_LEAST = 0.4  # of a patch that must be made up, to be looked for
_OWN = 8  # pixels within which it is like itself


def detail(picture: NDArray[np.uint8], made: NDArray[np.bool_]) -> float:
    """How much stronger shapes are deep in what was `made` up (H, W) than about it, as ln.

    Shapes of 1/400 to 1/80 of the width, of a (H, W, 3) uint8 picture; 0 is as strong, and where
    there is nothing to compare.
    """
    grey = cv2.cvtColor(picture, cv2.COLOR_RGB2GRAY).astype(np.float32)
    wide = picture.shape[1]
    band = cv2.GaussianBlur(grey, (0, 0), wide / 800) - cv2.GaussianBlur(grey, (0, 0), wide / 160)
    inside = cv2.distanceTransform(made.view(np.uint8), cv2.DIST_L2, 5)
    outside = cv2.distanceTransform((~made).view(np.uint8), cv2.DIST_L2, 5)
    deep = inside > 0.4 * inside.max()
    about = (outside > wide / 160) & (outside < inside.max())
    if not deep.any() or not about.any():
        return 0.0
    least = 1e-3  # 8-bit steps: of what is even nothing is stronger
    return float(np.log((band[deep].std() + least) / (band[about].std() + least)))


def repeats(picture: NDArray[np.uint8], made: NDArray[np.bool_]) -> NDArray[np.float32]:
    """Where what was `made` up (H, W) shows what is shown within a quarter of the picture, too.

    Of a (H, W, 3) uint8 picture: (h, w) float32, at 300 pixels across, 1 where it is the same but
    for noise, 0 where it is not or where there is nothing to see, NaN where nothing was asked. Of a
    strip that is narrower than a patch, what of the patch was made up is looked for.
    """
    scale = min(1.0, _ACROSS / max(made.shape))
    size = tuple(max(1, round(v * scale)) for v in made.shape[::-1])
    small = np.asarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA), np.uint8)
    inside = cv2.resize(made.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) > 0
    lab = cv2.cvtColor(small, cv2.COLOR_RGB2LAB).astype(np.float32)
    out = np.full(inside.shape, np.nan, np.float32)
    edge = _REACH + 1
    places = np.argwhere(inside[edge:-edge, edge:-edge]) + edge
    for y, x in places[(places % _STEP == 1).all(1)]:
        whole = slice(y - _REACH, y + _REACH + 1), slice(x - _REACH, x + _REACH + 1)
        patch, own = lab[whole], inside[whole]
        here = slice(y - _STEP // 2, y + _STEP // 2 + 1), slice(x - _STEP // 2, x + _STEP // 2 + 1)
        spread = float(patch[..., 0][own].std())
        if spread < _FLAT or own.mean() < _LEAST:
            out[here] = 0
            continue
        top, left = max(y - _SIGHT - _REACH, 0), max(x - _SIGHT - _REACH, 0)
        about = lab[top : y + _SIGHT + _REACH + 1, left : x + _SIGHT + _REACH + 1]
        counted = np.repeat(own[..., None], 3, 2).astype(np.float32)
        unlike = cv2.matchTemplate(about, patch, cv2.TM_SQDIFF, mask=counted) / own.sum()
        middle = int(x - left - _REACH), int(y - top - _REACH)
        cv2.circle(unlike, middle, _OWN, float("inf"), -1)
        out[here] = float(unlike.min()) / 3 < _LIKE * spread**2 + _NOISE
    return out
