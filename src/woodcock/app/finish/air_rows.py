"""The chosen air: what it is, where it is, how the wind blows it."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QComboBox, QFileDialog

from woodcock.app.controls.choices import choices, show_choice
from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, offer, push
from woodcock.app.controls.file_kinds import PICTURES
from woodcock.app.finish.effect_rows import EffectRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import AIR_SHOWN
from woodcock.app.work import Work
from woodcock.media import load_picture
from woodcock.model import Air, Colour, Picture
from woodcock.session import airs
from woodcock.texts import tr, tr_noop

_PARTS = {
    "what": (tr_noop("What"), tr_noop("What it is: how much, how large, how fast")),
    "where": (tr_noop("Where"), tr_noop("From how far to how far, and between which layers")),
    "wind": (tr_noop("Wind"), tr_noop("How it is blown")),
}
_SPECKS = ("what amount", "what fall", "what wander", "what brightness")


class AirRows(EffectRows[Air]):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state, "air", Air)
        self._work = work
        row, self.parts = choices(_PARTS, state.tools.air_part, self._turn)
        self.add(row)
        self.what, self.where, self.wind = Column(state), Column(state), Column(state)
        for part in (self.what, self.where, self.wind):
            self.add(part)
        self._build_what()
        self._build_where()
        form = self.wind.form()
        for name in ("wind", "heading", "gusts"):
            self.track(form, name, AIR_SHOWN[name])
        self.seed = self._plain(
            form,
            tr("Seed"),
            Number(0, 9999, 1, 0, "", tr("Another number is other air of the same kind")),
            "seed",
        )

    def _build_what(self) -> None:
        state = self.state
        self.specks, self.fog = Column(state), Column(state)
        form = self.specks.form()
        for name in _SPECKS:
            self.track(form, name, AIR_SHOWN[name])
        tip = tr("How wide the smallest and the largest are")
        self.smallest, self.largest = (Number(0.05, 1000, 0.5, 2, "mm", tip) for _ in range(2))
        for text, number in ((tr("Smallest"), self.smallest), (tr("Largest"), self.largest)):
            number.edited.connect(lambda _: self._sizes())
            form.row(text, number)
        self.streak = self._plain(
            form,
            tr("Streaked"),
            Number(
                0, 360, 10, 0, "°", tr("Without motion blur, as by a shutter that is open so long")
            ),
            "streak",
            "what",
        )
        self.drops, self.leaves = Column(state), Column(state)
        self.track(self.drops.form(), "what refraction", AIR_SHOWN["what refraction"])
        form = self.leaves.form()
        self.spin = self._plain(
            form,
            tr("Turns"),
            Number(0, 20, 0.1, 2, "/s", tr("How often it tumbles a second")),
            "spin",
            "what",
        )
        self.picture = push(
            tr("A picture of yours …"),
            tr("Show a picture in place of what flies: best cut out, with transparency"),
            self._ask_picture,
            "image-plus",
        )
        self.drawn = push(
            tr("As it was drawn"), tr("No picture of yours any more"), self._no_picture
        )
        form = self.fog.form()
        for name in ("what density", "what uneven"):
            self.track(form, name, AIR_SHOWN[name])
        self.banks = self._plain(
            form,
            tr("Banks wide"),
            Number(0.05, 10_000, 0.5, 2, "m", tr("How wide a bank of mist is")),
            "size",
            "what",
        )
        self.thins = self._plain(
            form,
            tr("Lies low"),
            Number(
                0,
                10_000,
                0.1,
                2,
                "m",
                tr("Over how much height it thins out above the ground; 0 is everywhere alike"),
            ),
            "height",
            "what",
        )
        self.ground = self._plain(
            form,
            tr("… ground at"),
            Number(-1000, 1000, 0.1, 2, "m", tr("How far below the lens the ground is")),
            "level",
            "what",
        )
        for part in (self.specks, self.drops, self.fog):
            self.what.add(part)
        form = self.what.form()
        self.colour = ColourButton(tr("Its colour"), alpha=False)
        self.colour.picked.connect(self._recolour)
        form.row(tr("Colour"), self.colour)
        self.track(form, "opacity", AIR_SHOWN["opacity"])
        self.what.add(self.leaves)
        self.what.add(self.picture)
        self.what.add(self.drawn)

    def _build_where(self) -> None:
        form = self.where.form()
        self.near = Number(0, 100_000, 0.5, 2, "m", tr("Nearer to the lens there is none of it"))
        self.far = Number(0.1, 100_000, 1, 2, "m", tr("Farther from the lens there is none of it"))
        for text, number in ((tr("From"), self.near), (tr("To"), self.far)):
            number.edited.connect(lambda _: self._limits())
            form.row(text, number)
        self.behind, self.before = narrow(QComboBox()), narrow(QComboBox())
        self.behind.setToolTip(tr("Only behind this layer"))
        self.before.setToolTip(tr("Only before this layer"))
        for text, box, name in (
            (tr("Behind"), self.behind, "behind"), (tr("Before"), self.before, "before"),
        ):  # fmt: skip
            box.activated.connect(
                lambda _, name=name, box=box: self.change(name, box.currentData())
            )
            form.row(text, box)

    def _plain(self, form: Form, text: str, number: Number, name: str, part: str = "") -> Number:
        """A row for a number that is no track."""
        whole = number.decimals() == 0 and name == "seed"
        number.edited.connect(lambda value: self.change(name, int(value) if whole else value, part))
        form.row(text, number)
        return number

    def refresh(self) -> None:
        air = self.effect
        self.setVisible(air is not None)
        if air is None:
            return
        part = self.state.tools.air_part
        show_choice(self.parts, part)
        for name, column in (("what", self.what), ("where", self.where), ("wind", self.wind)):
            column.setVisible(name == part)
        specks, fog = air.specks, air.fog
        self.specks.setVisible(specks is not None)
        self.fog.setVisible(fog is not None)
        self.drops.setVisible(specks is not None and specks.kind == "drops")
        tumbles = specks is not None and (specks.kind in ("leaves", "petals") or specks.picture)
        self.leaves.setVisible(bool(tumbles))
        self.picture.setVisible(specks is not None)
        self.drawn.setVisible(specks is not None and specks.picture is not None)
        self.show_numbers()
        self.colour.show_colour(air.colour)
        self.seed.show_value(air.seed)
        self.near.show_value(air.near)
        self.far.show_value(air.far)
        if specks is not None:
            self.smallest.show_value(specks.smallest)
            self.largest.show_value(specks.largest)
            self.streak.show_value(specks.streak)
            self.spin.show_value(specks.spin)
        if fog is not None:
            self.banks.show_value(fog.size)
            self.thins.show_value(fog.height)
            self.ground.show_value(fog.level)
        layers = [(x.name, x.id) for x in self.state.project.near_to_far]
        for box, chosen, none in (
            (self.behind, air.behind, tr("The lens")), (self.before, air.before, tr("Nothing")),
        ):  # fmt: skip
            offer(box, [(none, None), *layers])
            box.setCurrentIndex(max(box.findData(chosen), 0))

    def _turn(self, part: str) -> None:
        self.state.tools.air_part = part
        self.state.touch()

    def _sizes(self) -> None:
        air, low, high = self.effect, self.smallest.value(), self.largest.value()
        if air is not None:
            self.state.act(
                air.name, lambda p: airs.set_sizes(p, air.id, low, high), f"{air.id} sizes"
            )

    def _limits(self) -> None:
        air, near, far = self.effect, self.near.value(), self.far.value()
        if air is not None:
            self.state.act(
                air.name, lambda p: airs.limit_air(p, air.id, near, far), f"{air.id} limits"
            )

    def _recolour(self, colour: Colour) -> None:
        self.change("colour", colour)

    def _no_picture(self) -> None:
        self.change("picture", None, "what")

    def _ask_picture(self) -> None:
        air = self.effect
        name, _ = QFileDialog.getOpenFileName(self, tr("What flies"), "", str(PICTURES))
        if air is None or not name:
            return
        store = self.state.document.store

        def load(progress: object) -> Picture:
            pixels = load_picture(Path(name))
            return Picture(store.put(pixels), pixels.shape[1], pixels.shape[0], 0.0, 0.0)

        def loaded(picture: Picture) -> None:
            self.state.act(air.name, lambda p: airs.fly_picture(p, air.id, picture))

        self._work.run(tr("Opening"), load, loaded)
