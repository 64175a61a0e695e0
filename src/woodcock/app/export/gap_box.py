"""The gaps of the clip in sentences, with the one click that closes them."""

from __future__ import annotations

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note, push
from woodcock.app.state import State
from woodcock.session import extent
from woodcock.session.wording import gap_sentences
from woodcock.texts import tr


class GapBox(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.result = note()
        self.fix = push(
            tr("Grow the layers to close them"),
            tr(
                "Carry every layer named above on beyond the photo's borders, as far as "
                "the move needs"
            ),
            self._fix,
            "expand",
        )
        self.add(self.result)
        self.add(self.fix)

    def refresh(self) -> None:
        report, project = self.state.gap_report, self.state.project
        if project.photo is None:
            text, name = tr("Open a photo first."), "dim"
        elif report is None:
            text, name = tr("Looking at every frame …"), "dim"
        elif report.gaps or report.edges:
            text, name = "\n\n".join(gap_sentences(project, report)), "warning"
        else:
            text, name = tr("No gaps in any of %n frames.", "", report.frames), "dim"
        self.result.setObjectName(name)
        self.result.style().polish(self.result)
        self.result.setText(text)
        self.fix.setVisible(bool(report and report.growths))

    def _fix(self) -> None:
        report = self.state.gap_report
        if report:
            self.state.act(tr("Close the gaps"), lambda p: extent.close_gaps(p, report))
