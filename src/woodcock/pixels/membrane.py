"""Smooth interpolation of what is not known from what is."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_SMOOTHINGS = 6  # relaxation steps a level; enough for no blocks to show


def membrane(values: NDArray, known: NDArray[np.bool_]) -> NDArray:
    """`values` where known, elsewhere a membrane stretched between them.

    Multigrid in the manner of push-pull (Gortler, Grzeszczuk, Szeliski and Cohen, "The Lumigraph",
    SIGGRAPH 1996, section 3.4), relaxed towards Laplace's equation on every level.

    Parameters
    ----------
    values : (H, W) or (H, W, C) float32; what stands where `known` is False is never read.
    known : (H, W) bool. Where nothing at all is known, the result is 0.
    """
    height, width = known.shape
    shape = (height, width, 1) if values.ndim == 3 else (height, width)
    weight = known.astype(np.float32)
    kept = np.where(known.reshape(shape), values, np.float32(0))
    if known.all():
        return kept
    if min(height, width) <= 2:
        mean = kept.sum(axis=(0, 1)) / max(float(weight.sum()), 1.0)
        return np.where(known.reshape(shape), kept, mean).astype(np.float32)
    size = ((width + 1) // 2, (height + 1) // 2)
    share = cv2.resize(weight, size, interpolation=cv2.INTER_AREA)
    small = cv2.resize(kept, size, interpolation=cv2.INTER_AREA)
    small = small.reshape(size[1], size[0], *kept.shape[2:])
    small = small / np.maximum(share, 1e-6).reshape(size[1], size[0], *shape[2:])
    coarse = membrane(small, share > 0)
    guess = cv2.resize(coarse, (width, height), interpolation=cv2.INTER_LINEAR)
    out = np.where(known.reshape(shape), kept, guess.reshape(kept.shape)).astype(np.float32)
    for _ in range(_SMOOTHINGS):
        relaxed = cv2.blur(out, (3, 3), borderType=cv2.BORDER_REPLICATE)
        np.copyto(out, relaxed.reshape(out.shape), where=~known.reshape(shape))
    return out
