"""How much room the move leaves round the selected layer, and how to cover what it lacks."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QLabel

from woodcock.app import words
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, note, push
from woodcock.app.controls.plain import Label
from woodcock.app.state import State
from woodcock.session import extent
from woodcock.texts import tr, within

_SIDES = (("left", "right"), ("top", "bottom"))
_FREE = 1e6  # photo pixels of room that no picture has


class ExtentRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        column = self.column
        self.says = note()
        column.addWidget(self.says)
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        grid.setVerticalSpacing(3)
        self.sides: dict[str, QLabel] = {}
        for row, pair in enumerate(_SIDES):
            for at, side in enumerate(pair):
                label = Label()
                label.setToolTip(
                    tr(
                        "Photo pixels beyond the frame's {side} border that the move never shows; "
                        "less than nothing where it looks past the picture's end",
                        side=within(tr(words.SIDES[side])),
                    )
                )
                name = Label(tr(words.SIDES[side]))
                name.setObjectName("dim")
                grid.addWidget(name, row, 2 * at)
                grid.addWidget(label, row, 2 * at + 1)
                self.sides[side] = label
        column.addLayout(grid)
        self.extend = push(
            tr("Cover by extending"),
            tr("The picture is carried on beyond the photo's borders, as far as the move needs"),
            self._extend,
            "expand",
        )
        self.enlarge = push(
            tr("Cover by enlarging"),
            tr(
                "The layer is made larger about its pivot, as much as the move "
                "needs; the frame at rest changes"
            ),
            self._enlarge,
            "maximize",
        )
        column.addWidget(self.extend)
        column.addWidget(self.enlarge)
        form = Form()
        self.wider = Number(
            10, 1000, 1, 1, "%", tr("Stretches the layer sideways about its pivot, to hide an edge")
        )
        self.higher = Number(
            10, 1000, 1, 1, "%", tr("Stretches the layer up and down about its pivot")
        )
        self.wider.edited.connect(lambda value: self._stretch(0, value))
        self.higher.edited.connect(lambda value: self._stretch(1, value))
        form.row(tr("Width"), self.wider)
        form.row(tr("Height"), self.higher)
        column.addLayout(form)

    def refresh(self) -> None:
        layer, report = self.state.layer, self.state.gap_report
        rooms = {} if report is None else {room.layer: room for room in report.rooms}
        room = rooms.get(layer.id) if layer else None
        for side, label in self.sides.items():
            spare = getattr(room, side) if room else None
            known = spare is not None and abs(spare) < _FREE
            label.setText(tr("{spare:+.0f} px", spare=spare) if known else "–")
        short = room is not None and min(getattr(room, side) for side in self.sides) < 0
        growths = {} if report is None else report.growths
        self.extend.setEnabled(layer is not None and layer.id in growths)
        self.enlarge.setEnabled(short and layer is not None and layer.is_background)
        if layer is None:
            text = ""
        elif report is None:
            text = tr("Looking at the whole move …")
        elif room is None:
            text = tr("It ends within the frame, so it has no border to show.")
        elif layer.is_background or layer.own or layer.id in growths:
            text = (
                tr("The move looks past its end.")
                if short
                else tr("The move never reaches its end.")
            )
        else:
            text = tr("It ends within the photo, so it has no border to show.")
        self.says.setText(text)
        for number, factor in zip(
            (self.wider, self.higher), layer.stretch if layer else (1, 1), strict=True
        ):
            number.setEnabled(layer is not None)
            number.show_value(factor * 100)

    def _extend(self) -> None:
        layer, report = self.state.layer, self.state.gap_report
        if layer and report and layer.id in report.growths:
            growth = report.growths[layer.id]
            self.state.act(
                tr("Extend {name}", name=layer.name),
                lambda p: extent.grow_layer(p, layer.id, growth),
            )

    def _enlarge(self) -> None:
        layer, report = self.state.layer, self.state.gap_report
        if layer and report:
            self.state.act(
                tr("Enlarge {name}", name=layer.name),
                lambda p: extent.cover_by_enlarging(p, layer.id, report),
            )

    def _stretch(self, axis: int, percent: float) -> None:
        layer = self.state.layer
        if layer:
            factors = list(layer.stretch)
            factors[axis] = percent / 100
            self.state.act_each(
                tr("Stretch {name}", name=layer.name),
                layer.id,
                lambda p, each: extent.set_stretch(p, each, *factors),
                f"stretch {layer.id} {axis}",
            )
