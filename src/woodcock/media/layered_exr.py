"""Layers in one OpenEXR file: a part each, in linear light, with depth."""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path

import numpy as np

from woodcock.media.exr_file import ExrPart, save_exr
from woodcock.media.layered_parts import LayeredPart, safe_names
from woodcock.pixels.colour import UNIT, premultiplied


def save_parts(path: Path, size: tuple[int, int], parts: Iterable[LayeredPart]) -> None:
    """Write layers near to far, each under a name of its own, all or nothing."""
    made: list[ExrPart] = []
    names: list[str] = []
    for part in parts:
        names = safe_names([*names, part.name.replace(".", " ")])
        light = (premultiplied(part.pixels) / np.float32(UNIT)).astype(np.float16)
        made.append(ExrPart(light, part.depth, names[-1], part.x, part.y))
    save_exr(path, made, size)
