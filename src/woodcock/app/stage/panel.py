"""Stage: the selected layer's distance, lean and pivot, and the lens."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.fields import Number, narrow, note, push, section
from woodcock.app.controls.panels import Panel
from woodcock.app.rail import format_metres
from woodcock.app.separate.layer_box import LayerName
from woodcock.app.stage.add_rows import AddRows
from woodcock.app.stage.arrange_rows import ArrangeRows
from woodcock.app.stage.card_rows import CardRows
from woodcock.app.stage.carrier_rows import CarrierRows
from woodcock.app.stage.clip_rows import ClipRows
from woodcock.app.stage.depth_editor import DepthEditor
from woodcock.app.stage.depth_rows import DepthRows
from woodcock.app.stage.depth_tools import DepthTools
from woodcock.app.stage.extent_rows import ExtentRows
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.stage.picture_rows import PictureRows
from woodcock.app.stage.pivot_grid import PivotGrid
from woodcock.app.stage.relief_rows import ReliefRows
from woodcock.app.stage.stand_rows import StandRows
from woodcock.app.stage.texture_rows import TextureRows
from woodcock.app.stage.title_rows import TitleRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import LENS, MOST_LEAN
from woodcock.session import acts, carrying, staging
from woodcock.stage import focus_at, focus_zone, value_at, view_angle

_NEAR = 1.0  # photo pixels between a pivot and the place that it is said to be at


class StagePanel(Panel):
    def __init__(
        self, state: State, boxes: LayerBoxes, work: Work, depth_editor: DepthEditor
    ) -> None:
        super().__init__(state, "Stage")
        self._boxes = boxes
        boxes.changed.connect(self.refresh)
        self.hint = note("Drag the slats on the depth rail, or the layers in the plan.")
        self.add(self.hint)
        self.add(section("Add to the stage"))
        self.adding = AddRows(state, work)
        self.add(self.adding)
        self.carrier_title = self.add(section("Selected carrier"))
        self.carrier = CarrierRows(state)
        self.add(self.carrier)
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
        self.stand = StandRows(state)
        self.add(self.stand)
        self.own: dict[str, OwnRows] = {
            "title": TitleRows(state, work), "card": CardRows(state), "clip": ClipRows(state),
            "picture": PictureRows(state), "texture": TextureRows(state),
        }  # fmt: skip
        self._own_title = section("Title")
        self.add(self._own_title)
        for rows in self.own.values():
            self.add(rows)
        self.add(section("Lean"))
        form = self.form()
        self.tilt = Number(-MOST_LEAN, MOST_LEAN, 1, 1, "°", "How far its top leans away; -20 "
                           "to -30 about the foot makes it stand out of the picture")  # fmt: skip
        self.swing = Number(-MOST_LEAN, MOST_LEAN, 1, 1, "°", "How far its right side turns away")
        self.tilt.edited.connect(lambda value: self._lean("tilt", value))
        self.swing.edited.connect(lambda value: self._lean("swing", value))
        form.row("Tilt", self.tilt)
        form.row("Swing", self.swing)
        self.held = QCheckBox("Looks the same at rest")
        self.held.setToolTip(
            "On: leaning does not change the picture until the lens moves.\n"
            "Off: it leans as a flat thing does, and looks foreshortened."
        )
        self.held.clicked.connect(lambda on: self._lean("held", on))
        form.wide(self.held)
        self.pivot = PivotGrid()
        self.pivot.picked.connect(self._pivot)
        form.row("Pivot", self.pivot)
        self.add(section("Relief"))
        self.relief = ReliefRows(state, work)
        self.add(self.relief)
        self.add(section("Room for the move"))
        self.extent = ExtentRows(state)
        self.add(self.extent)
        self.add(section("Several layers"))
        self.arrange = ArrangeRows(state, boxes)
        self.add(self.arrange)
        self.spread = push(
            "Spread evenly in parallax",
            "Nearest and farthest stay; those between are spread so that each shifts by an equal "
            "step more than the one behind it. Ctrl+click and Shift+click in the list choose "
            "which; otherwise all",
            lambda: self.state.act(
                "Spread evenly", lambda p: staging.spread_evenly(p, self._several())
            ),
        )
        self.add(self.spread)
        self._depth_title = self.add(section("Depth map"))
        self._tool = state.tools.stage
        self.depth_map = DepthRows(state, work)
        self.add(self.depth_map)
        self.depth_tools = DepthTools(state, depth_editor)
        self.add(self.depth_tools)
        self.add(section("Lens"))
        form = self.form()
        self.focal = Number(8, 400, 1, 1, "mm", "Focal length; a short one makes parallax stronger")
        self.focal.edited.connect(self._focal)
        form.row("Focal length", self.focal)
        self.sensor = Number(1, 100, 1, 1, "mm", "How wide the sensor behind the lens is")
        self.sensor.edited.connect(self._sensor)
        form.row("Sensor", self.sensor)
        self.aim, self.keep = narrow(QComboBox()), narrow(QComboBox())
        self.aim.setToolTip("The lens turns towards this layer's pivot as it travels")
        self.keep.setToolTip(
            "The focal length follows the travel, so that this layer keeps its size"
        )
        self.aim.activated.connect(lambda at: self._hold_on(staging.aim_at, self.aim, "Aim"))
        self.keep.activated.connect(
            lambda at: self._hold_on(staging.hold_size, self.keep, "Keep the size")
        )
        form.row("Aim at", self.aim)
        form.row("Keep size of", self.keep)
        self.lens_carrier = narrow(QComboBox())
        self.lens_carrier.setToolTip("The carrier the lens hangs on; it stays where it is now")
        self.lens_carrier.activated.connect(self._hang_lens)
        form.row("Hangs on", self.lens_carrier)
        self.focus = Number(0.1, 10_000, 0.1, 2, "m", "What is this far from the lens is sharpest; "
                            "also dragged in the plan")  # fmt: skip
        self.f_number = Number(0.7, 64, 0.1, 1, "", "The aperture: a small number leaves a narrow "
                               "zone sharp. Finish switches its blur on")  # fmt: skip
        self.focus.edited.connect(
            lambda value: state.act("Focus", lambda p: staging.set_focus(p, value), "focus")
        )
        self.f_number.edited.connect(
            lambda value: state.act(
                "Aperture", lambda p: staging.set_focus(p, f_number=value), "aperture"
            )
        )
        form.row("Focus at", self.focus)
        form.row("Aperture f/", self.f_number)
        self.angle = note()
        self.add(self.angle)
        self.end()

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        self.name.refresh()
        self.adding.refresh()
        self.carrier.refresh()
        for widget in (self.carrier_title, self.carrier):
            widget.setVisible(self.state.carrier is not None)
        self.stand.refresh()
        self.arrange.refresh()
        kind = layer.kind if layer else ""
        self._own_title.setVisible(kind in self.own)
        self._own_title.setText(kind.capitalize())
        for name, rows in self.own.items():
            rows.setVisible(name == kind)
            if layer and name == kind:
                rows.show_values(layer)
        cut = (self.distance, self.hold, self.tilt, self.swing, self.held, self.pivot)
        for control in cut:
            control.setEnabled(layer is not None)
        if layer:
            self.distance.show_value(layer.distance)
            self.hold.setChecked(layer.sized_at is None)
            self.tilt.show_value(layer.lean.tilt)
            self.swing.show_value(layer.lean.swing)
            self.held.setChecked(layer.lean.held and layer.sized_at is None)
            self.held.setEnabled(layer.sized_at is None)
        self.pivot.show_place(self._place())
        self.relief.refresh()
        self.extent.refresh()
        several = len(self._several())
        self.spread.setEnabled(several > 2)
        whose = "all" if several == len(project.layers) else f"{several}"
        self.spread.setText(f"Spread {whose} evenly in parallax")
        lens = project.lens
        self.focal.show_value(lens.focal_length)
        self.sensor.show_value(lens.sensor_width)
        self.depth_map.refresh()
        self.depth_tools.refresh()
        if self._tool != self.state.tools.stage:
            self._tool = self.state.tools.stage
            if self._tool != "arrange":
                self.bring(self._depth_title)
        self._list_layers()
        height = lens.sensor_width * project.frame.height / project.frame.width
        wide = view_angle(lens.focal_length, lens.sensor_width)
        text = f"Sees {wide:.1f}° across, {view_angle(lens.focal_length, height):.1f}° down."
        if layer:
            across = layer.distance * lens.sensor_width / lens.focal_length
            text += f" At {format_metres(layer.distance)} the frame is {across:.3g} m wide."
        near, far = focus_zone(self.state.project, self.state.time)
        beyond = format_metres(far) if far < 10_000 else "infinity"
        self.focus.show_value(focus_at(self.state.project, self.state.time))
        self.f_number.show_value(value_at(lens.f_number, self.state.time))
        self.angle.setText(f"{text} Sharp from {format_metres(near)} to {beyond}.")

    def _several(self) -> tuple[str, ...]:
        """The chosen layers; all of them where fewer than three are chosen."""
        chosen = self.state.chosen
        return chosen if len(chosen) > 2 else tuple(x.id for x in self.state.project.near_to_far)

    def _list_layers(self) -> None:
        """The layers the lens can hold on to; what it does hold on to is found by its place."""
        project = self.state.project
        entries = [("Nothing", None), *((x.name, x.id) for x in project.near_to_far)]
        for box, held in ((self.aim, self._aimed()), (self.keep, self._sized())):
            have = [(box.itemText(k), box.itemData(k)) for k in range(box.count())]
            own = [*entries, *([("A place of its own", "")] if held == "" else [])]
            if have != own:
                box.clear()
                for text, name in own:
                    box.addItem(text, name)
            box.setCurrentIndex([name for _, name in own].index(held))
        carriers = [("Nothing", None), *((x.name, x.id) for x in project.carriers)]
        box = self.lens_carrier
        if [(box.itemText(k), box.itemData(k)) for k in range(box.count())] != carriers:
            box.clear()
            for text, name in carriers:
                box.addItem(text, name)
        box.setCurrentIndex(max(box.findData(project.lens.carrier), 0))
        box.setEnabled(bool(project.carriers))

    def _hang_lens(self) -> None:
        on, time = self.lens_carrier.currentData(), self.state.time
        self.state.act("Hang the lens", lambda p: carrying.hang_on(p, LENS, on, time))

    def _aimed(self) -> str | None:
        project = self.state.project
        if project.lens.aim is None:
            return None
        same = (x.id for x in project.layers if staging.aim_at(project, x.id) == project)
        return next(same, "")

    def _sized(self) -> str | None:
        project = self.state.project
        if project.lens.held_size is None:
            return None
        same = (x.id for x in project.layers if x.distance == project.lens.held_size)
        return next(same, "")

    def _place(self) -> tuple[float, float] | None:
        """Which of the nine places of the layer its pivot is at."""
        layer = self.state.layer
        box = self._boxes.of(layer) if layer else None
        if layer is None or layer.pivot is None or box is None:
            return None
        left, top, width, height = box
        for across in (0.0, 0.5, 1.0):
            for down in (0.0, 0.5, 1.0):
                off = abs(left + across * width - layer.pivot[0])
                if max(off, abs(top + down * height - layer.pivot[1])) < _NEAR:
                    return across, down
        return None

    def _pivot(self, across: float, down: float) -> None:
        layer = self.state.layer
        box = self._boxes.of(layer) if layer else None
        if layer and box:
            pivot = box[0] + across * box[2], box[1] + down * box[3]
            self.state.act(
                f"Pivot of {layer.name}", lambda p: staging.set_pivot(p, layer.id, pivot)
            )

    def _lean(self, name: str, value: float | bool) -> None:
        layer = self.state.layer
        if layer:
            lean = {"tilt": layer.lean.tilt, "swing": layer.lean.swing, "held": layer.lean.held}
            lean[name] = value
            pivot = layer.pivot or self._foot()
            self.state.act(
                f"Lean of {layer.name}",
                lambda p: staging.set_lean(
                    staging.set_pivot(p, layer.id, pivot),
                    layer.id,
                    **lean,  # type: ignore[arg-type]
                ),
                f"lean {layer.id} {name}",
            )

    def _foot(self) -> tuple[float, float] | None:
        """The middle of the selected layer's lower edge: what it leans about unless told."""
        box = self._boxes.of(self.state.layer) if self.state.layer else None
        return None if box is None else (box[0] + box[2] / 2, box[1] + box[3])

    def _distance(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                f"Distance of {layer.name}",
                lambda p: acts.type_distance(p, layer.id, value),
                f"distance {layer.id}",
            )

    def _hold(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            self.state.act("Hold framing", lambda p: acts.hold_framing(p, layer.id, on))

    def _focal(self, value: float) -> None:
        self.state.act("Focal length", lambda p: acts.set_focal_length(p, value), "focal")

    def _sensor(self, value: float) -> None:
        self.state.act("Sensor width", lambda p: staging.set_sensor_width(p, value), "sensor")

    def _hold_on(self, act, box: QComboBox, name: str) -> None:  # type: ignore[no-untyped-def]
        layer_id = box.currentData()
        if layer_id != "":
            self.state.act(name, lambda p: act(p, layer_id))
