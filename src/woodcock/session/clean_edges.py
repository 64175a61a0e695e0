"""Layers' edges for another background: no more of a pixel than is the layer's, in its colours."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

_SURE, _NONE = 0.6, 0.1  # shares from which a pixel's colour is its own, up to which it is not


def cleaned(light: NDArray[np.float32], share: NDArray[np.float32]) -> NDArray[np.float32]:
    """A layer (H, W, 4) of premultiplied light that covers no more than `share` (H, W) of a pixel.

    A layer as it is drawn covers a little more at its edges, so that it gives the photo over what
    was made up behind it. Where little of a pixel is the layer's, its colour is that of the nearest
    one that surely is.
    """
    alpha = light[..., 3]
    kept = np.minimum(alpha, share)
    own = light[..., :3] / np.maximum(alpha, np.float32(1e-6))[..., None]
    sure = (share >= _SURE) & (alpha > 0)
    soft = (kept > 0) & ~sure
    if sure.any() and soft.any():
        _, labels = cv2.distanceTransformWithLabels(
            (~sure).astype(np.uint8), cv2.DIST_L2, 5, labelType=cv2.DIST_LABEL_PIXEL
        )
        colours = np.zeros((int(labels.max()) + 1, 3), np.float32)
        colours[labels[sure]] = own[sure]
        part = np.clip((share[soft] - _NONE) / (_SURE - _NONE), 0, 1)[:, None]
        near = colours[labels[soft]]
        own[soft] = near + part * (own[soft] - near)
    return np.dstack([own * kept[..., None], kept]).astype(np.float32)
