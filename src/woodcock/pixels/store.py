"""Pixels by content: immutable arrays under the hash of what they hold."""

from __future__ import annotations

import hashlib
import threading
import zlib
from collections import OrderedDict
from collections.abc import Callable, Hashable, Iterator
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

_TILE = 256  # pixels
_SMALL = 4 * _TILE * _TILE  # bytes
_DERIVED = 400_000_000  # bytes of what was worked out and is kept


def content_hash(pixels: NDArray) -> str:
    """A name for an array's shape, dtype and values (BLAKE2b, 128 bit)."""
    digest = hashlib.blake2b(digest_size=16)
    digest.update(f"{pixels.shape}{pixels.dtype.str}".encode())
    digest.update(np.ascontiguousarray(pixels).data)
    return digest.hexdigest()


class _Tiled(NamedTuple):
    """A mask as the names of its tiles, row by row."""

    shape: tuple[int, ...]
    dtype: str
    tiles: tuple[bytes, ...]


def _places(shape: tuple[int, ...]) -> Iterator[tuple[slice, slice]]:
    for y in range(0, shape[0], _TILE):
        for x in range(0, shape[1], _TILE):
            yield slice(y, y + _TILE), slice(x, x + _TILE)


class PixelStore:
    """Arrays addressed by content hash; safe to use from any thread.

    Colour pictures are kept as they are. Masks (two-dimensional arrays) are mostly flat, and every
    stroke makes a new one that differs from the last in a few places only: they are kept as tiles,
    each deflated and stored once however many masks hold it, with the few last used masks at hand.
    So are small colour pictures, such as the squares of what is painted. One-dimensional arrays,
    the bytes of files, are kept as they are.
    """

    def __init__(self, unpacked: int = 24) -> None:
        self._pictures: dict[str, NDArray] = {}
        self._tiled: dict[str, _Tiled] = {}
        self._tiles: dict[bytes, bytes] = {}
        self._recent: OrderedDict[str, NDArray] = OrderedDict()
        self._derived: OrderedDict[Hashable, NDArray] = OrderedDict()
        self._unpacked = unpacked
        self._lock = threading.Lock()

    def put(self, pixels: NDArray) -> str:
        """Keep `pixels` and return their name; the array becomes read-only."""
        pixels = np.ascontiguousarray(pixels)
        pixels.flags.writeable = False
        name = content_hash(pixels)
        if name in self:
            return name
        if pixels.ndim == 2 or (pixels.ndim == 3 and pixels.nbytes <= _SMALL):
            self._put_tiles(name, pixels)
        else:
            with self._lock:
                self._pictures[name] = pixels
        return name

    def _put_tiles(self, name: str, pixels: NDArray) -> None:
        names, new = [], {}
        for rows, columns in _places(pixels.shape):
            tile = np.ascontiguousarray(pixels[rows, columns])
            key = hashlib.blake2b(tile.data, digest_size=16).digest()
            names.append(key)
            if key not in self._tiles and key not in new:
                new[key] = zlib.compress(tile.data, 1)
        with self._lock:
            self._tiles.update(new)
            self._tiled[name] = _Tiled(pixels.shape, pixels.dtype.str, tuple(names))
            self._remember(name, pixels)

    @property
    def mask_bytes(self) -> int:
        """How much memory all masks ever put take up, without those at hand."""
        with self._lock:
            names = sum(16 * len(mask.tiles) for mask in self._tiled.values())
            return names + sum(len(tile) + 16 for tile in self._tiles.values())

    def get(self, name: str) -> NDArray:
        """The read-only array called `name`; KeyError if it was never put."""
        with self._lock:
            if name in self._pictures:
                return self._pictures[name]
            if name in self._recent:
                self._recent.move_to_end(name)
                return self._recent[name]
            mask = self._tiled[name]
        pixels = np.empty(mask.shape, mask.dtype)
        for (rows, columns), key in zip(_places(mask.shape), mask.tiles, strict=True):
            part = pixels[rows, columns]
            part[:] = np.frombuffer(zlib.decompress(self._tiles[key]), part.dtype).reshape(
                part.shape
            )
        pixels.flags.writeable = False
        with self._lock:
            self._remember(name, pixels)
        return pixels

    def derived(self, key: Hashable, make: Callable[[], NDArray]) -> NDArray:
        """What `make()` gives for a value, read-only; the last used ones are kept."""
        with self._lock:
            if key in self._derived:
                self._derived.move_to_end(key)
                return self._derived[key]
        pixels = make()
        pixels.flags.writeable = False
        with self._lock:
            self._derived[key] = pixels
            room = sum(kept.nbytes for kept in self._derived.values()) - _DERIVED
            while room > 0 and len(self._derived) > 1:
                room -= self._derived.popitem(last=False)[1].nbytes
        return pixels

    def __contains__(self, name: str) -> bool:
        with self._lock:
            return name in self._pictures or name in self._tiled

    def _remember(self, name: str, pixels: NDArray) -> None:
        self._recent[name] = pixels
        while len(self._recent) > self._unpacked:
            self._recent.popitem(last=False)
