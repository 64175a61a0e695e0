"""How the selected thing stands: laid over others, hung on a carrier, locked, its colour."""

from __future__ import annotations

from PySide6.QtCore import QSize
from PySide6.QtGui import QColor, QPixmap
from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app import theme
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, offer
from woodcock.app.stage.blend_rows import BlendRows
from woodcock.app.state import State
from woodcock.session import arranging, carrying
from woodcock.texts import tr


class StandRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.over = BlendRows(state)
        self.add(self.over)
        self.lock = QCheckBox(tr("Locked"))
        self.lock.setToolTip(tr("It keeps its place, pose and content"))
        self.lock.clicked.connect(
            lambda on: self._act(
                tr("Lock") if on else tr("Unlock"), lambda p, i: arranging.lock(p, i, on)
            )
        )
        self.add(self.lock)
        form = self.form()
        self.carrier = narrow(QComboBox())
        self.carrier.setToolTip(tr("What it hangs on; it stays where it is when that is changed"))
        self.carrier.activated.connect(self._hang)
        form.row(tr("Hangs on"), self.carrier)
        self.colour = narrow(QComboBox())
        self.colour.setToolTip(tr("Its colour in the list, on the rail and in the plan"))
        self.colour.setIconSize(QSize(24, 12))
        self.colour.activated.connect(
            lambda at: self._act(tr("Colour"), lambda p, i: arranging.set_colour(p, i, at))
        )
        self._colour_row = Column(state)
        self._colour_row.form().row(tr("Colour"), self.colour)
        self.add(self._colour_row)
        for number, name in enumerate(theme.LAYER_COLOURS):
            swatch = QPixmap(24, 12)
            swatch.fill(QColor(name))
            self.colour.addItem(swatch, f"{number + 1}")

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        self.over.refresh()
        for control in (self.over, self.lock, self._colour_row):
            control.setVisible(layer is not None)  # a carrier has none of these
        offer(self.carrier, [(tr("Nothing"), None), *((x.name, x.id) for x in project.carriers)])
        chosen = self.state.carrier or layer
        self.carrier.setEnabled(chosen is not None and bool(project.carriers))
        self.carrier.setCurrentIndex(max(self.carrier.findData(chosen.carrier), 0) if chosen else 0)
        if layer is None:
            return
        self.lock.setChecked(layer.locked)
        self.colour.setCurrentIndex(layer.colour % len(theme.LAYER_COLOURS))

    def _act(self, name: str, change) -> None:  # type: ignore[no-untyped-def]
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("{name} of {other}", name=name, other=layer.name), layer.id, change
            )

    def _hang(self) -> None:
        selected, on, time = self.state.selected, self.carrier.currentData(), self.state.time
        if selected:
            name = tr("Hang on a carrier") if on else tr("Take off its carrier")
            self.state.act_each(name, selected, lambda p, each: carrying.hang_on(p, each, on, time))
