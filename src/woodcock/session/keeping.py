"""Keeping what is done to a document safe: after every act, on a thread of its own."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from pathlib import Path

from woodcock.background import step_back
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.archive import Stamp
from woodcock.media.atomic import sentence
from woodcock.model import Project
from woodcock.session.document import Document
from woodcock.session.journal import Journal
from woodcock.session.moments import Moment, plain
from woodcock.session.versions import keep_version, tidy
from woodcock.texts import tr

_QUIET, _LATEST = 0.4, 1.2  # seconds without an act, and since the first one, until it is written
_RETRY = 5.0  # seconds
_log = logging.getLogger(__name__)


class Keeping:
    """Writes a document's acts to a journal, and remembers its saves as versions.

    `told(sentence)` is called, on the thread, when that can't be done, and when it can be again.
    """

    def __init__(
        self,
        document: Document,
        told: Callable[[str], None] = lambda sentence: None,
        root: Path | None = None,
    ) -> None:
        self._document, self._told, self._root = document, told, root
        self._journal: Journal | None = None
        self._noted: Moment | None = None  # what was noted last
        self._unkept: Moment | None = None  # what could not be written: it is tried again
        self._pending: Moment | None = None
        self._since = self._last = 0.0  # when the first and the last that waits was noted
        self._saves: list[Moment] = []
        self._behind: Moment | None = None  # whose pixels are not all in the pool yet
        self._busy = self._closing = self._failing = False
        self._wake = threading.Condition()
        document.on_change(self._changed)
        self._thread = threading.Thread(target=self._run, name="keeping", daemon=True)
        self._thread.start()

    def saved(self, project: Project, path: Path, stamp: Stamp, act: str) -> None:
        """A save, after that act, is to be remembered."""
        moment = Moment(time.time(), act, project, str(path), plain(stamp), saved=True)
        with self._wake:
            self._saves.append(moment)
            self._wake.notify()

    def encoded(self, name: str) -> bytes | None:
        """PNG bytes of pixels that the journal has already."""
        return self._journal.pool.encoded(name) if self._journal else None

    def flush(self, seconds: float = 10.0) -> bool:
        """Wait until all that was done is on the disk; False if it takes longer."""
        end = time.monotonic() + seconds
        with self._wake:
            self._since = 0.0  # nothing waits any longer
            self._wake.notify()
            while self._pending or self._saves or self._busy:
                if not self._wake.wait(max(end - time.monotonic(), 0.0)):
                    return False
        return True

    def close(self, keep: bool, seconds: float = 1.0) -> None:
        """End the journal; to `keep` it, what is not written yet is, and the next start finds it.

        Waits up to so many seconds.
        """
        if keep:
            self.flush(seconds)
        with self._wake:
            self._closing = True
            if not keep:
                self._pending = None
            self._wake.notify()
        self._thread.join(seconds)
        if self._journal is not None:
            self._journal.close(keep)

    def _changed(self) -> None:
        document = self._document
        moment = Moment(
            time.time(),
            document.undo_name or tr("Open"),
            document.project,
            str(document.path or ""),
            plain(document.stamp),
            not document.unsaved,
        )
        before = self._noted
        if before is None and document.project == Project():
            return  # nothing was done yet
        if before is not None and (
            moment.project is before.project
            and (moment.saved, moment.path) == (before.saved, before.path)
        ):
            return
        self._noted = moment
        with self._wake:
            now = time.monotonic()
            if self._pending is None:
                self._since = now
            self._last, self._pending = now, moment
            self._wake.notify()

    def _run(self) -> None:
        step_back()
        while True:
            with self._wake:
                self._busy = False
                self._wake.notify_all()
                self._wait()
                moment, self._pending = self._pending, None
                if self._closing and moment is None and not self._saves:
                    return
                self._busy = True
            self._unkept = moment or self._unkept  # until it is
            try:
                self._keep(self._unkept)
                self._unkept = None
                self._told_of(None)
            except Cancelled:  # let go before it was written: there is a later one
                self._unkept = None
            except WoodcockError as error:
                self._told_of(str(error))
            except OSError as error:
                self._told_of(sentence(error, self._the_journal().folder))
            except Exception as error:
                _log.exception("the journal failed")
                self._told_of(f"({type(error).__name__}: {error})")

    def _wait(self) -> None:
        """Until something is to be done, and for a moment longer: acts come in rows."""
        while not (self._pending or self._saves or self._behind or self._closing):
            if not self._wake.wait(_RETRY if self._unkept else None) and self._unkept:
                return
        while self._pending and not self._closing:
            now = time.monotonic()
            left = min(self._last + _QUIET, self._since + _LATEST) - now
            if left <= 0:
                return
            self._wake.wait(left)

    def _keep(self, moment: Moment | None) -> None:
        journal, store = self._the_journal(), self._document.store
        if moment is not None:
            self._behind = None
            with store.held(moment.names):
                shorter = journal.write(moment, store)
            if shorter:
                tidy(self._root)
            self._behind = None if moment.saved else moment
        while self._saves and not self._pending:
            save = self._saves.pop(0)
            with store.held(save.names):
                if not journal.gather(save, store, lambda: self._pending is not None):
                    self._saves.insert(0, save)
                    return
            keep_version(save, self._root)
        behind, self._behind = self._behind, None
        if behind is not None and not self._closing and not self._pending:
            stop = lambda: self._pending is not None or self._closing  # noqa: E731
            with store.held(behind.names):
                if not journal.gather(behind, store, stop):
                    self._behind = behind

    def _the_journal(self) -> Journal:
        if self._journal is None:
            self._journal = Journal(self._root)
        return self._journal

    def _told_of(self, problem: str | None) -> None:
        """Say so once when keeping fails, and once when it works again."""
        if problem is not None:
            _log.warning("the work is not kept: %s", problem)
        if (problem is not None) == self._failing:
            return
        self._failing = problem is not None
        self._told(
            tr(
                "What you do can't be kept for the case of a crash: {problem} Save your work.",
                problem=problem,
            )
            if problem
            else tr("What you do is kept again for the case of a crash.")
        )
