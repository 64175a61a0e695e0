"""A list of what is in the air, or of what shines: one is chosen, each is shown or hidden."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QMenu, QPushButton

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, tool
from woodcock.app.finish.effect_rows import ticked_rows
from woodcock.app.state import State
from woodcock.model import Effect, Project
from woodcock.session import airs

Adding = Callable[[Project], tuple[Project, str]]


class EffectList(Column):
    """`offered` are groups of what can be added: its name, and the act that adds it.

    `chosen` is the tool setting that holds the id of the chosen one.
    """

    def __init__(
        self,
        state: State,
        chosen: str,
        text: str,
        offered: Sequence[tuple[str, Sequence[tuple[str, Adding]]]],
        empty: str,
    ) -> None:
        super().__init__(state)
        self._chosen, self._quiet = chosen, False
        self.add_button = QPushButton(text)
        self.add_button.setToolTip("Choose from a list; all of it can be changed afterwards")
        icons.put(self.add_button, "plus")
        self.menu = QMenu(self)
        for title, entries in offered:
            self.menu.addSection(title) if title else None
            for name, act in entries:
                self.menu.addAction(name).triggered.connect(partial(self._add, name, act))
        self.add_button.setMenu(self.menu)
        self.delete = tool("trash-2", "Delete the chosen one", self._remove)
        self.side_by_side(self.add_button, self.delete)
        self.list = QListWidget()
        self.list.setToolTip("Ticked is seen. F2 or a double click renames.")
        self.list.setAccessibleName(text)
        self.list.currentRowChanged.connect(self._choose)
        self.list.itemChanged.connect(self._changed)
        self.add(self.list)
        self.empty = note(empty)
        self.add(self.empty)

    def effects(self) -> Sequence[Effect]:
        """What is listed."""
        raise NotImplementedError

    @property
    def current(self) -> Effect | None:
        """The chosen one."""
        wanted = getattr(self.state.tools, self._chosen)
        return next((x for x in self.effects() if x.id == wanted), None)

    def refresh(self) -> None:
        listed = list(self.effects())
        if listed and self.current is None:
            setattr(self.state.tools, self._chosen, listed[0].id)
        self._quiet = True
        rows = [(x.name, x.id, x.visible) for x in listed]
        ticked_rows(self.list, rows, editable=True)
        wanted = getattr(self.state.tools, self._chosen)
        places = [number for number, one in enumerate(listed) if one.id == wanted]
        self.list.setCurrentRow(places[0] if places else -1)
        self._quiet = False
        self.list.setVisible(bool(listed))
        self.empty.setVisible(not listed)
        self.delete.setEnabled(bool(listed))

    def _add(self, name: str, act: Adding) -> None:
        made: list[str] = []

        def adding(project: Project) -> Project:
            project, effect_id = act(project)
            made.append(effect_id)
            return project

        if self.state.act(f"Add {name.lower()}", adding):
            setattr(self.state.tools, self._chosen, made[0])
            self.added(made[0])
            self.state.document.seal()
            self.state.touch()

    def added(self, effect_id: str) -> None:
        """Something was added and is the chosen one now."""

    def _remove(self) -> None:
        one = self.current
        if one is not None:
            self.state.act(f"Delete {one.name}", lambda p: airs.remove_effect(p, one.id))

    def _choose(self, row: int) -> None:
        if not self._quiet and row >= 0:
            chosen = self.list.item(row).data(Qt.ItemDataRole.UserRole)
            setattr(self.state.tools, self._chosen, chosen)
            self.state.touch()

    def _changed(self, item: QListWidgetItem) -> None:
        if self._quiet:
            return
        name, on = item.data(Qt.ItemDataRole.UserRole), item.checkState() == Qt.CheckState.Checked
        own = next((x for x in self.effects() if x.id == name), None)
        if own is None:
            return
        if own.visible != on:
            self.state.act(
                f"{own.name} {'shown' if on else 'hidden'}",
                lambda p: airs.set_effect(p, name, visible=on),
            )
        elif item.text() != own.name:
            text = item.text()
            self.state.act(f"Rename {own.name}", lambda p: airs.rename_effect(p, name, text))
            self.state.touch()
