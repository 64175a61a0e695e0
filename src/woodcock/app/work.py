"""Background work on behalf of the window: previews, rebuilding, gap checks, files."""

from __future__ import annotations

import logging
import time
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor, wait
from functools import partial
from typing import TYPE_CHECKING, Any, Literal, get_args

from PySide6.QtCore import QObject, QTimer, Signal, SignalInstance

from woodcock.app.export.exports import Exports
from woodcock.app.known import Known
from woodcock.app.state import State
from woodcock.app.surprises import NO_MEMORY
from woodcock.background import EYE, HAND, step_back
from woodcock.errors import Cancelled, WoodcockError
from woodcock.model import Project
from woodcock.progress import Progress, part
from woodcock.session import Job, Jobs
from woodcock.session.depends import covered_of, drawn_of, moved_of
from woodcock.session.wording import inside
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.render import GapReport
    from woodcock.session.speed import SpeedReport
    from woodcock.session.studio import Studio

Thread = Literal["hands", "brushes", "ears", "looks"]
_log = logging.getLogger(__name__)
_FLAT = ("Photo", "Separate")  # steps that show the photo itself, whatever is rebuilt
_SETTLE = 250  # ms without a change before the plates are rebuilt


def _checked(
    studio: Studio, project: Project, progress: Progress, told: Callable[[GapReport], None]
) -> tuple[Project, GapReport, SpeedReport]:
    """The gaps and the speeds of a clip."""
    from woodcock.session.speed import find_speeds

    gaps = studio.gaps(project, part(progress, 0.0, 0.8), told)
    return project, gaps, find_speeds(project, studio.store, part(progress, 0.8, 1.0))


