"""Move: ready moves, poses, the selected layer's own motion, the whole clip; a page each."""

from __future__ import annotations

from functools import cached_property

from woodcock.app.controls.paged import Paged
from woodcock.app.controls.panels import Panel
from woodcock.app.move.layer_motion import LayerMotion
from woodcock.app.move.overall_rows import OverallRows
from woodcock.app.move.peg_rows import PegRows
from woodcock.app.move.pose_rows import PoseRows
from woodcock.app.move.ready_rows import ReadyRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.texts import tr_noop

_PAGES = {
    "ready": (tr_noop("Ready"), tr_noop("Complete moves with one amount")),
    "poses": (
        tr_noop("Poses"),
        tr_noop("Start, end and what lies between, of the lens or a layer"),
    ),
    "layer": (tr_noop("Layer"), tr_noop("The selected layer's own motion")),
    "clip": (tr_noop("Clip"), tr_noop("The finished clip moved as a whole, speeds and warnings")),
}


class MovePanel(Paged, Panel):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state, "Move")
        self._work = work
        self.pegs = PegRows(state)
        self.add(self.pegs)
        self.add_pages(_PAGES, "page")
        self.end()

    @cached_property
    def ready(self) -> ReadyRows:
        return self.page("ready", ReadyRows(self.state, self._work))

    @cached_property
    def poses(self) -> PoseRows:
        return self.page("poses", PoseRows(self.state))

    @cached_property
    def layer(self) -> LayerMotion:
        return self.page("layer", LayerMotion(self.state, self._work))

    @cached_property
    def clip(self) -> OverallRows:
        return self.page("clip", OverallRows(self.state))

    def refresh(self) -> None:
        self.setEnabled(self.state.project.photo is not None)
        self.pegs.setVisible(bool(self.state.pegs))
        if self.state.pegs:
            self.pegs.refresh()
        super().refresh()
