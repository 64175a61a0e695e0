"""Pixels by content: immutable arrays under the hash of what they hold."""

from __future__ import annotations

import hashlib
import zlib
from collections import Counter, OrderedDict
from collections.abc import Callable, Hashable, Iterable, Iterator
from contextlib import contextmanager
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import Cancelled
from woodcock.locks import new_lock
from woodcock.pixels.disk_cache import DiskCache
from woodcock.pixels.spill import Spill

_TILE = 256  # pixels
_SMALL = 4 * _TILE * _TILE  # bytes
_AT_HAND = 400_000_000  # bytes of pictures, and of unpacked masks, that are kept in memory
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

    Colour pictures are kept as they are; with a `spill`, those used last, and the others in its
    files. Masks (two-dimensional arrays) are mostly flat, and every
    stroke makes a new one that differs from the last in a few places only: they are kept as tiles,
    each deflated and stored once however many masks hold it, with the few last used masks at hand.
    So are small colour pictures, such as the squares of what is painted. One-dimensional arrays,
    the bytes of files, are kept as they are.

    What nobody refers to any more is let go by `drop` or `keep_only`. Work that must go on with it,
    such as an export, has it `held` meanwhile; all other work that asks for it is Cancelled.
    """

    def __init__(
        self, unpacked: int = 24, spill: Spill | None = None, disk: DiskCache | None = None
    ) -> None:
        self._pictures: OrderedDict[str, NDArray] = OrderedDict()  # the last used last
        self._spill, self._disk = spill, disk
        self._aside: dict[str, int] = {}  # bytes of pictures in files, by name
        self._tiled: dict[str, _Tiled] = {}
        self._tiles: dict[bytes, bytes] = {}
        self._uses: Counter[bytes] = Counter()  # of tiles, by masks
        self._held: Counter[str] = Counter()
        self._wanted_gone: set[str] = set()  # as soon as it is held no more
        self._gone: set[str] = set()
        self._fresh: set[str] = set()  # put since it was last tidied up: somebody may be loading
        self._recent: OrderedDict[str, NDArray] = OrderedDict()
        self._derived: OrderedDict[Hashable, NDArray] = OrderedDict()
        self._unpacked = unpacked
        self._lock = new_lock()

    def put(self, pixels: NDArray) -> str:
        """Keep `pixels` and return their name; the array becomes read-only."""
        pixels = np.ascontiguousarray(pixels)
        pixels.flags.writeable = False
        name = content_hash(pixels)
        with self._lock:
            self._wanted_gone.discard(name)
            self._gone.discard(name)
            self._fresh.add(name)
            if self._has(name):
                return name
        if pixels.ndim == 2 or (pixels.ndim == 3 and pixels.nbytes <= _SMALL):
            self._put_tiles(name, pixels)
        else:
            with self._lock:
                self._pictures[name] = pixels
            self._put_aside()
        return name

    def _put_aside(self) -> None:
        """Have the pictures that were not used for longest in files, while there are too many."""
        while self._spill is not None:
            with self._lock:
                held = sum(pixels.nbytes for pixels in self._pictures.values())
                if held <= _AT_HAND or len(self._pictures) < 2:
                    return
                name, pixels = next(iter(self._pictures.items()))
            if not self._spill.write(name, pixels):
                return
            with self._lock:
                if self._pictures.pop(name, None) is not None:
                    self._aside[name] = pixels.nbytes
                else:  # let go meanwhile
                    self._spill.drop(name)

    def _put_tiles(self, name: str, pixels: NDArray) -> None:
        names: list[bytes] = []
        made: dict[bytes, bytes] = {}
        for rows, columns in _places(pixels.shape):
            tile = np.ascontiguousarray(pixels[rows, columns])
            key = hashlib.blake2b(tile.data, digest_size=16).digest()
            names.append(key)
            if key not in made:
                made[key] = self._tiles.get(key) or zlib.compress(tile.data, 1)
        with self._lock:
            if name in self._tiled:
                return
            self._tiles.update(made)
            self._uses.update(names)
            self._tiled[name] = _Tiled(pixels.shape, pixels.dtype.str, tuple(names))
            self._remember(name, pixels)

    @property
    def bytes(self) -> int:
        """How much memory all that is kept takes up, without what was worked out from it."""
        with self._lock:
            whole = sum(pixels.nbytes for pixels in self._pictures.values())
            whole += sum(self._aside.values())
        return whole + self.mask_bytes

    def size_of(self, name: str) -> int:
        """How many bytes would be free without this array; tiles shared with others stay."""
        with self._lock:
            if name in self._pictures:
                return int(self._pictures[name].nbytes)
            if name in self._aside:
                return self._aside[name]
            mask = self._tiled.get(name)
            own = set(mask.tiles) if mask else set()
            return sum(len(self._tiles[key]) for key in own if self._uses[key] == 1)

    def drop(self, names: Iterable[str]) -> None:
        """Let go of these arrays; of what is held only when it is held no more."""
        with self._lock:
            for name in names:
                if self._held[name]:
                    self._wanted_gone.add(name)
                else:
                    self._drop(name)

    def keep_only(self, names: Iterable[str]) -> None:
        """Let go of all arrays but these and those held, and of what was worked out.

        What was put since the last time stays until the next: it may be of what opens next.
        """
        keep = set(names)
        with self._lock:
            keep |= self._fresh
            self._fresh = set()
            all_ = (*self._pictures, *self._aside, *self._tiled)
            others = [name for name in all_ if name not in keep]
            self._derived.clear()
        self.drop(others)

    @contextmanager
    def held(self, names: Iterable[str]) -> Iterator[None]:
        """Whatever is dropped meanwhile, these arrays stay."""
        names = tuple(names)
        with self._lock:
            self._held.update(names)
        try:
            yield
        finally:
            with self._lock:
                self._held.subtract(names)
                for name in names:
                    if name in self._wanted_gone and not self._held[name]:
                        self._wanted_gone.discard(name)
                        self._drop(name)

    def _drop(self, name: str) -> None:
        """Under the lock."""
        gone: object = self._pictures.pop(name, None)
        if self._aside.pop(name, None) is not None and self._spill is not None:
            self._spill.drop(name)
            gone = True
        mask = self._tiled.pop(name, None)
        for key in mask.tiles if mask else ():
            self._uses[key] -= 1
            if self._uses[key] <= 0:
                del self._uses[key], self._tiles[key]
        self._recent.pop(name, None)
        if gone is not None or mask is not None:
            self._gone.add(name)

    @property
    def mask_bytes(self) -> int:
        """How much memory all masks ever put take up, without those at hand."""
        with self._lock:
            names = sum(16 * len(mask.tiles) for mask in self._tiled.values())
            return names + sum(len(tile) + 16 for tile in self._tiles.values())

    def get(self, name: str) -> NDArray:
        """The read-only array called `name`; KeyError if it was never put, Cancelled if it was
        let go: whoever asks for it works for what is open no more."""
        with self._lock:
            if name in self._gone:
                raise Cancelled
            if name in self._pictures:
                self._pictures.move_to_end(name)
                return self._pictures[name]
            if name in self._aside and self._spill is not None:
                return self._spill.read(name)
            if name in self._recent:
                self._recent.move_to_end(name)
                return self._recent[name]
            mask = self._tiled[name]
            tiles = [self._tiles[key] for key in mask.tiles]
        pixels = np.empty(mask.shape, mask.dtype)
        for (rows, columns), data in zip(_places(mask.shape), tiles, strict=True):
            part = pixels[rows, columns]
            part[:] = np.frombuffer(zlib.decompress(data), part.dtype).reshape(part.shape)
        pixels.flags.writeable = False
        with self._lock:
            if name in self._tiled:
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

    def lasting(self, key: Hashable, make: Callable[[], NDArray]) -> NDArray:
        """The same, kept on disk as well if this store has a cache there: for what takes long.

        The key must say all that the array depends on, by content.
        """
        disk = self._disk
        if disk is None:
            return self.derived(key, make)

        def found() -> NDArray:
            kept = disk.get(key)
            if kept is None:
                kept = make()
                disk.put(key, kept)
            return kept

        return self.derived(key, found)

    def __contains__(self, name: str) -> bool:
        with self._lock:
            return self._has(name)

    def _has(self, name: str) -> bool:
        return name in self._pictures or name in self._aside or name in self._tiled

    def _remember(self, name: str, pixels: NDArray) -> None:
        self._recent[name] = pixels
        held = sum(kept.nbytes for kept in self._recent.values())
        while len(self._recent) > 1 and (len(self._recent) > self._unpacked or held > _AT_HAND):
            held -= self._recent.popitem(last=False)[1].nbytes
