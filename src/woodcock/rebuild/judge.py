"""How believable what was made up is, told by the picture alone."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit

_ACROSS, _SIGHT = 300, 75  # pixels of the longer side that is looked at; of it within sight
_REACH, _STEP = 6, 3  # to a patch's border; between two that are asked about
_FLAT = 4.0  # 8-bit steps of lightness: what varies less is seen nowhere
_FEWER = 2  # times as few are asked about round what was made up
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
    strip that is narrower than a patch, what of the patch was made up is looked for. It is less
    than 1 where the photo about it repeats itself as well, as a wall does.
    """
    scale = min(1.0, _ACROSS / max(made.shape))
    size = tuple(max(1, round(v * scale)) for v in made.shape[::-1])
    small = np.asarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA), np.uint8)
    inside = cv2.resize(made.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) > 0
    lab = cv2.cvtColor(small, cv2.COLOR_RGB2LAB)
    out = np.full(inside.shape, np.nan, np.float32)
    about = cv2.dilate(inside.view(np.uint8), np.ones((4 * _REACH + 1,) * 2, np.uint8)) > 0
    about &= ~inside
    usual = [_is_seen_again(lab, about, y, x) for y, x in _asked(about)[::_FEWER]]
    for y, x in _asked(inside):
        here = slice(y - _STEP // 2, y + _STEP // 2 + 1), slice(x - _STEP // 2, x + _STEP // 2 + 1)
        out[here] = _is_seen_again(lab, inside, y, x)
    return out * np.float32(1 - np.mean(usual)) if usual else out


def seen_twice(picture: NDArray[np.uint8], made: NDArray[np.bool_]) -> float:
    """The mean of `repeats` where something was asked, 0 where nothing was."""
    again = repeats(picture, made)
    asked = ~np.isnan(again)
    return float(again[asked].mean()) if asked.any() else 0.0


def _asked(area: NDArray[np.bool_]) -> NDArray[np.int64]:
    """The places (n, 2) of an area that are asked about; patches about them fit in the picture."""
    edge = _REACH + 1
    places = np.argwhere(area[edge:-edge, edge:-edge]) + edge
    return places[(places % _STEP == 1).all(1)]


@njit(cache=True, nogil=True)
def _is_seen_again(lab, inside, y, x):
    """Whether what of the patch about a place is `inside` is found nearby, but for noise."""
    own, light, squares = 0, 0, 0
    for v in range(y - _REACH, y + _REACH + 1):
        for u in range(x - _REACH, x + _REACH + 1):
            if inside[v, u]:
                value = int(lab[v, u, 0])
                own, light, squares = own + 1, light + value, squares + value * value
    spread = squares / own - (light / own) ** 2
    if spread < _FLAT**2 or own < _LEAST * (2 * _REACH + 1) ** 2:
        return False
    limit = 3 * own * (_LIKE * spread + _NOISE)
    for down in range(-_SIGHT, _SIGHT + 1):
        for aside in range(-_SIGHT, _SIGHT + 1):
            if down * down + aside * aside <= _OWN * _OWN:
                continue
            top, left = y + down - _REACH, x + aside - _REACH
            if top < 0 or left < 0:
                continue
            if y + down + _REACH >= lab.shape[0] or x + aside + _REACH >= lab.shape[1]:
                continue
            unlike = 0
            for v in range(2 * _REACH + 1):
                for u in range(2 * _REACH + 1):
                    if inside[y - _REACH + v, x - _REACH + u]:
                        for c in range(3):
                            a = int(lab[y - _REACH + v, x - _REACH + u, c])
                            unlike += (a - int(lab[top + v, left + u, c])) ** 2
                if unlike > limit:
                    break
            if unlike <= limit:
                return True
    return False
