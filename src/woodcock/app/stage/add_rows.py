"""What can be added to the stage."""

from __future__ import annotations

from PySide6.QtWidgets import QGridLayout, QWidget

from woodcock.app.controls.fields import push
from woodcock.app.stage.clip_file import ask_for_clip
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Clip, Project
from woodcock.session import carrying, things
from woodcock.texts import tr


class AddRows(QWidget):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__()
        self.state, self._work = state, work
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setSpacing(6)
        self.title = push(
            tr("Title"), tr("Words at a distance, behind what is nearer"), self._title, "type"
        )
        self.card = push(
            tr("Card"),
            tr("A coloured shape, or a gradient that fills the frame"),
            self._card,
            "square",
        )
        self.clip = push(tr("Clip …"), tr("A video, or pictures in order, laid over all by Screen"),
                         self._clip, "film")  # fmt: skip
        self.picture = push(tr("Pictures …"), tr("Other pictures as layers of their own"),
                            lambda: self.state.asked.emit("pictures"), "image-plus")  # fmt: skip
        self.carrier = push(
            tr("Carrier for the chosen"),
            tr(
                "A handle that what is chosen in the list hangs on, at its "
                "middle, or at the selected layer's pivot if it has one"
            ),
            self._carrier,
            "anchor",
        )
        for number, button in enumerate((self.title, self.card, self.clip, self.picture)):
            grid.addWidget(button, number // 2, number % 2)
        grid.addWidget(self.carrier, 2, 0, 1, 2)

    def refresh(self) -> None:
        have = self.state.project.photo is not None
        for button in (self.title, self.card, self.clip, self.picture):
            button.setEnabled(have)
        self.carrier.setEnabled(have and bool(self.state.chosen or self.state.carrier))

    def _add(self, name: str, change) -> None:  # type: ignore[no-untyped-def]
        made: list[str] = []

        def act(project: Project) -> Project:
            project, thing_id = change(project)
            made.append(thing_id)
            return project

        if self.state.act(name, act):
            self.state.tools.stage_page = "layer"  # where it is set
            self.state.select(made[0])

    def _title(self) -> None:
        self._add(tr("Add a title"), things.add_title)

    def _card(self) -> None:
        self._add(tr("Add a card"), things.add_card)

    def _carrier(self) -> None:
        chosen, time, layer = self.state.chosen, self.state.time, self.state.layer
        ids = chosen or ((self.state.selected,) if self.state.carrier else ())
        foot = layer.id if layer and layer.pivot is not None else None
        self._add(
            tr("Add a carrier"),
            lambda p: carrying.add_carrier(p, [x for x in ids if x], time, at=foot),
        )

    def _clip(self) -> None:
        def loaded(clip: Clip, name: str) -> None:
            self._add(tr("Add a clip"), lambda p: things.add_clip(p, clip, name))

        ask_for_clip(self, self.state, self._work, tr("Add a clip"), loaded)
