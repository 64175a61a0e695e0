"""Motion blur, and pictures that are held for some frames."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, note
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.picture.previews import FEW
from woodcock.app.state import State
from woodcock.model import LENS, MOST_HELD
from woodcock.session import finishing
from woodcock.stage import shutter_looks
from woodcock.texts import tr, tr_noop

_NAMES = {2: tr_noop("2 frames (on twos)"), 3: tr_noop("3 frames (on threes)")}


def _held_box(tip: str) -> QComboBox:
    box = narrow(QComboBox())
    box.setToolTip(tip)
    for count in range(1, MOST_HELD + 1):
        box.addItem(tr(_NAMES[count]) if count in _NAMES else tr("%n frames", "", count), count)
    return box


class ShutterRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.on = QCheckBox(tr("Motion blur"))
        self.on.setToolTip(tr("Blur what moves, as a shutter does that is open for some time"))
        self.on.clicked.connect(
            lambda on: state.act(tr("Motion blur"), lambda p: finishing.set_shutter(p, on=on))
        )
        self.add(self.on)
        self.rows = Column(state)
        self.add(self.rows)
        form = self.rows.form()
        self.number(
            form,
            "shutter",
            tr("Shutter"),
            Number(
                0,
                360,
                5,
                0,
                "°",
                tr("For how much of a frame's time it is open: 180° is half of it, as is usual"),
            ),
        )
        self.centred = narrow(QComboBox())
        self.centred.setToolTip(tr("When the shutter is open"))
        self.centred.addItem(tr("About the frame's time"), True)
        self.centred.addItem(tr("From the frame's time on"), False)
        self.centred.activated.connect(
            lambda: state.act(
                tr("Shutter"),
                lambda p: finishing.set_shutter(p, centred=self.centred.currentData()),
            )
        )
        form.row(tr("Open"), self.centred)
        self.looks = note()
        self.rows.add(self.looks)
        form = self.form()
        self.held = _held_box(tr("How long each picture stands: on twos or threes it looks made by "
                              "hand"))  # fmt: skip
        self.held.activated.connect(
            lambda: state.act(
                tr("Pictures held"), lambda p: finishing.set_held(p, self.held.currentData())
            )
        )
        form.row(tr("Held for"), self.held)
        self.own = _held_box(tr("How long the selected layer's own movement stands, while lens and "
                             "other layers go on"))  # fmt: skip
        self.own.activated.connect(self._hold)
        form.row(tr("… this layer"), self.own)

    def owner(self) -> str | None:
        return LENS

    def refresh(self) -> None:
        project, layer = self.state.project, self.state.layer
        shutter, frame = project.lens.shutter, project.frame
        self.on.setChecked(shutter.on)
        self.rows.setVisible(shutter.on)
        self.show_numbers()
        self.centred.setCurrentIndex(0 if shutter.centred else 1)
        self.held.setCurrentIndex(frame.held - 1)
        self.own.setEnabled(layer is not None)
        self.own.setCurrentIndex((layer.held if layer else 1) - 1)
        if self.state.playing:
            self.looks.setText(
                tr(
                    "Frames that are not drawn yet play as the mean of %n moments at the "
                    "most. The still picture and the export always have all of them.",
                    "",
                    FEW,
                )
            )
        elif shutter.on:
            looks = shutter_looks(project, self.state.time, (frame.width, frame.height))
            count = len(looks.times)
            text = tr("This frame is the mean of %n moments.", "", count) if count > 1 else (
                tr("Hardly anything moves here.")
            )  # fmt: skip
            if looks.capped:
                text += tr(" More would be needed for so fast a move: it may show them one by one.")
            self.looks.setText(text)

    def _hold(self) -> None:
        layer, count = self.state.layer, self.own.currentData()
        if layer:
            self.state.act(
                tr("{name} held", name=layer.name),
                lambda p: finishing.hold_layer(p, layer.id, count),
            )
