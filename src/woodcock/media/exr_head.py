"""What an EXR file says of itself ("OpenEXR File Layout", openexr.com)."""

from __future__ import annotations

import struct
from collections.abc import Iterator
from typing import NamedTuple

_MAGIC = b"\x76\x2f\x31\x01"
_MOST = 100  # attributes that are looked at
_LONGEST = 256  # bytes of a name


class ExrHead(NamedTuple):
    """Its (width, height), and its text attributes, a line each."""

    size: tuple[int, int]
    said: str


def head_of_exr(data: bytes) -> ExrHead | None:
    """The head in a file's first bytes; None if it is none."""
    size, said = None, []
    for name, kind, value in _attributes(data):
        if kind == b"string":
            said.append(f"{name.decode(errors='replace')}: {value.decode(errors='replace')}")
        if (name, kind, len(value)) == (b"dataWindow", b"box2i", 16):
            left, top, right, bottom = struct.unpack("<4i", value)
            size = right - left + 1, bottom - top + 1
    return ExrHead(size, "\n".join(said)) if size else None


def _attributes(data: bytes) -> Iterator[tuple[bytes, bytes, bytes]]:
    """Names, kinds and values, in order."""
    place = 8 if data[:4] == _MAGIC else len(data)
    for _ in range(_MOST):
        ends = []
        for _ in range(2):
            end = data.find(b"\0", place, place + _LONGEST)
            if end <= place:
                return
            ends.append(data[place:end])
            place = end + 1
        (long,) = struct.unpack("<l", data[place : place + 4].ljust(4, b"\xff"))
        if long < 0 or place + 4 + long > len(data):
            return
        yield ends[0], ends[1], data[place + 4 : place + 4 + long]
        place += 4 + long
