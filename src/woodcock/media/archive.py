"""Zip archives that grow: what is new is appended, and what was there stays until all of it is.

An archive (APPNOTE 6.3, PKWARE) ends in a directory of its entries. New entries and a new directory
are written behind the old one, so that at no moment anything that was saved is touched: an archive
whose end was never finished is read as it was before.
"""

from __future__ import annotations

import io
import mmap
import os
import struct
import zipfile
from collections.abc import Iterator
from itertools import islice
from pathlib import Path
from typing import BinaryIO, NamedTuple

_END = b"PK\x05\x06"
_END_SIZE = 22
_LARGE = 0xFFFFFFFF  # stands where a number is too large: then the zip64 record has it
_MOST_DIRECTORY = 8_000_000  # bytes, some 80,000 entries
_MOST_ENDS, _MOST_WHOLE = 1000, 8  # that are looked at, and directories that are read


class Stamp(NamedTuple):
    """A file as it was when it was read or written last: whether it is still the same.

    `end` is how many of its bytes belong to the archive.
    """

    path: Path
    device: int
    inode: int
    size: int
    changed: int  # nanoseconds
    end: int

    @property
    def holds(self) -> bool:
        """Whether nobody has changed, replaced or removed the file since."""
        try:
            return stamp_of(self.path, self.end) == self
        except OSError:
            return False

    def is_at(self, path: Path) -> bool:
        return Path(os.path.realpath(path)) == self.path


def stamp_of(path: Path, end: int) -> Stamp:
    """The stamp of a file as it is now; OSError if there is none."""
    path = Path(os.path.realpath(path))
    there = path.stat()
    return Stamp(path, there.st_dev, there.st_ino, there.st_size, there.st_mtime_ns, end)


class Whole(NamedTuple):
    """An archive as it was when one of its directories was written."""

    file: zipfile.ZipFile
    end: int


def archives(source: BinaryIO) -> Iterator[Whole]:
    """The archive in a file, then what it was before its last save, and so on.

    A directory that is absurdly large is passed over, and no more are read than a history of saves
    is good for. Nothing comes of what is no archive.
    """
    for end in islice(_ends(source), _MOST_WHOLE):
        whole = archive_at(source, end)
        if whole is not None:
            yield whole


def archive_at(source: BinaryIO, end: int) -> Whole | None:
    """The archive that ends there; None if none does."""
    try:
        return Whole(zipfile.ZipFile(_Upto(source, end)), end)
    except (zipfile.BadZipFile, struct.error, ValueError, NotImplementedError, OSError):
        return None


def whole_archive(source: BinaryIO) -> zipfile.ZipFile:
    """The archive in a file as it is; BadZipFile if there is none, or an absurdly large one."""
    whole = next(archives(source), None)
    if whole is None or whole.end != source.seek(0, os.SEEK_END):
        raise zipfile.BadZipFile("no whole archive")
    return whole.file


def append(path: Path, old: Whole, keep: list[zipfile.ZipInfo], new: list[Entry]) -> int:
    """Write `new` entries behind an archive, which then consists of them and of those to `keep`.

    Returns the archive's new end. OSError if it can't be written: then the file is as it was.
    """
    tail = _Tail(old.end)
    with zipfile.ZipFile(tail, "w") as made:
        for entry in new:
            entry.write(made)
        made.infolist()[:0] = keep  # listed where they are
    data = tail.getbuffer()
    with path.open("r+b") as file:
        try:
            _write_at(file.fileno(), data, old.end)
            os.ftruncate(file.fileno(), old.end + len(data))  # of a save that was cut short
            os.fsync(file.fileno())
        except BaseException:
            os.ftruncate(file.fileno(), old.end)
            raise
    return old.end + len(data)


class Entry(NamedTuple):
    """What is to be written, at no time that is told."""

    name: str
    content: bytes
    deflated: bool = False

    def write(self, file: zipfile.ZipFile) -> None:
        kind = zipfile.ZIP_DEFLATED if self.deflated else zipfile.ZIP_STORED
        file.writestr(zipfile.ZipInfo(self.name), self.content, kind)  # without the time


def idle_bytes(whole: Whole, keep: list[zipfile.ZipInfo]) -> int:
    """How much of an archive's file is taken up by what is not kept."""
    return whole.end - sum(x.compress_size + 2 * (len(x.filename) + 60) for x in keep)


def _write_at(handle: int, data: memoryview, place: int) -> None:
    while data:
        written = os.pwrite(handle, data, place)
        data, place = data[written:], place + written


def _ends(source: BinaryIO) -> Iterator[int]:
    """Where archives end in a file, the last first: only those whose directory is in its place."""
    if source.seek(0, os.SEEK_END) < _END_SIZE:
        return
    with mmap.mmap(source.fileno(), 0, access=mmap.ACCESS_READ) as data:
        at = len(data)
        for _ in range(_MOST_ENDS):
            at = data.rfind(_END, 0, at)
            if at < 0:
                return
            if _has_directory(data, at):
                yield at + _END_SIZE + int.from_bytes(data[at + 20 : at + 22], "little")


def _has_directory(data: mmap.mmap, at: int) -> bool:
    record = data[at : at + _END_SIZE]
    if len(record) < _END_SIZE:
        return False
    size, offset = struct.unpack("<2L", record[12:20])
    place = at
    if _LARGE in (size, offset):
        place = at - 20 - 56  # a locator, and before it the record itself
        if place < 0 or data[place : place + 4] != b"PK\x06\x06":
            return False
        size, offset = struct.unpack("<2Q", data[place + 40 : place + 56])
    return size <= _MOST_DIRECTORY and offset + size == place


class _Tail(io.BytesIO):
    """Bytes in memory that will stand at `start` in a file."""

    def __init__(self, start: int) -> None:
        super().__init__()
        self._start = start

    def tell(self) -> int:
        return self._start + super().tell()

    def seek(self, offset: int, whence: int = os.SEEK_SET) -> int:
        if whence == os.SEEK_SET:
            offset -= self._start
        return self._start + super().seek(offset, whence)


class _Upto(io.RawIOBase):
    """A file that seems to end at `end`."""

    def __init__(self, source: BinaryIO, end: int) -> None:
        self._source, self._end = source, end
        self._at = 0

    def readable(self) -> bool:
        return True

    def seekable(self) -> bool:
        return True

    def tell(self) -> int:
        return self._at

    def seek(self, offset: int, whence: int = os.SEEK_SET) -> int:
        at = offset + (0, self._at, self._end)[whence]
        if at < 0:
            raise ValueError("before the beginning")
        self._at = at
        return at

    def read(self, size: int | None = -1) -> bytes:
        left = max(self._end - self._at, 0)
        self._source.seek(self._at)
        data = self._source.read(left if size is None or size < 0 else min(size, left))
        self._at += len(data)
        return data
