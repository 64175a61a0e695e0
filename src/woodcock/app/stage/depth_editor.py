"""Edits of the depth map, done one after the other off the interface thread."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable

from msgspec.structs import replace

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.pixels.store import PixelStore

Edit = Callable[[Project, PixelStore], Project]


class DepthEditor:
    def __init__(self, state: State, work: Work) -> None:
        self.state, self._work = state, work
        self._waiting: deque[tuple[str, Edit, str | None]] = deque()
        self._busy = False

    @property
    def layer(self) -> str | None:
        """The only layer that edits may touch; None is the whole map."""
        return self.state.selected if self.state.tools.depth_layer else None

    def edit(self, name: str, edit: Edit, merge: str | None = None) -> None:
        """Have the project's depth map changed as one act, after the edits before it."""
        if merge is not None:
            # Of a control that is being dragged only the newest place counts.
            self._waiting = deque(x for x in self._waiting if x[2] != merge)
        self._waiting.append((name, edit, merge))
        if not self._busy:
            self._next()

    def _next(self) -> None:
        if not self._waiting:
            return
        self._busy = True
        name, edit, merge = self._waiting.popleft()
        project, store = self.state.project, self.state.document.store

        def done(made: Project) -> None:
            self._busy = False
            if self.state.project.photo == project.photo:
                self.state.act(name, lambda p: _with_depth(p, made), merge)
            self._next()

        def failed() -> None:
            self._busy = False
            self._next()

        self._work.hand(lambda: edit(project, store), done, failed)


def _with_depth(project: Project, made: Project) -> Project:
    return replace(project, depth=made.depth)
