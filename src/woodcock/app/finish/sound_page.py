"""Sounds under the clip: files and what is made by code, and how loud all of it is."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial
from pathlib import Path

from PySide6.QtWidgets import QFileDialog

from woodcock.app.controls.column import Column
from woodcock.app.controls.fields import note
from woodcock.app.controls.file_kinds import SOUNDS
from woodcock.app.controls.fold import Fold
from woodcock.app.controls.ticked_list import Adding
from woodcock.app.finish.effect_list import EffectList
from woodcock.app.finish.mix_rows import MixRows
from woodcock.app.finish.sound_rows import SoundRows
from woodcock.app.finish.timed_rows import WhenRow
from woodcock.app.picture.sound_out import SoundOut
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.media.sound_file import load_sound
from woodcock.model import Effect, MadeKind, Project, Recorded
from woodcock.session import sounds
from woodcock.session.preferences import preferences
from woodcock.texts import tr


class SoundList(EffectList):
    def __init__(self, state: State, work: Work) -> None:
        self._work = work
        made: list[tuple[str, Adding]] = [
            (tr(about.name), partial(self._made, kind))
            for kind, about in sounds.MADE_SOUNDS.items()
        ]
        super().__init__(
            state, "sound", tr("Add sound"), [(tr("Made here"), made)],
            tr("Nothing is heard yet. What you add has a lane below, where it is moved and faded."),
        )  # fmt: skip
        first = self.menu.actions()[0]
        own = self.menu.addAction(tr("From a file …"))
        own.triggered.connect(self._ask)
        self.menu.insertAction(first, own)
        self.list.setToolTip(tr("Ticked is heard. F2 or a double click renames."))

    def effects(self) -> Sequence[Effect]:
        return self.state.project.sounds

    def _made(self, kind: MadeKind, project: Project) -> tuple[Project, str]:
        return sounds.add_made(project, kind, self.state.time)

    def _ask(self) -> None:
        names, _ = QFileDialog.getOpenFileNames(self, tr("Add sounds"), "", str(SOUNDS))
        if names:
            self.take([Path(name) for name in names])

    def take(self, paths: list[Path]) -> None:
        """Add the sounds in files, from the playhead on."""
        store, time = self.state.document.store, self.state.time
        keep = preferences().keep_metadata

        def load(progress: object) -> list[Recorded]:
            return [load_sound(path, store, clean=not keep) for path in paths]

        def loaded(found: list[Recorded]) -> None:
            for path, source in zip(paths, found, strict=True):
                self.put_in(
                    path.stem, partial(sounds.add_sound, source=source, name=path.stem, start=time)
                )

        self._work.run(tr("Opening the sound"), load, loaded)


class SoundPage(Column):
    def __init__(self, state: State, work: Work, out: SoundOut) -> None:
        super().__init__(state)
        self._out = out
        self.list, self.when = SoundList(state, work), WhenRow(state)
        self.rows, self.mix = SoundRows(state, work), MixRows(state, work)
        self.silent = note(name="warning")
        self.rows.put_first(self.when)
        self.add(self.list)
        self.add(self.rows)
        self.add(Fold(state, "Finish, mix", tr("All together"), self.mix, shut=True))
        self.add(self.silent)

    def refresh(self) -> None:
        for rows in (self.list, self.rows, self.when, self.mix):
            rows.refresh()
        self.silent.setText(self._out.problem)
        self.silent.setVisible(bool(self._out.problem and self.state.project.sounds))
