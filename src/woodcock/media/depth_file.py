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

from woodcock.apart import Broke, Message, pixels, shared
from woodcock.depth.completion import completed
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.budget import check_picture
from woodcock.media.exr_head import head_of_exr
from woodcock.media.layered_tiff import places_in
from woodcock.media.picture import APART, MOST_BYTES, load_picture, size_of_picture
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

DEPTH_FILES = (".png", ".tif", ".tiff", ".exr")
Meaning = Literal["metres", "near is large", "near is small"]
MEANINGS: tuple[Meaning, ...] = get_args(Meaning)
_NEAREST, _FARTHEST = 0.05, 100_000.0  # metres that a depth map can tell
_ROOM = 800_000_000  # bytes that reading one may take
_DEPTH = 8  # bytes that a pixel takes while it is read
_BAND = 64  # rows
_HEAD = 1_000_000  # bytes of an EXR that its head may take
_KINDS = "|u1 <u2 <u4 <f2 <f4 <f8"
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
    return _picture(path)


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
        if meaning != "metres":
            near_first = values if meaning == "near is large" else full - values
            return DepthMap(_as_uint16(near_first))
    known = _known(values, meaning)
    if not known.any():
        raise WoodcockError(tr("The depth map holds no value that is known. Nothing was changed."))
    bands = [slice(y, y + _BAND) for y in range(0, len(values), _BAND)]
    ends = [_nearness(values[rows], meaning)[known[rows]] for rows in bands if known[rows].any()]
    low, high = float(min(x.min() for x in ends)), float(max(x.max() for x in ends))
    shares = np.empty(values.shape, np.float32)
    for rows in bands:
        part = (_nearness(values[rows], meaning) - low) / max(high - low, 1e-12)
        shares[rows] = np.where(known[rows], part, 0.0)
    shares = completed(shares, known)
    shares *= 65535
    pixels = np.rint(shares, out=shares).astype(np.uint16)
    if meaning != "metres":
        return DepthMap(pixels)
    near = 1 / high
    return DepthMap(pixels, near, max(1 / low, near * 1.05))


def _as_uint16(values: NDArray) -> NDArray[np.uint16]:
    """Unsigned whole numbers of any size, their largest 65535."""
    if values.dtype == np.uint16:
        return values
    out = np.empty(values.shape, np.uint16)
    by = 65535 / np.iinfo(values.dtype).max
    for y in range(0, len(values), _BAND):
        out[y : y + _BAND] = np.rint(values[y : y + _BAND] * by)
    return out


def _known(values: NDArray, meaning: Meaning) -> NDArray[np.bool_]:
    found: NDArray[np.bool_] = np.isfinite(values)
    if meaning == "metres":
        found &= values > 0
    return found


def _nearness(values: NDArray, meaning: Meaning) -> NDArray[np.float64]:
    """Larger where nearer; of a band, as it takes many bytes a pixel."""
    values = values.astype(np.float64)
    if meaning == "metres":
        there = np.isfinite(values) & (values > 0)
        return 1 / np.clip(np.where(there, values, _FARTHEST), _NEAREST, _FARTHEST)
    return -values if meaning == "near is small" else values


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
    out = np.empty(pixels.shape[:2], pixels.dtype)
    for y in range(0, len(pixels), _BAND):
        colours = pixels[y : y + _BAND, :, : min(pixels.shape[2], 3)]
        mean = colours.mean(axis=2, dtype=np.float64)
        out[y : y + _BAND] = np.rint(mean) if pixels.dtype.kind == "u" else mean
    return out


def _tiff(path: Path) -> DepthFile:
    content = read_whole(path, tr_noop("depth map"), MOST_BYTES)
    try:
        places = places_in(content)
    except Broke as error:
        raise _damaged(path, str(error)) from error
    if not places:
        raise _damaged(path, "no TIFF")
    check_picture(path.name, places[0][:2], _DEPTH, content.nbytes)
    got = _asked("depth", path, content)
    if not got.arrays:  # whole numbers, as in any picture
        return _picture(path)
    said = str(got.data.get("said", ""))
    return DepthFile(_grey(_values(path, got)), "metres" if _METRES.search(said) else None)


def _picture(path: Path) -> DepthFile:
    check_picture(path.name, size_of_picture(path), _DEPTH, path.stat().st_size)
    return DepthFile(_grey(load_picture(path)), "near is large")


def _exr(path: Path) -> DepthFile:
    content = read_whole(path, tr_noop("depth map"), MOST_BYTES)
    head = head_of_exr(content[:_HEAD].tobytes())
    if head is None:
        raise _damaged(path, "no EXR")
    check_picture(path.name, head.size, _DEPTH, content.nbytes)
    values = _grey(_values(path, _asked("exr", path, content)))
    return DepthFile(values, "metres" if _METRES.search(head.said) else None)


def _asked(call: str, path: Path, content: NDArray[np.uint8]) -> Message:
    try:
        return shared(APART).ask(call, {}, [content], memory=_ROOM, most=_ROOM)
    except Broke as error:
        raise _damaged(path, str(error)) from error


def _values(path: Path, got: Message) -> NDArray:
    try:
        return pixels(got, _KINDS, (1, 2, 3, 4))
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
