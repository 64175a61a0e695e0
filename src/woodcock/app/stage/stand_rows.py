"""How the selected thing stands: on the glass, blended, hung on a carrier, locked, its colour."""

from __future__ import annotations

from PySide6.QtCore import QSize
from PySide6.QtGui import QColor, QPixmap
from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app import theme
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow
from woodcock.app.state import State
from woodcock.model import BLENDS
from woodcock.session import acts, arranging, carrying, things


class StandRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        column = self.column
        self.glass = QCheckBox("On the glass")
        self.glass.setToolTip("Before everything, and not moved by the lens")
        self.glass.clicked.connect(
            lambda on: self._act("Glass", lambda p, i: things.put_on_glass(p, i, on))
        )
        self.lock = QCheckBox("Locked")
        self.lock.setToolTip("It keeps its place, pose and content")
        self.lock.clicked.connect(
            lambda on: self._act("Lock" if on else "Unlock", lambda p, i: arranging.lock(p, i, on))
        )
        column.addWidget(self.glass)
        column.addWidget(self.lock)
        form = Form()
        self.blend = narrow(QComboBox())
        self.blend.setToolTip("How it is laid over what is behind it (W3C Compositing, Level 1)")
        for mode in BLENDS:
            self.blend.addItem(mode.replace("-", " ").capitalize(), mode)
        self.blend.activated.connect(
            lambda: self._act(
                "Blend mode", lambda p, i: things.set_blend(p, i, self.blend.currentData())
            )
        )
        form.row("Blend", self.blend)
        self.linear = QCheckBox("in linear light")
        self.linear.setToolTip("On: as light adds up. Off: in sRGB, as the standard has it")
        self.linear.clicked.connect(
            lambda on: self._act("Blend mode", lambda p, i: things.set_blend(
                p, i, self.blend.currentData(), on))
        )  # fmt: skip
        form.row("", self.linear)
        self.opacity = Number(0, 100, 5, 0, "%", "How opaque it is; a key at the playhead if it "
                              "has keys")  # fmt: skip
        self.opacity.edited.connect(self._opacity)
        form.row("Opacity", self.opacity)
        self.carrier = narrow(QComboBox())
        self.carrier.setToolTip("What it hangs on; it stays where it is when that is changed")
        self.carrier.activated.connect(self._hang)
        form.row("Hangs on", self.carrier)
        self.colour = narrow(QComboBox())
        self.colour.setToolTip("Its colour in the list, on the rail and in the plan")
        self.colour.setIconSize(QSize(24, 12))
        self.colour.activated.connect(
            lambda at: self._act("Colour", lambda p, i: arranging.set_colour(p, i, at))
        )
        form.row("Colour", self.colour)
        for number, name in enumerate(theme.LAYER_COLOURS):
            swatch = QPixmap(24, 12)
            swatch.fill(QColor(name))
            self.colour.addItem(swatch, f"{number + 1}")
        column.addLayout(form)

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        for control in (self.glass, self.lock, self.blend, self.linear, self.opacity, self.colour):
            control.setEnabled(layer is not None)
        things_ = [("Nothing", None), *((x.name, x.id) for x in project.carriers)]
        have = [(self.carrier.itemText(k), self.carrier.itemData(k))
                for k in range(self.carrier.count())]  # fmt: skip
        if have != things_:
            self.carrier.clear()
            for text, name in things_:
                self.carrier.addItem(text, name)
        chosen = self.state.carrier or layer
        self.carrier.setEnabled(chosen is not None and bool(project.carriers))
        self.carrier.setCurrentIndex(max(self.carrier.findData(chosen.carrier), 0) if chosen else 0)
        if layer is None:
            return
        self.glass.setEnabled(not layer.is_background)
        self.glass.setChecked(layer.glass)
        self.lock.setChecked(layer.locked)
        self.blend.setCurrentIndex(BLENDS.index(layer.blend))
        self.linear.setChecked(layer.blend_linear)
        self.linear.setEnabled(layer.blend != "normal")
        self.opacity.show_value(self.state.pose_value("opacity") * 100)
        self.colour.setCurrentIndex(layer.colour % len(theme.LAYER_COLOURS))

    def _act(self, name: str, change) -> None:  # type: ignore[no-untyped-def]
        layer = self.state.layer
        if layer:
            self.state.act(f"{name} of {layer.name}", lambda p: change(p, layer.id))

    def _opacity(self, percent: float) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act(
                f"Opacity of {layer.name}",
                lambda p: acts.set_opacity(p, layer.id, time, percent / 100),
                f"opacity {layer.id}",
            )

    def _hang(self) -> None:
        selected, on, time = self.state.selected, self.carrier.currentData(), self.state.time
        if selected:
            name = "Hang on a carrier" if on else "Take off its carrier"
            self.state.act(name, lambda p: carrying.hang_on(p, selected, on, time))
