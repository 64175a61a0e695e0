"""Separate: proposals, what a stroke does, the tool, the edge, the layer, the backdrop."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtWidgets import QCheckBox, QComboBox, QHBoxLayout, QWidget

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import Form, Number, note, push, section
from woodcock.app.controls.fold import Fold
from woodcock.app.controls.panels import Panel
from woodcock.app.separate.cutter import Cutter
from woodcock.app.separate.doubt_list import DoubtList
from woodcock.app.separate.layer_box import LayerBox
from woodcock.app.separate.tool_options import ToolOptions
from woodcock.app.state import State
from woodcock.model import EDGE_LIMITS, MOST_CUTS, EdgeSettings, Layer
from woodcock.session import acts
from woodcock.session.picture_cut import KINDS
from woodcock.session.stroke import Stroke
from woodcock.texts import tr, tr_noop

_BACKDROPS = (
    ("tint", tr_noop("Photo, layers tinted")),
    ("checkerboard", tr_noop("Cut out on checkerboard")),
    ("black", tr_noop("Cut out on black")),
    ("white", tr_noop("Cut out on white")),
    ("grey", tr_noop("Cut out on mid grey")),
    ("alpha", tr_noop("Its alpha: white is taken")),
    ("hues", tr_noop("Photo in the selection's greys")),
)
_EDGES = (
    ("smooth", tr_noop("Smooth"), tr_noop("Evens out a rough edge")),
    ("shift", tr_noop("Shift"), tr_noop("Moves the edge out, or in when negative")),
    ("soften", tr_noop("Soften"), tr_noop("Lets the edge fade over this width: a feather")),
    ("holes", tr_noop("Fill holes"), tr_noop("Fills holes up to this many pixels across")),
    (
        "islands",
        tr_noop("Drop islands"),
        tr_noop("Drops stray pieces up to this many pixels across"),
    ),
)
_MODES = {
    "new": (tr_noop("New"), tr_noop("The next stroke cuts a new layer")),
    "add": (tr_noop("Add"), tr_noop("Strokes add to the selected layer")),
    "remove": (
        tr_noop("Take"),
        tr_noop("Strokes take from the selected layer (also: right button)"),
    ),
    "within": (tr_noop("Within"), tr_noop("Only what lies within the stroke stays in the layer")),
    "split": (
        tr_noop("Split"),
        tr_noop("What of the layer a stroke covers becomes a layer of its own"),
    ),
}


_PROPOSES = tr_noop("Cuts the photo into subjects, what they stand on, far things, sky")


class SeparatePanel(Panel):
    def __init__(self, state: State, cutter: Cutter, add_pictures: Callable[[], None]) -> None:
        super().__init__(state, "Separate")
        self.cutter = cutter
        self.hint = note()
        self.add(self.hint)
        self.find_subject = push(
            tr("Find subject"),
            tr("Cuts the thing the photo is of as a new layer; again: the next thing"),
            self._find_subject,
            "scan",
        )
        self.propose = push(
            tr("Find layers"),
            tr(_PROPOSES),
            cutter.propose_layers,
            "layers",
        )
        self.add(_row(self.find_subject, self.propose))
        row, self.modes = choices(_MODES, state.tools.mode, self._mode)
        self.options = ToolOptions(state)
        self.cut_picture = QCheckBox(tr("Cut the picture"))
        self.cut_picture.setToolTip(
            tr(
                "On: brushes, lasso and Touch cut this picture as they cut the photo.\n"
                "Off: it is dragged to its place"
            )
        )
        self.cut_picture.toggled.connect(lambda on: self._tool("cut_picture", on))
        self.add(self.cut_picture)
        says = section(tr("What a stroke does"))
        for widget in (says, row, self.options):
            self.add(widget)
        self.fine = push(
            tr("Find fine edges"),
            tr("Looks for hair, reeds, twigs at the edge and gives them their true alpha"),
            self._fine,
            "feather",
        )
        self.follow = push(
            tr("Follow the edge"),
            tr("Moves a cut that lies a few pixels off to the edge that the photo has there"),
            self._follow,
            "spline",
        )
        self.edge: dict[str, Number] = {}
        settings, form = QWidget(), Form()
        settings.setLayout(form)
        for name, text, tip in _EDGES:
            low, high = EDGE_LIMITS[name]
            number = Number(low, high, 1, 1, "px", tr("{tip}. The mask itself stays.", tip=tr(tip)))
            number.edited.connect(lambda value, name=name: self._edge(name, value))
            self.edge[name] = number
            form.row(tr(text), number)
        self.doubts = DoubtList(state, cutter)
        self._edges = Fold(state, "Separate, edge", tr("Edge of the selected layer"),
                           self.fine, self.follow, settings, self.doubts)  # fmt: skip
        self.add(self._edges)
        self._of_strokes = (says, row, self.options)
        self.backdrop = QComboBox()
        self.backdrop.setToolTip(tr("What the cut is shown on; hold B to see the plain photo"))
        self.backdrop.activated.connect(self._backdrop)
        self.loupe = QCheckBox(tr("Loupe (L)"))
        self.loupe.setToolTip(tr("What is under the pointer, four times larger, beside it"))
        self.loupe.toggled.connect(lambda on: self._tool("loupe", on))
        self.clean = QCheckBox(tr("Clean colours"))
        self.clean.setToolTip(
            tr(
                "Shows edge colours without the old background in them, as the clip will; "
                "off: the photo's own"
            )
        )
        self.clean.toggled.connect(lambda on: self._tool("clean", on))
        self.add(Fold(state, "Separate, look", tr("Look at it on"), self.backdrop,
                      _row(self.loupe, self.clean)))  # fmt: skip
        self.layer = LayerBox(state, cutter, add_pictures)
        self.add(Fold(state, "Separate, layer", tr("Selected layer"), self.layer, shut=True))
        self.end()

    def refresh(self) -> None:
        tools, layer = self.state.tools, self.state.layer
        edged = _edged(layer)
        show_choice(self.modes, tools.stroke)
        self.options.refresh()
        self.layer.refresh()
        self.doubts.refresh()
        pictured = layer is not None and layer.picture is not None
        within = pictured and tools.cut_picture  # strokes are for the picture alone
        there = self.state.project.photo is not None
        self.find_subject.setEnabled(there)
        self.propose.setEnabled(there and not within)
        self.propose.setToolTip(
            tr("Only the photo falls into layers: untick “Cut the picture” for it.")
            if within
            else tr(_PROPOSES)
        )
        self.cut_picture.setVisible(pictured)
        self.cut_picture.setChecked(tools.cut_picture)
        self._edges.setVisible(layer is None or layer.own is None or within)
        self.doubts.setVisible(layer is None or layer.own is None)
        for widget in self._of_strokes:
            widget.setVisible(layer is None or layer.own is None or within)
        self.fine.setEnabled(edged is not None)
        self.follow.setEnabled(layer is not None and layer.mask is not None)
        edge = edged or EdgeSettings()
        for name, number in self.edge.items():
            number.setEnabled(edged is not None)
            number.show_value(getattr(edge, name))
        self.loupe.setChecked(tools.loupe)
        self.clean.setChecked(tools.clean)
        self._refresh_backdrops()
        self.hint.setText(self._advice())

    def _refresh_backdrops(self) -> None:
        """The plain backdrops, and the other layers to look at the selected one on."""
        others = [
            (f"layer:{x.id}", tr("Cut out on {name}", name=x.name))
            for x in self.state.project.near_to_far
            if x.id != self.state.selected and x.own is None
        ]
        plain = [(value, tr(text)) for value, text in _BACKDROPS]
        wanted, combo = [*plain, *others], self.backdrop
        if [(combo.itemData(i), combo.itemText(i)) for i in range(combo.count())] != wanted:
            combo.clear()
            for value, text in wanted:
                combo.addItem(text, value)
        combo.setCurrentIndex(max(combo.findData(self.state.tools.backdrop), 0))

    def _advice(self) -> str:
        layer, mode = self.state.layer, self.state.tools.mode
        if self.state.project.photo is None:
            return tr("Open a photo first.")
        if len(self.state.project.layers) < 2:
            return tr("Paint along the nearest thing: the cut grows to its edges.")
        if layer is not None and layer.own is not None:
            if layer.picture is not None and self.state.tools.cut_picture:
                if self.state.tools.separate not in KINDS:
                    return tr(
                        "Trace follows the edges of the photo only. Use another tool on {name}.",
                        name=layer.name,
                    )
                return tr(
                    "Strokes keep a part of {name}; the right button takes away.", name=layer.name
                )
            return tr(
                "{name} is a picture of its own: drag to place it, Shift+wheel sizes it. "
                "Select another layer to cut the photo.",
                name=layer.name,
            )
        if mode == "new":
            return tr("Paint along the next thing. Up to {most} layers in all.", most=MOST_CUTS)
        if mode == "split" and layer is not None:
            return tr("What a stroke takes of {name} becomes a new layer.", name=layer.name)
        if layer is not None and layer.mask is not None:
            return tr("Strokes change {name}. Choose New for the next thing.", name=layer.name)
        return tr("The background holds what no layer claims. A stroke cuts a new layer.")

    def _mode(self, mode: str) -> None:
        self._tool("mode", mode)

    def _tool(self, name: str, value: str | bool) -> None:
        if getattr(self.state.tools, name) != value:
            setattr(self.state.tools, name, value)
            self.state.touch()

    def _find_subject(self) -> None:
        self.cutter.find_subject()
        self.state.asked.emit("picture")

    def _fine(self) -> None:
        self.cutter.take(Stroke((), "fine", "add", layer=self.state.selected))

    def _follow(self) -> None:
        self.cutter.take(Stroke((), "follow", "add", layer=self.state.selected))

    def _edge(self, name: str, value: float) -> None:
        layer = self.state.layer
        edge = _edged(layer)
        if layer and edge:
            edge = replace(edge, **{name: value})
            self.state.act(
                tr("Edge of {name}", name=layer.name),
                lambda p: acts.set_edge(p, layer.id, edge),
                f"edge {name}",
            )

    def _backdrop(self) -> None:
        self._tool("backdrop", self.backdrop.currentData())


def _edged(layer: Layer | None) -> EdgeSettings | None:
    """How the edge of a cut layer, or of a picture that was cut, is redrawn."""
    if layer is None:
        return None
    if layer.picture is not None:
        return layer.picture.edge if layer.picture.mask else None
    return layer.mask.edge if layer.mask else None


def _row(*widgets: QWidget) -> QWidget:
    row_widget = QWidget()
    row = QHBoxLayout(row_widget)
    row.setContentsMargins(0, 0, 0, 0)
    row.setSpacing(6)
    for widget in widgets:
        row.addWidget(widget)
    return row_widget
