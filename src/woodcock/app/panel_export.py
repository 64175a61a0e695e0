"""Export: what the whole clip shows that it should not, and the video."""

from __future__ import annotations

from collections.abc import Callable

from woodcock.app import icons
from woodcock.app.controls.fields import note, push, section
from woodcock.app.controls.panels import Panel
from woodcock.app.state import State
from woodcock.model import CRF
from woodcock.session import extent
from woodcock.session.wording import gap_sentences


class GapBox:
    """The gaps of the clip in sentences, with the one click that closes them."""

    def __init__(self, panel: Panel, state: State) -> None:
        self.state = state
        self.result = note()
        self.fix = push(
            "Grow the layers to close them",
            "Carry every layer named above on beyond the photo's borders, as far as the move needs",
            self._fix,
            "expand",
        )
        panel.add(self.result)
        panel.add(self.fix)

    def refresh(self) -> None:
        report, project = self.state.gap_report, self.state.project
        if project.photo is None:
            text, name = "Open a photo first.", "dim"
        elif report is None:
            text, name = "Looking at every frame …", "dim"
        elif report.gaps or report.edges:
            text, name = "\n\n".join(gap_sentences(project, report)), "warning"
        else:
            text, name = f"No gaps in any of {report.frames} frames.", "dim"
        self.result.setObjectName(name)
        self.result.style().polish(self.result)
        self.result.setText(text)
        self.fix.setVisible(bool(report and report.growths))

    def _fix(self) -> None:
        report = self.state.gap_report
        if report:
            self.state.act("Close the gaps", lambda p: extent.close_gaps(p, report))


class ExportPanel(Panel):
    def __init__(self, state: State, export: Callable[[], None]) -> None:
        super().__init__(state, "Export")
        self.about = note()
        self.add(self.about)
        self.export = push(
            "Export the video …", "Choose a file and write the clip as MP4 (Ctrl+E)", export, "film"
        )
        self.export.setObjectName("primary")
        icons.dress(self.export)
        self.add(self.export)
        self.add(section("Format"))
        self.add(
            note(f"MP4, H.264 High, 4:2:0, quality CRF {CRF}, BT.709 colours. Plays in browsers, "
                 "phones and editing programs.")
        )  # fmt: skip
        self.add(section("Edges and gaps"))
        self.gaps = GapBox(self, state)
        self.end()

    def refresh(self) -> None:
        frame = self.state.project.frame
        self.about.setText(
            f"{frame.width} × {frame.height}, {frame.rate:g} frames a second, "
            f"{frame.seconds:g} s: {frame.count} frames."
        )
        self.export.setEnabled(self.state.project.photo is not None)
        self.gaps.refresh()
