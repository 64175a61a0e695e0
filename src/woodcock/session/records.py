"""Files of records that are only ever appended to, and read up to where they are damaged."""

from __future__ import annotations

import os
import struct
import zlib
from collections.abc import Iterator
from pathlib import Path

from woodcock.media.atomic import replacing

_HEAD = struct.Struct("<4s2L")  # the mark, the payload's length, its CRC-32
_MARK = b"rec1"
_MOST = 16_000_000  # bytes of a record, unpacked


def append_record(path: Path, content: bytes) -> None:
    """Have one more record on the disk; OSError if it can't be, and then the others are there."""
    with path.open("ab") as file:
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
    with replacing(path) as temporary:
        temporary.write_bytes(b"".join(_framed(content) for content in contents))


def read_records(path: Path) -> list[bytes]:
    """The records in a file, in order, as far as they are whole; none where there is no file."""
    try:
        data = path.read_bytes()
    except OSError:
        return []
    return list(_whole(data))


def _framed(content: bytes) -> bytes:
    packed = zlib.compress(content, 1)
    return _HEAD.pack(_MARK, len(packed), zlib.crc32(packed)) + packed


def _whole(data: bytes) -> Iterator[bytes]:
    at = 0
    while at + _HEAD.size <= len(data):
        mark, length, check = _HEAD.unpack_from(data, at)
        packed = data[at + _HEAD.size : at + _HEAD.size + length]
        if mark != _MARK or len(packed) < length or zlib.crc32(packed) != check:
            return
        unpacking = zlib.decompressobj()
        try:
            content = unpacking.decompress(packed, _MOST)
        except zlib.error:
            return
        if not unpacking.eof:
            return
        yield content
        at += _HEAD.size + length
