"""What was found out about a project, told as long as what it depends on stays the same."""

from __future__ import annotations

from collections.abc import Callable
from typing import Generic, TypeVar

from woodcock.model import Project

_T = TypeVar("_T")


class Known(Generic[_T]):
    """A finding about `project`, which depends on what `part` gives of it and on nothing else.

    Whether it holds for another project is looked at once for each.
    """

    def __init__(self, project: Project, part: Callable[[Project], object], finding: _T) -> None:
        self._part, self._of, self._finding = part, part(project), finding
        self._asked: tuple[Project, _T | None] = project, finding

    def of(self, project: Project) -> _T | None:
        """The finding, None if it does not hold for `project`."""
        if self._asked[0] is not project:
            same = self._part(project) == self._of
            self._asked = project, self._finding if same else None
        return self._asked[1]
