"""Pixels by content: immutable arrays under the hash of what they hold."""

from __future__ import annotations

import hashlib
import threading
import zlib
from collections import OrderedDict
from collections.abc import Callable, Hashable

import numpy as np
from numpy.typing import NDArray


def content_hash(pixels: NDArray) -> str:
    """A name for an array's shape, dtype and values (BLAKE2b, 128 bit)."""
    digest = hashlib.blake2b(digest_size=16)
    digest.update(f"{pixels.shape}{pixels.dtype.str}".encode())
    digest.update(np.ascontiguousarray(pixels).data)
    return digest.hexdigest()


class PixelStore:
    """Arrays addressed by content hash; safe to use from any thread.

    Colour pictures are kept as they are. Masks (two-dimensional arrays) are mostly flat, and every
    stroke makes a new one, so they are kept deflated with the few last used ones at hand.
    """

    def __init__(self, unpacked: int = 24) -> None:
        self._pictures: dict[str, NDArray] = {}
        self._packed: dict[str, tuple[bytes, tuple[int, ...], str]] = {}
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
        packed = zlib.compress(pixels.data, 1) if pixels.ndim == 2 else None
        with self._lock:
            if packed is None:
                self._pictures[name] = pixels
            else:
                self._packed[name] = (packed, pixels.shape, pixels.dtype.str)
                self._remember(name, pixels)
        return name

    def get(self, name: str) -> NDArray:
        """The read-only array called `name`; KeyError if it was never put."""
        with self._lock:
            if name in self._pictures:
                return self._pictures[name]
            if name in self._recent:
                self._recent.move_to_end(name)
                return self._recent[name]
            packed, shape, dtype = self._packed[name]
        pixels = np.frombuffer(zlib.decompress(packed), dtype).reshape(shape)
        with self._lock:
            self._remember(name, pixels)
        return pixels

    def derived(self, key: Hashable, make: Callable[[], NDArray]) -> NDArray:
        """What `make()` gives for a value, read-only; the few last used ones are kept."""
        with self._lock:
            if key in self._derived:
                self._derived.move_to_end(key)
                return self._derived[key]
        pixels = make()
        pixels.flags.writeable = False
        with self._lock:
            self._derived[key] = pixels
            while len(self._derived) > self._unpacked:
                self._derived.popitem(last=False)
        return pixels

    def __contains__(self, name: str) -> bool:
        with self._lock:
            return name in self._pictures or name in self._packed

    def _remember(self, name: str, pixels: NDArray) -> None:
        self._recent[name] = pixels
        while len(self._recent) > self._unpacked:
            self._recent.popitem(last=False)
