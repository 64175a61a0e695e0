"""Rows about the chosen air, light or flash, and rows of a list that are ticked: the bases."""

from __future__ import annotations

from typing import Generic, TypeVar

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QListWidget, QListWidgetItem

from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.model import Effect, effect_by_id
from woodcock.session import airs

_E = TypeVar("_E", bound=Effect)
_ROW, _MOST = 24, 6  # pixels a row, and rows that are seen at once


class EffectRows(TimedRows, Generic[_E]):
    """Rows about what the tool setting `chosen` names, if it is of a `kind`."""

    def __init__(self, state: State, chosen: str, kind: type[_E]) -> None:
        super().__init__(state)
        self._chosen, self._kind = chosen, kind

    @property
    def effect(self) -> _E | None:
        found = effect_by_id(self.state.project, getattr(self.state.tools, self._chosen))
        return found if isinstance(found, self._kind) else None

    def owner(self) -> str | None:
        return self.effect.id if self.effect else None

    def change(self, name: str, value: object, part: str = "") -> None:
        """Set a value of it, or of a part of it, as one act as long as it is the same value."""
        own = self.effect
        if own is not None:
            self.state.act(
                own.name,
                lambda p: airs.set_effect(p, own.id, part, **{name: value}),
                f"{own.id} {part} {name}",
            )


def ticked_rows(rows: QListWidget, entries: list[tuple[str, str, bool]], editable: bool) -> None:
    """Have a list show rows of a text, an id, and whether it is ticked; others go."""
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
