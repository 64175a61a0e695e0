"""A project as it was at a moment, as it is kept in the state folder."""

from __future__ import annotations

import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.errors import InvalidValue
from woodcock.media.archive import Stamp, archive_at
from woodcock.media.contents import files_of, pixels_entry, pixels_of
from woodcock.media.picture import decode_png
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.reading import open_plain
from woodcock.session.pool import Pool

# What comes of files in the state folder that are damaged.
DAMAGE = (OSError, ValueError, TypeError, KeyError, RecursionError, zipfile.BadZipFile)


_LAST = 4e9  # seconds since 1970: in the year 2096


class Moment(msgspec.Struct, frozen=True):
    """A project `at` a time (seconds since 1970), after an act of that name.

    `path` is the project's file, if it has one; `stamp` is that file, as `Stamp` has it.
    """

    at: float
    act: str
    project: Project
    path: str = ""
    stamp: tuple[str, int, int, int, int, int] | None = None
    saved: bool = False

    @property
    def file(self) -> Path | None:
        return Path(self.path) if self.path and "\0" not in self.path else None

    @property
    def since(self) -> Stamp | None:
        if not self.stamp or "\0" in self.stamp[0]:
            return None
        return Stamp(Path(self.stamp[0]), *self.stamp[1:])

    @property
    def names(self) -> tuple[str, ...]:
        """Of all its pixels and files."""
        return *pixels_of(self.project), *files_of(self.project)

    def packed(self) -> bytes:
        return msgspec.json.encode(self)


def plain(stamp: Stamp | None) -> tuple[str, int, int, int, int, int] | None:
    """A stamp as a moment keeps it."""
    return None if stamp is None else (str(stamp.path), *stamp[1:])


def moments_of(records: list[bytes]) -> list[Moment]:
    """The moments in records, in order, without those that make no sense."""
    found = []
    for record in records:
        try:
            moment = msgspec.json.decode(record, type=Moment)
            if 0 <= moment.at < _LAST:
                found.append(moment)
        except (msgspec.MsgspecError, InvalidValue, TypeError, ValueError, RecursionError):
            continue
    return found


def loaded(moment: Moment, store: PixelStore, pool: Pool) -> bool:
    """Put a moment's pixels into `store`, from the pool or from the project's own file.

    False if some are gone or damaged.
    """
    try:
        with reader(moment, pool) as read:
            return all(name in store or store.put(read(name)) == name for name in moment.names)
    except DAMAGE:
        return False


class Reader:
    """Reads one of a moment's pixels or files by its name; one of DAMAGE if that can't be done."""

    def __init__(self, pool: Pool, file: zipfile.ZipFile | None) -> None:
        self._pool, self._file = pool, file
        self._names = frozenset(file.namelist()) if file else frozenset()

    def __call__(self, name: str) -> NDArray:
        if name in self._pool or self._file is None:
            return self._pool.read(name)
        png = self.packed(name)
        return decode_png(png) if png else np.frombuffer(self._file.read(f"files/{name}"), np.uint8)

    def packed(self, name: str) -> bytes | None:
        """The PNG in the project's file, if it is there."""
        entry = pixels_entry(name)
        return self._file.read(entry) if self._file and entry in self._names else None

    def __contains__(self, name: str) -> bool:
        return (
            pixels_entry(name) in self._names
            or f"files/{name}" in self._names
            or name in self._pool
        )


@contextmanager
def reader(moment: Moment, pool: Pool, *, sure: bool = False) -> Iterator[Reader]:
    """Reads a moment's pixels from the pool, or from its project's file as it was then.

    To be `sure`, only from a file that nobody has written since.
    """
    since = moment.since
    if since is None or not (since.holds if sure else since.path.is_file()):
        yield Reader(pool, None)
        return
    with open_plain(since.path) as source:
        whole = archive_at(source, since.end)
        yield Reader(pool, whole.file if whole else None)
