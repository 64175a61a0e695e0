"""The base of the rows that set what a title, a card or a clip is."""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtWidgets import QComboBox

from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, push
from woodcock.app.state import State
from woodcock.model import Layer
from woodcock.session import things
from woodcock.texts import tr


class OwnRows(Column):
    """Controls by the name of what they set; each change is an act of its own."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.rows = Form()
        self.column.addLayout(self.rows)
        self.numbers: dict[str, tuple[Number, float]] = {}
        self.lists: dict[str, QComboBox] = {}
        self.colours: dict[str, ColourButton] = {}

    def number(self, name: str, text: str, ends: tuple[float, float], step: float, decimals: int,
               unit: str, tip: str, scale: float = 1.0) -> Number:  # fmt: skip
        """A number that shows a value times `scale`."""
        control = Number(*ends, step, decimals, unit, tip)
        control.edited.connect(lambda value: self.set(name, value / scale))
        self.rows.row(text, control)
        self.numbers[name] = control, scale
        return control

    def choice(self, name: str, text: str, options: Mapping[str, str], tip: str) -> QComboBox:
        """A list of {value: text}."""
        box = narrow(QComboBox())
        box.setToolTip(tip)
        for value, shown in options.items():
            box.addItem(tr(shown), value)
        box.activated.connect(lambda: self.set(name, box.currentData()))
        self.rows.row(text, box)
        self.lists[name] = box
        return box

    def colour(self, name: str, text: str, tip: str) -> ColourButton:
        button = ColourButton(tip)
        button.picked.connect(lambda value: self.set(name, value))
        self.rows.row(text, button)
        self.colours[name] = button
        return button

    def place(self) -> None:
        """Rows for where its middle lies."""
        for name, text, tip in (
            ("x", tr("Across"), tr("Where its middle lies, from the photo's left side")),
            ("y", tr("Down"), tr("Where its middle lies, from the photo's upper side")),
        ):
            self.number(name, text, (-100_000, 100_000), 1, 1, "px", tip)

    def fills(self) -> None:
        """A button that makes it as large as the frame at rest."""
        self.fill = push(
            tr("Fill the frame"),
            tr("As large as covers the frame at rest, in its middle"),
            self._fill,
            "maximize",
        )
        self.column.addWidget(self.fill)

    def _fill(self) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("{name} fills the frame", name=layer.name),
                lambda p: things.fill_frame(p, layer.id),
            )

    def set(self, name: str, value: object) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Change {name}", name=layer.name),
                lambda p: things.set_own(p, layer.id, **{name: value}),
                f"own {layer.id} {name}",
            )

    def show_values(self, layer: Layer) -> None:
        """Show what the layer is now."""
        for name, (control, scale) in self.numbers.items():
            control.show_value(getattr(layer.own, name) * scale)
        for name, box in self.lists.items():
            box.setCurrentIndex(max(box.findData(getattr(layer.own, name)), 0))
        for name, button in self.colours.items():
            button.show_colour(getattr(layer.own, name))
