"""What a clip is made for: a purpose in plain words, its shapes, its details."""

from __future__ import annotations

from collections.abc import Callable

from msgspec.structs import replace
from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QComboBox, QPushButton

from woodcock.app import icons
from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import narrow, note, push
from woodcock.app.export.detail_rows import DetailRows
from woodcock.app.export.shape_rows import ShapeRows
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.errors import WoodcockError
from woodcock.model import Delivery, Project
from woodcock.progress import Progress
from woodcock.session.estimate import Estimate, estimate
from woodcock.session.jobs import Job
from woodcock.session.purposes import PURPOSES, delivery_for
from woodcock.texts import number, tr

_SETTLE = 700  # ms without a change before a few frames are made on trial


class MakePage(Column):
    def __init__(self, state: State, work: Work, export: Callable[[], None]) -> None:
        super().__init__(state)
        self._work = work
        self.purpose = narrow(QComboBox())
        self.purpose.setAccessibleName(tr("What for"))
        self.purpose.setToolTip(tr("What the clip is made for; Details has what comes of it"))
        self.purpose.setMaxVisibleItems(len(PURPOSES))
        for purpose in PURPOSES.values():
            self.purpose.addItem(tr(purpose.title))
        self.purpose.activated.connect(self._choose)
        self.add(self.purpose)
        self.about = note()
        self.add(self.about)
        self.shapes = ShapeRows(state)
        self.add(self.shapes)
        self.cost = note()
        self.add(self.cost)
        self.export = push(
            tr("Export …"), tr("Choose where, and put it in the queue (Ctrl+E)"), export, "film"
        )
        self.export.setObjectName("primary")
        icons.dress(self.export)
        self.add(self.export)
        self.more = QPushButton(tr("Details"))
        self.more.setObjectName("fold")
        self.more.setCheckable(True)
        self.more.setToolTip(tr("Format, size, rate, part of the clip, quality and more"))
        self.more.clicked.connect(lambda _: self.refresh())
        self.add(self.more)
        self.details = DetailRows(state, self._set)
        self.add(self.details)
        self._known: dict[Delivery, Estimate | str] = {}  # of the project they are told of
        self._of: Project | None = None
        self._asked: Delivery | None = None
        self._job: Job | None = None
        self._settle = QTimer(self, singleShot=True, interval=_SETTLE)
        self._settle.timeout.connect(self._estimate)

    @property
    def delivery(self) -> Delivery:
        """The delivery that is set, in the first of its shapes."""
        tools = self.state.tools
        made = tools.delivery or delivery_for(tools.purpose, self.state.project.frame)
        return replace(made, shape=sorted(tools.shapes)[0])

    def refresh(self) -> None:
        tools, project = self.state.tools, self.state.project
        self.purpose.setCurrentIndex(list(PURPOSES).index(tools.purpose))
        self.about.setText(f"{tr(PURPOSES[tools.purpose].about)}.")
        self.shapes.refresh()
        self.details.setVisible(self.more.isChecked())
        self.more.setText(tr("Details ▾") if self.more.isChecked() else tr("Details ▸"))
        heard = any(sound.visible for sound in project.sounds)
        self.details.show_delivery(self.delivery, project.frame, heard)
        several = len(tools.shapes) > 1
        self.export.setText(
            tr("Export %n shapes …", "", len(tools.shapes)) if several else tr("Export …")
        )
        self.export.setEnabled(project.photo is not None)
        self._show_cost()

    def _choose(self, row: int) -> None:
        tools, frame = self.state.tools, self.state.project.frame
        tools.purpose = list(PURPOSES)[row]
        tools.delivery = delivery_for(tools.purpose, frame)
        tools.shapes = frozenset({tools.delivery.shape})
        tools.shape = tools.delivery.shape
        self.state.touch()

    def _set(self, delivery: Delivery) -> None:
        self.state.tools.delivery = delivery
        self.state.touch()

    def _show_cost(self) -> None:
        """Size and time, if they are known; else a few frames are made on trial soon."""
        project, delivery = self.state.project, self.delivery
        if self._of is not project:
            self._known, self._of, self._asked = {}, project, None
        found = self._known.get(delivery)
        if project.photo is None:
            self.cost.setText(tr("Open a photo first."))
            return
        if isinstance(found, str):  # why it can't be made
            self.cost.setText(found)
            return
        if found is not None:
            each = len(self.state.tools.shapes)
            text = tr(
                "About {size}, {time}: %n frames",
                "",
                found.frames,
                size=_bytes(found.bytes),
                time=_time(found.seconds),
            )
            self.cost.setText(
                tr("{text}, in each of %n shapes.", "", each, text=text) if each > 1 else f"{text}."
            )
            return
        self.cost.setText(tr("Size and time: making a few frames on trial …"))
        if self._asked != delivery:
            if self._job is not None:
                self._job.cancel()
            self._asked = None
            self._settle.start()

    def _estimate(self) -> None:
        project, delivery, studio = self.state.project, self.delivery, self.state.studio
        if self.state.step != "Export":
            return
        if self._work.exports.busy:
            self.cost.setText(tr("Size and time are told when the queue is empty."))
            return
        if not studio.ready(project):
            self._settle.start()  # not before the plates are there
            return
        self._asked, self._of = delivery, project

        def made(progress: Progress) -> Estimate | str:
            try:
                return estimate(project, delivery, studio, progress)
            except WoodcockError as error:
                return str(error)

        def done(found: Estimate | str) -> None:
            if self._of is project:
                self._known[delivery] = found
            self.refresh()

        travels = self._work.travels
        self._job = self._work.run(tr("Estimating"), made, done, on=travels, quietly=True)


def _bytes(count: float) -> str:
    for unit, size in (("GB", 1e9), ("MB", 1e6)):
        if count >= size:
            return f"{number(count / size, '.1f' if count < 10 * size else '.0f')} {unit}"
    return f"{max(count / 1e3, 1):.0f} kB"


def _time(seconds: float) -> str:
    if seconds < 90:
        return f"{max(seconds, 1):.0f} s"
    if seconds < 5400:
        return f"{seconds / 60:.0f} min"
    return f"{number(seconds / 3600, '.1f')} h"
