"""WebP files, as far as no library tells or writes them (WebP Container Specification)."""

from __future__ import annotations

import struct
from pathlib import Path

_RIFF_HEADER, _CHUNK_HEADER = 12, 8  # bytes
_FLAGS = 15  # of a frame's chunk: after its place, its size and its length
_NO_BLENDING = 0b10


def size_of_webp(head: bytes) -> tuple[int, int] | None:
    """(width, height) by a file's first 30 bytes; None if it is no WebP (RFC 9649)."""
    if len(head) < 30 or head[:4] != b"RIFF" or head[8:12] != b"WEBP":
        return None
    if head[12:16] == b"VP8X":
        return (
            1 + int.from_bytes(head[24:27], "little"),
            1 + int.from_bytes(head[27:30], "little"),
        )
    if head[12:16] == b"VP8L":
        bits = int.from_bytes(head[21:25], "little")
        return 1 + (bits & 0x3FFF), 1 + (bits >> 14 & 0x3FFF)
    width, height = struct.unpack("<2H", head[26:30])
    return width & 0x3FFF, height & 0x3FFF


def unblended(path: Path) -> None:
    """Have every frame take the place of the one before, where it is transparent as well.

    As they are written, what is transparent lets the frame before be seen.
    """
    with path.open("r+b") as file:
        place = _RIFF_HEADER
        while True:
            file.seek(place)
            head = file.read(_CHUNK_HEADER)
            if len(head) < _CHUNK_HEADER:
                return
            kind, size = struct.unpack("<4sI", head)
            if kind == b"ANMF":
                file.seek(place + _CHUNK_HEADER + _FLAGS)
                flags = file.read(1)[0]
                file.seek(place + _CHUNK_HEADER + _FLAGS)
                file.write(bytes([flags | _NO_BLENDING]))
            place += _CHUNK_HEADER + size + size % 2
