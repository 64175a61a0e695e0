"""The selected title: its words, its letters, its colours, how it comes in."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QCheckBox, QPlainTextEdit

from woodcock.app.controls.fields import push
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Key, Layer, Track
from woodcock.session import things
from woodcock.texts import tr, tr_noop
from woodcock.things import families

_ALIGN = {"left": tr_noop("Left"), "centre": tr_noop("Centred"), "right": tr_noop("Right")}
_UNITS = {
    "all": tr_noop("All at once"),
    "words": tr_noop("Word by word"),
    "letters": tr_noop("Letter by letter"),
}


_SOFT, _DOWN, _DARK = 0.18, 0.02, (0, 0, 0, 190)  # of the letters' size


class TitleRows(OwnRows):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._fonts: dict[str, dict[str, Path]] = {}  # until they are found
        self.text = QPlainTextEdit()
        self.text.setFixedHeight(58)
        self.text.setToolTip(
            tr("The words; also typed in the picture, after a double click on them")
        )
        self.text.setAccessibleName(tr("Title text"))
        self.text.setTabChangesFocus(True)
        self.text.textChanged.connect(self._typed)
        self.column.insertWidget(0, self.text)
        self.soft = QCheckBox(tr("Shadow for bright ground"))
        self.soft.setToolTip(tr("A soft dark shadow behind the letters, so that they can be read"))
        self.soft.clicked.connect(self._shade)
        self.column.insertWidget(1, self.soft)
        self.place()
        self.font_list = self.choice("font", tr("Font"), {}, tr("Shipped fonts, then the system's"))
        self.style_list = self.choice("style", tr("Weight"), {}, tr("How heavy, how slanted"))
        self.number(
            "size", tr("Size"), (1, 20_000), 2, 1, "px", tr("Letters' height in photo pixels")
        )
        self.number(
            "spacing", tr("Spacing"), (-50, 300), 1, 1, "%", tr("Added between letters"), 100
        )
        self.number(
            "line_height", tr("Line height"), (30, 500), 5, 0, "%", tr("From line to line"), 100
        )
        self.choice("align", tr("Lines"), _ALIGN, tr("How lines lie against each other"))
        self.colour("colour", tr("Colour"), tr("Of the letters"))
        self.number(
            "outline", tr("Outline"), (0, 2000), 0.5, 1, "px", tr("How far a line reaches out")
        )
        self.colour("outline_colour", tr("… colour"), tr("Of the outline"))
        self.number(
            "shadow", tr("Shadow"), (0, 2000), 1, 1, "px", tr("How widely the shadow is blurred")
        )
        self.number(
            "shadow_x", tr("… across"), (-5000, 5000), 1, 1, "px", tr("Where the shadow lies")
        )
        self.number(
            "shadow_y", tr("… down"), (-5000, 5000), 1, 1, "px", tr("Where the shadow lies")
        )
        self.colour("shadow_colour", tr("… colour"), tr("Of the shadow; its opacity too"))
        self.choice(
            "units", tr("Comes in"), _UNITS, tr("In what pieces it comes in, as it is keyed")
        )
        self.come = push(
            tr("Come in over the first second"),
            tr("Two keys: nothing of it is there at the playhead, all of it a second later"),
            self._come,
        )
        self.column.addWidget(self.come)
        self.safe = QCheckBox(tr("Show the safe margins"))
        self.safe.setToolTip(tr("Lines 3.5 % (action) and 5 % (titles) inside the frame's borders"))
        self.safe.clicked.connect(self._safe)
        self.column.addWidget(self.safe)

        work.hand(families, self._found)

    def _found(self, fonts: dict[str, dict[str, Path]]) -> None:
        """The fonts of this machine are known."""
        self._fonts = fonts
        for name in fonts:
            self.font_list.addItem(name, name)
        self.state.touch()

    def show_values(self, layer: Layer) -> None:
        assert layer.title is not None
        title = layer.title
        styles = list(self._fonts.get(title.font, (title.style,)))
        if [self.style_list.itemText(k) for k in range(self.style_list.count())] != styles:
            self.style_list.clear()
            for style in styles:
                self.style_list.addItem(style, style)
        super().show_values(layer)
        if self.font_list.currentData() != title.font:
            self.font_list.setCurrentIndex(-1)  # a font that is not installed here
        self.safe.setChecked(self.state.tools.safe)
        self.soft.setChecked(title.shadow_colour[3] > 0)
        if self.text.toPlainText() != title.text:
            self.text.blockSignals(True)
            self.text.setPlainText(title.text)
            self.text.blockSignals(False)

    def _shade(self, on: bool) -> None:
        """The shadow that suits letters of this size, or none."""
        layer = self.state.layer
        title = layer.title if layer else None
        if layer is None or title is None:
            return
        by = round(title.size * _DOWN, 1)
        made = {"shadow": round(title.size * _SOFT, 1), "shadow_x": 0.0, "shadow_y": by}
        colour = _DARK if on else (*title.shadow_colour[:3], 0)
        self.state.act(
            tr("Shadow of {name}", name=layer.name),
            lambda p: things.set_own(p, layer.id, shadow_colour=colour, **(made if on else {})),
        )

    def _typed(self) -> None:
        self.set("text", self.text.toPlainText())

    def _come(self) -> None:
        start = self.state.time
        end = min(start + 1.0, self.state.project.frame.last)
        self.set("shown", Track(0.0, (Key(start, 0.0), Key(max(end, start + 0.01), 1.0))))

    def _safe(self, on: bool) -> None:
        self.state.tools.safe = on
        self.state.touch()
