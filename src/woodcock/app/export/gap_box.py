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
        first = self.state.first_gaps.of(project) if self.state.first_gaps else None
        if project.photo is None:
            text, name = tr("Open a photo first."), "dim"
        elif report is None and first is None:
            text, name = tr("Looking at every frame …"), "dim"
        elif report is None and first is not None:
            more = tr("%n frames are looked at, the others follow.", "", first.frames)
            found = gap_sentences(project, first) if first.gaps or first.edges else ()
            text = "\n\n".join((*found, more) if found else (tr("No gaps so far."), more))
            name = "warning" if found else "dim"
        elif report is not None and (report.gaps or report.edges):
            text, name = "\n\n".join(gap_sentences(project, report)), "warning"
        elif report is not None:
            text, name = tr("No gaps in any of %n frames.", "", report.frames), "dim"
        self.result.setObjectName(name)
        self.result.style().polish(self.result)
        self.result.setText(text)
        self.fix.setVisible(bool(report and report.growths))

    def _fix(self) -> None:
        report = self.state.gap_report
        if report:
            self.state.act(tr("Close the gaps"), lambda p: extent.close_gaps(p, report))
