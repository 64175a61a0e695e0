"""Makes a clip of the open photo by itself; what each step made is shown as it comes."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable
from typing import NamedTuple

from PySide6.QtCore import QObject, QTimer, Signal

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.session import Job
from woodcock.session.auto import Step, Wish, auto_steps
from woodcock.texts import tr, tr_noop, within

# What each step is called while it is done, what is looked at when it is, and how.
STEPS = {
    "layers": (tr_noop("Layers"), "Separate"),
    "edges": (tr_noop("Fine edges"), "Separate"),
    "depth": (tr_noop("Depth"), "Stage"),
    "move": (tr_noop("The move"), "Rebuild"),  # what it will reveal: there are no frames of it yet
    "finish": (tr_noop("Focus and grain"), "Rebuild"),
    "rebuild": (tr_noop("Rebuilding what it shows"), "Move"),
}
_STOPPED = tr_noop("Stopped. What was made is kept; Undo takes it back.")
_LOOK = 1300  # ms for which each step's picture stays at the least


class Told(NamedTuple):
    """A step that is done, and what was found or chosen in it."""

    kind: str
    says: str


class ClipMaker(QObject):
    """One run at a time. What is done stays in the project as ordinary acts."""

    changed = Signal()
    _came = Signal(object, object)

    def __init__(self, state: State, work: Work, play: Callable[[], None]) -> None:
        super().__init__(state)
        self._state, self._work, self._play = state, work, play
        self._job: Job | None = None
        self._last: Project | None = None  # what the last step made
        self._to_show: deque[str] = deque()  # kinds of steps whose pictures wait for their turn
        self._clock = QTimer(self, interval=_LOOK)
        self._clock.timeout.connect(self._show_next)
        self.done: list[Told] = []
        self.shown = False  # whether the steps are worth showing
        self.stopped = ""  # why it ended early
        self._came.connect(self._take)
        state.document.on_change(self._document_changed)

    @property
    def running(self) -> bool:
        return self._job is not None

    @property
    def doing(self) -> str | None:
        """The step that is being done."""
        if not self.running:
            return None
        kinds = list(STEPS)
        number = kinds.index(self.done[-1].kind) + 1 if self.done else 0
        return kinds[number] if number < len(kinds) else None

    def start(self, wish: Wish | None = None) -> None:
        """Begin with the photo that is open; raises nothing, sentences go to the window."""
        project, state = self._state.project, self._state
        if project.photo is None or self.running:
            return
        self.done, self.stopped, self.shown, self._last = [], "", True, project
        room, studio = state.cutting, state.studio
        run: list[Job] = []

        def make(progress: Progress) -> None:
            for step in auto_steps(project, room, studio, wish or Wish(), progress):
                self._came.emit(run, step)

        self._job = self._work.run(
            tr("Making a clip"), make, lambda _: self._ended(), self._work.jobs, self._gave_up,
            quietly=True,
        )  # fmt: skip
        run.append(self._job)
        self.changed.emit()

    def stop(self) -> None:
        """End with what is done."""
        if self._job is not None:
            self.stopped = tr(_STOPPED)
            self._job.cancel()

    def put_away(self) -> None:
        """Show the steps no more."""
        self.shown = False
        self.changed.emit()

    def _take(self, run: list[Job], step: Step) -> None:
        """A step is done: it becomes an act, and is shown."""
        if self._job is None or self._job not in run or self._job.cancelled:
            return
        self.done.append(Told(step.kind, step.says))
        self._last = step.project
        if step.project != self._state.project:
            self._state.document.act(
                tr("Clip: {step}", step=within(tr(STEPS[step.kind][0]))), step.project
            )
        if step.move:
            self._state.tools.ready = step.move
        self._to_show.append(step.kind)
        if not self._clock.isActive():
            self._show_next()
            self._clock.start()
        self.changed.emit()

    def _show_next(self) -> None:
        """The next step's picture; after the last the clip plays."""
        if not self._to_show:
            self._clock.stop()
            if not self.running and not self.stopped:
                self._state.seek(0.0)
                self._play()
            return
        kind, tools = self._to_show.popleft(), self._state.tools
        tools.backdrop = "tint"
        tools.depth_look = "colours" if kind == "depth" else ""
        tools.reveal = STEPS[kind][1] == "Rebuild"
        self._state.go(STEPS[kind][1])
        self._state.touch()

    def _document_changed(self) -> None:
        """What somebody did by hand meanwhile counts; it is not written over."""
        if self.shown and self._last and self._state.project.photo != self._last.photo:
            self.shown = False  # another photo is open
            self._to_show.clear()
            self._clock.stop()
            self.changed.emit()
        if self._job is not None and self._state.project != self._last and not self.stopped:
            self.stopped = tr("You went on by hand, so the rest was left to you.")
            self._job.cancel()

    def _ended(self) -> None:
        self._job = None
        self.changed.emit()

    def _gave_up(self) -> None:
        cancelled = self._job is not None and self._job.cancelled
        self._job = None
        self._to_show.clear()
        why = tr(_STOPPED) if cancelled else tr("It could not go on. What was made is kept.")
        self.stopped = self.stopped or why
        self.changed.emit()
