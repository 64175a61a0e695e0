"""Work on arrays by all cores at once: the one pool of the core."""

from __future__ import annotations

import os
from collections import deque
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from typing import TypeVar

from woodcock.background import step_back
from woodcock.errors import Cancelled

Stop = Callable[[], bool]  # whether the result is no longer wanted; asked from any thread

_T = TypeVar("_T")
_WORTH = 40_000  # pixels


def together(work: Callable[[_T], object], parts: Iterable[_T], stop: Stop | None = None) -> None:
    """Do `work` on every part; returns when all are done, raises the first error.

    For compiled code that lets go of the interpreter's lock. The calling thread takes parts
    itself and the pool helps, so that work never waits for other work, may be called from
    anywhere, also from a part, and ends soon: once `stop` says so no further part is begun, and
    Cancelled is raised. (Numba's own parallel loops are not safe: with some of their threading
    layers two threads that run them at once end the program.)
    """
    todo, errors = deque(parts), deque[BaseException]()

    def take_parts() -> None:
        while not errors:
            try:
                part = todo.popleft()
            except IndexError:
                return
            try:
                if stop is not None and stop():
                    raise Cancelled
                work(part)
            except BaseException as error:
                errors.append(error)

    helpers = [_pool().submit(take_parts) for _ in range(min(len(todo), _cores()) - 1)]
    take_parts()
    for helper in helpers:
        if not helper.cancel():
            helper.result()
    if errors:
        raise errors[0]


def by_rows(work: Callable[[slice], object], height: int, width: int) -> None:
    """Do `work` on all rows of an array: by stretches on all cores where it is worth it."""
    parts = _cores() if height * width > _WORTH else 1
    together(lambda ends: work(slice(*ends)), stretches(height, parts))


def stretches(count: int, parts: int) -> list[tuple[int, int]]:
    """`count` things cut into so many stretches of nearly the same length: (first, after)."""
    return [(count * k // parts, count * (k + 1) // parts) for k in range(parts)]


@cache
def _cores() -> int:
    return os.cpu_count() or 1


@cache
def _pool() -> ThreadPoolExecutor:
    return ThreadPoolExecutor(_cores(), thread_name_prefix="together", initializer=step_back)
