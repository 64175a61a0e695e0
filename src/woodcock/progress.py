"""How long work reports, and how it is told to stop."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from woodcock.errors import Cancelled
from woodcock.locks import new_lock

# Called with (fraction done in [0, 1], what is being done); returns False to ask for a stop.
Progress = Callable[[float, str], bool]


def report(progress: Progress | None, fraction: float, text: str) -> None:
    """Tell `progress`, if there is one; raises Cancelled when it asks for a stop."""
    if progress is None:
        return
    answer = progress(float(min(max(fraction, 0.0), 1.0)), text)
    if answer is not None and not answer:  # also a False of NumPy's
        raise Cancelled


def part(progress: Progress | None, start: float, stop: float) -> Progress | None:
    """A progress callback for the stretch from `start` to `stop` of the whole."""
    if progress is None:
        return None
    first, whole = float(start), float(stop - start)
    return lambda fraction, text: progress(first + whole * fraction, text)


def at_once(progress: Progress | None, count: int) -> list[Progress | None]:
    """For so many works that run at the same time: a callback each; they report their mean."""
    if progress is None:
        return [None] * count
    done, lock = [0.0] * count, new_lock()

    def told(number: int, fraction: float, text: str) -> bool:
        with lock:
            done[number] = max(done[number], fraction)
            return progress(sum(done) / count, text)

    return [partial(told, number) for number in range(count)]
