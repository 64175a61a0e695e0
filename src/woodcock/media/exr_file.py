"""OpenEXR files: scene-referred linear light, one part a layer, depth in metres as Z."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path
from typing import Any, NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.media.atomic import replacing

_PRIMARIES = (0.64, 0.33, 0.30, 0.60, 0.15, 0.06, 0.3127, 0.3290)  # ITU-R BT.709-6


class ExrPart(NamedTuple):
    """A picture: (H, W, 4) premultiplied linear RGBA, its corner at (`x`, `y`).

    `depth` (H, W) is metres from the lens, infinite where nothing is.
    """

    light: NDArray[np.floating]
    depth: NDArray[np.float32] | None = None
    name: str = ""
    x: int = 0
    y: int = 0


def save_exr(path: Path, parts: Sequence[ExrPart], size: tuple[int, int]) -> None:
    """Write parts in a window of `size` (width, height), all or nothing.

    Colours are half floats, premultiplied, in BT.709 primaries; Z are floats. Raises WoodcockError
    if it can't be written.
    """
    import OpenEXR

    made = []
    for part in parts:
        channels: dict[str, Any] = {"RGBA": _half(part.light)}
        if part.depth is not None:
            channels["Z"] = np.ascontiguousarray(part.depth, np.float32)
        height, width = part.light.shape[:2]
        header = {
            "compression": OpenEXR.ZIP_COMPRESSION,
            "type": OpenEXR.scanlineimage,
            "chromaticities": _PRIMARIES,
            "dataWindow": _window(part.x, part.y, width, height),
            "displayWindow": _window(0, 0, *size),
            "depthUnits": "metres",
        }
        made.append(OpenEXR.Part(header, channels, part.name))
    with replacing(path) as temporary:
        try:
            OpenEXR.File(made).write(str(temporary))
        except RuntimeError as error:  # the library's word for a file it can't write
            raise OSError(None, str(error)) from error


def _half(light: NDArray[np.floating]) -> NDArray[np.float16]:
    return np.ascontiguousarray(np.clip(light, -65504, 65504), np.float16)


def _window(x: int, y: int, width: int, height: int) -> tuple[NDArray, NDArray]:
    return np.array([x, y], np.int32), np.array([x + width - 1, y + height - 1], np.int32)
