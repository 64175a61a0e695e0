"""Depth maps from files and to files."""

from __future__ import annotations

import os
from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.depth.completed import completed
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.picture import load_picture
from woodcock.media.reading import reading

DEPTH_FILES = (".png", ".tif", ".tiff", ".exr")


def load_depth(path: Path, near_is_black: bool = False) -> NDArray[np.uint16]:
    """A depth map from a PNG, TIFF (8 or 16 bit) or EXR file: (H, W) uint16, 65535 the nearest.

    The range of an EXR's values is stretched to all of it. A colour picture is taken as grey.
    Raises WoodcockError with a sentence for a missing, damaged or unknown file.
    """
    path = Path(path)
    if path.suffix.lower() == ".exr":
        values = _exr(path)
    else:
        pixels = load_picture(path)[..., :3]
        grey = pixels.astype(np.float64).mean(axis=2)
        values = grey / np.iinfo(pixels.dtype).max
    out = np.rint(values * 65535).astype(np.uint16)
    return 65535 - out if near_is_black else out


def save_depth(path: Path, depth: NDArray[np.uint16]) -> None:
    """Write a depth map (H, W) uint16, near is white, all or nothing: 16-bit PNG or TIFF, or EXR.

    Raises WoodcockError with a sentence if it can't be written.
    """
    path = Path(path)
    kind = path.suffix.lower()
    if kind not in DEPTH_FILES:
        raise WoodcockError(
            f"A depth map can be saved as {', '.join(DEPTH_FILES)}. {path.name} is none of these; "
            "nothing was written."
        )
    os.environ.setdefault("OPENCV_IO_ENABLE_OPENEXR", "1")  # OpenCV reads and writes EXR if told
    picture = depth if kind != ".exr" else (depth / np.float32(65535)).astype(np.float32)
    try:
        data = cv2.imencode(kind, picture)[1].tobytes()
    except cv2.error as error:
        raise WoodcockError(f"{path.name} could not be written as {kind}.") from error
    with replacing(path) as temporary:
        Path(temporary).write_bytes(data)


def _exr(path: Path) -> NDArray[np.float32]:
    """The values of an EXR file from 0 to 1: (H, W); what is not finite is as far as it can be."""
    os.environ.setdefault("OPENCV_IO_ENABLE_OPENEXR", "1")
    with reading(path, "depth map"):
        data = np.frombuffer(path.read_bytes(), np.uint8)
    try:
        values = cv2.imdecode(data, cv2.IMREAD_UNCHANGED) if data.size else None
    except cv2.error:
        values = None
    if values is None:
        raise WoodcockError(f"{path.name} is damaged or no EXR picture. Nothing was changed.")
    values = values.astype(np.float64)
    values = values[..., :3].mean(axis=2) if values.ndim == 3 else values
    known = np.isfinite(values)
    if not known.any():
        raise WoodcockError(f"{path.name} holds no finite value. Nothing was changed.")
    low, high = values[known].min(), values[known].max()
    shares = np.where(known, values - low, 0) / max(high - low, 1e-12)
    return completed(shares.astype(np.float32), known)
