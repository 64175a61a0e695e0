"""A drawn thing, and laying one over another."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Colour
from woodcock.pixels.colour import UNIT, decode


@dataclass(frozen=True)
class Drawn:
    """(h, w, 4) uint16 premultiplied linear light, `scale` pixels a photo pixel.

    Its corner lies at (`x`, `y`), in its own pixels from the middle of the thing.
    """

    pixels: NDArray[np.uint16]
    x: int
    y: int
    scale: float


def painted(coverage: NDArray[np.float32], colour: Colour) -> NDArray[np.float32]:
    """(h, w, 4) premultiplied linear light, 0 to 65535, of a colour where a shape covers."""
    light = decode(np.array(colour[:3], np.uint8)).astype(np.float32)
    alpha = coverage[..., None] * np.float32(colour[3] / 255)
    return np.concatenate([alpha * light, alpha * UNIT], axis=2).astype(np.float32)


def over(front: NDArray[np.float32], behind: NDArray[np.float32]) -> NDArray[np.float32]:
    """Porter and Duff's over, of premultiplied light."""
    return np.asarray(front + (1 - front[..., 3:] / UNIT) * behind, np.float32)


def stored(light: NDArray[np.float32]) -> NDArray[np.uint16]:
    """As plates are kept."""
    out = np.rint(np.clip(light, 0, UNIT)).astype(np.uint16)
    out[..., :3] = np.minimum(out[..., :3], out[..., 3:])
    return out
