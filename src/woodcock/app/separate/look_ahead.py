"""The net asked where a stroke is that is still being drawn, so that its cut waits for less."""

from __future__ import annotations

from contextlib import suppress

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.errors import Cancelled
from woodcock.session.stroke import Stroke


class LookAhead:
    """One look after the other: what was drawn last comes next, what lies between is left out."""

    def __init__(self, state: State, work: Work) -> None:
        self._state, self._work = state, work
        self._now: Stroke | None = None  # where the net looks
        self._next: Stroke | None = None  # what was drawn meanwhile

    def at(self, stroke: Stroke) -> None:
        """Look there now, or once the present look is done."""
        if self._now is not None:
            self._next = stroke
            return
        self._now = self._next = stroke
        project, room = self._state.project, self._state.cutting

        def look() -> None:
            with suppress(Cancelled):
                room.look_ahead(project, stroke, lambda *_: self._next is not None)

        self._work.hand(look, self._done, self._done, "looks")

    def stop(self) -> None:
        """The stroke is drawn, or given up: what is not looked at yet is left to its cut."""
        self._next = None

    def _done(self, _: object = None) -> None:
        looked, newer = self._now, self._next
        self._now = self._next = None
        if newer is not None and newer is not looked:
            self.at(newer)
