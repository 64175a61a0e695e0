"""Motion beside the keys: what comes after the last one, other layers' motion, handheld sway."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, offer, push
from woodcock.app.state import State
from woodcock.session import motion
from woodcock.texts import tr, tr_noop

_AFTER = {
    "hold": tr_noop("Stays as it is"),
    "loop": tr_noop("Starts again"),
    "ping-pong": tr_noop("Runs back and forth"),
}


class MotionRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        column = self.column
        form = Form()
        self.after = narrow(QComboBox())
        self.after.setToolTip(tr("What the layer's keyed properties do after their last key"))
        for value, text in _AFTER.items():
            self.after.addItem(tr(text), value)
        self.after.activated.connect(self._afterwards)
        form.row(tr("Afterwards"), self.after)
        column.addLayout(form)
        form = Form()
        self.source = narrow(QComboBox())
        self.source.setToolTip(
            tr("Whose motion this layer, and what is chosen beside it, takes on")
        )
        form.row(tr("Motion of"), self.source)
        self.factor = Number(-1000, 1000, 10, 0, "%", tr("How much of it; less than nothing is the "
                             "other way"))  # fmt: skip
        self.factor.show_value(100)
        form.row(tr("Times"), self.factor)
        self.distant = QCheckBox(tr("By distance"))
        self.distant.setToolTip(tr("As if the lens made the motion: less of it farther away"))
        self.distant.setChecked(True)
        form.wide(self.distant)
        column.addLayout(form)
        self.copy = push(
            tr("Take it on"), tr("Scale, place and angles; opacity stays"), self._copy, "copy"
        )
        column.addWidget(self.copy)

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        tracks = [getattr(layer.pose, n) for n in layer.pose.__struct_fields__] if layer else []
        keyed = [track for track in tracks if track.keys]
        self.after.setEnabled(bool(keyed))
        value = keyed[0].afterwards if keyed else "hold"
        self.after.setCurrentIndex(self.after.findData(value))
        others = [(x.name, x.id) for x in project.near_to_far if layer and x.id != layer.id]
        offer(self.source, others)
        self.copy.setEnabled(bool(others))

    def _afterwards(self) -> None:
        layer, value = self.state.layer, self.after.currentData()
        if layer:
            self.state.act(
                tr("After the keys of {name}", name=layer.name),
                lambda p: motion.set_afterwards(p, layer.id, value),
            )

    def _copy(self) -> None:
        source, chosen = self.source.currentData(), self.state.chosen
        factor, distant = self.factor.value() / 100, self.distant.isChecked()
        if source:
            self.state.act(
                tr("Take on a motion"),
                lambda p: motion.copy_motion(p, source, chosen, factor, distant),
            )
