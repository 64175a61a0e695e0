"""Move: ready moves, start and end pose of the lens, easing, keys of the selected layer."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

from PySide6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLabel, QLineEdit, QWidget

from woodcock.app.choices import choices, show_choice
from woodcock.app.fields import Number, note, push, section, tool
from woodcock.app.motion_rows import MotionRows
from woodcock.app.panels import Panel
from woodcock.app.state import State
from woodcock.model import EASINGS, LENS_PROPERTIES, Easing, Project, Track
from woodcock.session import acts
from woodcock.stage import READY_MOVES, apply_move, value_at


@dataclass(frozen=True)
class _Shown:
    """How a property is shown: its name, unit, factor from the model's value, step, digits."""

    name: str
    unit: str
    factor: float
    step: float
    digits: int
    tip: str


# The model's y points down and its values are metres; people think of up as up.
LENS = {
    "x": _Shown("Right", "m", 1, 0.02, 3, "How far the lens stands to the right"),
    "y": _Shown("Up", "m", -1, 0.02, 3, "How far the lens stands up"),
    "z": _Shown("Forward", "m", 1, 0.05, 3, "How far the lens has gone in"),
    "yaw": _Shown("Turn right", "°", 1, 0.5, 2, "The lens turned right"),
    "pitch": _Shown("Look up", "°", 1, 0.5, 2, "The lens tilted up"),
    "roll": _Shown("Roll", "°", 1, 0.5, 2, "The lens turned clockwise about its axis"),
}
POSE = {
    "scale": _Shown("Size", "%", 100, 1, 1, "The layer's size about its pivot"),
    "x": _Shown("Right", "m", 1, 0.05, 3, "The layer shifted to the right in its plane"),
    "y": _Shown("Up", "m", -1, 0.05, 3, "The layer shifted up in its plane"),
    "angle": _Shown("Turned", "°", 1, 0.5, 2, "The layer turned clockwise"),
    "tilt": _Shown("Tilt", "°", 1, 1, 1, "The layer's top leaning away about its pivot"),
    "swing": _Shown("Swing", "°", 1, 1, 1, "The layer's right side turning away"),
    "opacity": _Shown("Opacity", "%", 100, 5, 0, "How opaque the layer is"),
}


