"""The selected carrier: its name, its pose at the playhead, rocking, taking it away."""

from __future__ import annotations

from PySide6.QtWidgets import QLineEdit

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, note, push
from woodcock.app.state import State
from woodcock.app.timeline.track_names import CARRIER_SHOWN
from woodcock.session import carrying
from woodcock.stage import value_at
from woodcock.texts import tr


class CarrierRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        column = self.column
        column.addWidget(note(tr("What hangs on it goes along. Numbers set keys at the playhead.")))
        form = Form()
        self.name = QLineEdit()
        self.name.setMaxLength(60)
        self.name.setToolTip(tr("The carrier's name"))
        self.name.editingFinished.connect(self._named)
        form.row(tr("Name"), self.name)
        self.pose: dict[str, Number] = {}
        for name, shown in CARRIER_SHOWN.items():
            number = Number(shown.low, 10_000, shown.step, shown.digits, shown.unit, shown.tip)
            number.edited.connect(lambda value, n=name, s=shown.factor: self._key(n, value / s))
            form.row(shown.name, number)
            self.pose[name] = number
        self.swing = Number(0, 90, 0.5, 1, "°", tr("How far it rocks to either side"))
        self.swing.show_value(2)
        self.swing_time = Number(
            0.2, 60, 0.1, 1, "s", tr("How long it takes to rock there and back")
        )
        self.swing_time.show_value(3)
        form.row(tr("Rocks by"), self.swing)
        form.row(tr("… once in"), self.swing_time)
        column.addLayout(form)
        self.rock = push(
            tr("Rock"), tr("Keys that rock it to and fro over the whole clip"), self._rock
        )
        self.unset = push(
            tr("Delete its keys here"), tr("Takes away the keys at the playhead"), self._unset, "x"
        )
        column.addWidget(self.unset)
        self.delete = push(
            tr("Take the carrier away"),
            tr("What hangs on it stays where it is"),
            self._delete,
            "trash-2",
        )
        column.addWidget(self.rock)
        column.addWidget(self.delete)

    def refresh(self) -> None:
        carrier = self.state.carrier
        if carrier is None:
            return
        if not (self.name.hasFocus() and self.name.isModified()):
            self.name.setText(carrier.name)
        for name, shown in CARRIER_SHOWN.items():
            value = value_at(getattr(carrier, name), self.state.time)
            self.pose[name].show_value(value * shown.factor)
        self.unset.setEnabled(carrying.keyed_at(carrier, self.state.time))

    def _unset(self) -> None:
        carrier, time = self.state.carrier, self.state.time
        if carrier:
            self.state.act(
                tr("Delete keys of {name}", name=carrier.name),
                lambda p: carrying.delete_carrier_keys(p, carrier.id, time),
            )

    def _named(self) -> None:
        carrier, name = self.state.carrier, " ".join(self.name.text().split())
        self.name.setModified(False)
        if carrier and name and name != carrier.name:
            self.state.act(
                tr("Rename {name}", name=carrier.name),
                lambda p: carrying.set_carrier(p, carrier.id, name=name),
            )

    def _key(self, name: str, value: float) -> None:
        carrier, time = self.state.carrier, self.state.time
        if carrier:
            self.state.act(
                tr("Move {name}", name=carrier.name),
                lambda p: carrying.set_carrier_key(p, carrier.id, name, time, value),
                f"carrier {carrier.id} {name} {time}",
            )

    def _rock(self) -> None:
        carrier = self.state.carrier
        if carrier:
            degrees, seconds = self.swing.value(), self.swing_time.value()
            self.state.act(
                tr("Rock {name}", name=carrier.name),
                lambda p: carrying.rock(p, carrier.id, degrees, seconds),
            )

    def _delete(self) -> None:
        carrier, time = self.state.carrier, self.state.time
        if carrier:
            self.state.act(
                tr("Take {name} away", name=carrier.name),
                lambda p: carrying.delete_carrier(p, carrier.id, time),
            )