class Work(QObject):
    """Jobs with progress for the window; results come back on the interface thread."""

    progressed = Signal()
    rebuilt = Signal()
    _ended = Signal(object, object)
    _called = Signal(object)

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.state = state
        self.jobs = Jobs()
        self.files = Jobs()
        self.exports = Exports(state)  # of their own: saving must not wait for a long export
        self.studies = Jobs()  # nor a stroke for a rebuild
        self.travels = Jobs()
        self.extending = Jobs()  # what was asked for by hand waits for no search
        self._threads = {
            name: ThreadPoolExecutor(1, name, partial(step_back, EYE if name == "ears" else HAND))
            for name in get_args(Thread)
        }
        self._closed = False
        self._handing: list[Future[None]] = []
        self._ended.connect(self._end)
        self._called.connect(lambda call: call())
        self._rebuild: Job | None = None
        self._check: Job | None = None
        self._rest: Job | None = None
        self._done_for: Known[bool] | None = None  # what these two are, or were, done for
        self._failed_for: Known[bool] | None = None  # what they can't be done for
        self._held = False  # a hand is at work
        self._waiting = 0
        self._settle = QTimer(self, singleShot=True, interval=_SETTLE)
        self._settle.timeout.connect(self._bring_up_to_date)
        self._watch = QTimer(self, interval=120)
        self._watch.timeout.connect(self._watched)
        state.changed.connect(self._changed)
        self.exports.changed.connect(self._exported)

    @property
    def shown(self) -> Job | None:
        """The job whose progress is worth showing: files first, then rebuilding."""
        queues = (self.files, self.exports, self.studies, self.extending, self.jobs)
        running = (job for queue in queues for job in queue.running)
        return next((job for job in running if job not in (self._check, self._rest)), None)

    @property
    def idle(self) -> bool:
        return not (
            self.files.running
            or self.exports.busy
            or self.studies.running
            or self.jobs.running
            or self.travels.running
            or self.extending.running
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
        quietly: bool = False,
        lasting: bool = False,
    ) -> Job:
        """Long work: `done(result)` when it went well, else `failed()` with a sentence.

        What runs `quietly` says nothing when it is cancelled. A cancel that comes too late for the
        work still drops its result, unless what it did is `lasting`, such as a written file.
        """

        def finished(job: Job) -> None:
            error = job.future.exception()
            if error is None and job.cancelled and not lasting:
                error = Cancelled()
            if error is None:
                done(job.future.result())
                return
            failed()
            if isinstance(error, Cancelled):
                if quietly:
                    return
                self.state.told.emit(
                    tr("{name} was cancelled. Nothing half-done was left behind.", name=name)
                )
            else:
                self.fail(error)

        self._watch.start()
        return (on or self.files).start(
            name, work, lambda job: self._tell(self._ended, job, finished)
        )

    def hand(
        self,
        work: Callable[[], Any],
        done: Callable[[Any], None],
        failed: Callable[[], None] = lambda: None,
        thread: Thread = "hands",
    ) -> None:
        """Quick work off the interface thread, in order; `done(result)` comes back on it.

        If `work` fails, that is told, and `failed()` is called in place of `done`. Brushes and ears
        have threads of their own: a brush waits for no picture, and nothing waits for a mix.
        """
        if self._closed:
            return
        self._waiting += 1

        def run() -> None:
            try:
                result = work()
            except Exception as error:
                self._tell(self._called, lambda problem=error: self._handed(self.fail, problem))
                self._tell(self._called, failed)
                return
            self._tell(self._called, lambda: self._handed(done, result))

        self._handing = [x for x in self._handing if not x.done()]
        self._handing.append(self._threads[thread].submit(run))

    def _tell(self, signal: SignalInstance, *said: object) -> None:
        """From another thread; what comes to its end after the window is told to nobody."""
        if not self._closed:
            signal.emit(*said)

    def close(self, seconds: float) -> None:
        """Stop everything, and wait up to so many seconds for it."""
        self._closed = True
        end = time.monotonic() + seconds
        self._settle.stop()
        self._watch.stop()
        queues = (self.files, self.studies, self.travels, self.extending, self.jobs)
        for queue in queues:
            queue.stop()
        for thread in self._threads.values():
            thread.shutdown(wait=False, cancel_futures=True)
        self.exports.close(seconds)
        for queue in queues:
            queue.close(max(end - time.monotonic(), 0.0))
        wait(self._handing, max(end - time.monotonic(), 0.0))

    def _handed(self, then: Callable[[Any], None], result: Any) -> None:
        self._waiting -= 1
        then(result)

    def fail(self, error: BaseException) -> None:
        """Tell what went wrong in a sentence."""
        if isinstance(error, Cancelled):  # nobody waits for it any more
            return
        if isinstance(error, WoodcockError):
            self.state.failed.emit(str(error))
        elif isinstance(error, MemoryError):
            self.state.failed.emit(tr(NO_MEMORY))
        else:
            _log.error("told: %s", error, exc_info=error)
            self.state.failed.emit(
                tr(
                    "{inside} Your work is kept; save it under a new name to be safe.",
                    inside=inside(error),
                )
            )

    def hold(self, on: bool) -> None:
        """A hand is at work, or rests again: what was set going by it waits, and what still runs
        stops, until it rests. What is finished of it is kept."""
        if on != self._held:
            self._held = on
            self.exports.hold(on)
            if on:
                self._give_way()
            self._changed()

    def _give_way(self) -> None:
        """Stop what runs by itself."""
        for job in (self._rebuild, self._check, self._rest):
            if job is not None and not job.future.done():
                job.cancel()

    @property
    def _looked_at(self) -> bool:
        """Whether the step shows anything that rebuilding makes."""
        return self.state.step not in _FLAT

    def _changed(self) -> None:
        project = self.state.project
        if project.photo is None:
            return
        if self._done_for is not None and self._done_for.of(project) is None:
            self._give_way()  # out of date, or soon
        if self._held or not self._looked_at or self._is_hopeless(project):
            self._settle.stop()
        elif self._lacking(project):
            self._settle.start()

    def _is_hopeless(self, project: Project) -> bool:
        """Whether it failed for this very project: nothing would be another way a second time."""
        return self._failed_for is not None and self._failed_for.of(project) is not None

    def _lacking(self, project: Project) -> bool:
        """Whether plates or findings of the project as it is now are not at hand."""
        state = self.state
        return (
            not state.studio.finished(project)
            or state.gap_report is None
            or state.speed_report is None
        )

    def _bring_up_to_date(self) -> None:
        project, studio = self.state.project, self.state.studio
        if project.photo is None:
            return
        same = self._done_for is not None and self._done_for.of(project) is not None

        def asked(job: Job | None) -> bool:
            """Whether this very question waits, or is being answered."""
            return same and job is not None and not (job.future.done() or job.cancelled)

        self._done_for = Known(project, drawn_of, True)
        if not studio.ready(project) and not asked(self._rebuild):
            self._rebuild = self.jobs.start(
                tr("Rebuilding"),
                lambda progress: studio.atlas(project, progress),
                lambda job: self._tell(self._ended, job, self._rebuild_done),
                once=True,
            )
            self._watch.start()
        unknown = self.state.gap_report is None or self.state.speed_report is None
        if unknown and not asked(self._check):

            def seen(report: GapReport) -> None:
                self._tell(self._called, lambda: self._seen(project, report))

            self._check = self.jobs.start(
                tr("Looking for gaps"),
                lambda progress: _checked(studio, project, progress, seen),
                lambda job: self._tell(self._ended, job, self._check_done),
                once=True,
            )
        if not studio.finished(project) and not asked(self._rest):
            self._rest = self.jobs.start(
                tr("Filling what no frame shows"),
                lambda progress: studio.finish(project, progress),
                lambda job: self._tell(self._ended, job, self._rest_done),
                once=True,
            )

    def _seen(self, project: Project, report: GapReport) -> None:
        """What the first frames that were looked at show: the rest is still to come."""
        self.state.first_gaps = Known(project, covered_of, report)
        self.state.touch()

    def _rebuild_done(self, job: Job) -> None:
        error = job.future.exception()
        if error is not None and not isinstance(error, Cancelled):
            self._failed_for = self._done_for
            self.fail(error)
        self.rebuilt.emit()
        self.state.touch()

    def _rest_done(self, job: Job) -> None:
        if job.future.exception() is None or not self._is_hopeless(self.state.project):
            self._rebuild_done(job)

    def _check_done(self, job: Job) -> None:
        error = job.future.exception()
        if error is None:
            project, gaps, speeds = job.future.result()
            self.state.gaps = Known(project, covered_of, gaps)
            self.state.speeds = Known(project, moved_of, speeds)
            self.state.touch()
        elif not isinstance(error, Cancelled) and not self._is_hopeless(self.state.project):
            self._failed_for = self._done_for
            self.fail(error)

    def _end(self, job: Job, handler: Callable[[Job], None]) -> None:
        handler(job)
        self.progressed.emit()

    def _exported(self) -> None:
        self._watch.start()
        self.progressed.emit()

    def _watched(self) -> None:
        self.progressed.emit()
        if self.shown is None:
            self._watch.stop()
