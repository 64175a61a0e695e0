"""Grain, vignette, fringes, weave, halation, flicker: each switched, then set."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Number
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.app.timeline.film_names import FILM_SHOWN
from woodcock.model import FILM
from woodcock.session import film
from woodcock.texts import tr, tr_noop

_PARTS = {
    "grain": (tr_noop("Grain"), tr_noop("Fine noise that is another on every frame, as on film")),
    "vignette": (tr_noop("Vignette"), tr_noop("Corners that get less light")),
    "halation": (
        tr_noop("Halation"),
        tr_noop("A soft reddish shine about what is bright, as on film"),
    ),
    "fringe": (
        tr_noop("Colour fringes"),
        tr_noop("Red and blue lie apart from green towards the corners"),
    ),
    "weave": (tr_noop("Gate weave"), tr_noop("A picture a little unsteady, as in a projector")),
    "flicker": (tr_noop("Flicker"), tr_noop("Light that is another on every frame")),
}
_SEEDED = ("grain", "weave", "flicker")


class FilmRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.on: dict[str, QCheckBox] = {}
        self.rows: dict[str, Column] = {}
        self.seeds: dict[str, Number] = {}
        for part, (text, tip) in _PARTS.items():
            box = QCheckBox(tr(text))
            box.setToolTip(tr(tip))
            box.clicked.connect(lambda on, part=part: self._change(part, "on", on))
            self.add(box)
            rows = Column(state)
            self.add(rows)
            form = rows.form()
            if part == "vignette":
                self.natural = QCheckBox(tr("As natural for the lens"))
                self.natural.setToolTip(
                    tr(
                        "The cosine to the fourth power of the angle in which the lens sees: "
                        "wide lenses have more of it"
                    )
                )
                self.natural.clicked.connect(lambda on: self._change("vignette", "natural", on))
                form.wide(self.natural)
            for name in (x for x in FILM_SHOWN if x.startswith(f"{part} ")):
                self.track(form, name, FILM_SHOWN[name])
            if part == "halation":
                self.colour = ColourButton(tr("The colour of the shine"), alpha=False)
                self.colour.picked.connect(lambda c: self._change("halation", "colour", c))
                form.row(tr("Colour"), self.colour)
            if part in _SEEDED:
                seed = Number(0, 9999, 1, 0, "", tr("Another number is another one of its kind"))
                seed.edited.connect(lambda x, part=part: self._change(part, "seed", int(x)))
                form.row(tr("Seed"), seed)
                self.seeds[part] = seed
            self.on[part], self.rows[part] = box, rows

    def owner(self) -> str | None:
        return FILM

    def refresh(self) -> None:
        own = self.state.project.film
        for part, box in self.on.items():
            on = getattr(own, part).on
            box.setChecked(on)
            self.rows[part].setVisible(on)
        self.show_numbers()
        for part, seed in self.seeds.items():
            seed.show_value(getattr(own, part).seed)
        self.natural.setChecked(own.vignette.natural)
        for name in ("vignette clear", "vignette soft"):
            self.numbers[name].setEnabled(not own.vignette.natural)
        self.colour.show_colour(own.halation.colour)

    def _change(self, part: str, name: str, value: object) -> None:
        merge = None if isinstance(value, bool) else f"film {part} {name}"
        self.state.act(
            tr(_PARTS[part][0]), lambda p: film.set_film(p, part, **{name: value}), merge
        )
