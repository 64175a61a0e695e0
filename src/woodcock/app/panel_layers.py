"""Separate and Rebuild: the selected layer's cut and the hole it leaves."""

from __future__ import annotations

from collections.abc import Callable

import msgspec
from PySide6.QtWidgets import (
    QButtonGroup,
    QCheckBox,
    QComboBox,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QWidget,
)

from woodcock.app.cutter import Cutter
from woodcock.app.fields import Number, note, push, section
from woodcock.app.panels import Panel
from woodcock.app.state import State
from woodcock.model import EDGE_LIMITS, Edge, Project
from woodcock.session import acts
from woodcock.session.stroke import Stroke

_BACKDROPS = {
    "tint": "Photo, layers tinted",
    "checkerboard": "Cut out on checkerboard",
    "black": "Cut out on black",
    "white": "Cut out on white",
    "grey": "Cut out on mid grey",
    "alpha": "Its alpha: white is taken",
}


_EDGES = (
    ("smooth", "Smooth", "Evens out a rough edge"),
    ("shift", "Shift", "Moves the edge out, or in when negative"),
    ("soften", "Soften", "Lets the edge fade over this width: a feather"),
    ("holes", "Fill holes", "Fills holes up to this many pixels across"),
    ("islands", "Drop islands", "Drops stray pieces up to this many pixels across"),
)


def choices(
    options: dict[str, tuple[str, str]], chosen: str, pick: Callable[[str], None]
) -> tuple[QWidget, QButtonGroup]:
    """A row of buttons of which one is down: {value: (text, tool tip)}."""
    row_widget = QWidget()
    row = QHBoxLayout(row_widget)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(4)
    group = QButtonGroup(row_widget)
    for value, (text, tip) in options.items():
        button = QPushButton(text)
        button.setCheckable(True)
        button.setChecked(value == chosen)
        button.setToolTip(tip)
        button.setProperty("value", value)
        button.clicked.connect(lambda _=False, value=value: pick(value))
        group.addButton(button)
        row.addWidget(button)
    return row_widget, group


def show_choice(group: QButtonGroup, value: str) -> None:
    for button in group.buttons():
        if button.property("value") == value:
            button.setChecked(True)


class LayerName(QLineEdit):
    """The selected layer's name, editable."""

    def __init__(self, state: State) -> None:
        super().__init__()
        self.state = state
        self.setToolTip("The layer's name")
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
            self.state.act(f"Rename {layer.name}", lambda p: acts.rename_layer(p, layer.id, name))


