"""Background work with progress, time left and a way to stop it."""

from __future__ import annotations

import contextlib
import logging
import threading
import time
from collections import deque
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Any, NamedTuple

from woodcock.background import step_back
from woodcock.errors import Cancelled, WoodcockError
from woodcock.progress import Progress
from woodcock.texts import tr

_WORTH_TELLING = 0.05  # seconds: the log has room for what matters
_LOOK, _LEAST_MEMORY = 0.5, 200_000_000  # seconds; bytes
_LATELY, _APART = 4.0, 0.25  # seconds the pace is told by at least; between two marks
_ENOUGH = 0.01  # of the work, to tell its pace by
_log = logging.getLogger(__name__)


def memory_left() -> int:
    """Bytes that the machine has for programs before it must end one; many where it doesn't say."""
    left = 0
    try:
        with open("/proc/meminfo", "rb") as file:
            for line in file:
                if line.startswith((b"MemAvailable:", b"SwapFree:")):
                    left += int(line.split()[1]) * 1024
    except (OSError, ValueError, IndexError):
        return 1 << 40
    return left or 1 << 40


class TimeLeft(NamedTuple):
    """How many seconds work will go on, about: what comes may go at another pace."""

    seconds: float

    def __str__(self) -> str:
        seconds = self.seconds
        time = f"{max(seconds, 1):.0f} s" if seconds < 90 else f"{seconds / 60:.0f} min"
        return tr("about {time} left", time=time)


class Job:
    """One piece of background work; its fields may be read from any thread."""

    def __init__(self, name: str) -> None:
        self.name = name
        self.fraction = 0.0
        self.text = ""
        self.started = time.monotonic()
        self.begun = False
        self.future: Future[Any] = Future()
        self._stop = threading.Event()
        self._looked = 0.0  # at the machine's memory
        self._paces: deque[tuple[float, float]] = deque()  # when, and how far it was then

    def cancel(self) -> None:
        """Ask the work to stop; it ends as cancelled at its next progress report."""
        self._stop.set()

    @property
    def cancelled(self) -> bool:
        return self._stop.is_set()

    @property
    def time_left(self) -> TimeLeft | None:
        """A guess from the pace so far; None while there is too little to go by."""
        now, fraction = time.monotonic(), self.fraction
        gone, paces = now - self.started, tuple(self._paces)
        if fraction < 0.03 or gone < 0.5 or not paces:
            return None
        whole = gone * (1 - fraction) / fraction
        then, before = paces[0]
        if fraction - before < _ENOUGH or now - then < 0.5:
            return TimeLeft(whole)
        return TimeLeft((now - then) * (1 - fraction) / (fraction - before))

    def progress(self, fraction: float, text: str) -> bool:
        """Told by the work; MemoryError where the machine has hardly any memory left: this job ends
        then, before the system ends a program of its choice."""
        self.fraction, self.text = fraction, text
        now = time.monotonic()
        paces, since = self._paces, max(_LATELY, (now - self.started) / 3)
        if not paces or now - paces[-1][0] > _APART:
            paces.append((now, fraction))
        with contextlib.suppress(IndexError):  # another thread of the work may tell as well
            while now - paces[1][0] > since and len(paces) > 2:
                paces.popleft()
        if now - self._looked > _LOOK:
            self._looked = now
            if memory_left() < _LEAST_MEMORY:
                raise MemoryError
        return not self._stop.is_set()


class Jobs:
    """Runs jobs one after the other on a worker thread and tells when each is done."""

    def __init__(self) -> None:
        self._pool = ThreadPoolExecutor(1, thread_name_prefix="job", initializer=step_back)
        self._running: list[Job] = []
        self._stopped = False

    @property
    def running(self) -> tuple[Job, ...]:
        """Jobs that wait or run, the oldest first."""
        self._running = [job for job in self._running if not job.future.done()]
        return tuple(job for job in self._running if job.begun or not job.cancelled)

    def start(
        self,
        name: str,
        work: Callable[[Progress], Any],
        done: Callable[[Job], None],
        once: bool = False,
    ) -> Job:
        """Run `work(progress)`; `done(job)` is called on the worker thread, however it ended.

        The outcome is in `job.future`; Cancelled in there means that it was stopped. What is asked
        for `once` takes the place of what waits by the same name.
        """
        job = Job(name)
        for other in self.running:  # the same question again: what waits is not asked any more
            if other.name == name and not other.begun and once:
                other.cancel()
        if self._stopped:  # nobody waits for it any more
            job.future.set_exception(Cancelled())
            return job
        self._running.append(job)

        def run() -> None:
            job.started, job.begun = time.monotonic(), True
            try:
                if job.cancelled:
                    raise Cancelled
                job.future.set_result(work(job.progress))
                took = time.monotonic() - job.started
                if took > _WORTH_TELLING:
                    _log.info("%s: done in %.1f s", name, took)
            except BaseException as error:
                if not isinstance(error, Cancelled | WoodcockError):
                    _log.exception("%s failed", name)
                job.future.set_exception(error)
            done(job)

        self._pool.submit(run)
        return job

    def stop(self) -> None:
        """Ask everything to stop; nothing that waits, or comes later, is begun."""
        self._stopped = True
        for job in self.running:
            job.cancel()
        self._pool.shutdown(wait=False, cancel_futures=True)

    def close(self, seconds: float = 30.0) -> bool:
        """Stop everything and wait for it; False if some of it has not stopped by then."""
        self.stop()
        end = time.monotonic() + seconds
        while any(job.begun for job in self.running):
            if time.monotonic() > end:
                return False
            time.sleep(0.005)
        return True