class MovePanel(Panel):
    def __init__(self, state: State) -> None:
        super().__init__(state, "Move")
        self.add(section("Ready moves"))
        form = self.form()
        self.move_box = QComboBox()
        self.move_box.setToolTip("A complete move with one amount, written as ordinary keys")
        for move in READY_MOVES.values():
            self.move_box.addItem(move.name, move.id)
        self.move_box.activated.connect(self._picked)
        form.row("Move", self.move_box)
        self.amount = Number(0, 200, 1, 1, "%", "")
        self.amount.setValue(15)
        self.amount.edited.connect(lambda _: self._apply())
        form.row("Amount", self.amount)
        self.about = note()
        self.add(self.about)
        row = QWidget()
        line = QHBoxLayout(row)
        line.setContentsMargins(0, 0, 0, 0)
        self.apply = push("Use this move", "Replace the present move by this one", self._apply)
        self.apply.setObjectName("primary")
        line.addWidget(self.apply, 1)
        line.addWidget(push("No move", "Lens at rest, layers plain", self._still))
        self.add(row)
        self.add(section("Pose of the lens"))
        row, self.poses = choices(
            {
                "start": ("Start", "Set the pose in which the clip begins"),
                "end": ("End", "Set the pose in which the clip ends"),
            },
            state.tools.pose,
            self._pose,
        )
        self.add(row)
        grid = QGridLayout()
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(5)
        self.lens = {name: self._number(shown) for name, shown in LENS.items()}
        for at, (name, number) in enumerate(self.lens.items()):
            place = (at % 3) * 2, at // 3
            grid.addWidget(_small(LENS[name].name), *place)
            grid.addWidget(number, place[0] + 1, place[1])
            number.edited.connect(lambda value, name=name: self._set_lens(name, value))
        self.column.addLayout(grid)
        self.add(section("Easing"))
        form = self.form()
        self.easing = QComboBox()
        self.easing.setToolTip("How the move gathers and loses speed")
        for name in (*EASINGS, "Own curve"):
            self.easing.addItem(name)
        self.easing.activated.connect(self._eased)
        form.row("Speed", self.easing)
        self.curve = QLineEdit()
        self.curve.setToolTip("Own cubic-bezier: x1, y1, x2, y2 as in CSS")
        self.curve.editingFinished.connect(self._own_curve)
        form.row("Own curve", self.curve)
        self.title = section("Keys of the selected layer")
        self.add(self.title)
        self.where = note()
        self.add(self.where)
        grid = QGridLayout()
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(5)
        grid.setColumnStretch(1, 1)
        self.pose = {name: self._number(shown) for name, shown in POSE.items()}
        self.unset = {}
        for at, (name, number) in enumerate(self.pose.items()):
            tip = f"Delete the key of {POSE[name].name.lower()} at the playhead"
            button = tool("x", tip, partial(self._unset, name))
            self.unset[name] = button
            grid.addWidget(_small(POSE[name].name), at, 0)
            grid.addWidget(number, at, 1)
            grid.addWidget(button, at, 2)
            number.edited.connect(lambda value, name=name: self._set_pose(name, value))
        self.column.addLayout(grid)
        self.motion = MotionRows(state)
        self.add(self.motion)
        self.end()
        self._picked()

    @staticmethod
    def _number(shown: _Shown) -> Number:
        low = 0.0 if shown.unit == "%" else -10_000.0
        return Number(low, 10_000, shown.step, shown.digits, shown.unit, shown.tip)

    def refresh(self) -> None:
        project, tools = self.state.project, self.state.tools
        ready = project.photo is not None
        self.setEnabled(ready)
        show_choice(self.poses, tools.pose)
        time = self.state.pose_time()
        for name, number in self.lens.items():
            value = value_at(getattr(project.lens, name), time)
            number.show_value(value * LENS[name].factor)
        easing = _easing_of(project)
        names = list(EASINGS)
        known = [name for name in names if EASINGS[name] == easing]
        self.easing.setCurrentIndex(names.index(known[0]) if known else len(names))
        if not self.curve.hasFocus():
            self.curve.setText(f"{easing.x1:g}, {easing.y1:g}, {easing.x2:g}, {easing.y2:g}")
        self.motion.refresh()
        layer = self.state.layer
        self.title.setText(f"Keys of {layer.name}" if layer else "Keys of the selected layer")
        self.where.setText(f"A value set here becomes a key at {self.state.time:.2f} s.")
        for name, number in self.pose.items():
            number.setEnabled(layer is not None)
            number.show_value(self.state.pose_value(name) * POSE[name].factor)
            track: Track = getattr(layer.pose, name) if layer else Track()
            here = any(abs(k.time - self.state.time) < 1e-3 for k in track.keys)
            self.unset[name].setEnabled(here)

    def _picked(self) -> None:
        move = READY_MOVES[self.move_box.currentData()]
        self.about.setText(move.about)
        self.amount.show_value(move.usual)
        self.amount.setToolTip(
            "How strong the move is: how much the nearest layer grows"
            if move.id in ("push-in", "pull-back", "counter-move")
            else "How far the nearest layer shifts, in per cent of the frame's width"
        )

    def _apply(self) -> None:
        move, amount = self.move_box.currentData(), self.amount.value()
        easing = _easing_of(self.state.project)
        self.state.act(
            READY_MOVES[move].name,
            lambda p: apply_move(p, move, amount, easing),
            f"ready {move}",
        )

    def _still(self) -> None:
        self.state.act("No move", acts.still)

    def _pose(self, pose: str) -> None:
        self.state.tools.pose = pose
        self.state.seek(self.state.pose_time())
        self.state.touch()

    def _set_lens(self, name: str, shown: float) -> None:
        time, value = self.state.pose_time(), shown / LENS[name].factor

        def change(project: Project) -> Project:
            other = project.frame.last if time == 0 else 0.0
            track = getattr(project.lens, name)
            if not track.keys:
                project = acts.set_lens_key(project, name, other, track.base)
            return acts.set_lens_key(project, name, time, value)

        word = self.state.tools.pose
        self.state.act(f"{LENS[name].name} at the {word}", change, f"lens {name} {word}")

    def _set_pose(self, name: str, shown: float) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act(
                f"{POSE[name].name} of {layer.name}",
                lambda p: acts.set_pose_key(p, layer.id, name, time, shown / POSE[name].factor),
                f"key {layer.id} {name} {time}",
            )

    def _unset(self, name: str) -> None:
        layer, time = self.state.layer, self.state.time
        if layer:
            self.state.act(
                f"Delete a key of {layer.name}",
                lambda p: acts.delete_pose_key(p, layer.id, name, time),
            )

    def _eased(self) -> None:
        name = self.easing.currentText()
        if name in EASINGS:
            self.state.act("Easing", lambda p: acts.set_easing(p, EASINGS[name]))
        else:
            self.curve.setFocus()
            self.curve.selectAll()

    def _own_curve(self) -> None:
        try:
            parts = self.curve.text().replace(";", ",").split(",")
            x1, y1, x2, y2 = (float(part) for part in parts)
            easing = Easing(x1, y1, x2, y2)
        except (ValueError, TypeError):
            self.state.failed.emit(
                "A curve is four numbers, x1, y1, x2, y2, and x1 and x2 lie between 0 and 1. "
                "The easing is unchanged."
            )
            self.curve.setText("")
            return
        self.state.act("Easing", lambda p: acts.set_easing(p, easing))


def _small(text: str) -> QLabel:
    label = QLabel(text)
    label.setObjectName("dim")
    return label


def _easing_of(project: Project) -> Easing:
    """The easing the move has: that of the first key found."""
    tracks = [getattr(project.lens, name) for name in LENS_PROPERTIES]
    for layer in project.layers:
        tracks += [getattr(layer.pose, name) for name in layer.pose.__struct_fields__]
    for track in tracks:
        if track.animated:
            return track.keys[0].easing
    return EASINGS["Ease in and out"]
