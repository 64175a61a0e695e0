"""How the selected layer leans, and about which of its places."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.boxes import LayerBoxes
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number
from woodcock.app.stage.pivot_grid import PivotGrid
from woodcock.app.state import State
from woodcock.model import MOST_LEAN
from woodcock.session import staging
from woodcock.texts import tr

_NEAR = 1.0  # photo pixels between a pivot and the place that it is said to be at


class LeanRows(Column):
    def __init__(self, state: State, boxes: LayerBoxes) -> None:
        super().__init__(state)
        self._boxes = boxes
        form = self.form()
        self.tilt = Number(-MOST_LEAN, MOST_LEAN, 1, 1, "°", tr("How far its top leans away; -20 "
                           "to -30 about the foot makes it stand out of the picture"))  # fmt: skip
        self.swing = Number(
            -MOST_LEAN, MOST_LEAN, 1, 1, "°", tr("How far its right side turns away")
        )
        self.tilt.edited.connect(lambda value: self._lean("tilt", value))
        self.swing.edited.connect(lambda value: self._lean("swing", value))
        form.row(tr("Tilt"), self.tilt)
        form.row(tr("Swing"), self.swing)
        self.held = QCheckBox(tr("Looks the same at rest"))
        self.held.setToolTip(
            tr(
                "On: leaning does not change the picture until the lens moves.\n"
                "Off: it leans as a flat thing does, and looks foreshortened."
            )
        )
        self.held.clicked.connect(lambda on: self._lean("held", on))
        form.wide(self.held)
        self.pivot = PivotGrid()
        self.pivot.picked.connect(self._pivot)
        form.row(tr("Pivot"), self.pivot)

    def refresh(self) -> None:
        layer = self.state.layer
        if layer:
            self.tilt.show_value(layer.lean.tilt)
            self.swing.show_value(layer.lean.swing)
            self.held.setChecked(layer.lean.held and layer.sized_at is None)
            self.held.setEnabled(layer.sized_at is None)
        self.pivot.show_place(self._place())

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
                tr("Pivot of {name}", name=layer.name),
                lambda p: staging.set_pivot(p, layer.id, pivot),
            )

    def _lean(self, name: str, value: float | bool) -> None:
        layer = self.state.layer
        if layer:
            lean = {"tilt": layer.lean.tilt, "swing": layer.lean.swing, "held": layer.lean.held}
            lean[name] = value
            pivot = layer.pivot or self._foot()
            self.state.act(
                tr("Lean of {name}", name=layer.name),
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
