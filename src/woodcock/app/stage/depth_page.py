"""The photo's depth map: where it comes from, and how it is edited."""

from __future__ import annotations

from woodcock.app.controls.column import Column
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.stage.depth_rows import DepthRows
from woodcock.app.stage.depth_tools import DepthTools
from woodcock.app.state import State
from woodcock.app.work import Work


class DepthPage(Column):
    def __init__(self, state: State, work: Work, editor: DepthEditor) -> None:
        super().__init__(state)
        self.map, self.tools = DepthRows(state, work), DepthTools(state, editor)
        self.add(self.map)
        self.add(self.tools)

    def refresh(self) -> None:
        self.map.refresh()
        self.tools.refresh()
