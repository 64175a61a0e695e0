"""That nothing is lost: the journal, what a crash left, earlier saves, whose a project file is."""

from __future__ import annotations

import contextlib
import time
from collections.abc import Callable
from concurrent.futures import wait
from functools import partial
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QTimer, Signal
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QWidget

from woodcock.app.controls.plain import Box
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.errors import WoodcockError
from woodcock.media.archive import Stamp
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.session import Jobs
from woodcock.session.keeping import Keeping
from woodcock.session.project_lock import BEAT, Held, Holder
from woodcock.session.state_files import cannot_keep, told_of
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.session.journal import Left
    from woodcock.session.moments import Moment
    from woodcock.session.pool import Pool

_PATIENCE = 1.5  # seconds for giving a project's file back
Opener = Callable[[Callable[[Progress], Project], Callable[[Project], None]], None]


class Safe(QObject):
    """Keeps the window's work safe, and offers what was kept."""

    _told = Signal(str)

    def __init__(self, window: QWidget, state: State, work: Work) -> None:
        super().__init__(window)
        self._window, self._state, self._work = window, state, work
        self._told.connect(state.told.emit)
        self.keeping = Keeping(state.document, self._told.emit)
        self._looking, self._locks = Jobs(), Jobs()  # a slow disk keeps nothing else waiting
        self._held = Held()  # touched by the locks' own thread only
        self._path: Path | None = None
        state.document.on_change(self._follow)
        self._beat = QTimer(self, interval=round(BEAT * 1000))
        self._beat.timeout.connect(self._renew)
        self._beat.start()

    def saved(self, project: Project, path: Path, stamp: Stamp, act: str) -> None:
        """A save, after that act, is to be remembered as a version."""
        self.keeping.saved(project, path, stamp, act)

    def close(self, keep: bool) -> None:
        """End the journal, kept for the next start or not; give the project's file back."""
        self._beat.stop()
        self._path = None  # nobody is asked about a lock any more
        self._looking.stop()
        release = self._locks.start("Lock", lambda _: self._held.follow(None), lambda _: None)
        self.keeping.close(keep)
        wait([release.future], _PATIENCE)
        self._locks.stop()

    def look_back(self, opener: Opener) -> None:
        """Offer what a crash left of work that was not saved; clear up what else it left."""
        self._look("Looking for unsaved work", _left, partial(self._offer, opener))
        self._look("State", lambda _: [*cannot_keep(), *told_of()], self._tell)

    def _tell(self, sentences: list[str]) -> None:
        if sentences:
            self._state.told.emit(" ".join(sentences))

    def earlier_saves(self) -> None:
        """Show the project's last saves, any of which can be brought back."""
        path = self._state.document.path
        if path is None:
            self._state.told.emit(
                tr("This project was not saved yet, so there are no earlier saves.")
            )
            return
        self._work.run(
            tr("Looking for earlier saves"), lambda _: _versions(path), self._show_versions
        )

    def _offer(self, opener: Opener, found: list[tuple[Left, QImage | None]]) -> None:
        from woodcock.app.moments_dialog import Choice, MomentRow, MomentsDialog

        if not found:
            return
        lefts = [left for left, _ in found]

        def give_back() -> None:
            for left in lefts:
                left.give_back()

        def opened(left: Left) -> None:
            lefts.remove(left)
            give_back()
            self._open_left(left, opener)

        def discarded(left: Left) -> None:
            lefts.remove(left)
            self._look("Throwing away", lambda _: left.discard(), lambda _: None)

        rows = [
            MomentRow(
                image,
                _name(left.moment),
                tr("{clock}. Last act: {act}.", clock=_clock(left.moment.at), act=left.moment.act),
                (
                    Choice(tr("Open it"), tr("Go on where it ended"), partial(opened, left)),
                    Choice(
                        tr("Throw it away"),
                        tr("Remove what was kept of it"),
                        partial(discarded, left),
                        False,
                    ),
                ),
            )
            for left, image in found
        ]
        about = tr(
            "Woodcock ended without closing. This is what was kept of work that was not saved; "
            "nothing of the project files themselves was changed."
        )
        dialog = MomentsDialog(
            self._window, tr("Unsaved work"), about, rows, tr("Not now"),
            give_back,
        )  # fmt: skip
        dialog.leave.setToolTip(tr("It is offered again at the next start"))
        dialog.open()

    def _open_left(self, left: Left, opener: Opener) -> None:
        moments: list[Moment] = []

        def load(_: Progress) -> Project:
            try:
                moments.append(left.open(self._state.document.store))
            except WoodcockError:
                left.give_back()
                raise
            return moments[-1].project

        def opened(project: Project) -> None:
            moment = moments[-1]
            self._state.open(project, moment.file, saved=False, stamp=moment.since)
            self._state.go("Stage" if len(project.layers) > 1 else "Separate")
            self._state.told.emit(tr("Your work is back, up to: {act}. Save it.", act=moment.act))

            def discard(_: Progress) -> None:
                if self.keeping.flush():  # from now on it is in this window's own journal
                    left.discard()

            self._look("Keeping", discard, lambda _: None)

        opener(load, opened)

    def _show_versions(self, found: list[tuple[Moment, QImage | None]]) -> None:
        from woodcock.app.moments_dialog import Choice, MomentRow, MomentsDialog

        rows = [
            MomentRow(
                image,
                _clock(moment.at),
                tr(
                    "%n layers, {seconds:g} s. Last act: {act}.",
                    "",
                    len(moment.project.layers),
                    seconds=moment.project.frame.seconds,
                    act=moment.act,
                ),
                (
                    Choice(
                        tr("Bring it back"),
                        tr("Make it the present project; undo takes that back"),
                        partial(self._bring_back, moment),
                    ),
                ),
            )
            for moment, image in found
        ]
        if not rows:
            self._state.told.emit(tr("No earlier saves were kept of this project."))
            return
        about = tr(
            "The last saves of this project. What you bring back takes the place of what is open; "
            "the file changes only when you save."
        )
        MomentsDialog(self._window, tr("Earlier saves"), about, rows, tr("Close")).open()

    def _bring_back(self, moment: Moment) -> None:
        from woodcock.session.versions import open_version

        store = self._state.document.store

        def opened(_: object) -> None:
            self._state.act(
                tr("Bring back {clock}", clock=_clock(moment.at)), lambda _: moment.project
            )

        self._work.run(tr("Opening"), lambda _: open_version(moment, store), opened)

    def _follow(self) -> None:
        """Have the lock of the project that is open now, and of no other."""
        document = self._state.document
        if document.path == self._path:
            return
        self._path = path = document.path

        def told(other: Holder | None) -> None:
            if other is not None and self._path == path:  # no other was opened meanwhile
                self._ask_whether_a_copy(path, other)

        self._lock(lambda _: self._held.follow(path), told)

    def _ask_whether_a_copy(self, path: Path | None, holder: Holder) -> None:
        assert path is not None
        document = self._state.document
        document.read_only = True
        self._state.touch()
        told = tr(
            "{name} is open in another Woodcock ({why}).", name=path.name, why=holder.sentence
        )
        box = Box(self._window, Box.Icon.Warning, tr("Open elsewhere"), told)
        box.setInformativeText(
            tr(
                "Work on a copy, which you save under another name, or only look at it: nothing is "
                "written into its file from here."
            )
        )
        copy = box.addButton(tr("Work on a copy"), Box.ButtonRole.AcceptRole)
        box.addButton(tr("Only look"), Box.ButtonRole.RejectRole)
        copy.clicked.connect(lambda: document.become_a_copy(path))
        box.open()

    def _renew(self) -> None:
        self._lock(lambda _: self._held.renew(), lambda _: None)

    def _lock(self, work: Callable[[Progress], object], done: Callable) -> None:
        self._run("Lock", work, done, self._locks)

    def _look(self, name: str, work: Callable[[Progress], object], done: Callable) -> None:
        self._run(name, work, done, self._looking)

    def _run(self, name: str, work: Callable[[Progress], object], done: Callable, on: Jobs) -> None:
        """Quiet work, whose name is shown to nobody."""
        self._work.run(name, work, done, on=on, quietly=True)


