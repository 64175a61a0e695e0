"""The open project with its history. The window redraws from the value it holds."""

from __future__ import annotations

import logging
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from pathlib import Path

from woodcock.media.archive import Stamp
from woodcock.media.contents import files_of, pixels_of
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.session.preferences import preferences
from woodcock.texts import tr

_log = logging.getLogger(__name__)


@dataclass(frozen=True)
class _Step:
    name: str
    project: Project
    merge: str | None = None

    @cached_property
    def names(self) -> frozenset[str]:
        """Of all pixels and files the project holds."""
        return frozenset((*pixels_of(self.project), *files_of(self.project)))


class Document:
    """A project, the way it came to be, and where it is saved. Used from one thread only."""

    def __init__(
        self,
        project: Project | None = None,
        store: PixelStore | None = None,
        undo_bytes: int | None = None,
    ) -> None:
        self.store = store or PixelStore()
        self.undo_bytes = preferences().undo_bytes if undo_bytes is None else undo_bytes
        self.path: Path | None = None
        self.stamp: Stamp | None = None  # of the file there, as it was read or written last
        self.read_only = False  # the file there is another's
        self._steps = [_Step(tr("New"), project or Project())]
        self._at = 0
        self._saved = self.project
        self._listeners: list[Callable[[], None]] = []
        self._undo_listeners: list[Callable[[str], None]] = []

    @property
    def project(self) -> Project:
        return self._steps[self._at].project

    @property
    def undo_name(self) -> str | None:
        """What undo takes back, or None if there is nothing."""
        return self._steps[self._at].name if self._at else None

    @property
    def redo_name(self) -> str | None:
        """What redo does again, or None if there is nothing."""
        return self._steps[self._at + 1].name if self._at + 1 < len(self._steps) else None

    @property
    def unsaved(self) -> bool:
        return self.project != self._saved

    def on_change(self, listener: Callable[[], None]) -> None:
        """Call `listener` after every change of the project, its history or its path."""
        self._listeners.append(listener)

    def act(self, name: str, project: Project, merge: str | None = None) -> None:
        """Make `project` the present one, as an act called `name`.

        Acts with the same `merge` in a row, such as the moments of one drag, undo as one. An act
        that changes nothing leaves no trace, nor does a row of them that ends where it began.
        """
        if project == self.project:
            return
        last = self._steps[self._at]
        keep = self._at
        if merge is not None and last.merge == merge and self._at > 0:
            keep -= 1
            if project == self._steps[keep].project:  # the drag came back to where it began
                dropped = self._steps[keep + 1 :]
                self._steps, self._at = self._steps[: keep + 1], keep
                self._let_go(dropped)
                self._tell()
                return
        dropped = self._steps[keep + 1 :]
        self._steps = [*self._steps[: keep + 1], _Step(name, project, merge)]
        self._at = len(self._steps) - 1
        self._let_go(dropped)
        self._bound()
        self._tell()

    def seal(self) -> None:
        """End a row of merging acts: the next one undoes by itself."""
        step = self._steps[self._at]
        self._steps[self._at] = _Step(step.name, step.project)

    def undo(self) -> None:
        if self._at:
            self._at -= 1
            self._tell()

    def redo(self) -> None:
        if self._at + 1 < len(self._steps):
            self._at += 1
            self._tell()

    def open(
        self,
        project: Project,
        path: Path | None,
        *,
        saved: bool = True,
        stamp: Stamp | None = None,
    ) -> None:
        """Start over with another project; `saved` False marks it as not yet on the disk."""
        self.path, self.stamp, self.read_only = path, stamp, False
        before = self._steps
        self._steps = [_Step(tr("Open"), project)]
        self._at = 0
        self._let_go(before)
        self._saved = project if saved else Project()
        self.store.keep_only(self._steps[0].names)
        self._tell()

    def mark_saved(self, project: Project, path: Path, stamp: Stamp | None = None) -> None:
        """Remember that `project`, perhaps no longer the present one, is on the disk at `path`."""
        self._saved = project
        self.path, self.stamp, self.read_only = path, stamp, False
        self._tell()

    def become_a_copy(self, path: Path) -> None:
        """Belong to no file from now on, if it is still the one at `path`."""
        if self.path == path:
            self.path, self.read_only = None, False
            self._saved = Project()
            self._tell()

    def on_undo_lost(self, listener: Callable[[str], None]) -> None:
        """Call `listener` with a sentence when the oldest acts can be undone no more."""
        self._undo_listeners.append(listener)

    def _let_go(self, dropped: Sequence[_Step]) -> None:
        """Free the pixels that only these steps had."""
        gone = {name for step in dropped for name in step.names} - self._steps[self._at].names
        if gone:
            self.store.drop(gone.difference(*(step.names for step in self._steps)))

    def _bound(self) -> None:
        """Drop the oldest acts while undo takes up too much memory."""
        lost, freed = 0, 0
        while self._at > 0 and self.store.bytes > self.undo_bytes:
            now = self._steps[self._at].names
            if not frozenset().union(*(step.names for step in self._steps)) - now:
                break  # what is left belongs to the project itself
            before = self.store.bytes
            self._let_go_oldest()
            lost, freed = lost + 1, freed + before - self.store.bytes
        if lost:
            sentence = tr(
                "The %n oldest acts can't be undone any more: undo had no room left "
                "({undo_bytes:,.0f} MB, {freed:,.0f} MB are free again).",
                "",
                lost,
                undo_bytes=self.undo_bytes / 1000000.0,
                freed=freed / 1000000.0,
            )
            _log.info(sentence)
            for listener in self._undo_listeners:
                listener(sentence)

    def _let_go_oldest(self) -> None:
        oldest, self._steps, self._at = self._steps[0], self._steps[1:], self._at - 1
        self._let_go([oldest])

    def _tell(self) -> None:
        for listener in self._listeners:
            listener()
