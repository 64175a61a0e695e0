"""The lens: focal length, sensor, what it holds on to, focus and aperture."""

from __future__ import annotations

from PySide6.QtWidgets import QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, note, offer
from woodcock.app.metres import format_metres
from woodcock.app.state import State
from woodcock.model import LENS
from woodcock.session import acts, carrying, staging
from woodcock.stage import focus_at, focus_zone, value_at, view_angle
from woodcock.texts import tr


class LensPage(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        form = self.form()
        self.focal = Number(
            8, 400, 1, 1, "mm", tr("Focal length; a short one makes parallax stronger")
        )
        self.focal.edited.connect(self._focal)
        form.row(tr("Focal length"), self.focal)
        self.sensor = Number(1, 100, 1, 1, "mm", tr("How wide the sensor behind the lens is"))
        self.sensor.edited.connect(self._sensor)
        form.row(tr("Sensor"), self.sensor)
        self.aim, self.keep = narrow(QComboBox()), narrow(QComboBox())
        self.aim.setToolTip(tr("The lens turns towards this layer's pivot as it travels"))
        self.keep.setToolTip(
            tr("The focal length follows the travel, so that this layer keeps its size")
        )
        self.aim.activated.connect(lambda at: self._hold_on(staging.aim_at, self.aim, tr("Aim")))
        self.keep.activated.connect(
            lambda at: self._hold_on(staging.hold_size, self.keep, tr("Keep the size"))
        )
        form.row(tr("Aim at"), self.aim)
        form.row(tr("Keep size of"), self.keep)
        self.lens_carrier = narrow(QComboBox())
        self.lens_carrier.setToolTip(tr("The carrier the lens hangs on; it stays where it is now"))
        self.lens_carrier.activated.connect(self._hang_lens)
        form.row(tr("Hangs on"), self.lens_carrier)
        self.focus = Number(
            0.1,
            10_000,
            0.1,
            2,
            "m",
            tr("What is this far from the lens is sharpest; also dragged in the plan"),
        )
        self.f_number = Number(
            0.7,
            64,
            0.1,
            1,
            "",
            tr(
                "The aperture: a small number leaves a narrow zone sharp. Finish switches its "
                "blur on"
            ),
        )
        self.focus.edited.connect(
            lambda value: state.act(tr("Focus"), lambda p: staging.set_focus(p, value), "focus")
        )
        self.f_number.edited.connect(
            lambda value: state.act(
                tr("Aperture"), lambda p: staging.set_focus(p, f_number=value), "aperture"
            )
        )
        form.row(tr("Focus at"), self.focus)
        form.row(tr("Aperture f/"), self.f_number)
        self.angle = note()
        self.add(self.angle)

    def refresh(self) -> None:
        layer, project, time = self.state.layer, self.state.project, self.state.time
        lens = project.lens
        self.focal.show_value(lens.focal_length)
        self.sensor.show_value(lens.sensor_width)
        self._list_layers()
        height = lens.sensor_width * project.frame.height / project.frame.width
        wide = view_angle(lens.focal_length, lens.sensor_width)
        text = tr(
            "Sees {wide:.1f}° across, {high:.1f}° down.",
            wide=wide,
            high=view_angle(lens.focal_length, height),
        )
        if layer:
            across = layer.distance * lens.sensor_width / lens.focal_length
            text += tr(
                " At {distance} the frame is {across:.3g} m wide.",
                distance=format_metres(layer.distance),
                across=across,
            )
        near, far = focus_zone(project, time)
        beyond = format_metres(far) if far < 10_000 else tr("infinity")
        self.focus.show_value(focus_at(project, time))
        self.f_number.show_value(value_at(lens.f_number, time))
        self.angle.setText(
            tr(
                "{text} Sharp from {distance} to {beyond}.",
                text=text,
                distance=format_metres(near),
                beyond=beyond,
            )
        )

    def _list_layers(self) -> None:
        """The layers the lens can hold on to; what it does hold on to is found by its place."""
        project = self.state.project
        entries = [(tr("Nothing"), None), *((x.name, x.id) for x in project.near_to_far)]
        for box, held in ((self.aim, self._aimed()), (self.keep, self._sized())):
            own = [*entries, *([(tr("A place of its own"), "")] if held == "" else [])]
            offer(box, own)
            box.setCurrentIndex([name for _, name in own].index(held))
        box = self.lens_carrier
        offer(box, [(tr("Nothing"), None), *((x.name, x.id) for x in project.carriers)])
        box.setCurrentIndex(max(box.findData(project.lens.carrier), 0))
        box.setEnabled(bool(project.carriers))

    def _hang_lens(self) -> None:
        on, time = self.lens_carrier.currentData(), self.state.time
        self.state.act(tr("Hang the lens"), lambda p: carrying.hang_on(p, LENS, on, time))

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

    def _focal(self, value: float) -> None:
        self.state.act(tr("Focal length"), lambda p: acts.set_focal_length(p, value), "focal")

    def _sensor(self, value: float) -> None:
        self.state.act(tr("Sensor width"), lambda p: staging.set_sensor_width(p, value), "sensor")

    def _hold_on(self, act, box: QComboBox, name: str) -> None:  # type: ignore[no-untyped-def]
        layer_id = box.currentData()
        if layer_id != "":
            self.state.act(name, lambda p: act(p, layer_id))
