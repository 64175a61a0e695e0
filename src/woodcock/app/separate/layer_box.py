"""The selected layer: its name, where its picture lies, and what is done to it as a whole."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtWidgets import QComboBox, QGridLayout, QLineEdit, QVBoxLayout, QWidget

from woodcock.app.controls.fields import Form, Number, push
from woodcock.app.separate.cutter import Cutter
from woodcock.app.state import State
from woodcock.model import Layer, Project
from woodcock.session import acts
from woodcock.session.stroke import Stroke
from woodcock.texts import tr


class LayerName(QLineEdit):
    """The selected layer's name, editable."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setToolTip(tr("The layer's name"))
        self.setAccessibleName(tr("Name"))
        self.setMaxLength(60)
        self.editingFinished.connect(self._named)

    def refresh(self) -> None:
        layer = self.state.layer
        self.setEnabled(layer is not None)
        if not (self.hasFocus() and self.isModified()):
            self.setText(layer.name if layer else "")

    def _named(self) -> None:
        layer, name = self.state.layer, self.text()
        self.setModified(False)
        if layer and name != layer.name:
            self.state.act(
                tr("Rename {name}", name=layer.name), lambda p: acts.rename(p, layer.id, name)
            )


class LayerBox(QWidget):
    def __init__(self, state: State, cutter: Cutter, add_pictures: Callable[[], None]) -> None:
        super().__init__()
        self.state, self._cutter = state, cutter
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        form = Form()
        column.addLayout(form)
        self.name = LayerName(state)
        form.row(tr("Name"), self.name)
        self.other = _layer_list(
            tr(
                "Takes another layer's mask as a stroke: what it does is chosen above "
                "(New copies it, Within keeps what both have)"
            ),
            self._use,
        )
        self.merge = _layer_list(
            tr("Makes another layer part of this one; its mask is added and it goes"), self._merge
        )
        form.wide(self.other)
        form.wide(self.merge)
        grid = QGridLayout()
        grid.setSpacing(6)
        self.duplicate = push(
            tr("Duplicate"),
            tr("A copy just in front of it, to be cut differently"),
            self._duplicate,
            "copy",
        )
        self.delete = push(
            tr("Delete"), tr("Delete the layer; a cut part of the photo falls to the background"),
            self._delete, "trash-2",
        )  # fmt: skip
        self.add = push(
            tr("Add pictures …"),
            tr(
                "Other pictures as layers of their own: PNG, JPEG, TIFF, WebP. One "
                "of the photo's size lies on it exactly, another is placed by dragging."
            ),
            add_pictures,
            "image-plus",
        )
        grid.addWidget(self.duplicate, 0, 0)
        grid.addWidget(self.delete, 0, 1)
        grid.addWidget(self.add, 1, 0, 1, 2)
        column.addLayout(grid)
        self.placing = QWidget()
        form = Form()
        self.placing.setLayout(form)
        self.place: dict[str, Number] = {}
        for name, text, unit, tip in (
            ("x", tr("Across"), "px", tr("Where the picture's middle lies, from the photo's left")),
            ("y", tr("Down"), "px", tr("Where the picture's middle lies, from the photo's top")),
            ("scale", tr("Size"), "%", tr("Photo pixels for each of its own (Shift+wheel)")),
        ):
            low, high = (0.5, 10_000) if name == "scale" else (-100_000, 100_000)
            number = Number(low, high, 1, 1, unit, tip)
            number.edited.connect(lambda value, name=name: self._place(name, value))
            form.row(text, number)
            self.place[name] = number
        column.addWidget(self.placing)

    def refresh(self) -> None:
        layer = self.state.layer
        own = layer is not None and not layer.is_background
        masked = layer is not None and layer.mask is not None
        self.name.refresh()
        self.delete.setEnabled(own)
        self.duplicate.setEnabled(own)
        self.add.setEnabled(self.state.project.photo is not None)
        others = [x for x in self.state.project.near_to_far if x.mask and x is not layer]
        of_photo = layer is None or layer.own is None
        _offer(self.other, tr("Use the mask of …"), others if of_photo else [])
        _offer(self.merge, tr("Merge with …"), others if masked else [])
        picture = layer.picture if layer else None
        self.placing.setVisible(picture is not None)
        if picture:
            for name, number in self.place.items():
                value = getattr(picture, name)
                number.show_value(value * 100 if name == "scale" else value)

    def _use(self) -> None:
        self._take(self.other, self.state.tools.mode)

    def _merge(self) -> None:
        self._take(self.merge, "merge")

    def _take(self, chosen: QComboBox, mode: str) -> None:
        other = chosen.currentData()
        if other:
            self._cutter.take(Stroke((), "mask", mode, layer=self.state.selected, other=other))
        chosen.setCurrentIndex(0)

    def _duplicate(self) -> None:
        layer, made = self.state.layer, []

        def change(project: Project) -> Project:
            assert layer is not None
            project, copy_id = acts.duplicate_layer(project, layer.id)
            made.append(copy_id)
            return project

        if layer and self.state.act(tr("Duplicate {name}", name=layer.name), change):
            self.state.select(made[0])

    def _delete(self) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Delete {name}", name=layer.name), lambda p: acts.delete_layer(p, layer.id)
            )

    def _place(self, name: str, value: float) -> None:
        layer = self.state.layer
        if layer and layer.picture:
            value = value / 100 if name == "scale" else value
            picture, act = (
                replace(layer.picture, **{name: value}),
                tr("Place {name}", name=layer.name),
            )
            self.state.act(act, lambda p: acts.place_picture(p, layer.id, picture), act)


def _layer_list(tip: str, picked: Callable[[], None]) -> QComboBox:
    combo = QComboBox()
    combo.setToolTip(tip)
    combo.activated.connect(picked)
    return combo


def _offer(combo: QComboBox, title: str, layers: list[Layer]) -> None:
    """List the layers; an open list stays as it is while nothing changed."""
    offered = [(combo.itemText(i), combo.itemData(i)) for i in range(combo.count())]
    wanted = [(title, None), *((layer.name, layer.id) for layer in layers)]
    if offered != wanted:
        combo.clear()
        for text, data in wanted:
            combo.addItem(text, data)
    combo.setEnabled(bool(layers))
