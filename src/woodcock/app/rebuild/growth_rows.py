"""How far the selected layer, or the whole photo, goes on beyond the photo's borders."""

from __future__ import annotations

from msgspec.structs import replace
from PySide6.QtWidgets import QGridLayout

from woodcock.app import words
from woodcock.app.controls.choices import choices
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import DragLabel, Number, note, push
from woodcock.app.state import State
from woodcock.model import Growth, Layer
from woodcock.session import extent
from woodcock.texts import tr, tr_noop, within

_SIDES = (("left", "right"), ("top", "bottom"))
_MOST = 20_000  # pixels


class GrowthRows(Column):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self._whole, self._percent = False, False
        column = self.column
        whose, self.whose = choices(
            {
                "layer": (tr_noop("This layer"), tr_noop("Only the selected layer is carried on")),
                "photo": (
                    tr_noop("The whole photo"),
                    tr_noop("Every layer that was cut from the photo is"),
                ),
            },
            "layer",
            self._choose,
        )
        units, self.units = choices(
            {
                "px": (tr_noop("Pixels"), tr_noop("Of the photo")),
                "%": (tr_noop("Per cent"), tr_noop("Of the photo's width or height")),
            },
            "px",
            self._measure,
        )
        column.addWidget(whose)
        column.addWidget(units)
        sides = QGridLayout()
        sides.setHorizontalSpacing(6)
        sides.setVerticalSpacing(6)
        self.sides: dict[str, Number] = {}
        for row, pair in enumerate(_SIDES):
            for at, side in enumerate(pair):
                number = Number(
                    0,
                    _MOST,
                    10,
                    0,
                    "px",
                    tr(
                        "How far the picture is carried on beyond the photo's {side} border",
                        side=within(tr(words.SIDES[side])),
                    ),
                )
                number.setMinimumWidth(64)
                number.edited.connect(lambda value, side=side: self._grow(side, value))
                sides.addWidget(DragLabel(tr(words.SIDES[side]), number), row, 2 * at)
                sides.addWidget(number, row, 2 * at + 1)
                self.sides[side] = number
        column.addLayout(sides)
        self.needed = push(
            tr("As much as the move needs"),
            tr("Carries on what the frame looks past, and no more"),
            self._needed,
            "expand",
        )
        column.addWidget(self.needed)
        self.says = note()
        column.addWidget(self.says)
        self.trim = push(tr("Back to the photo's borders"), tr("Take this back"), self._trim)
        column.addWidget(self.trim)

    def refresh(self) -> None:
        layer = self.state.layer
        cut = layer is not None and layer.own is None
        for number in self.sides.values():
            number.setEnabled(cut)
            number.setSuffix("%" if self._percent else " px")
            number.setDecimals(1 if self._percent else 0)
        if layer is None:
            self.says.setText("")
            return
        for side, number in self.sides.items():
            value = getattr(layer.growth, side)
            number.show_value(value / self._unit(side))
        report = self.state.gap_report
        growths = {} if report is None else report.growths
        wanted = set(growths) if self._whole else {layer.id} & set(growths)
        self.needed.setEnabled(bool(wanted))
        self.says.setText(
            tr("Looking whether the move needs more …")
            if report is None
            else tr("The frame looks past a border.")
            if wanted
            else tr("The move needs no more than this.")
        )
        self.trim.setEnabled(any(x.growth != Growth() for x in self._layers()))

    def _layers(self) -> list[Layer]:
        """The layers that are grown together."""
        layer = self.state.layer
        if self._whole:
            return [x for x in self.state.project.layers if x.own is None]
        return [layer] if layer and layer.own is None else []

    def _unit(self, side: str) -> float:
        """Photo pixels to what is shown."""
        photo = self.state.project.photo
        if not self._percent or photo is None:
            return 1.0
        return (photo.width if side in ("left", "right") else photo.height) / 100

    def _choose(self, whose: str) -> None:
        self._whole = whose == "photo"
        self.state.touch()

    def _measure(self, unit: str) -> None:
        self._percent = unit == "%"
        self.state.touch()

    def _grow(self, side: str, value: float) -> None:
        grown = {
            layer.id: replace(layer.growth, **{side: value * self._unit(side)})
            for layer in self._layers()
        }
        self.state.act(
            tr("Beyond the borders"), lambda p: extent.set_growths(p, grown), f"grow {side}"
        )

    def _needed(self) -> None:
        report = self.state.gap_report
        if report is not None:
            wanted = {x.id for x in self._layers()}
            growths = {name: growth for name, growth in report.growths.items() if name in wanted}
            self.state.act(
                tr("As much as the move needs"), lambda p: extent.grow_layers(p, growths)
            )

    def _trim(self) -> None:
        bare = {layer.id: Growth() for layer in self._layers()}
        self.state.act(tr("Back to the photo's borders"), lambda p: extent.set_growths(p, bare))
