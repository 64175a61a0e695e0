"""Lift, gamma and gain, in the sense of the ASC CDL: for all channels, and for each."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout

from woodcock.app.controls.fields import DragLabel, Number
from woodcock.app.controls.plain import Label
from woodcock.app.finish.graded import GradedRows
from woodcock.app.state import State
from woodcock.app.timeline.film_names import DECISIONS, GRADE_SHOWN
from woodcock.model import CHANNELS, Project, tracks_of
from woodcock.session import finishing
from woodcock.stage import value_at
from woodcock.texts import tr, tr_noop

_HEADS = ("", tr_noop("All"), tr_noop("Red"), tr_noop("Green"), tr_noop("Blue"))
_WIDE = 48


class DecisionRows(GradedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        grid = QGridLayout()
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(4)
        self.column.addLayout(grid)
        for column, text in enumerate(_HEADS):
            head = Label(tr(text))
            head.setObjectName("dim")
            head.setAlignment(Qt.AlignmentFlag.AlignCenter)
            grid.addWidget(head, 0, column)
        self.all: dict[str, Number] = {}
        for row, what in enumerate(reversed(DECISIONS), 1):
            shown = GRADE_SHOWN[f"grade decisions {what}_red"]
            low, high = finishing.LIMITS[f"grade decisions {what}_red"]
            every = Number(low, high, shown.step, shown.digits, "", shown.tip)
            every.edited.connect(lambda value, what=what: self._set_all(what, value))
            self.all[what] = every
            grid.addWidget(DragLabel(shown.name.split(",")[0], every), row, 0)
            grid.addWidget(every, row, 1)
            for column, channel in enumerate(CHANNELS, 2):
                name = f"grade decisions {what}_{channel}"
                number = Number(low, high, shown.step, shown.digits, "",
                                f"{GRADE_SHOWN[name].name}. {shown.tip}")  # fmt: skip
                number.edited.connect(lambda value, name=name: self._set(name, value))
                number.setProperty("factor", 1)
                self.numbers[name] = number
                grid.addWidget(number, row, column)
        for number in (*self.all.values(), *self.numbers.values()):
            number.setMinimumWidth(_WIDE)
            number.setStyleSheet("padding-left: 3px; padding-right: 3px;")

    def refresh(self) -> None:
        self.show_numbers()
        for what, number in self.all.items():
            number.show_value(self._middle(what))

    def _values(self, what: str) -> dict[str, float]:
        owner = self.owner()
        tracks = tracks_of(self.state.project, owner)
        names = [f"grade decisions {what}_{channel}" for channel in CHANNELS]
        return {x: value_at(tracks[x], self.state.time) for x in names if x in tracks}

    def _middle(self, what: str) -> float:
        values = self._values(what).values()
        return sum(values) / 3 if values else 0.0

    def _set_all(self, what: str, value: float) -> None:
        """All channels moved by as much as their mean."""
        owner, by = self.owner(), value - self._middle(what)
        time = self.state.key_time

        def change(project: Project, each: str) -> Project:
            tracks = tracks_of(project, each)
            for name in self._values(what):
                if name in tracks:
                    new = value_at(tracks[name], self.state.time) + by
                    project = finishing.set_value(project, each, name, new, time)
            return project

        text = GRADE_SHOWN[f"grade decisions {what}_red"].name.split(",")[0]
        self.state.act_each(text, owner, change, f"{owner} {what} {time}")
