"""What took long to work out, kept on disk by what it was worked out from."""

from __future__ import annotations

import contextlib
import hashlib
import logging
import os
from collections.abc import Hashable
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.private import private_folder, write_private
from woodcock.reading import read_plain

# Part of every name: raise it when a way of working something out changes what comes of it.
MADE_BY = 1
_LEAST = 2_000  # bytes: what is smaller is made again as soon
_LESS = 0.8  # of the most that is kept: down to there the oldest go
_DIGEST = 16
_log = logging.getLogger(__name__)


class DiskCache:
    """Arrays in a folder, at most so many bytes; shared by all programs that use the folder.

    Safe to use from any thread and process. What can't be read or written is made anew, and told
    the log. What was used longest ago goes first.
    """

    def __init__(self, folder: Path, most: int) -> None:
        self.folder, self.most = folder, most
        self._lock = new_lock()
        self._held: int | None = None  # bytes, as far as is known here
        self._broken = most <= 0

    def get(self, key: Hashable) -> NDArray | None:
        """The array that was kept for a key; None if there is none."""
        if self._broken:
            return None
        path = self._path(key)
        try:
            data = read_plain(path, self.most)
        except OSError:
            return None
        found = _read(data)
        with contextlib.suppress(OSError):
            if found is None:
                _log.warning("a damaged file of the cache was removed: %s", path.name)
                path.unlink()
            else:
                os.utime(path)  # used last
        return found

    def put(self, key: Hashable, pixels: NDArray) -> None:
        """Keep an array."""
        if self._broken or pixels.nbytes < _LEAST or pixels.nbytes > self.most * _LESS:
            return
        path, data = self._path(key), _written(pixels)
        try:
            private_folder(self.folder)
            write_private(path, data)
        except OSError as error:
            self._broken = True
            _log.warning("nothing more is kept on disk: %s", error)
            return
        with self._lock:
            if self._held is None:
                self._held = sum(size for _, size, _ in self._files())
            else:
                self._held += len(data)
            full = self._held > self.most
        if full:
            self._make_room()

    def _path(self, key: Hashable) -> Path:
        name = hashlib.blake2b(repr((MADE_BY, key)).encode(), digest_size=16).hexdigest()
        return self.folder / name[:2] / name[2:]

    def _files(self) -> list[tuple[float, int, Path]]:
        """When each was used last, its bytes, and where it is."""
        found = []
        for path in self.folder.glob("??/*"):
            with contextlib.suppress(OSError):
                told = path.stat()
                found.append((told.st_mtime, told.st_size, path))
        return found

    def _make_room(self) -> None:
        files = sorted(self._files())
        held = sum(size for _, size, _ in files)
        for _, size, path in files:
            if held <= self.most * _LESS:
                break
            with contextlib.suppress(OSError):
                path.unlink()
            held -= size
        with self._lock:
            self._held = held


def _written(pixels: NDArray) -> bytes:
    """A digest of all that follows, how the values are laid out, and the values."""
    pixels = np.ascontiguousarray(pixels)
    head = f"{pixels.dtype.str} {' '.join(str(n) for n in pixels.shape)}\n".encode()
    body = head + pixels.tobytes()
    return hashlib.blake2b(body, digest_size=_DIGEST).digest() + body


def _read(data: bytes) -> NDArray | None:
    """The array in the bytes of a file; None if they are not whole."""
    body = data[_DIGEST:]
    if hashlib.blake2b(body, digest_size=_DIGEST).digest() != data[:_DIGEST]:
        return None
    end = body.index(b"\n")
    kind, *sides = body[:end].decode().split()
    pixels = np.frombuffer(body, np.dtype(kind), offset=end + 1)
    return pixels.reshape([int(side) for side in sides])
