"""Pictures from files: 8 and 16 bit, turned upright, in sRGB."""

from __future__ import annotations

import struct
import zlib
from pathlib import Path

import cv2
import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Message, pixels, shared, told
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.model import MOST_PIXELS
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

MOST_BYTES = 2_000_000_000  # of a picture's file
APART = "woodcock.media.pictures_apart"
_PNG = struct.Struct(">8s4x4s2L")  # ISO/IEC 15948: signature, header chunk
_ROOM, _TIMES = 900_000_000, 16  # bytes that reading one may take, and for each pixel
_SECONDS = 1e-7  # of the processor, for each pixel


class Size(msgspec.Struct, frozen=True):
    """What a picture says of itself before it is unpacked, turned upright."""

    width: int
    height: int

    @property
    def pixels(self) -> int:
        return self.width * self.height


def load_picture(path: Path) -> NDArray[np.uint8] | NDArray[np.uint16]:
    """The picture in a JPEG, PNG, TIFF or WebP file.

    Returns
    -------
    (H, W, 3) or, where some of it is transparent, (H, W, 4); uint8 or uint16; sRGB, not
    premultiplied, turned upright by its EXIF orientation, its embedded ICC profile applied.

    Raises WoodcockError with a sentence for a missing, damaged, unknown, CMYK or huge file.
    """
    path = Path(path)
    content = read_whole(path, tr_noop("picture"), MOST_BYTES)
    try:
        size = _size(path, content)
        got = _asked("picture", path, content, size.pixels)
        return pixels(got, size=(size.height, size.width))
    except Broke as error:
        raise _broken(path, error) from error


def size_of_picture(path: Path) -> tuple[int, int]:
    """(width, height) of a picture file by its header, turned upright; WoodcockError without one.

    Nothing of it is unpacked.
    """
    content = read_whole(path, tr_noop("picture"), MOST_BYTES)
    try:
        size = _size(path, content)
    except Broke as error:
        raise _broken(path, error) from error
    return size.width, size.height


def _size(path: Path, content: NDArray[np.uint8]) -> Size:
    return told(_asked("head", path, content), Size)


def _asked(call: str, path: Path, content: NDArray[np.uint8], count: int = 0) -> Message:
    """What comes of a picture of `count` pixels."""
    memory, seconds = _ROOM + _TIMES * count, count * _SECONDS
    about = {"name": path.name}
    return shared(APART).ask(call, about, [content], memory=memory, seconds=seconds, most=8 * count)


def _broken(path: Path, error: Broke) -> WoodcockError:
    return WoodcockError(
        tr(
            "{name} is damaged or cut short and could not be read in full ({error}). Copy "
            "it again from where it came, and try once more.",
            name=path.name,
            error=error,
        )
    )


def save_png(path: Path, picture: NDArray) -> None:
    """Write an (H, W), (H, W, 3) or (H, W, 4) picture, 8 or 16 bit, as PNG, all or nothing."""
    with replacing(path) as temporary:
        temporary.write_bytes(encode_png(picture))


def encode_png(picture: NDArray) -> bytes:
    """PNG bytes of a grey, RGB or RGBA picture, 8 or 16 bit."""
    order = {3: cv2.COLOR_RGB2BGR, 4: cv2.COLOR_RGBA2BGRA}
    if picture.ndim == 3:
        picture = cv2.cvtColor(picture, order[picture.shape[2]])
    done, data = cv2.imencode(".png", picture, [cv2.IMWRITE_PNG_COMPRESSION, 1])
    if not done:
        raise ValueError("the picture could not be encoded as PNG")
    return data.tobytes()


def is_whole_png(data: bytes) -> bool:
    """Whether all chunks of a PNG are there and have their checksum (ISO/IEC 15948)."""
    at, kind = 8, b""
    while at + 12 <= len(data):
        end = at + 8 + int.from_bytes(data[at : at + 4], "big")
        kind = data[at + 4 : at + 8]
        if zlib.crc32(memoryview(data)[at + 4 : end]) != int.from_bytes(data[end : end + 4], "big"):
            return False
        at = end + 4
    return kind == b"IEND" and at == len(data)


def decode_png(data: bytes) -> NDArray:
    """The grey, RGB or RGBA picture in PNG bytes, 8 or 16 bit; ValueError if they are damaged, or
    if it is larger than can be opened."""
    size = size_of_png(data)
    if size is None or not 0 < size.pixels <= MOST_PIXELS:
        raise ValueError("not a readable PNG")
    content = np.frombuffer(data, np.uint8)
    most = 8 * size.pixels
    try:
        memory, seconds = _ROOM + 2 * most, size.pixels * _SECONDS
        got = shared(APART).ask("png", {}, [content], memory=memory, seconds=seconds, most=most)
        return pixels(got, channels=(1, 3, 4), size=(size.height, size.width))
    except Broke as error:
        raise ValueError(str(error)) from error


def size_of_png(head: bytes) -> Size | None:
    """By its header (ISO/IEC 15948); None if it is none."""
    if len(head) < _PNG.size:
        return None
    mark, kind, width, height = _PNG.unpack(head[: _PNG.size])
    return Size(width, height) if (mark, kind) == (b"\x89PNG\r\n\x1a\n", b"IHDR") else None
