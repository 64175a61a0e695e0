"""Everything of the colours that were clicked."""

from __future__ import annotations

from collections.abc import Sequence

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.study import Study

_FADE = 0.35  # of the tolerance: colours that far beyond it are taken in part


def alike(
    study: Study,
    places: Sequence[tuple[float, float]],
    tolerance: float,
    local: bool = False,
    weights: tuple[float, float, float] = (0.6, 1.0, 1.0),
) -> NDArray[np.uint8]:
    """What is coloured like the photo at `places`: (h, w) uint8 at working size.

    Parameters
    ----------
    places : (x, y) at working size.
    tolerance : how unlike a colour may be, in CIE L*a*b* steps (1976), lightness counting less.
    local : only what hangs together with a place.
    weights : what lightness, green to red and blue to yellow count.
    """
    height, width = study.labels.shape
    smooth: NDArray = cv2.GaussianBlur(study.lab, (0, 0), 1.0)
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
