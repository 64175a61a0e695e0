"""Poses: start, end and between, in numbers; put in, held, swapped, run backwards, mirrored."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QComboBox, QGridLayout

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, push, section
from woodcock.app.controls.plain import Label
from woodcock.app.move.easing_row import EasingRow
from woodcock.app.state import State
from woodcock.app.timeline.track_names import LENS_SHOWN, Shown
from woodcock.model import LENS, LENS_PROPERTIES, Easing, Project, owners_of, tracks_of
from woodcock.session import acts, motion, poses
from woodcock.session import pegs as keys
from woodcock.stage import value_at
from woodcock.texts import tr, tr_noop

_VIEWS = {
    "playhead": (tr_noop("Playhead"), tr_noop("One picture, at the playhead")),
    "both": (tr_noop("Both"), tr_noop("Start and end side by side; drag in either")),
    "framing": (
        tr_noop("Framing"),
        tr_noop("What of the picture the frame shows, as two rectangles"),
    ),
}
_POSES = {
    "start": (tr_noop("Start"), tr_noop("Set the pose in which the clip begins")),
    "here": (tr_noop("Here"), tr_noop("Set a pose at the playhead")),
    "end": ("End", tr_noop("Set the pose in which the clip ends")),
}
_FRAMED = {
    "lens": (tr_noop("Lens"), tr_noop("The rectangles move the lens")),
    "layer": (tr_noop("Layer"), tr_noop("The rectangles size and slide the selected layer")),
    "clip": (
        tr_noop("Clip"),
        tr_noop("The rectangles frame the finished clip, everything at once"),
    ),
}
_SET_AT = {
    "start": tr_noop("{name} at the start"),
    "here": tr_noop("{name} at the playhead"),
    "end": tr_noop("{name} at the end"),
}
_WHOSE = {
    "lens": tr_noop("The lens"),
    "chosen": tr_noop("What is selected"),
    "all": tr_noop("Everything"),
}


class PoseRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        row, self.views = choices(_VIEWS, state.tools.move_view, self._view)
        self.add(row)
        self.framed_row, self.framed = choices(_FRAMED, state.tools.framed, self._frame)
        self.add(self.framed_row)
        self.add(section(tr("Pose of the lens")))
        row, self.choice = choices(_POSES, state.tools.pose, self._pose)
        self.add(row)
        grid = QGridLayout()
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(4)
        self.lens = {name: number_for(LENS_SHOWN[name]) for name in (*LENS_PROPERTIES, "zoom")}
        for at, (name, number) in enumerate(self.lens.items()):
            place = (at % 3) * 2, at // 3
            if name == "zoom":
                place = 6, 0
            grid.addWidget(small(LENS_SHOWN[name].name), *place)
            grid.addWidget(number, place[0] + 1, place[1])
            number.edited.connect(lambda value, name=name: self._set_lens(name, value))
        self.column.addLayout(grid)
        self.add(section(tr("All of the move")))
        form = self.form()
        self.easing = EasingRow(form, state, self._ease)
        self.whose = narrow(QComboBox())
        self.whose.setToolTip(tr("Whose poses the buttons below change"))
        for value, text in _WHOSE.items():
            self.whose.addItem(tr(text), value)
        form.row(tr("Poses of"), self.whose)
        self.put_in = push(
            tr("Put one in"),
            tr("One more pose at the playhead, that changes nothing yet"),
            lambda: self._change(tr("Put a pose in"), self._put_in),
            "plus",
        )
        self.smooth = push(
            tr("Smooth"),
            tr("Go through the poses on a curve, at an even pace"),
            lambda: self._change(tr("Smooth path"), self._smooth),
            "spline",
        )
        self.side_by_side(self.put_in, self.smooth)
        self.seconds = Number(
            0.05, 600, 0.1, 2, "s", tr("How long the pose at the playhead is held")
        )
        self.seconds.show_value(1)
        self.seconds.setAccessibleName(tr("Seconds held"))
        self.hold = push(
            tr("Hold it"),
            tr("Hold the pose at the playhead; what comes later makes room"),
            lambda: self._change(tr("Hold a pose"), self._hold),
            "pause",
        )
        self.side_by_side(self.hold, self.seconds)
        self.swap = push(tr("Swap"), tr("The start as the end, the end as the start"),
                         lambda: self._change(tr("Swap start and end"), poses.swapped))  # fmt: skip
        self.back = push(tr("Reverse"), tr("The whole movement backwards"),
                         lambda: self._change(tr("Reverse"), poses.reversed_in_time))  # fmt: skip
        self.mirror = push(tr("Mirror"), tr("The same movement to the other side"),
                           lambda: self._change(tr("Mirror"), poses.mirrored))  # fmt: skip
        self.side_by_side(self.swap, self.back, self.mirror)
        self.add(section(tr("Handheld sway")))
        form = self.form()
        self.metres = Number(0, 100, 0.1, 1, "cm", tr("How far the lens is moved at the most"))
        self.degrees = Number(0, 20, 0.05, 2, "°", tr("How far it is turned at the most"))
        self.rate = Number(0.05, 10, 0.1, 2, "/s", tr("How often it sways"))
        for name, text, number in (
            ("metres", tr("Moves by"), self.metres),
            ("degrees", tr("Turns by"), self.degrees),
            ("rate", tr("How often"), self.rate),
        ):
            number.edited.connect(lambda value, name=name: self._sway(name, value))
            form.row(text, number)

    def refresh(self) -> None:
        project, tools = self.state.project, self.state.tools
        show_choice(self.views, tools.move_view)
        show_choice(self.choice, tools.pose)
        show_choice(self.framed, tools.framed)
        self.framed_row.setVisible(tools.move_view == "framing")
        time = self.state.pose_time()
        for name, number in self.lens.items():
            value = value_at(getattr(project.lens, name), time)
            number.show_value(value * LENS_SHOWN[name].factor)
        self.easing.show(easing_of(project))
        sway = project.lens.sway
        self.metres.show_value(sway.metres * 100 if sway else 0)
        self.degrees.show_value(sway.degrees if sway else 0)
        self.rate.show_value(sway.rate if sway else motion.USUAL_RATE)

    @property
    def owners(self) -> list[str]:
        """Whose poses the buttons change."""
        whose = self.whose.currentData()
        if whose == "all":
            return owners_of(self.state.project)
        carrier = self.state.carrier
        chosen = [carrier.id] if carrier else list(self.state.chosen)
        return chosen if whose == "chosen" else [LENS]

    def _view(self, view: str) -> None:
        self.state.tools.move_view = view
        self.state.touch()

    def _frame(self, what: str) -> None:
        self.state.tools.framed = what
        self.state.touch()

    def _pose(self, pose: str) -> None:
        self.state.tools.pose = pose
        self.state.seek(self.state.pose_time())
        self.state.touch()

    def _set_lens(self, name: str, shown: float) -> None:
        time, value = self.state.pose_time(), shown / LENS_SHOWN[name].factor
        word = self.state.tools.pose
        self.state.act(
            tr(_SET_AT[word], name=LENS_SHOWN[name].name),
            lambda p: poses.set_pose(p, LENS, time, {name: value}),
            f"lens {name} {time}",
        )

    def _change(self, name: str, change: Callable[[Project, list[str]], Project]) -> None:
        owners = self.owners
        self.state.act(name, lambda p: change(p, owners))

    def _put_in(self, project: Project, owners: list[str]) -> Project:
        return poses.pose_put_in(project, owners, self.state.time)

    def _hold(self, project: Project, owners: list[str]) -> Project:
        return poses.pose_held(project, owners, self.state.time, self.seconds.value())

    def _smooth(self, project: Project, owners: list[str]) -> Project:
        """Eased at both ends, even between; a second time corners again."""
        own = [peg for owner in owners for peg in keys.pegs_of(project, owner)]
        smooth = any(
            track.keys and not track.smooth
            for owner in owners
            for track in tracks_of(project, owner).values()
        )
        return keys.smoothed(poses.evened(project, owners) if smooth else project, own, smooth)

    def _ease(self, easing: Easing) -> None:
        self.state.act(tr("Easing"), lambda p: acts.set_easing(p, easing))

    def _sway(self, name: str, value: float) -> None:
        change = {name: value / 100 if name == "metres" else value}
        self.state.act(tr("Sway"), lambda p: motion.set_sway(p, LENS, **change), f"sway {name}")


def number_for(shown: Shown) -> Number:
    number = Number(shown.low, 10_000, shown.step, shown.digits, shown.unit, shown.tip)
    number.setAccessibleName(shown.name)
    return number


def small(text: str) -> Label:
    label = Label(text)
    label.setObjectName("dim")
    return label


def easing_of(project: Project) -> Easing:
    """The easing the move has: that of the first key found."""
    for owner in owners_of(project):
        for track in tracks_of(project, owner).values():
            if track.animated:
                return track.keys[0].easing
    return Easing(0.42, 0.0, 0.58, 1.0)
