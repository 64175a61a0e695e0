"""Everything of the colours that were clicked."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

_FADE = 0.35  # of the tolerance: colours that far beyond it are taken in part


HUES = ("red", "orange", "yellow", "green", "cyan", "blue", "violet", "pink")
# Their hue angles in CIE L*a*b* (degrees), from the sRGB colours of these names.
_ANGLES = np.array((40.0, 65.0, 100.0, 136.0, 196.0, 280.0, 310.0, 345.0))
_MOST_PUSH, _FULL_CHROMA = 60.0, 20.0  # L* steps; from which chroma a hue is pushed fully


def pushed_hues(lab: NDArray[np.float32], pushes: Sequence[float]) -> NDArray[np.float32]:
    """The colours as a selection sees them when some hues are made darker or lighter.

    Parameters
    ----------
    lab : (h, w, 3) float32 L*a*b*.
    pushes : one for each of `HUES`, -1 the darkest to 1 the lightest; a hue between two is pushed
        by its share of both, greys are left. Empty: nothing is.
    """
    if not any(pushes):
        return lab
    angle = np.degrees(np.arctan2(lab[..., 2], lab[..., 1])) % 360
    push = np.interp(angle, _ANGLES, np.asarray(pushes), period=360)
    strength = np.minimum(np.hypot(lab[..., 1], lab[..., 2]) / _FULL_CHROMA, 1)
    out = lab.copy()
    out[..., 0] += (_MOST_PUSH * push * strength).astype(np.float32)
    return out


def alike(
    lab: NDArray[np.float32],
    places: Sequence[tuple[float, float]],
    tolerance: float,
    local: bool = False,
    weights: tuple[float, float, float] = (0.6, 1.0, 1.0),
) -> NDArray[np.uint8]:
    """What is coloured like the picture `lab` (h, w, 3) at `places`: (h, w) uint8.

    Parameters
    ----------
    places : (x, y) in its pixels.
    tolerance : how unlike a colour may be, in CIE L*a*b* steps (1976), lightness counting less.
    local : only what hangs together with a place.
    weights : what lightness, green to red and blue to yellow count.
    """
    height, width = lab.shape[:2]
    smooth: NDArray = cv2.GaussianBlur(lab, (0, 0), 1.0)
    smooth = smooth * np.asarray(weights, np.float32)
    taken = np.zeros((height, width), np.float32)
    for x, y in places:
        column, row = min(max(int(x), 0), width - 1), min(max(int(y), 0), height - 1)
        if taken[row, column] > 0.5:
            continue  # a place passed by the pointer that looks like one before it adds nothing
        near = smooth[max(0, row - 2) : row + 3, max(0, column - 2) : column + 3]
        wanted = np.median(near.reshape(-1, 3), axis=0).astype(np.float32)
        apart = np.linalg.norm(smooth - wanted, axis=2)
        fit = np.clip((tolerance * (1 + _FADE) - apart) / max(tolerance * _FADE, 1e-3), 0, 1)
        if local:
            _, pieces = cv2.connectedComponents((fit > 0.5).view(np.uint8))
            fit = np.where(pieces == pieces[row, column], fit, 0) if fit[row, column] else 0 * fit
        taken = np.maximum(taken, fit)
    return np.rint(taken * 255).astype(np.uint8)
