"""Depth maps from files and to files: what is read, what its numbers mean, their range.

Inside, a depth map is (H, W) uint16, 65535 the nearest, even in 1/distance between its near and
its far end (`woodcock.depth.metres`). Files hold anything.
"""

from __future__ import annotations

import os
import re
from pathlib import Path
from typing import Literal, NamedTuple, get_args

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Message, shared
from woodcock.depth.completion import completed
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.picture import APART, MOST_BYTES, load_picture
from woodcock.media.reading import read_whole
from woodcock.texts import tr, tr_noop

DEPTH_FILES = (".png", ".tif", ".tiff", ".exr")
Meaning = Literal["metres", "near is large", "near is small"]
MEANINGS: tuple[Meaning, ...] = get_args(Meaning)
_NEAREST, _FARTHEST = 0.05, 100_000.0  # metres that a depth map can tell
_ROOM = 1_600_000_000  # bytes that reading one may take
_MOST_TEXTS, _LONGEST = 100, 4000  # attributes of an EXR that are looked at, and their bytes
_METRES = re.compile(r"\bmet(re|er)s?\b|\bunits?\W{1,3}m\b", re.IGNORECASE)


class DepthFile(NamedTuple):
    """What a file holds: (H, W) values of its own kind, and what they mean, None if it says not."""

    values: NDArray
    meaning: Meaning | None


class DepthMap(NamedTuple):
    """(H, W) uint16, 65535 the nearest; `near` and `far` are its ends in metres, if known."""

    pixels: NDArray[np.uint16]
    near: float | None = None
    far: float | None = None


def read_depth(path: Path) -> DepthFile:
    """The values in a PNG, TIFF (8 or 16 bit, float) or EXR file; a colour picture is grey.

    Whole numbers are relative, white is near, as most files have it. Floating-point numbers are
    metres where the file says so: in a TIFF's ImageDescription, in a text attribute of an EXR.
    Raises WoodcockError with a sentence for a missing, damaged or unknown file.
    """
    path = Path(path)
    kind = path.suffix.lower()
    if kind == ".exr":
        return _exr(path)
    if kind in (".tif", ".tiff"):
        return _tiff(path)
    return DepthFile(_grey(load_picture(path)), "near is large")


def depth_map(file: DepthFile, meaning: Meaning | None = None) -> DepthMap:
    """The depth map of a file's values; `meaning` is asked for where the file says none.

    What is not finite, and in metres what is not more than 0, is not known: it becomes as far as
    its farther surroundings. Raises WoodcockError with a sentence if no value is known, or if it
    is not known what they mean.
    """
    meaning = meaning or file.meaning
    if meaning is None:
        raise WoodcockError(
            tr(
                "The depth map doesn't say what its numbers mean: metres, or nearness. "
                "Say so, and load it again."
            )
        )
    values = file.values
    if values.dtype.kind == "u":
        full = np.iinfo(values.dtype).max
        shares = values.astype(np.float64) / full
        near_first = shares if meaning == "near is large" else 1 - shares
        if meaning != "metres":
            return DepthMap(np.rint(near_first * 65535).astype(np.uint16))
    values = values.astype(np.float64)
    known = np.isfinite(values) & ((values > 0) | (meaning != "metres"))
    if not known.any():
        raise WoodcockError(tr("The depth map holds no value that is known. Nothing was changed."))
    if meaning == "metres":
        values = 1 / np.clip(np.where(known, values, _FARTHEST), _NEAREST, _FARTHEST)
    elif meaning == "near is small":
        values = -values
    low, high = float(values[known].min()), float(values[known].max())
    shares = np.where(known, values - low, 0.0) / max(high - low, 1e-12)
    pixels = np.rint(completed(shares.astype(np.float32), known) * 65535).astype(np.uint16)
    if meaning != "metres":
        return DepthMap(pixels)
    near = 1 / high
    return DepthMap(pixels, near, max(1 / low, near * 1.05))


