"""How a tool in hand is set: the base of what stands in a step's panel for its tools."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtWidgets import QWidget

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, note
from woodcock.app.state import State
from woodcock.texts import tr


class OptionRows(Column):
    """A line on what the tool does, then rows of which only those are shown that it uses."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.says = note()
        self.column.addWidget(self.says)
        self._numbers: list[tuple[Number, str, float]] = []
        self.brush_size = self.number(
            "size", 1.0, Number(1, 2000, 5, 0, "px", tr("Brush size in photo pixels (Shift+wheel)"))
        )
        self.hardness = self.number(
            "hardness", 100.0, Number(0, 100, 5, 0, "%", tr("How sharp the brush's rim is"))
        )
        self._rows: list[tuple[QWidget, tuple[str, ...]]] = []

    def number(self, name: str, scale: float, number: Number) -> Number:
        """Have `number` show and set `name` of the tools, `scale` times as much."""
        number.edited.connect(lambda value: self.set(name, value / scale))
        self._numbers.append((number, name, scale))
        return number

    def covering(self) -> Number:
        """How much a stroke covers."""
        tip = tr("How much a stroke covers at the most")
        return self.number("opacity", 100.0, Number(1, 100, 5, 0, "%", tip))

    def rows(self, table: Iterable[tuple[str, QWidget, tuple[str, ...]]]) -> None:
        """Add rows: a name (or none), a control, the tools that use it."""
        for name, control, tools in table:
            row, form = QWidget(), Form()
            row.setLayout(form)
            form.row(name, control) if name else form.wide(control)
            self.column.addWidget(row)
            self._rows.append((row, tools))

    def set(self, name: str, value: object) -> None:
        """Set the tools by a control."""
        if getattr(self.state.tools, name) != value:
            setattr(self.state.tools, name, value)
            self.state.touch()

    def show_tool(self, tool: str, says: str) -> None:
        """Show what `tool` uses, as it is set now."""
        tools = self.state.tools
        self.says.setText(says)
        for number, name, scale in self._numbers:
            number.show_value(getattr(tools, name) * scale)
        for row, uses in self._rows:
            row.setVisible(tool in uses)
