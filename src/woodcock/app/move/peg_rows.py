"""The keys chosen in the lanes, in numbers: time, frame, value, easing."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, section
from woodcock.app.move.easing_row import EasingRow
from woodcock.app.state import State
from woodcock.app.timeline.track_names import owner_name, shown_of
from woodcock.model import Easing, tracks_of
from woodcock.session import pegs as keys
from woodcock.texts import tr


class PegRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.title = section("")
        self.add(self.title)
        form = self.form()
        self.time = Number(0, 100_000, 0.1, 3, "s", tr("When the first of the chosen keys is"))
        self.time.edited.connect(lambda value: self._move(value))
        form.row(tr("Time"), self.time)
        self.frame = Number(1, 1_000_000, 1, 0, "", tr("The frame of the first of the chosen keys"))
        self.frame.edited.connect(
            lambda value: self._move(self.state.project.frame.time(round(value) - 1))
        )
        form.row(tr("Frame", "its number"), self.frame)
        self.value = Number(-10_000, 10_000, 0.1, 3, "", tr("The value of the chosen keys"))
        self.value.edited.connect(self._set)
        form.row(tr("Value"), self.value)
        self.easing = EasingRow(form, state, self._ease)
        self.smooth = QCheckBox(tr("On a smooth path"))
        self.smooth.setToolTip(tr("Go through these keys on a curve, without a corner at each"))
        self.smooth.clicked.connect(self._smooth)
        form.wide(self.smooth)
        self.split = QCheckBox(tr("Split poses"))
        self.split.setToolTip(
            tr(
                "Keys that one thing has at one time are chosen, moved and eased one by one; "
                "otherwise they stay together. Alt does the same for one press."
            )
        )
        self.split.clicked.connect(self._split)
        form.wide(self.split)

    def refresh(self) -> None:
        project, chosen = self.state.project, sorted(self.state.pegs, key=lambda peg: peg.time)
        count = len(chosen)
        owners = {peg.owner for peg in chosen}
        whose = (
            tr(" of {owner}", owner=owner_name(project, chosen[0].owner))
            if len(owners) == 1
            else ""
        )
        self.title.setText(tr("%n keys{whose}", "", count, whose=whose))
        first = chosen[0]
        self.time.show_value(first.time)
        self.frame.show_value(project.frame.index(first.time) + 1)
        same = len({(peg.owner, peg.name) for peg in chosen}) == 1
        self.value.setEnabled(same)
        shown = shown_of(project, first.owner, first.name)
        self.value.setDecimals(shown.digits)
        self.value.setSuffix(f" {shown.unit}".rstrip() if shown.unit not in "%°" else shown.unit)
        key = keys.key_at(project, first)
        self.value.show_value(key.value * shown.factor)
        self.easing.show(key.easing)
        self.smooth.setChecked(tracks_of(project, first.owner)[first.name].smooth)
        self.split.setChecked(self.state.tools.split)

    def _move(self, time: float) -> None:
        chosen = self.state.pegs
        by = time - min(peg.time for peg in chosen)
        project, now = keys.moved(self.state.project, chosen, by)
        if self.state.act(tr("Move keys"), lambda _: project):
            self.state.pick(now)

    def _set(self, value: float) -> None:
        chosen = self.state.pegs
        first = min(chosen, key=lambda peg: peg.time)
        factor = shown_of(self.state.project, first.owner, first.name).factor
        self.state.act(
            tr("Set keys"),
            lambda p: keys.valued(p, chosen, value / factor),
            f"value {sorted(chosen)}",
        )

    def _ease(self, easing: Easing) -> None:
        chosen = self.state.pegs
        self.state.act(tr("Easing"), lambda p: keys.eased(p, chosen, easing))

    def _smooth(self, on: bool) -> None:
        chosen = self.state.pegs
        self.state.act(tr("Smooth path"), lambda p: keys.smoothed(p, chosen, on))

    def _split(self, on: bool) -> None:
        self.state.tools.split = on
        self.state.touch()
