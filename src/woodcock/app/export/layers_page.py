"""Layers for other programs, and the photo's depth."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, note, offer, push
from woodcock.app.state import State
from woodcock.session.layers_out import LayerWish

KINDS = {
    ".ora": ("OpenRaster (.ora)", "One file with every layer, its name, place and blending."),
    ".tif": ("TIFF, a page a layer", "One file, every layer a page with its name."),
    "": ("A folder of PNG", "A picture a layer, and a list of names and places."),
    ".exr": ("OpenEXR, a part a layer", "Linear light, with every layer's distance as Z."),
}


class LayersPage(Column):
    def __init__(self, state: State, export: Callable[[str, LayerWish], None]) -> None:
        super().__init__(state)
        self.add(note("Every layer as a transparent picture, with all that was rebuilt behind."))
        form = self.form()
        self.kind = narrow(QComboBox())
        self.kind.setToolTip("How the layers are written")
        offer(self.kind, [(title, suffix) for suffix, (title, _) in KINDS.items()])
        self.kind.activated.connect(lambda _: self.refresh())
        form.row("As", self.kind)
        self.bits = narrow(QComboBox())
        self.bits.setToolTip("How finely colours are told")
        offer(self.bits, [("8 bits", 8), ("16 bits", 16)])
        form.row("Colours", self.bits)
        self.clean = QCheckBox("Edges without the background")
        self.clean.setToolTip("Colours at soft edges are the layer's own; else as in the photo")
        self.clean.setChecked(True)
        self.add(self.clean)
        self.cropped = QCheckBox("Cropped to what they show")
        self.cropped.setToolTip("Smaller pictures at their places; else each as large as the photo")
        self.cropped.setChecked(True)
        self.add(self.cropped)
        self.about = note()
        self.add(self.about)
        self.write = push(
            "Write the layers …", "Choose where the layers go",
            lambda: export(self.kind.currentData(), self.wish), "layers",
        )  # fmt: skip
        self.add(self.write)

    @property
    def wish(self) -> LayerWish:
        """How the layers are wanted."""
        return LayerWish(self.bits.currentData(), self.clean.isChecked(), self.cropped.isChecked())

    def refresh(self) -> None:
        self.about.setText(KINDS[self.kind.currentData()][1])
        self.bits.setEnabled(self.kind.currentData() != ".exr")
        self.write.setEnabled(self.state.project.photo is not None)
