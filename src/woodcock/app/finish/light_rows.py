"""The chosen light: where it hangs, how bright it is, its glow, flare and rays."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox, QComboBox

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number, narrow, offer, push
from woodcock.app.finish.effect_rows import EffectRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import LIGHT_SHOWN
from woodcock.model import Colour, Light
from woodcock.session import lights
from woodcock.session.picked import colour_at
from woodcock.texts import tr, tr_noop

PLACE = "light"  # the tool in hand while a click in the picture hangs the chosen light there
_PARTS = {
    "glow": (tr_noop("Glow"), tr_noop("Light about the light")),
    "flare": (tr_noop("Flare"), tr_noop("What it makes in the glass of the lens")),
    "rays": (tr_noop("Rays"), tr_noop("Shafts of light through mist")),
}
_NUMBERS = {
    "glow": ("glow strength", "glow size"),
    "flare": (
        "flare streaks", "flare length", "flare angle", "flare ring", "flare ring_size",
        "flare ghosts", "flare ghost_size", "flare spread",
    ),
    "rays": ("rays strength", "rays length"),
}  # fmt: skip
COLOUR_FROM = 0.008  # photo heights about a place from which a light's colour is taken


class LightRows(EffectRows[Light]):
    def __init__(self, state: State) -> None:
        super().__init__(state, "light", Light)
        form = self.form()
        self.hangs = narrow(QComboBox())
        self.hangs.setToolTip(tr("It moves with this layer, or stands by itself in the scene"))
        self.hangs.activated.connect(self._hang)
        form.row(tr("Hangs on"), self.hangs)
        self.free = Column(state)
        self.track(self.free.form(), "distance", LIGHT_SHOWN["distance"])
        self.add(self.free)
        self.place = push(
            tr("Hang it on a place …"),
            tr(
                "Then click the picture: it hangs on what is there, and takes "
                "its colour. The ring in the picture can be dragged, too."
            ),
            self._place,
            "crosshair",
        )
        self.place.setCheckable(True)
        self.add(self.place)
        form = self.form()
        self.colour = ColourButton(tr("The light's colour"), alpha=False)
        self.colour.picked.connect(self._recolour)
        form.row(tr("Colour"), self.colour)
        for name in ("strength", "size"):
            self.track(form, name, LIGHT_SHOWN[name])
        row, self.parts = choices(_PARTS, state.tools.light_part, self._turn)
        self.add(row)
        self.on = QCheckBox(tr("Glow"))
        self.on.setToolTip(tr(_PARTS["glow"][1]))
        self.on.clicked.connect(self._switch)
        self.add(self.on)
        self.columns: dict[str, Column] = {}
        for part, names in _NUMBERS.items():
            column = self.columns[part] = Column(state)
            form = column.form()
            for name in names:
                self.track(form, name, LIGHT_SHOWN[name])
            self.add(column)
        form = self.columns["flare"].form()
        self.counts = {
            "count_of_streaks": Number(0, 32, 1, 0, "", tr("How many streaks there are")),
            "count": Number(0, 16, 1, 0, "", tr("How many ghosts there are")),
            "seed": Number(0, 9999, 1, 0, "", tr("Another number is another order of ghosts")),
        }
        for text, (name, number) in zip(
            (tr("Streaks, how many"), tr("Ghosts, how many"), tr("Seed")),
            self.counts.items(),
            strict=True,
        ):
            number.edited.connect(lambda value, name=name: self.change(name, int(value), "flare"))
            form.row(text, number)

    def refresh(self) -> None:
        light = self.effect
        self.setVisible(light is not None)
        if light is None:
            return
        tools = self.state.tools
        layers = [(x.name, x.id) for x in self.state.project.near_to_far]
        offer(self.hangs, [(tr("Nothing: its own distance"), ""), *layers])
        self.hangs.setCurrentIndex(max(self.hangs.findData(light.layer or ""), 0))
        self.free.setVisible(light.layer is None)
        self.place.setChecked(tools.finish == PLACE)
        self.colour.show_colour(light.colour)
        show_choice(self.parts, tools.light_part)
        own = getattr(light, tools.light_part)
        self.on.setText(tr(_PARTS[tools.light_part][0]))
        self.on.setToolTip(tr(_PARTS[tools.light_part][1]))
        self.on.setChecked(own is not None)
        for part, column in self.columns.items():
            column.setVisible(part == tools.light_part and own is not None)
        self.show_numbers()
        if light.flare is not None:
            for name, number in self.counts.items():
                number.show_value(getattr(light.flare, name))

    def _turn(self, part: str) -> None:
        self.state.tools.light_part = part
        self.state.touch()

    def _switch(self, on: bool) -> None:
        light, part = self.effect, self.state.tools.light_part
        if light is not None:
            self.state.act(
                f"{light.name}: {part}", lambda p: lights.switch_part(p, light.id, part, on)
            )

    def _recolour(self, colour: Colour) -> None:
        self.change("colour", colour)

    def _place(self) -> None:
        tools = self.state.tools
        tools.finish = "" if tools.finish == PLACE else PLACE
        self.state.touch()

    def _hang(self) -> None:
        """On another layer, or on nothing, where it is seen."""
        light, layer, time = self.effect, self.hangs.currentData() or None, self.state.time
        if light is None or light.layer == layer:
            return
        name = (
            tr("{name} hung", name=light.name) if layer else tr("{name} by itself", name=light.name)
        )
        self.state.act(name, lambda p: lights.rehang_light(p, light.id, layer, time))


def place_colour(state: State, x: float, y: float) -> Colour:
    """The colour that a light takes from a place of the photo."""
    photo = state.project.photo
    assert photo is not None
    return colour_at(state.project, state.document.store, x, y, COLOUR_FROM * photo.height)
