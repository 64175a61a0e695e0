"""Files of records that are only ever appended to; those that are damaged are passed over."""

from __future__ import annotations

import os
import struct
import zlib
from collections.abc import Iterator
from pathlib import Path

from woodcock.media.atomic import replacing
from woodcock.private import open_private
from woodcock.reading import read_plain

_HEAD = struct.Struct("<4s2L")  # the mark, the payload's length, its CRC-32
_MARK = b"rec1"
_MOST, _MOST_FILE = 40_000_000, 200_000_000  # bytes of a record, unpacked, and of a file


def append_record(path: Path, content: bytes) -> None:
    """Have one more record on the disk; OSError if it can't be, and then the others are there."""
    with open_private(path, "ab") as file:
        before = file.tell()
        try:
            file.write(_framed(content))
            file.flush()
            os.fsync(file.fileno())
        except BaseException:
            os.ftruncate(file.fileno(), before)
            raise


def write_records(path: Path, contents: list[bytes]) -> None:
    """Have a file of these records and no others; WoodcockError if it can't be."""
    with replacing(path, private=True) as temporary:
        temporary.write_bytes(b"".join(_framed(content) for content in contents))


def read_records(path: Path) -> list[bytes]:
    """The whole records in a file, in order; none where there is no file."""
    try:
        data = read_plain(path, _MOST_FILE)
    except OSError:
        return []
    return list(_whole(data))


def _framed(content: bytes) -> bytes:
    packed = zlib.compress(content, 1)
    return _HEAD.pack(_MARK, len(packed), zlib.crc32(packed)) + packed


def _whole(data: bytes) -> Iterator[bytes]:
    """The contents of the records that are whole; what lies between them is passed over."""
    at = data.find(_MARK)
    while at >= 0:
        content, end = _record(data, at)
        if content is not None:
            yield content
        at = data.find(_MARK, end)


def _record(data: bytes, at: int) -> tuple[bytes | None, int]:
    """What the record that begins there holds, if it is whole, and from where to go on."""
    if at + _HEAD.size > len(data):
        return None, len(data)
    _, length, check = _HEAD.unpack_from(data, at)
    end = at + _HEAD.size + length
    packed = data[at + _HEAD.size : end]
    if len(packed) < length or zlib.crc32(packed) != check:
        return None, at + len(_MARK)
    unpacking = zlib.decompressobj()
    try:
        content = unpacking.decompress(packed, _MOST)
    except zlib.error:
        return None, end
    return content if unpacking.eof else None, end
