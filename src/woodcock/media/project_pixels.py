"""The pixels in a project file: told from their headers before they are unpacked, then read."""

from __future__ import annotations

import struct
import zipfile
from collections.abc import Iterator
from typing import NamedTuple

import numpy as np

from woodcock.errors import WoodcockError
from woodcock.finish.cube import read_cube
from woodcock.media.budget import room
from woodcock.media.contents import clips_of, files_of, luts_of, pictures_of, pixels_entry
from woodcock.media.picture import decode_png
from woodcock.model import MOST_PIXELS, TILE, Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.texts import tr

_HEADER = struct.Struct(">8s4s4s2L2B")  # PNG (ISO/IEC 15948): signature, length, IHDR, size, kind
_CHANNELS = {0: 1, 2: 3, 6: 4}  # of its colour types: grey, RGB, RGBA
_COLOUR = (3, 4)
_MOST_FILE = 400_000_000  # bytes of a video or a sound


class PixelsWrong(ValueError):
    """What a file holds is not what its project says."""


class _Shape(NamedTuple):
    """What pixels must be: of any size where none is told, of so many channels and bits."""

    size: tuple[int, int] | None  # (height, width)
    channels: tuple[int, ...] = (1,)
    bits: tuple[int, ...] = (8,)


def read_contents(
    file: zipfile.ZipFile, project: Project, store: PixelStore, progress: Progress | None = None
) -> None:
    """Put all pixels and files of a project into `store`.

    Raises PixelsWrong, before anything is unpacked, where pixels are not of the size and kind that
    the project says or absurdly large, and after it where their hashes or tables are wrong;
    KeyError for what is missing, Cancelled on request.
    """
    shapes = check_headers(file, project)
    for number, name in enumerate(shapes):
        report(progress, number / len(shapes), tr("Opening"))
        if store.put(decode_png(file.read(pixels_entry(name)))) != name:
            raise PixelsWrong(f"{name} holds other pixels")
    for name in files_of(project):
        info = file.getinfo(f"files/{name}")
        if info.file_size > _MOST_FILE or info.compress_type != zipfile.ZIP_STORED:
            raise PixelsWrong(f"{name} is too large")
        if store.put(np.frombuffer(file.read(info), np.uint8)) != name:
            raise PixelsWrong(f"{name} holds another file")
    for lut in luts_of(project):
        try:
            read_cube(store.get(lut.file).tobytes())
        except WoodcockError as error:
            raise PixelsWrong(str(error)) from error


def check_headers(file: zipfile.ZipFile, project: Project) -> dict[str, _Shape]:
    """What the pixels of a project must be, by name; PixelsWrong or KeyError where they can't be
    that, before anything is unpacked."""
    shapes, unpacked, packed = _shapes(project), 0, 0
    for name, shape in shapes.items():
        info = file.getinfo(pixels_entry(name))
        if info.compress_type != zipfile.ZIP_STORED:
            raise PixelsWrong(f"{name} is packed twice")
        with file.open(info) as opened:
            found = _header(opened.read(_HEADER.size))
        if not _fits(found, shape):
            raise PixelsWrong(f"{name} is {found}, not {shape}")
        height, width, channels, bits = found
        if channels > 1:
            unpacked += height * width * channels * bits // 8
            packed += info.file_size
    if unpacked > room(packed, several=True):
        raise PixelsWrong(f"{packed} bytes would become {unpacked}")
    return shapes


def _header(data: bytes) -> tuple[int, int, int, int]:
    """Height, width, channels and bits of a PNG."""
    if len(data) < _HEADER.size:
        raise PixelsWrong("a PNG is cut short")
    signature, _, kind, width, height, bits, colour = _HEADER.unpack(data)
    if signature != b"\x89PNG\r\n\x1a\n" or kind != b"IHDR" or colour not in _CHANNELS:
        raise PixelsWrong("no PNG as Woodcock writes them")
    return height, width, _CHANNELS[colour], bits


def _fits(found: tuple[int, int, int, int], shape: _Shape) -> bool:
    height, width, channels, bits = found
    return (
        shape.size in (None, (height, width))
        and 0 < width * height <= MOST_PIXELS
        and channels in shape.channels
        and bits in shape.bits
    )


def _shapes(project: Project) -> dict[str, _Shape]:
    """What each of the project's pixels must be, the photo first."""
    shapes: dict[str, _Shape] = {}
    for name, shape in _told(project):
        if shapes.setdefault(name, shape) != shape:
            raise PixelsWrong(f"{name} can't be two things")
    return shapes


def _told(project: Project) -> Iterator[tuple[str, _Shape]]:
    deep = (8, 16)
    photo = project.photo
    if photo is None:
        cut = _Shape((0, 0))  # there is nothing to cut
    else:
        cut = _Shape((photo.height, photo.width))
        yield photo.pixels, _Shape(cut.size, _COLOUR, deep)
    if project.removed:
        yield project.removed, cut
    if project.depth:
        yield project.depth.pixels, _Shape(None, bits=(16,))
    for layer in project.layers:
        if layer.sources:
            yield layer.sources, cut
    for mask in (layer.mask for layer in project.layers if layer.mask):
        yield mask.pixels, cut
        if mask.outline and mask.outline.under:
            yield mask.outline.under, cut
    for picture in pictures_of(project):
        size = picture.height, picture.width
        yield picture.pixels, _Shape(size, _COLOUR, deep)
        if picture.mask:
            yield picture.mask, _Shape(size)
    for clip in clips_of(project):
        for name in clip.files if not clip.video else ():
            yield name, _Shape((clip.height, clip.width), _COLOUR)
    for tile in (tile for layer in project.layers for tile in layer.repair):
        yield tile.pixels, _Shape((TILE, TILE), (4,))
