"""The selected layer's relief: how thick it is, where it sits, what its edges do."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, note, push
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import RELIEF_LIMITS, Project
from woodcock.session import reliefs
from woodcock.texts import tr

_PER_CENT = ("sits", "cut")


class ReliefRows(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        column = self.column
        self.on = QCheckBox(tr("Depth of its own"))
        self.on.setToolTip(
            tr("The layer becomes a surface, shaped by the depth map, instead of a plane")
        )
        self.on.clicked.connect(self._turn)
        column.addWidget(self.on)
        form = Form()
        self.values: dict[str, Number] = {}
        for name, text, step, decimals, unit, tip in (
            (
                "thickness",
                tr("Thickness"),
                0.1,
                2,
                "m",
                tr("From its farthest part to its nearest"),
            ),
            (
                "sits",
                tr("Sits at"),
                5,
                0,
                "%",
                tr("Which of it stands at the layer's distance: 0 its back, 100 its front"),
            ),
            (
                "edge",
                tr("Edge"),
                1,
                0,
                "px",
                tr(
                    "Photo pixels along its edge in which the depth map is "
                    "not trusted: depth is carried on from further inside"
                ),
            ),
            (
                "smooth",
                tr("Smooth"),
                5,
                0,
                "px",
                tr("Blurs the layer's depth over so many photo pixels; hair and reeds need it"),
            ),
            (
                "cut",
                tr("Cut at"),
                1,
                0,
                "%",
                tr(
                    "Jumps in depth larger than this share of the thickness "
                    "are cut, and show the rebuilt picture behind; 100 never cuts"
                ),
            ),
        ):
            scale = 100 if name in _PER_CENT else 1
            low, high = (limit * scale for limit in RELIEF_LIMITS[name])
            number = Number(low, high, step, decimals, unit, tip)
            number.edited.connect(lambda value, name=name: self._change(name, value))
            form.row(text, number)
            self.values[name] = number
        column.addLayout(form)
        self.measure = push(
            tr("As thick as the map says"),
            tr("Thickness and seat from the depth map, for the distance the layer stands at"),
            lambda: self._measured(self.state.selected),
        )
        column.addWidget(self.measure)
        self.says = note()
        column.addWidget(self.says)

    def refresh(self) -> None:
        layer, depth = self.state.layer, self.state.project.depth
        can = layer is not None and layer.own is None and depth is not None
        relief = layer.relief if layer else None
        self.on.setEnabled(can)
        self.on.setChecked(can and relief is not None)
        shown = can and relief is not None
        self.measure.setVisible(shown)
        for name, number in self.values.items():
            number.setEnabled(shown)
            if relief is not None:
                scale = 100 if name in _PER_CENT else 1
                number.show_value(getattr(relief, name) * scale)
        text = ""
        if depth is None:
            text = tr("It needs a depth map: see the Depth page.")
        elif layer is not None and layer.own is not None:
            text = tr("A picture of its own stays flat.")
        self.says.setText(text)
        self.says.setVisible(bool(text))

    def _turn(self, on: bool) -> None:
        layer = self.state.layer
        if layer and on:
            self._measured(layer.id)
        elif layer:
            self.state.act(
                tr("Flatten {name}", name=layer.name),
                lambda p: reliefs.set_relief(p, layer.id, None),
            )

    def _measured(self, layer_id: str | None) -> None:
        project, store = self.state.project, self.state.document.store
        if layer_id is None:
            return
        name = project.layer(layer_id).name

        def done(made: Project) -> None:
            if self.state.project == project:
                self.state.act(tr("Relief of {name}", name=name), lambda _: made)

        self._work.hand(lambda: reliefs.relief_from_map(project, layer_id, store), done)

    def _change(self, name: str, value: float) -> None:
        layer = self.state.layer
        if layer and layer.relief:
            value = value / 100 if name in _PER_CENT else value
            self.state.act(
                tr("Relief of {name}", name=layer.name),
                lambda p: reliefs.change_relief(p, layer.id, **{name: value}),
                f"relief {layer.id} {name}",
            )