class SeparatePanel(Panel):
    def __init__(self, state: State, cutter: Cutter) -> None:
        super().__init__(state, "Separate")
        self.cutter = cutter
        self.hint = note()
        self.add(self.hint)
        self.find_subject = push(
            "Find the subject", "Propose the main thing as a new layer, to be corrected by hand",
            lambda: cutter.take(Stroke((), "subject", "new")), "scan",
        )  # fmt: skip
        self.add(self.find_subject)
        self.add(section("What a stroke does"))
        row, self.modes = choices(
            {
                "new": ("New", "The next stroke cuts a new layer"),
                "add": ("Add", "Strokes add to the selected layer"),
                "remove": ("Remove", "Strokes take from the selected layer (also: right button)"),
                "within": (
                    "Within",
                    "Only what lies within the stroke stays in the layer",
                ),
            },
            state.tools.mode,
            self._mode,
        )
        self.add(row)
        self.add(section("Tool"))
        form = self.form()
        self.brush_size = Number(1, 2000, 5, 0, "px", "Brush size in photo pixels (Shift+wheel)")
        self.brush_size.edited.connect(self._size)
        form.row("Size", self.brush_size)
        self.hardness = Number(0, 100, 5, 0, "%", "How sharp the brush's rim is")
        self.hardness.edited.connect(self._hardness)
        form.row("Hardness", self.hardness)
        self.tolerance = Number(
            0.5,
            100,
            1,
            1,
            "",
            "Alike: how unlike a colour may be; one step just shows",
        )
        self.tolerance.edited.connect(self._tolerance)
        form.row("Tolerance", self.tolerance)
        self.local = QCheckBox("Only what hangs together")
        self.local.setToolTip("Alike: take only places that hang together with the clicked one")
        self.local.toggled.connect(self._local)
        form.wide(self.local)
        self._uses: dict[QWidget, tuple[str, ...]] = {
            self.brush_size: ("grow", "fine", "brush"),
            self.hardness: ("brush",),
            self.tolerance: ("alike",),
            self.local: ("alike",),
        }
        self.add(section("Edge of the selected layer"))
        form = self.form()
        self.edge: dict[str, Number] = {}
        for name, text, tip in _EDGES:
            low, high = EDGE_LIMITS[name]
            number = Number(low, high, 1, 1, "px", f"{tip}. The mask itself stays.")
            number.edited.connect(lambda value, name=name: self._edge(name, value))
            self.edge[name] = number
            form.row(text, number)
        self.add(section("Selected layer"))
        form = self.form()
        self.name = LayerName(state)
        form.row("Name", self.name)
        self.other = QComboBox()
        self.other.setToolTip(
            "Takes another layer's mask as a stroke: what it does is chosen above "
            "(New copies it, Within keeps what both have)"
        )
        self.other.activated.connect(self._other)
        form.wide(self.other)
        self.duplicate = push(
            "Duplicate layer", "A copy just in front of it, to be cut differently",
            self._duplicate, "layers",
        )  # fmt: skip
        form.wide(self.duplicate)
        self.delete = push(
            "Delete layer", "Delete the cut; its part of the photo falls to the background",
            self._delete, "trash-2",
        )  # fmt: skip
        form.wide(self.delete)
        self.add(section("Look at it on"))
        self.backdrop = QComboBox()
        self.backdrop.setToolTip("What the cut is shown on; hold B to see the plain photo")
        for value, text in _BACKDROPS.items():
            self.backdrop.addItem(text, value)
        self.backdrop.activated.connect(self._backdrop)
        self.add(self.backdrop)
        self.end()

    def refresh(self) -> None:
        tools, layer = self.state.tools, self.state.layer
        show_choice(self.modes, tools.mode)
        self.brush_size.show_value(tools.size)
        self.hardness.show_value(tools.hardness * 100)
        self.tolerance.show_value(tools.tolerance)
        for control, kinds in self._uses.items():
            control.setEnabled(tools.separate in kinds)
        self.local.setChecked(tools.local)
        self.name.refresh()
        cut = layer is not None and not layer.is_background
        self.delete.setEnabled(cut)
        self.duplicate.setEnabled(cut)
        others = [x for x in self.state.project.near_to_far if x.mask and x is not layer]
        offered = [
            (self.other.itemText(i), self.other.itemData(i)) for i in range(self.other.count())
        ]
        wanted = [("Use the mask of …", None), *((x.name, x.id) for x in others)]
        if offered != wanted:  # an open list stays open
            self.other.clear()
            for text, other in wanted:
                self.other.addItem(text, other)
        self.other.setEnabled(bool(others))
        self.find_subject.setEnabled(self.state.project.photo is not None)
        edge = layer.mask.edge if layer and layer.mask else Edge()
        for name, number in self.edge.items():
            number.setEnabled(cut)
            number.show_value(getattr(edge, name))
        self.backdrop.setCurrentIndex(list(_BACKDROPS).index(tools.backdrop))
        count = len(self.state.project.layers)
        if self.state.project.photo is None:
            text = "Open a photo first."
        elif count < 2:
            text = "Paint along the nearest thing: the cut grows to its edges."
        elif tools.mode == "new":
            text = "Paint along the next thing. Up to twelve layers in all."
        elif cut and layer is not None:
            text = f"Strokes change {layer.name}. Choose New for the next thing."
        else:
            text = "The background holds what no layer claims. A stroke cuts a new layer."
        self.hint.setText(text)

    def _mode(self, mode: str) -> None:
        self.state.tools.mode = mode
        self.state.touch()

    def _size(self, value: float) -> None:
        self.state.tools.size = value

    def _hardness(self, value: float) -> None:
        self.state.tools.hardness = value / 100

    def _tolerance(self, value: float) -> None:
        self.state.tools.tolerance = value

    def _local(self, local: bool) -> None:
        self.state.tools.local = local

    def _edge(self, name: str, value: float) -> None:
        layer = self.state.layer
        if layer and layer.mask:
            edge = msgspec.structs.replace(layer.mask.edge, **{name: value})
            self.state.act(
                f"Edge of {layer.name}", lambda p: acts.set_edge(p, layer.id, edge), f"edge {name}"
            )

    def _backdrop(self) -> None:
        self.state.tools.backdrop = self.backdrop.currentData()
        self.state.touch()

    def _other(self) -> None:
        other = self.other.currentData()
        if other:
            state = self.state
            self.cutter.take(
                Stroke((), "mask", state.tools.mode, layer=state.selected, other=other)
            )
        self.other.setCurrentIndex(0)

    def _duplicate(self) -> None:
        layer, made = self.state.layer, []

        def change(project: Project) -> Project:
            assert layer is not None
            project, copy_id = acts.duplicate_layer(project, layer.id)
            made.append(copy_id)
            return project

        if layer and self.state.act(f"Duplicate {layer.name}", change):
            self.state.select(made[0])

    def _delete(self) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(f"Delete {layer.name}", lambda p: acts.delete_layer(p, layer.id))


