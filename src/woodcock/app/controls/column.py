"""The base of a group of rows in a panel: one below the other."""

from __future__ import annotations

from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app.controls.fields import Form, Number
from woodcock.app.state import State


def seal(state: State, part: QWidget) -> None:
    """What is typed or dragged in one go in a part that is complete undoes as one act."""
    for number in part.findChildren(Number):
        number.editingFinished.connect(state.document.seal)


class Column(QWidget):
    """Rows of a panel that belong together."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(6)

    def add(self, widget: QWidget) -> QWidget:
        self.column.addWidget(widget)
        return widget

    def form(self) -> Form:
        """A new block of names and controls."""
        form = Form()
        self.column.addLayout(form)
        return form

    def side_by_side(self, *widgets: QWidget) -> QWidget:
        """Widgets in one row, the first one taking what room is left."""
        row = QWidget()
        line = QHBoxLayout(row)
        line.setContentsMargins(0, 0, 0, 0)
        line.setSpacing(6)
        for number, widget in enumerate(widgets):
            line.addWidget(widget, number == 0)
        return self.add(row)

    def refresh(self) -> None:
        """Show the state as it is now."""
