"""Stage: what stands there, the selected layer, the depth map, the lens; a page each."""

from __future__ import annotations

from functools import cached_property

from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.paged import Paged
from woodcock.app.controls.panels import Panel
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.stage.depth_page import DepthPage
from woodcock.app.stage.layer_page import LayerPage
from woodcock.app.stage.lens_page import LensPage
from woodcock.app.stage.scene_page import ScenePage
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.texts import tr_noop

_PAGES = {
    "scene": (tr_noop("Scene"), tr_noop("What is added, lined up, spread in depth")),
    "layer": (tr_noop("Layer"), tr_noop("The selected layer or carrier")),
    "map": (tr_noop("Depth"), tr_noop("The photo's depth map")),
    "lens": (tr_noop("Lens"), tr_noop("Focal length, focus, what the lens holds on to")),
}


class StagePanel(Paged, Panel):
    def __init__(
        self, state: State, boxes: LayerBoxes, work: Work, depth_editor: DepthEditor
    ) -> None:
        super().__init__(state, "Stage")
        self._boxes, self._work, self._depth_editor = boxes, work, depth_editor
        self._tool = state.tools.stage
        self.add_pages(_PAGES, "stage_page")
        self.end()

    @cached_property
    def scene(self) -> ScenePage:
        return self.page("scene", ScenePage(self.state, self._boxes, self._work))

    @cached_property
    def layer(self) -> LayerPage:
        return self.page("layer", LayerPage(self.state, self._boxes, self._work))

    @cached_property
    def map(self) -> DepthPage:
        return self.page("map", DepthPage(self.state, self._work, self._depth_editor))

    @cached_property
    def lens(self) -> LensPage:
        return self.page("lens", LensPage(self.state))

    def refresh(self) -> None:
        tools = self.state.tools
        if self._tool != tools.stage:  # a tool that paints on the depth map was taken in hand
            self._tool = tools.stage
            if self._tool != "arrange":
                tools.stage_page = "map"
        super().refresh()
