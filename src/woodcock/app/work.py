"""Background work on behalf of the window: previews, rebuilding, gap checks, files."""

from __future__ import annotations

import threading
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from typing import Any

import numpy as np
from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtGui import QImage

from woodcock.app.state import State
from woodcock.errors import Cancelled, WoodcockError
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.session import Job, Jobs

_SETTLE = 250  # ms without a change before the plates are rebuilt


def image_of(picture: np.ndarray) -> QImage:
    """A QImage that owns a copy of an (H, W, 3) or (H, W, 4) uint8 picture."""
    height, width, channels = picture.shape
    form = QImage.Format.Format_RGB888 if channels == 3 else QImage.Format.Format_RGBA8888
    picture = np.ascontiguousarray(picture)
    return QImage(picture.data, width, height, channels * width, form).copy()


def hatched(picture: np.ndarray, cover: np.ndarray) -> np.ndarray:
    """`picture` with its gaps, where `cover` is not full, hatched so that nobody misses them."""
    gap = cover < 255
    if gap.any():
        y, x = np.nonzero(gap)
        picture[y, x] = np.where(((x + y) // 6 % 2 == 0)[:, None], (216, 118, 74), (40, 28, 22))
    return picture


@dataclass(frozen=True)
class _Request:
    project: Project
    time: float
    size: tuple[int, int]


class Previews(QObject):
    """Renders frames on a worker thread; of requests that pile up only the last is drawn."""

    drawn = Signal(QImage, float)
    failed = Signal(object)

    def __init__(self, state: State) -> None:
        super().__init__()
        self._state = state
        self._next: _Request | None = None
        self._wake = threading.Condition()
        self._closing = self._wanted = False
        self.busy = False
        self.count = 0
        self._thread = threading.Thread(target=self._run, name="preview", daemon=True)
        self._thread.start()

    def ask(self, time: float, size: tuple[int, int]) -> None:
        """Ask for a frame of the present project; `drawn` follows with the picture."""
        with self._wake:
            self._next = _Request(self._state.project, time, size)
            self.busy = True
            self._wake.notify()

    def warm_up(self) -> None:
        """Load the renderer before the first picture is asked for."""
        with self._wake:
            self._wanted = True
            self._wake.notify()

    def close(self) -> None:
        with self._wake:
            self._closing = True
            self._wake.notify()
        self._thread.join(10)

    def _run(self) -> None:
        with self._wake:
            while not (self._wanted or self._next or self._closing):
                self._wake.wait()
        if self._closing:
            return
        from woodcock.render import load_renderer, render_frame

        load_renderer()
        while True:
            with self._wake:
                while self._next is None and not self._closing:
                    self.busy = False
                    self._wake.wait()
                if self._closing:
                    return
                request, self._next = self._next, None
            assert request is not None
            sheet = self._state.studio.latest(request.project)
            if sheet is None:
                continue
            cover = np.empty((request.size[1], request.size[0]), np.uint8)
            project, time, size = request.project, request.time, request.size
            try:
                picture = hatched(render_frame(project, sheet, time, size, cover=cover), cover)
            except Exception as error:  # the thread must live on, and the person must hear of it
                self.failed.emit(error)
                continue
            self.count += 1
            self.drawn.emit(image_of(picture), time)


class Work(QObject):
    """Jobs with progress for the window; results come back on the interface thread."""

    progressed = Signal()
    rebuilt = Signal()
    _ended = Signal(object, object)
    _called = Signal(object)

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.jobs = Jobs()
        self.files = Jobs()
        self.exports = Jobs()  # of their own: saving must not wait for a long export
        self.studies = Jobs()  # nor a stroke for a rebuild
        self._hands = ThreadPoolExecutor(1, thread_name_prefix="hands")
        self._brushes = ThreadPoolExecutor(1, thread_name_prefix="brushes")
        self._ended.connect(self._end)
        self._called.connect(lambda call: call())
        self._rebuild: Job | None = None
        self._check: Job | None = None
        self._waiting = 0
        self._settle = QTimer(self, singleShot=True, interval=_SETTLE)
        self._settle.timeout.connect(self._bring_up_to_date)
        self._watch = QTimer(self, interval=120)
        self._watch.timeout.connect(self._watched)
        state.changed.connect(self._changed)

    @property
    def shown(self) -> Job | None:
        """The job whose progress is worth showing: files first, then rebuilding."""
        queues = (self.files, self.exports, self.studies, self.jobs)
        running = (job for queue in queues for job in queue.running)
        return next((job for job in running if job is not self._check), None)

    @property
    def idle(self) -> bool:
        return not (
            self.files.running
            or self.exports.running
            or self.studies.running
            or self.jobs.running
            or self._settle.isActive()
            or self._waiting
        )

    def run(
        self,
        name: str,
        work: Callable[[Progress], Any],
        done: Callable[[Any], None],
        on: Jobs | None = None,
        failed: Callable[[], None] = lambda: None,
    ) -> Job:
        """Long work: `done(result)` when it went well, else `failed()` with a sentence."""

        def finished(job: Job) -> None:
            error = job.future.exception()
            if error is None:
                done(job.future.result())
                return
            failed()
            if isinstance(error, Cancelled):
                self.state.told.emit(f"{name} was cancelled. Nothing half-done was left behind.")
            else:
                self.fail(error)

        self._watch.start()
        return (on or self.files).start(name, work, lambda job: self._ended.emit(job, finished))

    def hand(
        self,
        work: Callable[[], Any],
        done: Callable[[Any], None],
        failed: Callable[[], None] = lambda: None,
        painting: bool = False,
    ) -> None:
        """Quick work off the interface thread, in order; `done(result)` comes back on it.

        If `work` fails, that is told, and `failed()` is called in place of `done`. What is
        `painting` has a thread of its own, so that a brush waits for no picture.
        """
        self._waiting += 1

        def run() -> None:
            try:
                result = work()
            except Exception as error:
                self._called.emit(lambda problem=error: self._handed(self.fail, problem))
                self._called.emit(failed)
                return
            self._called.emit(lambda: self._handed(done, result))

        (self._brushes if painting else self._hands).submit(run)

    def close(self) -> None:
        self._settle.stop()
        self._watch.stop()
        self.files.close()
        self.exports.close()
        self.studies.close()
        self.jobs.close()
        self._hands.shutdown(wait=True, cancel_futures=True)
        self._brushes.shutdown(wait=True, cancel_futures=True)

    def _handed(self, then: Callable[[Any], None], result: Any) -> None:
        self._waiting -= 1
        then(result)

    def fail(self, error: BaseException) -> None:
        """Tell what went wrong in a sentence."""
        if isinstance(error, WoodcockError):
            self.state.failed.emit(str(error))
        elif isinstance(error, MemoryError):
            self.state.failed.emit(
                "There was not enough memory for this. Your work is kept. "
                "Close other programs, or choose a smaller frame size."
            )
        else:
            self.state.failed.emit(
                f"Something went wrong inside Woodcock ({type(error).__name__}: {error}). "
                "Your work is kept; save it under a new name to be safe."
            )

    def _changed(self) -> None:
        project = self.state.project
        if project.photo is None:
            return
        if not self.state.studio.ready(project) or self.state.gap_report is None:
            self._settle.start()

    def _bring_up_to_date(self) -> None:
        project, studio = self.state.project, self.state.studio
        if project.photo is None:
            return
        if not studio.ready(project):
            if self._rebuild and not self._rebuild.future.done():
                self._rebuild.cancel()
            self._rebuild = self.jobs.start(
                "Rebuilding",
                lambda progress: studio.sheet(project, progress),
                lambda job: self._ended.emit(job, self._rebuild_done),
            )
            self._watch.start()
        if self.state.gap_report is None:
            if self._check and not self._check.future.done():
                self._check.cancel()
            self._check = self.jobs.start(
                "Looking for gaps",
                lambda progress: (project, studio.gaps(project, progress)),
                lambda job: self._ended.emit(job, self._check_done),
            )

    def _rebuild_done(self, job: Job) -> None:
        error = job.future.exception()
        if error is not None and not isinstance(error, Cancelled):
            self.fail(error)
        self.rebuilt.emit()

    def _check_done(self, job: Job) -> None:
        error = job.future.exception()
        if error is None:
            self.state.gaps = job.future.result()
            self.state.touch()
        elif not isinstance(error, Cancelled):
            self.fail(error)

    def _end(self, job: Job, handler: Callable[[Job], None]) -> None:
        handler(job)
        self.progressed.emit()

    def _watched(self) -> None:
        self.progressed.emit()
        if self.shown is None:
            self._watch.stop()
