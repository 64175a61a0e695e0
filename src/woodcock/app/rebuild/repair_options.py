"""How the repairing tool in hand is set: only what that tool uses is shown."""

from __future__ import annotations

from PySide6.QtGui import QColor
from PySide6.QtWidgets import QCheckBox, QColorDialog, QComboBox, QPushButton

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.fields import narrow, note, push
from woodcock.app.controls.option_rows import OptionRows
from woodcock.app.rebuild.source_hand import NAMES
from woodcock.app.state import State
from woodcock.session import filling
from woodcock.session.repair import AREAS, BRUSHES
from woodcock.texts import tr, tr_noop

_SAYS = {
    "look": "",
    "remove": tr_noop(
        "Paint over something unwanted: it is filled from around it. Right button: back."
    ),
    "sources": tr_noop(
        "Paint where there is something to be copied into the hole that the chosen cut leaves, or "
        "what must not be. Right button: nothing is said of it."
    ),
    "anew": tr_noop("Draw round a place: it is filled by another proposal. Enter: yet another."),
    "transplant": tr_noop("Draw round a place, then drag from inside it to what should be there."),
    "clone": tr_noop("Right-click what to copy, then paint."),
    "blend": tr_noop("Paint over a seam: colours melt into each other, the texture stays."),
    "smudge": tr_noop("Drag colours along; opacity is how far."),
    "colour": tr_noop("Paint a plain colour; right-click takes it from the picture."),
}


class RepairOptions(OptionRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.whose = note()
        self.column.insertWidget(0, self.whose)
        self.aligned = QCheckBox(tr("Strokes keep their distance"))
        self.aligned.setToolTip(
            tr(
                "Every stroke copies from the same distance; else each begins anew "
                "at the picked place"
            )
        )
        self.aligned.toggled.connect(lambda on: self.set("aligned", on))
        self.mirrored = QCheckBox(tr("Mirrored"))
        self.mirrored.setToolTip(tr("Copies are turned round sideways, as in a mirror"))
        self.mirrored.toggled.connect(lambda on: self.set("mirrored", on))
        self.source = narrow(QComboBox())
        self.source.setToolTip(tr("Whose picture is copied"))
        self.source.activated.connect(lambda at: self.set("source_layer", self.source.itemData(at)))
        self.paints, self.kinds = choices(
            {
                "not": (
                    NAMES["not"],
                    tr_noop("Nothing of what is painted is copied in"),
                ),
                "from": (NAMES["from"], tr_noop("The hole is filled from what is painted alone")),
            },
            state.tools.sources,
            lambda kind: self.set("sources", kind),
        )
        self.anywhere = push(
            tr("Copy from anywhere"),
            tr("What was painted about this cut's hole is taken off"),
            self._anywhere,
            "undo-2",
        )
        self.colour = QPushButton()
        self.colour.setToolTip(
            tr("The colour that is painted; right-click the picture to take one")
        )
        self.colour.setAccessibleName(tr("Colour"))
        self.colour.clicked.connect(self._choose)
        self.rows(
            (
                (tr("Copy from"), self.source, ("clone", "transplant", "colour")),
                (tr("Size"), self.brush_size, ("remove", "sources", *BRUSHES)),
                ("", self.paints, ("sources",)),
                ("", self.anywhere, ("sources",)),
                (tr("Hardness"), self.hardness, BRUSHES),
                (tr("Opacity"), self.covering(), BRUSHES),
                (tr("Colour"), self.colour, ("colour",)),
                ("", self.aligned, ("clone",)),
                ("", self.mirrored, ("clone", "transplant")),
            )
        )

    def refresh(self) -> None:
        tools, layer = self.state.tools, self.state.layer
        repairs = tools.rebuild in (*BRUSHES, *AREAS)
        self.setVisible(tools.rebuild != "look")
        self.show_tool(tools.rebuild, tr(_SAYS[tools.rebuild]))
        own = layer is not None and layer.own is not None
        self.whose.setText(
            ""
            if layer is None
            else tr(
                "{name} is a picture of its own: choose a layer that was cut from the photo.",
                name=layer.name,
            )
            if own
            else tr("On the layer “{name}”:", name=layer.name)
        )
        self.whose.setVisible(repairs)
        show_choice(self.kinds, tools.sources)
        self.anywhere.setEnabled(bool(layer and layer.sources))
        self.aligned.setChecked(tools.aligned)
        self.mirrored.setChecked(tools.mirrored)
        self._list_sources()
        self.colour.setText("#{:02x}{:02x}{:02x}".format(*tools.colour))
        bright = QColor(*tools.colour).lightness() > 127
        self.colour.setStyleSheet(
            f"background: rgb{tools.colour}; color: {'black' if bright else 'white'};"
        )

    def _anywhere(self) -> None:
        layer = self.state.layer
        if layer:
            self.state.act(
                tr("Copy from anywhere"), lambda p: filling.set_sources(p, layer.id, None)
            )

    def _list_sources(self) -> None:
        tools, layer = self.state.tools, self.state.layer
        others = [x for x in self.state.project.near_to_far if x.own is None and x != layer]
        entries = [(tr("This layer"), ""), *((x.name, x.id) for x in others)]
        if tools.source_layer not in [name for _, name in entries]:
            tools.source_layer = ""
        have = [
            (self.source.itemText(k), self.source.itemData(k)) for k in range(self.source.count())
        ]
        if have != entries:
            self.source.clear()
            for text, name in entries:
                self.source.addItem(text, name)
        self.source.setCurrentIndex([name for _, name in entries].index(tools.source_layer))

    def _choose(self) -> None:
        chosen = QColorDialog.getColor(
            QColor(*self.state.tools.colour), self, tr("Colour to paint")
        )
        if chosen.isValid():
            self.state.tools.colour = chosen.red(), chosen.green(), chosen.blue()
            self.state.touch()
