"""The selected card: its shape, its size, its colours."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QVBoxLayout, QWidget

from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.fields import Number, push, tool
from woodcock.app.stage.own_rows import OwnRows
from woodcock.app.state import State
from woodcock.model import Card, Layer, Stop
from woodcock.stage import photo_rays
from woodcock.texts import tr, tr_noop

_SHAPES = {
    "rectangle": tr_noop("Rectangle"),
    "rounded": tr_noop("Rounded"),
    "ellipse": tr_noop("Ellipse"),
}
_FILLS = {
    "plain": tr_noop("Plain"),
    "linear": tr_noop("Gradient"),
    "radial": tr_noop("Round gradient"),
}


class CardRows(OwnRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.covers = QCheckBox(tr("Fills the frame"))
        self.covers.setToolTip(tr("As large as the frame at rest, whatever its distance"))
        self.covers.clicked.connect(lambda on: self.set("covers", on))
        self.column.insertWidget(0, self.covers)
        self.place()
        self.choice("shape", tr("Shape"), _SHAPES, tr("What its outline is"))
        self.metres: dict[str, Number] = {}
        for name, text in (("width", tr("Width")), ("height", tr("Height"))):
            number = Number(0.001, 100_000, 0.1, 3, "m", tr("Its size where it stands, in metres"))
            number.edited.connect(lambda value, name=name: self._size(name, value))
            self.rows.row(text, number)
            self.metres[name] = number
        self.number(
            "corner", tr("Corners"), (0, 100), 5, 0, "%", tr("How round the corners are"), 100
        )
        self.number(
            "soft", tr("Soft edge"), (0, 20_000), 5, 0, "px", tr("How widely its edge fades")
        )
        self.choice("fill", tr("Colours"), _FILLS, tr("One colour, or a gradient between several"))
        self.number("angle", tr("Angle"), (-360, 360), 5, 0, "°", tr("Which way the gradient runs"))
        self._stops = QWidget()
        self._list = QVBoxLayout(self._stops)
        self._list.setContentsMargins(0, 0, 0, 0)
        self._list.setSpacing(4)
        self.column.addWidget(self._stops)
        self.stops: list[tuple[Number, ColourButton]] = []
        self.more = push(
            tr("Another colour"), tr("A stop halfway to the gradient's end"), self._more, "plus"
        )
        self.column.addWidget(self.more)

    def show_values(self, layer: Layer) -> None:
        assert layer.card is not None
        super().show_values(layer)
        card = layer.card
        self.covers.setChecked(card.covers)
        for name, number in self.metres.items():
            number.setEnabled(not card.covers)
            number.show_value(getattr(card, name) * self._metre(layer))
        wanted = len(card.stops) if card.fill != "plain" else 1
        if len(self.stops) != wanted:
            self._lay_out(wanted)
        for (place, colour), stop in zip(self.stops, card.stops, strict=False):
            place.setVisible(card.fill != "plain")
            place.show_value(stop.at * 100)
            colour.show_colour(stop.colour)
        self.more.setVisible(card.fill != "plain")

    def _metre(self, layer: Layer) -> float:
        """Metres a photo pixel, where the layer stands."""
        return float(photo_rays(self.state.project)[0, 0]) * (layer.sized_at or layer.distance)

    def _size(self, name: str, metres: float) -> None:
        layer = self.state.layer
        if layer:
            self.set(name, metres / self._metre(layer))

    def _lay_out(self, count: int) -> None:
        while self._list.count():
            item = self._list.takeAt(0)
            if item is not None and item.widget():
                item.widget().deleteLater()
        self.stops = []
        for number in range(count):
            row = QWidget()
            line = QHBoxLayout(row)
            line.setContentsMargins(0, 0, 0, 0)
            place = Number(0, 100, 1, 0, "%", tr("Where along the gradient this colour lies"))
            place.edited.connect(partial(self._move, number))
            colour = ColourButton(tr("One of the gradient's colours"))
            colour.picked.connect(partial(self._recolour, number))
            line.addWidget(place)
            line.addWidget(colour, 1)
            if count > 2:
                line.addWidget(tool("x", tr("Take this colour out"), partial(self._less, number)))
            self._list.addWidget(row)
            self.stops.append((place, colour))

    @property
    def _card(self) -> Card | None:
        return self.state.layer.card if self.state.layer else None

    def _set_stops(self, stops: list[Stop]) -> None:
        self.set("stops", tuple(sorted(stops, key=lambda stop: stop.at)))

    def _move(self, number: int, percent: float) -> None:
        if self._card:
            stops = list(self._card.stops)
            stops[number] = Stop(percent / 100, stops[number].colour)
            self._set_stops(stops)

    def _recolour(self, number: int, colour: tuple[int, int, int, int]) -> None:
        if self._card:
            stops = list(self._card.stops)
            stops[number] = Stop(stops[number].at, colour)
            self._set_stops(stops)

    def _less(self, number: int) -> None:
        if self._card:
            self._set_stops([x for k, x in enumerate(self._card.stops) if k != number])

    def _more(self) -> None:
        if self._card:
            last = self._card.stops[-1]
            before = self._card.stops[-2].at if len(self._card.stops) > 1 else 0.0
            self._set_stops([*self._card.stops, Stop((before + last.at) / 2, last.colour)])
