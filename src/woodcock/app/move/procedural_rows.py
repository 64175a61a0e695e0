"""Movement of the selected layer that nobody keys: sway, pendulum, flutter, drift."""

from __future__ import annotations

from msgspec.structs import replace
from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow
from woodcock.app.controls.fold import Fold
from woodcock.app.state import State
from woodcock.model import Beat, Drift, Layer
from woodcock.session import motion
from woodcock.stage import drift_box, turn_of, velocity_of
from woodcock.stage.placement import photo_scale
from woodcock.texts import tr, tr_noop

_BEATS = {
    "": tr_noop("Keeps still"),
    "pendulum": tr_noop("As a pendulum"),
    "flutter": tr_noop("Flutters"),
}


class ProceduralRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        sways, drifts = Column(state), Column(state)
        self.add(Fold(state, "Move, sway", tr("Sway and swing"), sways, shut=True))
        self.add(Fold(state, "Move, drift", tr("Drift"), drifts, shut=True))
        form = sways.form()
        self.metres = Number(0, 100, 0.5, 1, "cm", tr("How far the layer sways in its own plane: "
                             "what is farther away is seen to sway less"))  # fmt: skip
        self.degrees = Number(0, 20, 0.1, 2, "°", tr("How far it is turned as it sways"))
        self.rate = Number(0.05, 10, 0.1, 2, "/s", tr("How often it sways"))
        for name, text, number in (
            ("metres", tr("Sways by"), self.metres),
            ("degrees", tr("… turns by"), self.degrees),
            ("rate", tr("… how often"), self.rate),
        ):
            number.edited.connect(lambda value, name=name: self._sway(name, value))
            form.row(text, number)
        self.beat = narrow(QComboBox())
        self.beat.setToolTip(tr("To and fro about the layer's pivot (set in Stage)"))
        for value, text in _BEATS.items():
            self.beat.addItem(tr(text), value)
        self.beat.activated.connect(lambda: self._beat(kind=self.beat.currentData()))
        form.row(tr("About its pivot"), self.beat)
        self.swing = Number(0, 80, 1, 1, "°", tr("How far it goes"))
        self.swing.edited.connect(lambda value: self._beat(degrees=value))
        form.row(tr("… by"), self.swing)
        self.often = Number(0.02, 20, 0.1, 2, "/s", tr("How often it goes there and back"))
        self.often.edited.connect(lambda value: self._beat(rate=value))
        form.row(tr("… how often"), self.often)
        form = drifts.form()
        self.on = QCheckBox(tr("Slides for ever"))
        self.on.setToolTip(
            tr("Clouds, water, a road: the picture wraps with its seam blended away")
        )
        self.on.clicked.connect(self._switch)
        form.wide(self.on)
        self.speed = Number(0, 20_000, 1, 1, "px/s", tr("Frame pixels a second"))
        self.speed.edited.connect(lambda value: self._drift(speed=value / self._scale()))
        form.row(tr("Speed"), self.speed)
        self.turn = Number(
            2, 1_000_000, 10, 0, tr("frames"), tr("How many frames it takes to come round")
        )
        self.turn.edited.connect(self._set_turn)
        form.row(tr("Once round in"), self.turn)
        self.direction = Number(-360, 360, 15, 1, "°", tr("0 is right, 90 down, 180 left"))
        self.direction.edited.connect(lambda value: self._drift(direction=value % 360))
        form.row(tr("Direction"), self.direction)
        self.overlap = Number(
            2, 50, 1, 0, "%", tr("How much of the picture is blended at the seam")
        )
        self.overlap.edited.connect(lambda value: self._drift(overlap=value / 100))
        form.row(tr("Seam"), self.overlap)
        self.closes = QCheckBox(tr("The clip loops"))
        self.closes.setToolTip(
            tr("The speed is set so that the clip is a whole number of turns long")
        )
        self.closes.clicked.connect(lambda on: self._drift(closes=on))
        form.wide(self.closes)

    def refresh(self) -> None:
        layer = self.state.layer
        self.setEnabled(layer is not None)
        if layer is None:
            return
        sway, beat, drift = layer.sway, layer.beat, layer.drift
        self.metres.show_value(sway.metres * 100 if sway else 0)
        self.degrees.show_value(sway.degrees if sway else 0)
        self.rate.show_value(sway.rate if sway else motion.USUAL_RATE)
        self.beat.setCurrentIndex(self.beat.findData(beat.kind if beat else ""))
        to_and_fro = beat or Beat()
        for number, value in ((self.swing, to_and_fro.degrees), (self.often, to_and_fro.rate)):
            number.setEnabled(beat is not None)
            number.show_value(value)
        self.on.setEnabled(layer.kind in motion.DRIFTING)
        self.on.setChecked(drift is not None)
        controls = (self.speed, self.turn, self.direction, self.overlap, self.closes)
        for control in controls:
            control.setEnabled(drift is not None)
        shown = drift or Drift()
        speed, turn = self._pace(layer, shown)
        self.speed.show_value(speed * self._scale())
        self.turn.show_value(turn)
        self.direction.show_value(shown.direction)
        self.overlap.show_value(shown.overlap * 100)
        self.closes.setChecked(shown.closes)

    def _scale(self) -> float:
        """Frame pixels a photo pixel."""
        project = self.state.project
        assert project.photo is not None
        size = project.frame.width, project.frame.height
        return photo_scale(project.photo, project.placement, size)

    def _pace(self, layer: Layer, drift: Drift) -> tuple[float, float]:
        """Photo pixels a second, and how many frames a turn takes."""
        project = self.state.project
        _, _, width, height = drift_box(project, layer)
        velocity = velocity_of(drift, (width, height), project.frame)
        turns = turn_of(drift, (width, height))
        takes = [t / abs(v) for v, t in zip(velocity, turns, strict=True) if v]
        pace = (velocity[0] ** 2 + velocity[1] ** 2) ** 0.5
        return pace, min(takes, default=0.0) * float(project.frame.exact)

    def _sway(self, name: str, value: float) -> None:
        layer = self.state.layer
        if layer:
            change = {name: value / 100 if name == "metres" else value}
            self.state.act_each(
                tr("Sway of {name}", name=layer.name),
                layer.id,
                lambda p, each: motion.set_sway(p, each, **change),
                f"sway {layer.id} {name}",
            )

    def _beat(self, **change: object) -> None:
        layer = self.state.layer
        if layer is None:
            return
        beat = replace(layer.beat or Beat(), **change) if change.get("kind", "-") else None
        self.state.act_each(
            tr("Swing of {name}", name=layer.name),
            layer.id,
            lambda p, each: motion.set_beat(p, each, beat),
            f"beat {layer.id} {sorted(change)}",
        )

    def _switch(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            drift = Drift() if on else None
            self.state.act_each(
                tr("Drift of {name}", name=layer.name),
                layer.id,
                lambda p, each: motion.set_drift(p, each, drift),
            )

    def _set_turn(self, frames: float) -> None:
        layer = self.state.layer
        if layer and layer.drift:
            one = replace(layer.drift, speed=1.0, closes=False)
            _, takes = self._pace(layer, one)
            self._drift(speed=takes / frames if frames else 0.0)

    def _drift(self, **change: object) -> None:
        layer = self.state.layer
        if layer and layer.drift:
            drift = layer.drift
            self.state.act_each(
                tr("Drift of {name}", name=layer.name),
                layer.id,
                lambda p, each: motion.set_drift(p, each, replace(drift, **change)),
                f"drift {layer.id} {sorted(change)}",
            )
