"""Background work with progress, time left and a way to stop it."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor
from typing import Any

from woodcock.errors import Cancelled, WoodcockError
from woodcock.progress import Progress

_log = logging.getLogger(__name__)


class Job:
    """One piece of background work; its fields may be read from any thread."""

    def __init__(self, name: str) -> None:
        self.name = name
        self.fraction = 0.0
        self.text = ""
        self.started = time.monotonic()
        self.future: Future[Any] = Future()
        self._stop = threading.Event()

    def cancel(self) -> None:
        """Ask the work to stop; it ends as cancelled at its next progress report."""
        self._stop.set()

    @property
    def cancelled(self) -> bool:
        return self._stop.is_set()

    @property
    def seconds_left(self) -> float | None:
        """A guess from the pace so far; None while there is too little to go by."""
        gone = time.monotonic() - self.started
        if self.fraction < 0.03 or gone < 0.5:
            return None
        return gone * (1 - self.fraction) / self.fraction

    def progress(self, fraction: float, text: str) -> bool:
        self.fraction, self.text = fraction, text
        return not self._stop.is_set()


class Jobs:
    """Runs jobs one after the other on a worker thread and tells when each is done."""

    def __init__(self) -> None:
        self._pool = ThreadPoolExecutor(1, thread_name_prefix="job")
        self._running: list[Job] = []

    @property
    def running(self) -> tuple[Job, ...]:
        """Jobs that wait or run, the oldest first."""
        self._running = [job for job in self._running if not job.future.done()]
        return tuple(self._running)

    def start(self, name: str, work: Callable[[Progress], Any], done: Callable[[Job], None]) -> Job:
        """Run `work(progress)`; `done(job)` is called on the worker thread, however it ended.

        The outcome is in `job.future`; Cancelled in there means that it was stopped.
        """
        job = Job(name)
        self._running.append(job)

        def run() -> None:
            job.started = time.monotonic()
            try:
                if job.cancelled:
                    raise Cancelled
                job.future.set_result(work(job.progress))
                _log.info("%s: done in %.1f s", name, time.monotonic() - job.started)
            except BaseException as error:
                if not isinstance(error, Cancelled | WoodcockError):
                    _log.exception("%s failed", name)
                job.future.set_exception(error)
            done(job)

        self._pool.submit(run)
        return job

    def close(self) -> None:
        """Stop everything and wait for it."""
        for job in self.running:
            job.cancel()
        self._pool.shutdown(wait=True, cancel_futures=True)