def load_depth(path: Path, meaning: Meaning | None = None) -> DepthMap:
    """`read_depth` and `depth_map` in one."""
    return depth_map(read_depth(path), meaning)


def save_depth(path: Path, depth: NDArray[np.uint16]) -> None:
    """Write a depth map (H, W) uint16, near is white, all or nothing: 16-bit PNG or TIFF, or EXR.

    Raises WoodcockError with a sentence if it can't be written, TypeError for another dtype.
    """
    path = Path(path)
    kind = path.suffix.lower()
    if kind not in DEPTH_FILES:
        raise WoodcockError(
            tr(
                "A depth map can be saved as {all}. {name} is none of these; nothing was written.",
                all=", ".join(DEPTH_FILES),
                name=path.name,
            )
        )
    if depth.dtype != np.uint16:
        raise TypeError(f"a depth map is uint16, not {depth.dtype}")
    os.environ.setdefault("OPENCV_IO_ENABLE_OPENEXR", "1")  # OpenCV reads and writes EXR if told
    picture = depth if kind != ".exr" else (depth / np.float32(65535)).astype(np.float32)
    try:
        data = cv2.imencode(kind, picture)[1].tobytes()
    except cv2.error as error:
        raise WoodcockError(
            tr("{name} could not be written as {kind}.", name=path.name, kind=kind)
        ) from error
    with replacing(path) as temporary:
        Path(temporary).write_bytes(data)


def _grey(pixels: NDArray) -> NDArray:
    """(H, W) of the same kind."""
    if pixels.ndim == 2:
        return pixels
    mean = pixels[..., : min(pixels.shape[2], 3)].mean(axis=2, dtype=np.float64)
    return (np.rint(mean) if pixels.dtype.kind == "u" else mean).astype(pixels.dtype)


def _tiff(path: Path) -> DepthFile:
    got = _asked("depth", path, read_whole(path, tr_noop("depth map"), MOST_BYTES))
    if not got.arrays:  # whole numbers, as in any picture
        return DepthFile(_grey(load_picture(path)), "near is large")
    said = str(got.data["said"])
    return DepthFile(_grey(got.arrays[0]), "metres" if _METRES.search(said) else None)


def _exr(path: Path) -> DepthFile:
    content = read_whole(path, tr_noop("depth map"), MOST_BYTES)
    got = _asked("exr", path, content)
    if not got.arrays:
        raise _damaged(path, "no EXR")
    said = _exr_texts(content.tobytes())
    return DepthFile(_grey(got.arrays[0]), "metres" if _METRES.search(said) else None)


def _asked(call: str, path: Path, content: NDArray[np.uint8]) -> Message:
    try:
        return shared(APART).ask(call, {}, [content], memory=_ROOM)
    except Broke as error:
        raise _damaged(path, str(error)) from error


def _damaged(path: Path, why: str) -> WoodcockError:
    kind = path.suffix[1:].upper().replace("TIFF", "TIF").replace("TIF", "TIFF")
    return WoodcockError(
        tr(
            "{name} is damaged or no {kind} depth map ({why}). Nothing was changed.",
            name=path.name,
            kind=kind,
            why=why,
        )
    )


def _exr_texts(data: bytes) -> str:
    """The text attributes of an EXR file's header ("OpenEXR File Layout", openexr.com)."""
    place, found = 8, []
    for _ in range(_MOST_TEXTS):
        if place >= len(data) or not data[place]:
            break
        name, _, rest = data[place : place + _LONGEST].partition(b"\0")
        kind, _, rest = rest.partition(b"\0")
        size = int.from_bytes(rest[:4], "little")
        if kind == b"string":
            found.append(f"{name.decode(errors='replace')}: "
                         f"{rest[4 : 4 + size].decode(errors='replace')}")  # fmt: skip
        place += len(name) + len(kind) + 6 + size
    return "\n".join(found)
