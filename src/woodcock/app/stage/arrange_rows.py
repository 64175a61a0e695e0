"""Lining up what is chosen in the frame, copies, mirrors, poses of others."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QCheckBox, QComboBox, QGridLayout

from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, push, tool
from woodcock.app.state import State
from woodcock.model import Project
from woodcock.session import arranging
from woodcock.session.staging import Box
from woodcock.texts import tr, tr_noop

_EDGES = (
    ("left", "align-start-vertical", tr_noop("Left edges on one line")),
    ("centre", "align-center-vertical", tr_noop("Middles one above the other")),
    ("right", "align-end-vertical", tr_noop("Right edges on one line")),
    ("top", "align-start-horizontal", tr_noop("Upper edges on one line")),
    ("middle", "align-center-horizontal", tr_noop("Middles side by side")),
    ("bottom", "align-end-horizontal", tr_noop("Lower edges on one line")),
)


class ArrangeRows(Column):
    def __init__(self, state: State, boxes: LayerBoxes) -> None:
        super().__init__(state)
        self._boxes = boxes
        column = self.column
        grid = QGridLayout()
        grid.setSpacing(0)
        self.edges = {}
        for number, (edge, symbol, tip) in enumerate(_EDGES):
            line = tool(
                symbol,
                tr("{tip}, in the frame as it is now", tip=tr(tip)),
                partial(self._align, edge),
            )
            grid.addWidget(line, 0, number)
            self.edges[edge] = line
        column.addLayout(grid)
        self.whole = QCheckBox(tr("To the frame"))
        self.whole.setToolTip(
            tr("On: to the frame's own edges. Off: to the outermost of the chosen")
        )
        column.addWidget(self.whole)
        pair = QGridLayout()
        pair.setSpacing(6)
        self.across = push(tr("Spread across"), tr("Middles evenly apart from left to right"),
                           lambda: self._spread(0))  # fmt: skip
        self.down = push(tr("Spread down"), tr("Middles evenly apart from top to bottom"),
                         lambda: self._spread(1))  # fmt: skip
        self.mirror = push(tr("Mirror"), tr("Turned over sideways"), self._mirror)
        self.copy = push(tr("Copy"), tr("A copy, moved and set farther by what is below"),
                         self._copy, "copy")  # fmt: skip
        pair.addWidget(self.across, 0, 0)
        pair.addWidget(self.down, 0, 1)
        pair.addWidget(self.mirror, 1, 0)
        pair.addWidget(self.copy, 1, 1)
        column.addLayout(pair)
        form = Form()
        self.dx = Number(-100_000, 100_000, 10, 0, "px", tr("How far to the right each copy lies"))
        self.dy = Number(-100_000, 100_000, 10, 0, "px", tr("How far down each copy lies"))
        self.farther = Number(-1000, 1000, 0.1, 2, "m", tr("How much farther each copy stands"))
        self.dx.show_value(100)
        self.farther.show_value(0.5)
        form.row(tr("Copy right"), self.dx)
        form.row(tr("Copy down"), self.dy)
        form.row(tr("Copy farther"), self.farther)
        self.pose = narrow(QComboBox())
        self.pose.setToolTip(tr("Pose, keys and lean of another layer for this one"))
        self.pose.activated.connect(self._pose)
        form.row(tr("Pose of"), self.pose)
        column.addLayout(form)

    def refresh(self) -> None:
        layer, many = self.state.layer, len(self.state.chosen)
        for line in self.edges.values():
            line.setEnabled(many > 0)
        for button in (self.across, self.down):
            button.setEnabled(many > 2)
        own = layer is not None and not layer.is_background
        for control in (self.mirror, self.copy, self.dx, self.dy, self.farther):
            control.setEnabled(own)
        others = [(tr("Nobody"), None), *((x.name, x.id) for x in self.state.project.near_to_far
                                      if layer and x.id != layer.id)]  # fmt: skip
        have = [(self.pose.itemText(k), self.pose.itemData(k)) for k in range(self.pose.count())]
        if have != others:
            self.pose.clear()
            for text, name in others:
                self.pose.addItem(text, name)
        self.pose.setCurrentIndex(0)
        self.pose.setEnabled(layer is not None)

    def _chosen(self) -> dict[str, Box]:
        layers = (self.state.project.layer(name) for name in self.state.chosen)
        found = {layer.id: self._boxes.of(layer) for layer in layers if not layer.is_background}
        return {name: box for name, box in found.items() if box is not None}

    def _align(self, edge: str) -> None:
        boxes, time, whole = self._chosen(), self.state.time, self.whole.isChecked()
        one = whole or len(boxes) == 1
        self.state.act(tr("Align"), lambda p: arranging.align(p, boxes, edge, time, one))

    def _spread(self, axis: int) -> None:
        boxes, time = self._chosen(), self.state.time
        self.state.act(
            tr("Spread in the frame"), lambda p: arranging.distribute(p, boxes, axis, time)
        )

    def _mirror(self) -> None:
        layer = self.state.layer
        box = self._boxes.of(layer) if layer else None
        if layer and box:
            self.state.act(
                tr("Mirror {name}", name=layer.name), lambda p: arranging.mirror(p, layer.id, box)
            )

    def _copy(self) -> None:
        layer, made = self.state.layer, []
        offset = self.dx.value(), self.dy.value(), self.farther.value()

        def change(project: Project) -> Project:
            assert layer is not None
            project, copy_id = arranging.duplicate_with_offset(project, layer.id, *offset)
            made.append(copy_id)
            return project

        if layer and self.state.act(tr("Copy {name}", name=layer.name), change):
            self.state.select(made[0])

    def _pose(self) -> None:
        layer, other = self.state.layer, self.pose.currentData()
        if layer and other:
            self.state.act(
                tr("Pose of {name}", name=layer.name),
                lambda p: arranging.copy_pose(p, other, layer.id),
            )
