"""The chosen flash: which layers it lights, how it flickers, its bolt."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QCheckBox, QComboBox, QListWidget, QListWidgetItem

from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, note
from woodcock.app.controls.ticked_list import Ticked, ticked_rows
from woodcock.app.finish.effect_rows import EffectRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import FLASH_SHOWN
from woodcock.model import Flash
from woodcock.session import lights
from woodcock.texts import tr, tr_noop

_KINDS = {
    "lightning": tr_noop("Lightning"),
    "lamp": tr_noop("A lamp that flickers"),
    "keys": tr_noop("As it is keyed"),
}


class FlashRows(EffectRows[Flash]):
    def __init__(self, state: State) -> None:
        super().__init__(state, "light", Flash)
        self._quiet = False
        self.add(note(tr("It lights only what is ticked:")))
        self.lit = QListWidget()
        self.lit.setToolTip(tr("The layers that it lights"))
        self.lit.setAccessibleName(tr("Layers it lights"))
        self.lit.itemChanged.connect(self._tick)
        self.add(self.lit)
        form = self.form()
        self.kind = narrow(QComboBox())
        self.kind.setToolTip(tr("How it flickers"))
        for kind, text in _KINDS.items():
            self.kind.addItem(tr(text), kind)
        self.kind.activated.connect(lambda: self.change("kind", self.kind.currentData()))
        form.row(tr("Flickers"), self.kind)
        self.at = Number(0, 36_000, 0.1, 2, "s", tr("When the lightning strikes"))
        self.at.edited.connect(lambda value: self.change("at", value))
        form.row(tr("Strikes at"), self.at)
        for name in ("strength", "reach"):
            self.track(form, name, FLASH_SHOWN[name])
        self.colour = ColourButton(tr("The light's colour"), alpha=False)
        self.colour.picked.connect(lambda colour: self.change("colour", colour))
        form.row(tr("Colour"), self.colour)
        self.seed = Number(0, 9999, 1, 0, "", tr("Another number is another flicker, another bolt"))
        self.seed.edited.connect(lambda value: self._reseed(int(value)))
        form.row(tr("Seed"), self.seed)
        self.bolt = QCheckBox(tr("With a bolt"))
        self.bolt.setToolTip(tr("A line that forks, at a distance between the layers"))
        self.bolt.clicked.connect(self._switch_bolt)
        self.add(self.bolt)
        self.rows = Column(state)
        form = self.rows.form()
        self.away = Number(0.05, 100_000, 1, 2, "m", tr("How far away the bolt is"))
        self.away.edited.connect(lambda value: self.change("distance", value, "bolt"))
        form.row(tr("Distance"), self.away)
        self.forks = Number(0, 100, 5, 0, "%", tr("How often it forks"))
        self.forks.edited.connect(lambda value: self.change("branches", value / 100, "bolt"))
        form.row(tr("Forks"), self.forks)
        self.wide = Number(0.02, 10, 0.05, 2, "%", tr("How wide it is, of the frame's height"))
        self.wide.edited.connect(lambda value: self.change("width", value / 100, "bolt"))
        form.row(tr("Wide"), self.wide)
        self.rows.add(note(tr("Drag its ends in the picture.")))
        self.add(self.rows)

    def refresh(self) -> None:
        flash = self.effect
        self.setVisible(flash is not None)
        if flash is None:
            return
        layers = self.state.project.near_to_far
        self._quiet = True
        rows = [Ticked(x.name, x.id, x.id in flash.layers) for x in layers]
        ticked_rows(self.lit, rows, editable=False)
        self._quiet = False
        self.kind.setCurrentIndex(self.kind.findData(flash.kind))
        self.at.setEnabled(flash.kind == "lightning")
        self.at.show_value(flash.at)
        self.colour.show_colour(flash.colour)
        self.seed.show_value(flash.seed)
        self.show_numbers()
        self.bolt.setChecked(flash.bolt is not None)
        self.rows.setVisible(flash.bolt is not None)
        if flash.bolt is not None:
            self.away.show_value(flash.bolt.distance)
            self.forks.show_value(100 * flash.bolt.branches)
            self.wide.show_value(100 * flash.bolt.width)

    def _reseed(self, seed: int) -> None:
        flash = self.effect
        if flash is not None:
            self.state.act(
                flash.name, lambda p: lights.reseed_flash(p, flash.id, seed), f"{flash.id} seed"
            )

    def _switch_bolt(self, on: bool) -> None:
        flash, store = self.effect, self.state.document.store
        if flash is not None:
            self.state.act(flash.name, lambda p: lights.set_bolt(p, flash.id, on, store))

    def _tick(self, item: QListWidgetItem) -> None:
        flash = self.effect
        if self._quiet or flash is None:
            return
        ticked = [self.lit.item(k) for k in range(self.lit.count())]
        names = tuple(
            x.data(Qt.ItemDataRole.UserRole)
            for x in ticked
            if x.checkState() == Qt.CheckState.Checked
        )
        self.change("layers", names)