class RebuildPanel(Panel):
    def __init__(self, state: State) -> None:
        super().__init__(state, "Rebuild")
        self.hint = note()
        self.add(self.hint)
        self.add(section("Show"))
        row, self.views = choices(
            {
                "behind": ("Behind it", "The picture with this layer and nearer ones taken away"),
                "alone": ("This layer", "The layer by itself, its hidden parts filled in"),
            },
            state.tools.rebuild_view,
            self._view,
        )
        self.add(row)
        self.add(note("Hold B to compare with the photo."))
        self.add(section("Hole of the selected layer"))
        form = self.form()
        self.growth = Number(
            0, 200, 1, 0, "px",
            "How far the hole is grown before it is filled, in pixels of a 1080-line frame. "
            "More keeps the layer's colour out of the fill; less keeps more of the photo.",
        )  # fmt: skip
        self.growth.edited.connect(self._grow)
        form.row("Grown by", self.growth)
        self.add(section("Beyond the photo's borders"))
        self.room = note()
        self.add(self.room)
        self.trim = push("Back to the photo's borders", "Take back all growth", self._trim)
        self.add(self.trim)
        self.end()

    def refresh(self) -> None:
        layer, project = self.state.layer, self.state.project
        show_choice(self.views, self.state.tools.rebuild_view)
        cut = layer is not None and not layer.is_background
        self.growth.setEnabled(cut)
        if layer is None:
            self.hint.setText("Open a photo first.")
            self.room.setText("")
            return
        ready = self.state.studio.ready(project)
        self.hint.setText(
            ("Every hole is filled from its surroundings." if ready else "Rebuilding …")
            if len(project.layers) > 1
            else "Nothing is hidden yet: cut a layer first."
        )
        self.growth.show_value(layer.hole_growth)
        g = layer.growth
        grown = [f"{side} {value:.0f} px" for side, value in
                 (("left", g.left), ("top", g.top), ("right", g.right), ("bottom", g.bottom))
                 if value]  # fmt: skip
        self.room.setText(
            f"{layer.name} reaches further: {', '.join(grown)}."
            if grown
            else f"{layer.name} ends where the photo ends."
        )
        self.trim.setEnabled(any(x.growth != type(g)() for x in project.layers))

    def _view(self, view: str) -> None:
        self.state.tools.rebuild_view = view
        self.state.touch()

    def _grow(self, value: float) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                f"Hole of {layer.name}",
                lambda p: acts.set_hole_growth(p, layer.id, value),
                "hole",
            )

    def _trim(self) -> None:
        self.state.act("Back to the photo's borders", acts.ungrown)
