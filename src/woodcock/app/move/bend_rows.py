"""Bend pins of the selected layer: which one is chosen, whether it turns, how far they reach."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, push
from woodcock.app.state import State
from woodcock.session import bending
from woodcock.texts import tr


class BendRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.says = note()
        self.add(self.says)
        form = self.form()
        self.reach = Number(
            0,
            100_000,
            10,
            0,
            "px",
            tr(
                "What is farther from all pins stays; in the photo's pixels. 0 bends the whole "
                "layer"
            ),
        )
        self.reach.edited.connect(self._reach)
        form.row(tr("Reach"), self.reach)
        self.turns = QCheckBox(tr("The chosen pin turns"))
        self.turns.setToolTip(
            tr(
                "It takes its surroundings along as it turns; otherwise they turn as all "
                "pins have it"
            )
        )
        self.turns.clicked.connect(self._turns)
        form.wide(self.turns)
        self.angle = Number(-3600, 3600, 1, 1, "°", tr("How far the pin is turned at the playhead"))
        self.angle.edited.connect(self._turn)
        form.row(tr("Turned"), self.angle)
        self.delete = push(tr("Take the pin away"), tr("What it held is free again (Delete)"),
                           self._delete, "trash-2")  # fmt: skip
        self.add(self.delete)

    def refresh(self) -> None:
        layer, tools = self.state.layer, self.state.tools
        bend = layer.bend if layer else None
        count = len(bend.pins) if bend else 0
        number = tools.pin if 1 <= tools.pin <= count else 0
        text = tr("Take the Bend tool at the left and click on the layer to set pins.")
        if count:
            text = tr("%n pins. Drag one at another time to bend the layer.", "", count)
        self.says.setText(text)
        for control in (self.reach, self.turns, self.angle, self.delete):
            control.setEnabled(bend is not None and (control is self.reach or number > 0))
        if bend is None:
            return
        self.reach.show_value(bend.reach)
        if number:
            pin = bend.pins[number - 1]
            self.turns.setChecked(pin.turns)
            self.angle.show_value(self.state.value(pin.turn))
            self.angle.setEnabled(pin.turns)

    def _reach(self, pixels: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(tr("Reach of the pins"),
                           lambda p: bending.set_reach(p, layer.id, pixels), "reach")  # fmt: skip

    def _turns(self, on: bool) -> None:
        layer, number = self.state.layer, self.state.tools.pin
        if layer:
            self.state.act(tr("Turn a pin"), lambda p: bending.let_turn(p, layer.id, number, on))

    def _turn(self, degrees: float) -> None:
        layer, number, time = self.state.layer, self.state.tools.pin, self.state.time
        if layer:
            self.state.act(
                tr("Turn a pin"),
                lambda p: bending.turn_pin(p, layer.id, number, time, degrees),
                f"turn {layer.id} {number} {time}",
            )

    def _delete(self) -> None:
        layer, number = self.state.layer, self.state.tools.pin
        if layer:
            self.state.act(tr("Take a pin away"), lambda p: bending.delete_pin(p, layer.id, number))
