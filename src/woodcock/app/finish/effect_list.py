"""A list of what is in the air, of what shines, or of what is heard."""

from __future__ import annotations

from collections.abc import Sequence

from woodcock.app.controls.ticked_list import Adding, Ticked, TickedList
from woodcock.app.state import State
from woodcock.model import Effect, Project
from woodcock.session import airs
from woodcock.texts import tr


class EffectList(TickedList):
    """`offered` are groups of what can be added: its name, and the act that adds it.

    `tool` is the tool setting that holds the id of the chosen one.
    """

    def __init__(
        self,
        state: State,
        tool: str,
        text: str,
        offered: Sequence[tuple[str, Sequence[tuple[str, Adding]]]],
        empty: str,
    ) -> None:
        tip = tr("Choose from a list; all of it can be changed afterwards")
        super().__init__(state, text, tip, empty)
        self._tool = tool
        for title, entries in offered:
            self.menu.addSection(title) if title else None
            for name, act in entries:
                self.offer(name, act)

    def effects(self) -> Sequence[Effect]:
        """What is listed."""
        raise NotImplementedError

    def listed(self) -> Sequence[Ticked]:
        return [Ticked(x.name, x.id, x.visible) for x in self.effects()]

    def chosen(self) -> str:
        """The chosen one; the first if none is."""
        wanted, ids = getattr(self.state.tools, self._tool), [x.id for x in self.effects()]
        if ids and wanted not in ids:
            wanted = ids[0]
            self.choose(wanted)
        return wanted if wanted in ids else ""

    def choose(self, one: str) -> None:
        setattr(self.state.tools, self._tool, one)

    def switched(self, project: Project, one: str, on: bool) -> Project:
        return airs.set_effect(project, one, visible=on)

    def renamed(self, project: Project, one: str, name: str) -> Project:
        return airs.rename_effect(project, one, name)

    def without(self, project: Project, one: str) -> Project:
        return airs.remove_effect(project, one)
