"""Pictures from files: 8 and 16 bit, turned upright, in sRGB."""

from __future__ import annotations

import zlib
from pathlib import Path

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, shared
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.reading import read_whole
from woodcock.texts import tr_noop

MOST_BYTES = 2_000_000_000  # of a picture's file
# How JPEG and PNG begin, whose readers are hardened. What converts colours by a profile is less so.
_PLAIN = (b"\xff\xd8\xff", b"\x89PNG")
_ROOM, _TIMES = 400_000_000, 24  # bytes that reading another kind may take, and for each pixel


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
    from woodcock.media.picture_bytes import broken, head_of, picture_of  # late: Pillow

    plain = content[:4].tobytes().startswith(_PLAIN)
    try:
        apart, about = shared(APART), {"name": path.name}
        if plain:
            head = head_of(content, path.name)._asdict()
        else:
            head = apart.ask("head", about, [content]).data
        if plain and not head["profiled"]:
            return picture_of(content, path.name)
        memory = _ROOM + _TIMES * int(head["width"]) * int(head["height"])
        (pixels,) = apart.ask("picture", about, [content], memory=memory).arrays
        return pixels
    except Broke as error:
        raise WoodcockError(broken(path.name, error)) from error


APART = "woodcock.media.pictures_apart"


def size_of_picture(path: Path) -> tuple[int, int]:
    """(width, height) of a picture file by its header, turned upright; WoodcockError without one.

    Nothing of it is unpacked.
    """
    from woodcock.media.picture_bytes import broken

    content = read_whole(path, tr_noop("picture"), MOST_BYTES)
    try:
        head = shared(APART).ask("head", {"name": path.name}, [content]).data
    except Broke as error:
        raise WoodcockError(broken(path.name, error)) from error
    width, height = int(head["width"]), int(head["height"])
    return (height, width) if head["turned"] else (width, height)


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
    """The grey, RGB or RGBA picture in PNG bytes; ValueError if they are damaged."""
    picture = cv2.imdecode(np.frombuffer(data, np.uint8), cv2.IMREAD_UNCHANGED)
    if picture is None:
        raise ValueError("not a readable PNG")
    if picture.ndim == 3:
        order = {3: cv2.COLOR_BGR2RGB, 4: cv2.COLOR_BGRA2RGBA}
        picture = cv2.cvtColor(picture, order[picture.shape[2]])
    return picture
