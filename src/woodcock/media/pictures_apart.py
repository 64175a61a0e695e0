"""Pictures of all kinds decoded, in a process apart."""

from __future__ import annotations

import io
import os
import resource
from typing import Any

import cv2
import numpy as np
import tifffile
from numpy.typing import NDArray

from woodcock.apart.server import Tell
from woodcock.apart.wire import Message
from woodcock.media.layered_pages import own_pages, part_of_page, sizes_of
from woodcock.media.picture_bytes import head_of, picture_of
from woodcock.media.tiff_pixels import pixels_of_page

os.environ.setdefault("OPENCV_IO_ENABLE_OPENEXR", "1")  # OpenCV reads EXR if told


def _tiff(content: NDArray[np.uint8]) -> Any:
    return tifffile.TiffFile(io.BytesIO(content.data))


def head(asked: Message, tell: Tell) -> Message:
    """`head_of` a picture."""
    return Message(head_of(asked.arrays[0], asked.data["name"])._asdict())


def picture(asked: Message, tell: Tell) -> Message:
    """`picture_of` it."""
    return Message({}, (picture_of(asked.arrays[0], asked.data["name"]),))


def pages(asked: Message, tell: Tell) -> Message:
    """The sizes (width, height) of a TIFF's pages that are pictures of their own."""
    with _tiff(asked.arrays[0]) as file:
        return Message({"sizes": sizes_of(own_pages(file))})


def page(asked: Message, tell: Tell) -> Message:
    """One of these: its name and place, and its pixels (H, W, 4)."""
    with _tiff(asked.arrays[0]) as file:
        number = int(asked.data["number"])
        name, x, y, pixels = part_of_page(own_pages(file)[number], number)
    return Message({"name": name, "x": x, "y": y}, (pixels,))


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
        before, most = resource.getrlimit(resource.RLIMIT_FSIZE)
        resource.setrlimit(resource.RLIMIT_FSIZE, (content.nbytes, most))
        with os.fdopen(os.dup(handle), "wb") as file:
            file.write(content.data)
        resource.setrlimit(resource.RLIMIT_FSIZE, (before, most))
        values = cv2.imread(f"/proc/self/fd/{handle}", cv2.IMREAD_UNCHANGED)
    finally:
        os.close(handle)
    return Message({}, () if values is None else (values,))


CALLS = {
    "head": head, "picture": picture, "pages": pages, "page": page, "depth": depth, "exr": exr,
}  # fmt: skip
