"""Work on arrays by all cores at once."""

from __future__ import annotations

import os
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from typing import TypeVar

_T = TypeVar("_T")
_WORTH = 40_000  # pixels


def together(work: Callable[[_T], object], parts: Iterable[_T]) -> None:
    """Do `work` on every part; returns when all are done, raises the first error.

    For compiled code that lets go of the interpreter's lock; safe from any thread but a worker of
    its own. (Numba's own parallel loops are not: with some of their threading layers two threads
    that run them at once end the program.)
    """
    for _ in _pool().map(work, parts):
        pass


def by_rows(work: Callable[[slice], object], height: int, width: int) -> None:
    """Do `work` on all rows of an array: by stretches on all cores where it is worth it."""
    parts = (os.cpu_count() or 1) if height * width > _WORTH else 1
    if parts == 1:
        work(slice(0, height))
    else:
        together(lambda ends: work(slice(*ends)), stretches(height, parts))


def stretches(count: int, parts: int) -> list[tuple[int, int]]:
    """`count` things cut into so many stretches of nearly the same length: (first, after)."""
    return [(count * k // parts, count * (k + 1) // parts) for k in range(parts)]


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(os.cpu_count() or 1, thread_name_prefix="together")
