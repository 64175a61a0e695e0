"""Locks: all are made here, so that tests can tell who waits for whom."""

from __future__ import annotations

import threading
import time
from types import TracebackType
from typing import Protocol


class Lock(Protocol):
    """What `threading.Lock` is."""

    def acquire(self, blocking: bool = True, timeout: float = -1) -> bool: ...

    def release(self) -> None: ...

    def __enter__(self) -> bool: ...

    def __exit__(
        self,
        kind: type[BaseException] | None,
        error: BaseException | None,
        trace: TracebackType | None,
    ) -> None: ...


class WatchedLock:
    """A lock that notes how long one thread, that of the interface, waits for others.

    `waits` are the seconds it waited and where the thread that held it had taken it; for tests.
    """

    waits: tuple[tuple[float, str], ...] = ()
    watched: int = threading.main_thread().ident or 0

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._holder = ""

    def acquire(self, blocking: bool = True, timeout: float = -1) -> bool:
        if not self._lock.acquire(False):
            if not blocking:
                return False
            began, holder = time.monotonic(), self._holder
            if not self._lock.acquire(True, timeout):
                return False
            if threading.get_ident() == WatchedLock.watched:
                WatchedLock.waits += ((time.monotonic() - began, holder),)
        self._holder = threading.current_thread().name
        return True

    def release(self) -> None:
        self._lock.release()

    def __enter__(self) -> bool:
        return self.acquire()

    def __exit__(self, *_: object) -> None:
        self.release()


_watch = False


def watch(on: bool) -> None:
    """Have the locks that are made from now on watched."""
    global _watch
    _watch = on


def new_lock() -> Lock:
    """A lock. The interface thread may wait for one only if nobody works while holding it."""
    return WatchedLock() if _watch else threading.Lock()
