"""The grade of the whole clip, or of the selected layer."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, offer, tool
from woodcock.app.finish.curve_rows import CurveRows
from woodcock.app.finish.decision_rows import DecisionRows
from woodcock.app.finish.graded import GradedRows, graded_owner
from woodcock.app.finish.table_rows import MatchRows, TableRows
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.state import State
from woodcock.app.timeline.film_names import GRADE_SHOWN
from woodcock.app.work import Work
from woodcock.model import FILM, Grade
from woodcock.session import film
from woodcock.texts import tr, tr_noop

_PARTS = {
    "tone": (tr_noop("Tone"), tr_noop("Exposure, contrast, white balance, saturation")),
    "balance": (
        tr_noop("Balance"),
        tr_noop("Lift, gamma and gain of each channel, as the ASC CDL has them"),
    ),
    "curves": (tr_noop("Curves"), tr_noop("Curves for all channels and for each")),
    "table": (tr_noop("Table"), tr_noop("A lookup table from a .cube file")),
}


class ToneRows(GradedRows):
    """Exposure, contrast, white balance, saturation, and how much of the grade there is."""

    def __init__(self, state: State) -> None:
        super().__init__(state)
        form = self.form()
        for name in ("exposure", "contrast", "pivot", "temperature", "tint", "vibrance", "amount"):
            if name == "vibrance":
                self._row("decisions saturation", form)
            self._row(name, form)

    def _row(self, name: str, form) -> None:  # type: ignore[no-untyped-def]
        self.track(form, f"grade {name}", GRADE_SHOWN[f"grade {name}"])

    def refresh(self) -> None:
        self.show_numbers()


class GradeRows(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self.on = QCheckBox(tr("Grade"))
        self.on.setToolTip(tr("Change the colours"))
        self.on.clicked.connect(self._switch)
        self.whose = narrow(QComboBox())
        self.whose.setToolTip(
            tr("Whose colours: the finished picture's, or one layer's own, before light and air")
        )
        self.whose.activated.connect(self._aim)
        self.plain = tool("undo-2", tr("Plain colours again, as they were at first"), self._plain)
        self.side_by_side(self.whose, self.on, self.plain)
        self.match = MatchRows(state, work)
        self.add(self.match)
        self.body = Column(state)
        row, self.parts = choices(_PARTS, state.tools.grade_part, self._turn)
        self.body.add(row)
        self.when = WhenRow(state)
        self.body.add(self.when)
        self.rows: dict[str, Column] = {
            "tone": ToneRows(state), "balance": DecisionRows(state),
            "curves": CurveRows(state), "table": TableRows(state, work),
        }  # fmt: skip
        for rows in self.rows.values():
            self.body.add(rows)
        self.add(self.body)

    def owner(self) -> str:
        return graded_owner(self.state)

    def refresh(self) -> None:
        tools, owner, project = self.state.tools, self.owner(), self.state.project
        grade = film.grade_of(project, owner)
        layers = [(layer.name, layer.id) for layer in project.near_to_far]
        offer(self.whose, [(tr("The picture"), FILM), *layers])
        self.whose.setCurrentIndex(max(self.whose.findData(owner), 0))
        self.match.setVisible(owner != FILM)
        self.body.setVisible(grade.on)
        self.on.setChecked(grade.on)
        self.plain.setEnabled(grade != Grade())
        self.match.refresh()
        self.when.refresh()
        show_choice(self.parts, tools.grade_part)
        for name, rows in self.rows.items():
            rows.setVisible(name == tools.grade_part)
            if name == tools.grade_part and grade.on:
                rows.refresh()

    def _aim(self) -> None:
        owner = self.whose.currentData()
        self.state.tools.graded = "clip" if owner == FILM else "layer"
        if owner != FILM:
            self.state.select(owner)
        self.state.touch()

    def _turn(self, part: str) -> None:
        self.state.tools.grade_part = part
        self.state.touch()

    def _switch(self, on: bool) -> None:
        owner = self.owner()
        self.state.act_each(tr("Grade"), owner, lambda p, each: film.set_grade(p, each, on=on))

    def _plain(self) -> None:
        owner = self.owner()
        self.state.act_each(tr("Plain colours"), owner, film.plain_grade)
