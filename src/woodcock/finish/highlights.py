"""Light that a photograph clipped, made brighter again, so that it shines when it is blurred."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.finish.defocus import SHARP, TILE

_BEGINS = 0.92  # of white, from which light counts as clipped; fully at white
_FADES = 6.0  # pixels of a circle of confusion, of 1080 lines, over which it comes in


def brightened(
    light: NDArray[np.float32], circles: NDArray[np.float32], gain: float, step: int, pad: int
) -> None:
    """Make clipped light up to 1 + `gain` times as bright, in place.

    `light` (H, W, 4) float32 premultiplied; `circles` are diameters in pixels of 1080
    lines, told at every 32 * `step`-th of its pixels from `pad` on. What is sharp stays.
    """
    share = np.clip((circles - SHARP) / _FADES, 0, 1).astype(np.float32)
    height, width = light.shape[:2]
    apart = TILE * step
    by = np.array([[1 / apart, 0, -pad / apart], [0, 1 / apart, -pad / apart]])
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    every: NDArray = cv2.warpAffine(
        share, by, (width, height), flags=flags, borderMode=cv2.BORDER_REPLICATE
    )
    alpha = np.maximum(light[..., 3], 1e-6)
    most = light[..., :3].max(2) / alpha
    # The colours of a faint edge are guessed: nothing shines there.
    bright = np.clip((most - _BEGINS) / (1 - _BEGINS), 0, 1) * np.clip(2 * alpha - 1, 0, 1)
    light[..., :3] *= (1 + gain * every * bright * bright)[..., None]
