"""Pictures of all kinds decoded, in a process apart."""

from __future__ import annotations

import contextlib
import io
import os
from typing import Any

import cv2
import numpy as np
import tifffile
from numpy.typing import NDArray
from PIL import Image

from woodcock.apart.server import Tell
from woodcock.apart.wire import Message
from woodcock.media.layered_pages import own_pages, part_of_page, places_of
from woodcock.media.picture_bytes import picture_of, size_of
from woodcock.media.tiff_pixels import pixels_of_page

_LONGEST = 1000  # characters of a name
os.environ.setdefault("OPENCV_IO_ENABLE_OPENEXR", "1")  # OpenCV reads EXR if told
for _kind in (*tifffile.COMPRESSION, *tifffile.PREDICTOR):  # its readers load when first asked for
    for _readers in (tifffile.TIFF.DECOMPRESSORS, tifffile.TIFF.UNPREDICTORS):
        with contextlib.suppress(KeyError):
            _readers[_kind]


Image.init()


def _tiff(content: NDArray[np.uint8]) -> Any:
    return tifffile.TiffFile(io.BytesIO(content.data))


def head(asked: Message, tell: Tell) -> Message:
    """The size of a picture, turned upright."""
    width, height = size_of(asked.arrays[0], asked.data["name"])
    return Message({"width": width, "height": height})


def picture(asked: Message, tell: Tell) -> Message:
    """`picture_of` it."""
    return Message({}, (picture_of(asked.arrays[0], asked.data["name"]),))


def png(asked: Message, tell: Tell) -> Message:
    """A PNG as Woodcock writes them: grey, RGB or RGBA as it is."""
    found = cv2.imdecode(asked.arrays[0], cv2.IMREAD_UNCHANGED)
    if found is None:
        raise ValueError("not a readable PNG")
    if found.ndim == 3:
        order = {3: cv2.COLOR_BGR2RGB, 4: cv2.COLOR_BGRA2RGBA}
        found = cv2.cvtColor(found, order[found.shape[2]])
    return Message({}, (found,))


def pages(asked: Message, tell: Tell) -> Message:
    """Width, height, x and y of a TIFF's pages that are pictures of their own."""
    with _tiff(asked.arrays[0]) as file:
        return Message({"places": places_of(own_pages(file))})


def page(asked: Message, tell: Tell) -> Message:
    """One of these: its name, and its pixels (H, W, 4)."""
    with _tiff(asked.arrays[0]) as file:
        number = int(asked.data["number"])
        name, pixels = part_of_page(own_pages(file)[number], number)
    return Message({"name": name[:_LONGEST]}, (pixels,))


def depth(asked: Message, tell: Tell) -> Message:
    """The floating-point values of a TIFF's first page, none if it has whole numbers, and what its
    description says."""
    with _tiff(asked.arrays[0]) as file:
        first = file.pages[0]
        said = str(getattr(first, "description", "") or "")[:2000]
        if np.dtype(first.dtype).kind != "f":
            return Message({"said": said})
        return Message({"said": said}, (pixels_of_page(first),))


def exr(asked: Message, tell: Tell) -> Message:
    """The values of an EXR picture; none if it can't be read.

    OpenCV reads EXR from a file only: here one that is in memory and has no name.
    """
    content = asked.arrays[0]
    handle = os.memfd_create("exr")
    try:
        with os.fdopen(os.dup(handle), "wb") as file:
            file.write(content.data)
        values = cv2.imread(f"/proc/self/fd/{handle}", cv2.IMREAD_UNCHANGED)
    finally:
        os.close(handle)
    return Message({}, () if values is None else (values,))


CALLS = {
    "head": head, "picture": picture, "png": png, "pages": pages, "page": page, "depth": depth,
    "exr": exr,
}  # fmt: skip
