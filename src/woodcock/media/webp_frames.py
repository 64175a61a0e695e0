"""Frames of an animated WebP that stand by themselves (WebP Container Specification)."""

from __future__ import annotations

import struct
from pathlib import Path

_RIFF_HEADER, _CHUNK_HEADER = 12, 8  # bytes
_FLAGS = 15  # of a frame's chunk: after its place, its size and its length
_NO_BLENDING = 0b10


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
