"""Layers for other programs, and the photo's depth."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, note, offer, push
from woodcock.app.state import State
from woodcock.session.layers_out import LayerWish
from woodcock.texts import tr, tr_noop

KINDS = {
    ".ora": (
        tr_noop("OpenRaster (.ora)"),
        tr_noop("One file with every layer, its name, place and blending."),
    ),
    ".tif": (
        tr_noop("TIFF, a page a layer"),
        tr_noop("One file, every layer a page with its name."),
    ),
    "": (tr_noop("A folder of PNG"), tr_noop("A picture a layer, and a list of names and places.")),
    ".exr": (
        tr_noop("OpenEXR, a part a layer"),
        tr_noop("Linear light, with every layer's distance as Z."),
    ),
}

_EDGES = {
    tr_noop("Exact"): "exact",
    tr_noop("For another background"): "clean",
    tr_noop("As in the photo"): "photo",
}


class LayersPage(Column):
    def __init__(self, state: State, export: Callable[[str, LayerWish], None]) -> None:
        super().__init__(state)
        self.add(
            note(tr("Every layer as a transparent picture, with all that was rebuilt behind."))
        )
        form = self.form()
        self.kind = narrow(QComboBox())
        self.kind.setToolTip(tr("How the layers are written"))
        offer(self.kind, [(tr(title), suffix) for suffix, (title, _) in KINDS.items()])
        self.kind.activated.connect(lambda _: self.refresh())
        form.row(tr("As"), self.kind)
        self.bits = narrow(QComboBox())
        self.bits.setToolTip(tr("How finely colours are told"))
        offer(self.bits, [(tr("8 bits"), 8), (tr("16 bits"), 16)])
        form.row(tr("Colours"), self.bits)
        self.edges = narrow(QComboBox())
        self.edges.setToolTip(
            tr(
                "Exact: all layers together are the photo. For another background: cleaned, no "
                "more of a pixel than is the layer's. As in the photo: with all that shines "
                "through"
            )
        )
        offer(self.edges, [(tr(text), value) for text, value in _EDGES.items()])
        form.row(tr("Edges"), self.edges)
        self.cropped = QCheckBox(tr("Cropped to what they show"))
        self.cropped.setToolTip(
            tr("Smaller pictures at their places; else each as large as the photo")
        )
        self.cropped.setChecked(True)
        self.add(self.cropped)
        self.about = note()
        self.add(self.about)
        self.write = push(
            tr("Write the layers …"), tr("Choose where the layers go"),
            lambda: export(self.kind.currentData(), self.wish), "layers",
        )  # fmt: skip
        self.add(self.write)

    @property
    def wish(self) -> LayerWish:
        """How the layers are wanted."""
        bits, edges = self.bits.currentData(), self.edges.currentData()
        return LayerWish(bits, edges, self.cropped.isChecked())

    def refresh(self) -> None:
        self.about.setText(tr(KINDS[self.kind.currentData()][1]))
        self.bits.setEnabled(self.kind.currentData() != ".exr")
        self.write.setEnabled(self.state.project.photo is not None)
