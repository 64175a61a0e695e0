"""The selected layer: its distance, how it stands, leans and bulges; or the selected carrier."""

from __future__ import annotations

from collections.abc import Callable
from functools import partial

from PySide6.QtWidgets import QCheckBox

from woodcock.app import words
from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.column import Column, seal
from woodcock.app.controls.fields import Number, note
from woodcock.app.controls.fold import Fold
from woodcock.app.controls.on_demand import OnDemand
from woodcock.app.separate.layer_box import LayerName
from woodcock.app.stage.card_rows import CardRows
from woodcock.app.stage.carrier_rows import CarrierRows
from woodcock.app.stage.clip_rows import ClipRows
from woodcock.app.stage.extent_rows import ExtentRows
from woodcock.app.stage.lean_rows import LeanRows
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.stage.picture_rows import PictureRows
from woodcock.app.stage.relief_rows import ReliefRows
from woodcock.app.stage.stand_rows import StandRows
from woodcock.app.stage.texture_rows import TextureRows
from woodcock.app.stage.title_rows import TitleRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.session import acts
from woodcock.texts import tr


class LayerPage(Column):
    def __init__(self, state: State, boxes: LayerBoxes, work: Work) -> None:
        super().__init__(state)
        boxes.changed.connect(self.refresh)
        self.empty = note(
            tr("Choose a layer: in the list, on the rail, in the plan or the picture.")
        )
        self.add(self.empty)
        self.carrier = CarrierRows(state)
        self.add(self.carrier)
        self._first = Column(state)
        form = self._first.form()
        self.name = LayerName(state)
        form.row(tr("Name"), self.name)
        self.distance = Number(0.1, 10_000, 0.1, 2, "m", tr("Distance from the lens at rest"))
        self.distance.edited.connect(self._distance)
        form.row(tr("Distance"), self.distance)
        self.hold = QCheckBox(tr("Hold framing"))
        self.hold.setToolTip(
            tr(
                "On: the layer keeps its size in the frame when its distance changes.\n"
                "Off: it keeps its size in metres, and looks smaller farther away."
            )
        )
        self.hold.clicked.connect(self._hold)
        form.wide(self.hold)
        self.add(self._first)
        self.stand = StandRows(state)
        self._stand = Fold(state, "Stage, stands", tr("How it stands"), self.stand)
        self.add(self._stand)
        makers: dict[str, Callable[[], OwnRows]] = {
            "title": partial(TitleRows, state, work), "card": partial(CardRows, state),
            "clip": partial(ClipRows, state), "picture": partial(PictureRows, state),
            "texture": partial(TextureRows, state),
        }  # fmt: skip
        self.own = OnDemand(makers, self._take_in)
        self._of_kind = Column(state)
        self._own = Fold(state, "Stage, own", "", self._of_kind)
        self.add(self._own)
        self.lean, self.relief = LeanRows(state, boxes), ReliefRows(state, work)
        self.extent = ExtentRows(state)
        self._lean = Fold(state, "Stage, lean", tr("Lean"), self.lean, shut=True)
        self._relief = Fold(state, "Stage, relief", tr("Relief"), self.relief, shut=True)
        self._extent = Fold(state, "Stage, extent", tr("Room for the move"), self.extent, shut=True)
        for fold in (self._lean, self._relief, self._extent):
            self.add(fold)

    def refresh(self) -> None:
        layer, carrier = self.state.layer, self.state.carrier
        kind = layer.kind if layer else ""
        if self.own.has(kind):
            self.own[kind].show()
        for part, shown in (
            (self.empty, layer is None and carrier is None),
            (self.carrier, carrier is not None),
            (self._first, layer is not None),
            (self._stand, layer is not None or carrier is not None),
            (self._own, self.own.has(kind)),
            *((rows, name == kind) for name, rows in self.own.items()),
            (self._lean, layer is not None),
            (self._relief, layer is not None and layer.own is None),
            (self._extent, layer is not None),
        ):
            part.setVisible(shown)
        self.stand.refresh()
        if carrier:
            self.carrier.refresh()
        if layer is None:
            return
        self.name.refresh()
        self.distance.show_value(layer.distance)
        self.hold.setChecked(layer.sized_at is None)
        self._own.title.setText(tr(words.KINDS[kind]) if kind in words.KINDS else "")
        if self.own.has(kind):
            self.own[kind].show_values(layer)
        for rows in (self.lean, self.relief, self.extent):
            rows.refresh()

    def _take_in(self, rows: OwnRows) -> None:
        self._of_kind.add(rows)
        seal(self.state, rows)

    def _distance(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Distance of {name}", name=layer.name),
                lambda p: acts.type_distance(p, layer.id, value),
                f"distance {layer.id}",
            )

    def _hold(self, on: bool) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(tr("Hold framing"), lambda p: acts.hold_framing(p, layer.id, on))
