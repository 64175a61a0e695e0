"""Whose colours are graded: the base of the rows of a grade."""

from __future__ import annotations

from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.model import FILM, Grade
from woodcock.session import film


def graded_owner(state: State) -> str:
    """Whose grade is set: `FILM`, or the selected layer's id."""
    layer = state.layer if state.tools.graded == "layer" else None
    return layer.id if layer else FILM


class GradedRows(TimedRows):
    """Rows of numbers of that grade."""

    def owner(self) -> str:
        return graded_owner(self.state)

    @property
    def grade(self) -> Grade:
        return film.grade_of(self.state.project, self.owner())
