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
        with _alone_in(self._cache_path):
            super().save(key, data)


caching.IndexDataCacheFile = CacheFile
