"""The selected layer's own motion: its keys at the playhead, then what moves it without keys."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QGridLayout

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, section, short, tool
from woodcock.app.controls.fold import Fold
from woodcock.app.move.bend_rows import BendRows
from woodcock.app.move.motion_rows import MotionRows
from woodcock.app.move.pose_rows import number_for, small
from woodcock.app.move.procedural_rows import ProceduralRows
from woodcock.app.state import State
from woodcock.app.timeline.track_names import POSE_SHOWN
from woodcock.app.work import Work
from woodcock.model import Pose, Track
from woodcock.session import acts
from woodcock.texts import tr

_POSE = tuple(name for name in POSE_SHOWN if name in Pose.__struct_fields__)


class LayerMotion(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.title = section(tr("Keys of the selected layer"))
        self.add(self.title)
        self.where = note()
        self.add(self.where)
        grid = QGridLayout()
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(5)
        grid.setColumnStretch(1, 1)
        self.pose = {name: number_for(POSE_SHOWN[name]) for name in _POSE}
        self.unset = {}
        for at, (name, number) in enumerate(self.pose.items()):
            tip = tr("Delete the key of {what} at the playhead", what=POSE_SHOWN[name].name.lower())
            button = tool("x", tip, partial(self._unset, name))
            self.unset[name] = button
            grid.addWidget(small(POSE_SHOWN[name].name), at, 0)
            grid.addWidget(number, at, 1)
            grid.addWidget(button, at, 2)
            number.edited.connect(lambda value, name=name: self._set_pose(name, value))
        self.column.addLayout(grid)
        self.motion = MotionRows(state)
        self.procedural = ProceduralRows(state)
        self.bend = BendRows(state)
        self.add(Fold(state, "Move, motion", tr("Motion of another layer"), self.motion, shut=True))
        self.add(self.procedural)
        self.add(Fold(state, "Move, bend", tr("Bend pins"), self.bend, shut=True))

    def refresh(self) -> None:
        layer = self.state.layer
        self.title.setText(
            tr("Keys of {short}", short=short(layer.name))
            if layer
            else tr("Keys of the selected layer")
        )
        self.where.setText(
            tr("A value set here becomes a key at {time:.2f}\xa0s.", time=self.state.time)
        )
        for name, number in self.pose.items():
            number.setEnabled(layer is not None)
            number.show_value(self.state.pose_value(name) * POSE_SHOWN[name].factor)
            track: Track = getattr(layer.pose, name) if layer else Track()
            here = any(abs(k.time - self.state.time) < 1e-3 for k in track.keys)
            self.unset[name].setEnabled(here)
        self.motion.refresh()
        self.procedural.refresh()
        self.bend.refresh()

    def _set_pose(self, name: str, shown: float) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act_each(
                tr("{name} of {other}", name=POSE_SHOWN[name].name, other=layer.name),
                layer.id,
                lambda p, each: acts.set_pose_key(
                    p, each, name, time, shown / POSE_SHOWN[name].factor
                ),
                f"key {layer.id} {name} {time}",
            )

    def _unset(self, name: str) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act_each(
                tr("Delete a key of {name}", name=layer.name),
                layer.id,
                lambda p, each: acts.delete_pose_key(p, each, name, time),
            )