def _left(_: Progress) -> list[tuple[Left, QImage | None]]:
    """What was left behind, with pictures; everything else that was left goes."""
    from woodcock.session.journal import left_behind
    from woodcock.session.leftovers import clear_up

    found = []
    for left in left_behind():
        found.append((left, _picture(left.moment, left.pool)))
    clear_up()
    return found


def _versions(path: Path) -> list[tuple[Moment, QImage | None]]:
    from woodcock.session.pool import Pool
    from woodcock.session.versions import versions_of

    found = []
    for moment in versions_of(path):
        found.append((moment, _picture(moment, Pool())))
    return found


def _picture(moment: Moment, pool: Pool) -> QImage | None:
    from woodcock.app.moments_dialog import PICTURE
    from woodcock.app.picture.image import image_of
    from woodcock.session.moments import DAMAGE, reader
    from woodcock.session.small import small_picture

    with contextlib.suppress(*DAMAGE), reader(moment, pool) as read:
        pixels = small_picture(moment.project, read, 2 * PICTURE)
        return None if pixels is None else image_of(pixels).copy()
    return None


def _name(moment: Moment) -> str:
    if moment.file is not None:
        return moment.file.name
    photo = moment.project.photo
    return tr("{name}, not saved yet", name=photo.name) if photo else tr("Not saved yet")


def _clock(at: float) -> str:
    return time.strftime("%A %d %B, %H:%M", time.localtime(at))
