"""How the selected layer is laid over what is behind it: on the glass, blended, how opaque."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app import words
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow
from woodcock.app.state import State
from woodcock.model import BLENDS
from woodcock.session import acts, things
from woodcock.texts import tr


class BlendRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.glass = QCheckBox(tr("On the glass"))
        self.glass.setToolTip(tr("Before everything, and not moved by the lens"))
        self.glass.clicked.connect(
            lambda on: self._act(tr("Glass"), lambda p, i: things.put_on_glass(p, i, on))
        )
        self.add(self.glass)
        form = self.form()
        self.blend = narrow(QComboBox())
        self.blend.setToolTip(
            tr("How it is laid over what is behind it (W3C Compositing, Level 1)")
        )
        for mode in BLENDS:
            self.blend.addItem(tr(words.BLENDS[mode]), mode)
        self.blend.activated.connect(
            lambda: self._act(
                tr("Blend mode"), lambda p, i: things.set_blend(p, i, self.blend.currentData())
            )
        )
        form.row(tr("Blend"), self.blend)
        self.linear = QCheckBox(tr("in linear light"))
        self.linear.setToolTip(tr("On: as light adds up. Off: in sRGB, as the standard has it"))
        self.linear.clicked.connect(
            lambda on: self._act(tr("Blend mode"), lambda p, i: things.set_blend(
                p, i, self.blend.currentData(), on))
        )  # fmt: skip
        form.row("", self.linear)
        self.opacity = Number(0, 100, 5, 0, "%", tr("How opaque it is; a key at the playhead if it "
                              "has keys"))  # fmt: skip
        self.opacity.edited.connect(self._opacity)
        form.row(tr("Opacity"), self.opacity)

    def refresh(self) -> None:
        layer = self.state.layer
        for control in (self.glass, self.blend, self.linear, self.opacity):
            control.setEnabled(layer is not None)
        if layer is None:
            return
        self.glass.setEnabled(not layer.is_background)
        self.glass.setChecked(layer.glass)
        self.blend.setCurrentIndex(BLENDS.index(layer.blend))
        self.linear.setChecked(layer.blend_linear)
        self.linear.setEnabled(layer.blend != "normal")
        self.opacity.show_value(self.state.pose_value("opacity") * 100)

    def _act(self, name: str, change) -> None:  # type: ignore[no-untyped-def]
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("{name} of {other}", name=name, other=layer.name), layer.id, change
            )

    def _opacity(self, percent: float) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act_each(
                tr("Opacity of {name}", name=layer.name),
                layer.id,
                lambda p, each: acts.set_opacity(p, each, time, percent / 100),
                f"opacity {layer.id}",
            )
