"""The photo's depth map: guessed, loaded, saved, looked at, and distances taken from it."""

from __future__ import annotations

from functools import partial
from pathlib import Path

import numpy as np
from PySide6.QtWidgets import QComboBox, QFileDialog, QHBoxLayout

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import Form, Number, narrow, note, push
from woodcock.app.controls.file_kinds import DEPTH_MAPS
from woodcock.app.controls.plain import Box
from woodcock.app.controls.save_dialog import ask_where_to_write
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.depth import depth_pixels
from woodcock.media.depth_file import (
    DepthFile,
    DepthMap,
    Meaning,
    depth_map,
    read_depth,
    save_depth,
)
from woodcock.model import Depth
from woodcock.progress import Progress
from woodcock.session import staging
from woodcock.session.finding import guessed_depth
from woodcock.texts import tr, tr_noop

_MEANINGS: dict[Meaning, str] = {
    "metres": tr_noop("Metres"),
    "near is large": tr_noop("Large is near"),
    "near is small": tr_noop("Small is near"),
}
_LOOKS = {
    "": tr_noop("The frame"),
    "grey": tr_noop("Grey depth"),
    "colours": tr_noop("Coloured depth"),
    "contours": tr_noop("Contour lines"),
}


class DepthRows(Column):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._work = work
        column = self.column
        self.about = note()
        column.addWidget(self.about)
        files = QHBoxLayout()
        files.setSpacing(4)
        self.estimate = push(
            tr("Estimate it"),
            tr("Guesses from what can be seen, and from the layers and their order"),
            self._estimate,
        )
        self.load = push(tr("Load …"), tr("A depth map from a PNG, TIFF or EXR file"), self._load)
        self.save = push(
            tr("Save …"), tr("Writes the depth map as 16-bit PNG, TIFF or EXR"), self._save
        )
        column.addWidget(self.estimate)
        files.addWidget(self.load)
        files.addWidget(self.save)
        column.addLayout(files)
        form = Form()
        self.look = narrow(QComboBox())
        self.look.setToolTip(tr("What the picture shows"))
        for value, text in _LOOKS.items():
            self.look.addItem(tr(text), value)
        self.look.activated.connect(self._show)
        form.row(tr("Show"), self.look)
        self.near = Number(0.1, 9_000, 0.1, 2, "m", tr("How far its nearest value is"))
        self.far = Number(0.2, 10_000, 1, 1, "m", tr("How far its farthest value is"))
        self.near.edited.connect(lambda value: self._range(near=value))
        self.far.edited.connect(lambda value: self._range(far=value))
        form.row(tr("Nearest"), self.near)
        form.row(tr("Farthest"), self.far)
        column.addLayout(form)
        self.turn = push(tr("Swap near and far"), tr("For maps in which near is black"),
                         self._turn, "repeat")  # fmt: skip
        column.addWidget(self.turn)
        self.use = push(
            tr("Take the distances from it"),
            tr("Every layer at the median of what the map says under it"),
            self._use, "layers",
        )  # fmt: skip
        column.addWidget(self.use)

    def refresh(self) -> None:
        depth = self.state.project.depth
        self.about.setText(
            tr("None yet: a guess, or one from a file.") if depth is None
            else tr("Light is near. Its values are even in 1/distance.")
        )  # fmt: skip
        for control in (self.save, self.look, self.near, self.far, self.turn, self.use):
            control.setEnabled(depth is not None)
        if depth is None:
            self.state.tools.depth_look = ""
        else:
            self.near.show_value(depth.near)
            self.far.show_value(depth.far)
        self.look.setCurrentIndex(list(_LOOKS).index(self.state.tools.depth_look))

    def _show(self) -> None:
        self.state.tools.depth_look = self.look.currentData()
        self.state.touch()

    def _take(self, name: str, found: DepthMap) -> None:
        """Have a map as the photo's; where it tells no metres, they are what the layers span."""
        near, far = staging.depth_reach(self.state.project)
        near, far = found.near or near, found.far or far
        pixels = self.state.document.store.put(found.pixels)
        self.state.act(name, lambda p: staging.set_depth(p, Depth(pixels, near, far)))
        if not self.state.tools.depth_look:
            self.state.tools.depth_look = "colours"
        self.state.touch()

    def _estimate(self) -> None:
        project, store = self.state.project, self.state.document.store
        photo = project.photo
        if photo is None:
            return
        room = self.state.cutting

        def make(progress: Progress) -> np.ndarray:
            return guessed_depth(project, room, store, progress)

        def done(values: np.ndarray) -> None:
            if self.state.project.photo == photo:
                self._take(tr("Estimate the depth"), DepthMap(values))

        self._work.run(tr("Estimating the depth"), make, done, self._work.studies)

    def _load(self) -> None:
        name, _ = QFileDialog.getOpenFileName(self, tr("Load a depth map"), "", str(DEPTH_MAPS))
        if name:
            self._work.run(tr("Opening"), lambda _: read_depth(Path(name)), self._read)

    def _read(self, file: DepthFile) -> None:
        """Ask what the numbers of a file mean, unless it says so."""
        meaning = file.meaning or self._ask_meaning(file)
        if meaning is not None:
            self._work.run(tr("Opening"), lambda _: depth_map(file, meaning),
                           partial(self._take, tr("Load a depth map")))  # fmt: skip

    def _ask_meaning(self, file: DepthFile) -> Meaning | None:
        low, high = (float(f(file.values[np.isfinite(file.values)], initial=0.0))
                     for f in (np.min, np.max))  # fmt: skip
        what = tr("What do the numbers of this depth map mean?")
        box = Box(self, Box.Icon.NoIcon, tr("Load a depth map"), what)
        box.setInformativeText(tr("They go from {low:.4g} up to {high:.4g}.", low=low, high=high))
        buttons = {
            box.addButton(tr(text), Box.ButtonRole.AcceptRole): meaning
            for meaning, text in _MEANINGS.items()
        }
        box.addButton(Box.StandardButton.Cancel)
        box.exec()
        return next((m for button, m in buttons.items() if button is box.clickedButton()), None)

    def _save(self) -> None:
        depth, store = self.state.project.depth, self.state.document.store
        path = ask_where_to_write(self, tr("Save the depth map"), "depth.png", DEPTH_MAPS)
        if path is not None and depth:
            self._work.run(
                tr("Saving"),
                lambda _: save_depth(path, depth_pixels(store, depth.pixels)),
                lambda _: self.state.told.emit(tr("Saved as {name}.", name=path.name)),
                lasting=True,
            )

    def _range(self, near: float | None = None, far: float | None = None) -> None:
        depth = self.state.project.depth
        if depth:
            ends = near or depth.near, far or depth.far
            self.state.act(
                tr("Range of the depth map"), lambda p: staging.set_depth_range(p, *ends), "depth"
            )

    def _turn(self) -> None:
        depth, store = self.state.project.depth, self.state.document.store
        if depth:
            self._work.hand(
                lambda: DepthMap(65535 - depth_pixels(store, depth.pixels), depth.near, depth.far),
                partial(self._take, tr("Swap near and far")),
            )

    def _use(self) -> None:
        project, store = self.state.project, self.state.document.store

        def done(made) -> None:  # type: ignore[no-untyped-def]
            if self.state.project == project:
                self.state.act(tr("Distances from the depth map"), lambda _: made)
            else:
                self.state.told.emit(tr("The project changed meanwhile: the distances were left."))

        self._work.hand(lambda: staging.distances_from_depth(project, store), done)
