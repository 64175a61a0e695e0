"""The selected layer blurred without a lens."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, note, push, short
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.model import MOST_BLUR, Project
from woodcock.session import finishing
from woodcock.texts import tr


class BlurRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.on = QCheckBox(tr("Blur this layer"))
        self.on.clicked.connect(self._switch)
        self.add(self.on)
        self.rows = Column(state)
        self.add(self.rows)
        form = self.rows.form()
        self.number(
            form,
            "blur",
            tr("By"),
            Number(
                0,
                MOST_BLUR,
                0.5,
                1,
                "px",
                tr("How wide a point becomes, in pixels of a frame of 1080 lines"),
            ),
        )
        self.outwards = QCheckBox(tr("Grows away from a place"))
        self.outwards.setToolTip(
            tr(
                "On: sharp about a place, drawn as a ring in the picture and dragged there, and "
                "more blurred the farther from it.\nOff: the whole layer alike."
            )
        )
        self.outwards.clicked.connect(lambda on: self._set_blur("outwards", on))
        form.wide(self.outwards)
        self.spread = Column(state)
        self.rows.add(self.spread)
        form = self.spread.form()
        self.number(
            form,
            "blur clear",
            tr("Sharp within"),
            Number(
                0,
                500,
                1,
                0,
                "%",
                tr("How far from that place nothing is blurred, of the photo's height"),
            ),
            100,
        )
        for axis, text, tip in (
            ("blur x", tr("Place across"), tr("Where that place is, of the photo's width")),
            ("blur y", tr("Place down"), tr("Where that place is, of the photo's height")),
        ):
            self.number(form, axis, text, Number(-100, 200, 1, 1, "%", tip))
        self.falloff = Number(
            1, 500, 5, 0, "%", tr("Over how far it grows from there, of the photo's height")
        )
        self.falloff.edited.connect(lambda value: self._set_blur("falloff", value / 100))
        form.row(tr("Grows over"), self.falloff)
        self.all = push(
            tr("Blur everything like this"),
            tr("All that stands in the scene gets this blur, about the same place"),
            self._blur_all,
            "copy",
        )
        self.rows.add(self.all)
        self.about = note()
        self.add(self.about)

    def owner(self) -> str | None:
        return self.state.layer.id if self.state.layer else None

    def refresh(self) -> None:
        layer = self.state.layer
        blur = layer.blur if layer else None
        self.on.setEnabled(layer is not None)
        self.on.setText(
            tr("Blur {short}", short=short(layer.name)) if layer else tr("Blur the selected layer")
        )
        self.on.setToolTip(tr("Blur this layer by an amount of its own, whatever the lens does"))
        self.on.setChecked(blur is not None)
        self.rows.setVisible(blur is not None)
        photo = self.state.project.photo
        if photo is not None:  # told as shares of it, kept in its pixels
            for axis, side in (("blur x", photo.width), ("blur y", photo.height)):
                self.numbers[axis].setProperty("factor", 100 / side)
        self.show_numbers()
        if blur is not None:
            self.outwards.setChecked(blur.outwards)
            self.falloff.show_value(100 * blur.falloff)
        self.spread.setVisible(blur is not None and blur.outwards)
        self.about.setText("" if layer else tr("Choose a layer in the list below."))
        self.about.setVisible(layer is None)

    def _switch(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            name, time = tr("Blur of {name}", name=layer.name), self.state.key_time

            def switch(project: Project, each: str) -> Project:
                had = project.layer(each).blur is not None
                project = finishing.switch_blur(project, each, on)
                new = on and not had
                return finishing.coming_at(project, each, "blur", time) if new else project

            self.state.act_each(name, layer.id, switch)

    def _blur_all(self) -> None:
        layer = self.state.layer
        if layer and self.state.act(
            tr("Blur of everything"), lambda p: finishing.blur_all_like(p, layer.id)
        ):
            ids = {x.id for x in self.state.project.in_scene}
            self.state.select(layer.id, frozenset(ids - {layer.id}))

    def _set_blur(self, name: str, value: object) -> None:
        layer = self.state.layer
        if layer:
            self.state.act_each(
                tr("Blur of {name}", name=layer.name),
                layer.id,
                lambda p, each: finishing.set_blur(p, each, **{name: value}),
                f"blur {layer.id} {name}",
            )
