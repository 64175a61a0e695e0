"""A list of what a person adds: each is seen or not, one is chosen, each has a name."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import NamedTuple

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QMenu, QPushButton

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, tool
from woodcock.app.state import State
from woodcock.model import Project
from woodcock.texts import tr, within

Adding = Callable[[Project], tuple[Project, str]]  # the project with one more, and its id
_ROW, _MOST = 24, 6  # pixels a row, and rows that are seen at once


class Ticked(NamedTuple):
    """What a row of the list is about."""

    name: str
    id: str
    on: bool


class TickedList(Column):
    """The base: what is listed, chosen, switched, renamed and deleted is up to the list."""

    def __init__(self, state: State, text: str, tip: str, empty: str) -> None:
        super().__init__(state)
        self._quiet = False
        self.add_button = QPushButton(text)
        self.add_button.setToolTip(tip)
        icons.put(self.add_button, "plus")
        self.menu = QMenu(self)
        self.add_button.setMenu(self.menu)
        self.delete = tool("trash-2", tr("Delete the chosen one"), self._delete)
        self.side_by_side(self.add_button, self.delete)
        self.list = QListWidget()
        self.list.setToolTip(tr("Ticked is seen. F2 or a double click renames."))
        self.list.setAccessibleName(text)
        self.list.currentRowChanged.connect(self._row_chosen)
        self.list.itemChanged.connect(self._changed)
        self.add(self.list)
        self.empty = note(empty)
        self.add(self.empty)

    def listed(self) -> Sequence[Ticked]:
        raise NotImplementedError

    def chosen(self) -> str:
        """The id of the chosen one; empty if there is none."""
        raise NotImplementedError

    def choose(self, one: str) -> None:
        raise NotImplementedError

    def switched(self, project: Project, one: str, on: bool) -> Project:
        raise NotImplementedError

    def renamed(self, project: Project, one: str, name: str) -> Project:
        raise NotImplementedError

    def without(self, project: Project, one: str) -> Project:
        raise NotImplementedError

    def added(self, one: str) -> None:
        """Something was added and is the chosen one now."""

    def offer(self, name: str, act: Adding) -> None:
        """An entry of the menu that adds something."""
        self.menu.addAction(name).triggered.connect(partial(self.put_in, name, act))

    def refresh(self) -> None:
        rows, chosen = list(self.listed()), self.chosen()
        self._quiet = True
        ticked_rows(self.list, rows, editable=True)
        places = [number for number, one in enumerate(rows) if one.id == chosen]
        self.list.setCurrentRow(places[0] if places else -1)
        self._quiet = False
        self.list.setVisible(bool(rows))
        self.empty.setVisible(not rows)
        self.delete.setEnabled(bool(places))

    def put_in(self, name: str, act: Adding) -> None:
        """Add one, as an act by its name, and choose it."""
        made: list[str] = []

        def adding(project: Project) -> Project:
            project, one = act(project)
            made.append(one)
            return project

        if self.state.act(tr("Add {what}", what=within(name)), adding):
            self.choose(made[0])
            self.added(made[0])
            self.state.document.seal()
            self.state.touch()

    def _named(self, one: str) -> Ticked | None:
        return next((x for x in self.listed() if x.id == one), None)

    def _delete(self) -> None:
        one = self._named(self.chosen())
        if one is not None:
            self.state.act(tr("Delete {name}", name=one.name), lambda p: self.without(p, one.id))

    def _row_chosen(self, row: int) -> None:
        if not self._quiet and row >= 0:
            self.choose(self.list.item(row).data(Qt.ItemDataRole.UserRole))
            self.state.touch()

    def _changed(self, item: QListWidgetItem) -> None:
        if self._quiet:
            return
        on, text = item.checkState() == Qt.CheckState.Checked, item.text()
        one = self._named(item.data(Qt.ItemDataRole.UserRole))
        if one is None:
            return
        if one.on != on:
            self.state.act(
                tr("{name} shown", name=one.name) if on else tr("{name} hidden", name=one.name),
                lambda p: self.switched(p, one.id, on),
            )
        elif text != one.name:
            self.state.act(
                tr("Rename {name}", name=one.name), lambda p: self.renamed(p, one.id, text)
            )
            self.state.touch()


def ticked_rows(rows: QListWidget, entries: Sequence[Ticked], editable: bool) -> None:
    """Have a list show these rows; others go."""
    flags = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
    flags |= Qt.ItemFlag.ItemIsUserCheckable
    if editable:
        flags |= Qt.ItemFlag.ItemIsEditable
    while rows.count() > len(entries):
        rows.takeItem(rows.count() - 1)
    while rows.count() < len(entries):
        rows.addItem(QListWidgetItem())
    for number, (text, name, ticked) in enumerate(entries):
        item = rows.item(number)
        item.setFlags(flags)
        if item.text() != text:
            item.setText(text)
        state = Qt.CheckState.Checked if ticked else Qt.CheckState.Unchecked
        known = item.data(Qt.ItemDataRole.CheckStateRole) is not None  # else it has no box yet
        if not known or item.checkState() != state:
            item.setCheckState(state)
        item.setData(Qt.ItemDataRole.UserRole, name)
    rows.setFixedHeight(_ROW * min(max(len(entries), 1), _MOST) + 8)
