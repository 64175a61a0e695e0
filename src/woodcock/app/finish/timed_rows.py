"""Numbers that are set for the whole clip, or pegged at the playhead."""

from __future__ import annotations

from functools import partial

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number
from woodcock.app.state import State
from woodcock.app.timeline.shown import Shown
from woodcock.app.timeline.track_names import shown_of
from woodcock.model import Project, tracks_of
from woodcock.session import finishing
from woodcock.stage import value_at
from woodcock.texts import tr_noop

_WHEN = {
    "all": (tr_noop("Whole clip"), tr_noop("What is set holds for the whole clip")),
    "here": (
        tr_noop("Peg here"),
        tr_noop("What is set is pegged at the playhead, and goes over from peg to peg"),
    ),
}


class TimedRows(Column):
    """The base of a page's groups: rows of numbers that are tracks."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.numbers: dict[str, Number] = {}

    def owner(self) -> str | None:
        """Whose tracks the numbers are."""
        return None

    def number(self, form: Form, name: str, label: str, number: Number, factor: float = 1) -> None:
        """A row for a track; `factor` is what is shown for a value of 1."""
        number.edited.connect(partial(self._set, name))
        form.row(label, number)
        self.numbers[name] = number
        number.setProperty("factor", factor)

    def track(self, form: Form, name: str, shown: Shown) -> None:
        """A row for a track as it is shown everywhere, within its limits."""
        low, high = (value * shown.factor for value in finishing.LIMITS.get(name, (-1e5, 1e5)))
        number = Number(low, high, shown.step, shown.digits, shown.unit, shown.tip)
        self.number(form, name, shown.name, number, shown.factor)

    def show_numbers(self) -> None:
        """The values at the playhead."""
        owner, project = self.owner(), self.state.project
        tracks = tracks_of(project, owner) if owner else {}
        for name, number in self.numbers.items():
            there = name in tracks
            number.setEnabled(there)
            if there:
                value = value_at(tracks[name], self.state.time)
                number.show_value(value * number.property("factor"))

    def _set(self, name: str, value: float) -> None:
        owner, factor = self.owner(), float(self.numbers[name].property("factor"))
        if owner is None:
            return
        time = self.state.key_time
        label = shown_of(self.state.project, owner, name).name

        def change(project: Project, each: str) -> Project:
            if name not in tracks_of(project, each):
                return project
            return finishing.set_value(project, each, name, value / factor, time)

        self.state.act_each(label, owner, change, f"{owner} {name} {time}")


class WhenRow(Column):
    """For the whole clip, or at the playhead."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        row, self.choice = choices(_WHEN, "all", self._pick)
        self.add(row)

    def refresh(self) -> None:
        show_choice(self.choice, "here" if self.state.tools.pegged else "all")

    def _pick(self, when: str) -> None:
        self.state.tools.pegged = when == "here"
        self.state.touch()
