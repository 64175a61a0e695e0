"""What is behind an edge: how far what was estimated from it is to be believed.

An estimate divides by how little of the background a pixel holds, and sharpening, compression and
outlines fit no mixture of two colours. What is seen of the background near by says what is likely.
"""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, encode8

_NEAR = 16  # pixels about which the range of what is seen is looked at
_MUCH = 0.25  # of these, from which it is known well
_COVERED, _RING = 0.1, 3.5  # pixels beside this much alpha that sharpening may have changed
_ROUND = 8.0  # pixels about which what is seen has a mean and a spread
_STEP = 4  # pixels: how closely these are looked at
_LEAST_SPREAD = 0.02  # of sRGB, that there is in any case
_LIKE, _UNLIKE = 2.5, 3.5  # spreads from the mean: an estimate is believed, it is not
_DETAIL = 2.0  # pixels: what is smaller is detail
_PLAIN, _BUSY = 3.0 / 255, 6.0 / 255  # detail, as a standard deviation
_NOTHING = 0.002  # of what is round a pixel that is seen: as good as nothing
_OUT, _ALIEN = 0.1, 0.4  # of its range by which light is out of it: some, and nothing of it
_GRAIN = 0.01  # of light, that a range has in any case


class Behind(NamedTuple):
    """`light` (h, w, 3) is what is likely behind, `unsure` (h, w) how far it must be made up.

    `alien` (h, w) is how far a pixel's light can be no background's. All float32, 0 to 1.
    """

    light: NDArray[np.float32]
    unsure: NDArray[np.float32]
    alien: NDArray[np.float32]


def likely_behind(
    light: NDArray[np.float32],
    colours: NDArray[np.float32],
    alpha: NDArray[np.float32],
    estimate: NDArray[np.float32],
    known: NDArray[np.bool_],
) -> Behind:
    """What is behind an edge, judged by what is seen of it.

    Parameters
    ----------
    light, colours : (h, w, 3) float32, 0 to 1: linear light and sRGB.
    alpha : (h, w) float32. estimate : (h, w, 3) float32 light, of what is behind it.
    known : (h, w) bool, False where something nearer hides all this.
    """
    kept, alien = _within_range(light, estimate, known & (alpha == 0))
    away = cv2.distanceTransform((alpha <= _COVERED).view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    beside = known & ((alpha > 0) | (away <= _RING))
    clear = (known & ~beside).astype(np.float32)[..., None]
    seen = _round(clear)[..., None]
    unsure = np.maximum(
        _plain(colours, clear, seen), _unlike(kept, colours, clear, seen) * (alpha > 0)
    )
    much = _full(seen[..., 0], alpha.shape)
    # Amid strands with nothing clear near by an estimate is a guess, too.
    unsure = np.where(much > _NOTHING, unsure, 1) * beside
    return Behind(kept, unsure.astype(np.float32), alien)


def _within_range(
    light: NDArray[np.float32], estimate: NDArray[np.float32], clear: NDArray[np.bool_]
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """The estimate within the range of what is seen near by; how far the light is out of it."""
    reach = (2 * _NEAR + 1,) * 2
    seen, window = clear[..., None], np.ones(reach, np.uint8)
    much = cv2.blur(clear.astype(np.float32), reach)
    wide = (1 + np.clip(1 - much / np.float32(_MUCH), 0, 1))[..., None]  # from little, less surely
    least = cv2.erode(np.where(seen, light, np.float32(1)), window)
    most = cv2.dilate(np.where(seen, light, np.float32(0)), window)
    room = (most - least).max(2) + np.float32(_GRAIN)
    least, most = least / wide, np.minimum(most * wide, 1)
    off = np.maximum(least - light, light - most).max(2) / room
    alien = _evenly(np.clip((off - _OUT) / (_ALIEN - _OUT), 0, 1) * (much > 0))
    kept = np.minimum(np.maximum(estimate, least), most)
    return np.where((much > 0)[..., None], kept, estimate), alien


def _plain(
    colours: NDArray[np.float32], clear: NDArray[np.float32], seen: NDArray[np.float32]
) -> NDArray[np.float32]:
    """Where the background is so plain that a line along the edge would show where it was."""
    share = _blurred(clear, _DETAIL)
    mean = _blurred(colours * clear, _DETAIL)
    mean /= np.maximum(share, np.float32(1e-6))[..., None]
    detail = ((colours - mean) ** 2).mean(2) * clear[..., 0]
    spread = np.sqrt(_round(detail) / np.maximum(seen[..., 0], 1e-6))
    return _full(np.clip((_BUSY - spread) / (_BUSY - _PLAIN), 0, 1), clear.shape)


def _unlike(
    behind: NDArray[np.float32],
    colours: NDArray[np.float32],
    clear: NDArray[np.float32],
    seen: NDArray[np.float32],
) -> NDArray[np.float32]:
    """How far what is thought to be behind is unlike what is seen."""
    much = np.maximum(seen, np.float32(1e-6))
    mean = _round(colours * clear) / much
    square = _round(colours * colours * clear) / much
    spread = np.sqrt(np.maximum(square - mean * mean, 0)) + np.float32(_LEAST_SPREAD)
    usual, wide = (_full(np.asarray(x, np.float32), clear.shape) for x in (mean, spread))
    coded = encode8(np.rint(behind * UNIT).astype(np.uint16)) / np.float32(255)
    times = (np.abs(coded - usual) / wide).max(2)
    return _evenly(np.clip((times - _LIKE) / (_UNLIKE - _LIKE), 0, 1))


def _evenly(share: NDArray) -> NDArray[np.float32]:
    """The most near by, smoothly: not one thing here and another beside it."""
    wider = cv2.dilate(share.astype(np.float32), np.ones((5, 5), np.uint8))
    return np.asarray(cv2.blur(wider, (5, 5)), np.float32)


def _round(values: NDArray[np.float32]) -> NDArray[np.float32]:
    """Means over what is round a place, for every fourth pixel."""
    height, width = values.shape[:2]
    size = -(-width // _STEP), -(-height // _STEP)
    return _blurred(
        np.asarray(cv2.resize(values, size, interpolation=cv2.INTER_AREA), np.float32),
        _ROUND / _STEP,
    )


def _full(values: NDArray[np.float32], shape: tuple[int, ...]) -> NDArray[np.float32]:
    """The same for every pixel."""
    return np.asarray(cv2.resize(values, shape[1::-1], interpolation=cv2.INTER_LINEAR), np.float32)


def _blurred(values: NDArray[np.float32], sigma: float) -> NDArray[np.float32]:
    return np.asarray(cv2.GaussianBlur(values, (0, 0), sigma), np.float32)
