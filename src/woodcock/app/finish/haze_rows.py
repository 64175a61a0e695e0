"""Haze by distance, and bloom: what air and glass do to the whole picture."""

from __future__ import annotations

from PySide6.QtWidgets import QCheckBox

from woodcock.app.controls.colour_button import ColourButton
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import push
from woodcock.app.finish.timed_rows import TimedRows
from woodcock.app.state import State
from woodcock.app.timeline.effect_names import DISTANCE_SHOWN
from woodcock.app.work import Work
from woodcock.model import DISTANCE, Haze
from woodcock.session import lights
from woodcock.session.picked import haze_of
from woodcock.texts import tr

PICK_HAZE = "haze"  # the tool in hand while a click in the picture picks the haze's colour


class HazeRows(TimedRows):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        self.on = QCheckBox(tr("Haze by distance"))
        self.on.setToolTip(tr("The farther a thing is, the more it takes on the colour of the air"))
        self.on.clicked.connect(
            lambda on: state.act(tr("Haze"), lambda p: lights.set_haze(p, on=on))
        )
        self.add(self.on)
        self.rows = Column(state)
        self.add(self.rows)
        form = self.rows.form()
        for name in ("haze density", "haze start"):
            self.track(form, name, DISTANCE_SHOWN[name])
        self.colour = ColourButton(tr("The colour of the air far away"), alpha=False)
        self.colour.picked.connect(
            lambda colour: state.act(
                tr("Colour of the haze"), lambda p: lights.set_haze(p, colour=colour), "haze colour"
            )
        )
        form.row(tr("Colour"), self.colour)
        self.pick = push(
            tr("Pick the colour …"),
            tr("Then click the picture where it is hazy"),
            self._pick,
            "pipette",
        )
        self.pick.setCheckable(True)
        self.read = push(
            tr("As in the photo"),
            tr("Tells colour and density from the haze that the photo has already"),
            self._read,
            "scan",
        )
        self.rows.side_by_side(self.pick, self.read)

    def owner(self) -> str | None:
        return DISTANCE

    def refresh(self) -> None:
        haze = self.state.project.haze
        self.on.setChecked(haze.on)
        self.rows.setVisible(haze.on)
        self.show_numbers()
        self.colour.show_colour(haze.colour)
        self.pick.setChecked(self.state.tools.finish == PICK_HAZE)

    def _pick(self) -> None:
        tools = self.state.tools
        tools.finish = "" if tools.finish == PICK_HAZE else PICK_HAZE
        self.state.touch()

    def _read(self) -> None:
        project, store = self.state.project, self.state.document.store

        def found(haze: Haze) -> None:
            change = {"colour": haze.colour, "density": haze.density}
            self.state.act(tr("Haze as in the photo"), lambda p: lights.set_haze(p, **change))

        self._work.run(tr("Looking at the haze"), lambda progress: haze_of(project, store), found)


class BloomRows(TimedRows):
    def __init__(self, state: State) -> None:
        super().__init__(state)
        self.on = QCheckBox(tr("Bloom"))
        self.on.setToolTip(tr("What is bright shines about itself, all over the picture"))
        self.on.clicked.connect(
            lambda on: state.act(tr("Bloom"), lambda p: lights.set_bloom(p, on=on))
        )
        self.add(self.on)
        self.rows = Column(state)
        self.add(self.rows)
        form = self.rows.form()
        for name in ("bloom amount", "bloom radius", "bloom threshold"):
            self.track(form, name, DISTANCE_SHOWN[name])

    def owner(self) -> str | None:
        return DISTANCE

    def refresh(self) -> None:
        bloom = self.state.project.bloom
        self.on.setChecked(bloom.on)
        self.rows.setVisible(bloom.on)
        self.show_numbers()
