"""Move: ready moves, poses, the selected layer's own motion, the whole clip; a page each."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.panels import Panel
from woodcock.app.move.layer_motion import LayerMotion
from woodcock.app.move.overall_rows import OverallRows
from woodcock.app.move.peg_rows import PegRows
from woodcock.app.move.pose_rows import PoseRows
from woodcock.app.move.ready_rows import ReadyRows
from woodcock.app.state import State
from woodcock.app.work import Work

_PAGES = {
    "ready": ("Ready", "Complete moves with one amount"),
    "poses": ("Poses", "Start, end and what lies between, of the lens or a layer"),
    "layer": ("Layer", "The selected layer's own motion"),
    "clip": ("Clip", "The finished clip moved as a whole, speeds and warnings"),
}


class MovePanel(Panel):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state, "Move")
        self.pegs = PegRows(state)
        self.add(self.pegs)
        row, self.pages = choices(_PAGES, state.tools.page, self.turn)
        self.add(row)
        self.ready = ReadyRows(state, work)
        self.poses = PoseRows(state)
        self.layer = LayerMotion(state, work)
        self.clip = OverallRows(state)
        self._shown: dict[str, QWidget] = {
            "ready": self.ready, "poses": self.poses, "layer": self.layer, "clip": self.clip,
        }  # fmt: skip
        for page in self._shown.values():
            self.add(page)
        self.end()

    def turn(self, page: str) -> None:
        """Show a page."""
        self.state.tools.page = page
        self.refresh()

    def refresh(self) -> None:
        page = self.state.tools.page
        self.setEnabled(self.state.project.photo is not None)
        show_choice(self.pages, page)
        for name, widget in sorted(self._shown.items(), key=lambda item: item[0] == page):
            widget.setVisible(name == page)
        self.pegs.setVisible(bool(self.state.pegs))
        if self.state.pegs:
            self.pegs.refresh()
        shown: ReadyRows | PoseRows | LayerMotion | OverallRows = self.ready
        if page == "poses":
            shown = self.poses
        elif page == "layer":
            shown = self.layer
        elif page == "clip":
            shown = self.clip
        shown.refresh()
