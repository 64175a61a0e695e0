"""Numba's `njit`, with a cache that several processes may fill at the same time.

Numba itself lets two processes that compile in the same moment give two loops one file: the next
to read it calls a loop with values of other kinds, and crashes.
"""

from __future__ import annotations

import contextlib
import fcntl
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from numba import njit
from numba.core import caching

__all__ = ["njit"]


@contextlib.contextmanager
def _alone_in(folder: str) -> Iterator[None]:
    """One process at a time; where no lock can be had, as before."""
    with contextlib.ExitStack() as held:
        with contextlib.suppress(OSError):
            file = held.enter_context((Path(folder) / ".writing").open("w"))
            fcntl.flock(file, fcntl.LOCK_EX)
        yield


class CacheFile(caching.IndexDataCacheFile):
    """An index of compiled loops and their files."""

    def save(self, key: Any, data: Any) -> None:
        with (
            _alone_in(self._cache_path),
            contextlib.suppress(OSError),
        ):  # it is compiled all the same
            super().save(key, data)


class ReadOnlyCache(caching.InTreeCacheLocator):
    """The cache beside the code where neither it nor the person's can be written: what is there is
    used. Numba itself gives up then."""

    @classmethod
    def from_function(cls, py_func: Any, py_file: str) -> ReadOnlyCache | None:
        return cls(py_func, py_file) if Path(py_file).exists() else None

    def ensure_cache_path(self) -> None:
        """It need not be writable."""


caching.IndexDataCacheFile = CacheFile
caching.CacheImpl._locator_classes.append(ReadOnlyCache)
