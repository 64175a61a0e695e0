"""What was found out about a project, told only while the project is still that one."""

from __future__ import annotations

from typing import Generic, TypeVar

from woodcock.model import Project

_T = TypeVar("_T")


class Known(Generic[_T]):
    """A finding about `project`; whether another is the same is looked at once for each."""

    def __init__(self, project: Project, finding: _T) -> None:
        self._project, self._finding = project, finding
        self._asked: tuple[Project, _T | None] = project, finding

    def of(self, project: Project) -> _T | None:
        """The finding, None if `project` is another."""
        if self._asked[0] is not project:
            self._asked = project, self._finding if project == self._project else None
        return self._asked[1]
