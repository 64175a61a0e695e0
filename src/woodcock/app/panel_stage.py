"""Stage: the selected layer's distance, and the lens."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.fields import Number, note, push, section
from woodcock.app.layer_box import LayerName
from woodcock.app.panels import Panel
from woodcock.app.rail import format_metres
from woodcock.app.state import State
from woodcock.model import Project
from woodcock.session import acts
from woodcock.stage import parallax_spread, view_angle


class StagePanel(Panel):
    def __init__(self, state: State) -> None:
        super().__init__(state, "Stage")
        self.hint = note("Drag the slats on the depth rail below, or type distances here.")
        self.add(self.hint)
        self.add(section("Selected layer"))
        form = self.form()
        self.name = LayerName(state)
        form.row("Name", self.name)
        self.distance = Number(0.1, 10_000, 0.1, 2, "m", "Distance from the lens at rest")
        self.distance.edited.connect(self._distance)
        form.row("Distance", self.distance)
        self.hold = QCheckBox("Hold framing")
        self.hold.setToolTip(
            "On: the layer keeps its size in the frame when its distance changes.\n"
            "Off: it keeps its size in metres, and looks smaller farther away."
        )
        self.hold.clicked.connect(self._hold)
        form.wide(self.hold)
        self.add(section("All layers"))
        self.spread = push(
            "Spread evenly in parallax",
            "Nearest and farthest stay; those between are spread so that each shifts by an equal "
            "step more than the one behind it",
            self._spread,
        )
        self.add(self.spread)
        self.add(section("Lens"))
        form = self.form()
        self.focal = Number(8, 400, 1, 1, "mm", "Focal length; a short one makes parallax stronger")
        self.focal.edited.connect(self._focal)
        form.row("Focal length", self.focal)
        self.angle = note()
        self.add(self.angle)
        self.end()

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        self.name.refresh()
        for control in (self.distance, self.hold):
            control.setEnabled(layer is not None)
        if layer:
            self.distance.show_value(layer.distance)
            self.hold.setChecked(layer.sized_at is None)
        self.spread.setEnabled(len(project.layers) > 2)
        lens = project.lens
        self.focal.show_value(lens.focal_length)
        height = lens.sensor_width * project.frame.height / project.frame.width
        wide = view_angle(lens.focal_length, lens.sensor_width)
        text = f"Sees {wide:.1f}° across, {view_angle(lens.focal_length, height):.1f}° down."
        if layer:
            across = layer.distance * lens.sensor_width / lens.focal_length
            text += f" At {format_metres(layer.distance)} the frame is {across:.3g} m wide."
        self.angle.setText(text)

    def _distance(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                f"Distance of {layer.name}",
                lambda p: acts.set_distance(p, layer.id, value),
                f"distance {layer.id}",
            )

    def _hold(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            self.state.act("Hold framing", lambda p: acts.hold_framing(p, layer.id, on))

    def _focal(self, value: float) -> None:
        self.state.act("Focal length", lambda p: acts.set_focal_length(p, value), "focal")

    def _spread(self) -> None:
        def spread(project: Project) -> Project:
            order = project.near_to_far
            places = parallax_spread(order[0].distance, order[-1].distance, len(order))
            for layer, metres in zip(order, places, strict=True):
                project = acts.set_distance(project, layer.id, metres)
            return project

        self.state.act("Spread evenly", spread)
