"""Asking where a delivery, or the layers, go; then they are made."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from msgspec.structs import replace
from PySide6.QtCore import QObject
from PySide6.QtWidgets import QFileDialog, QMessageBox, QWidget

from woodcock.app.controls.file_kinds import FOLDERS, FileKind
from woodcock.app.controls.save_dialog import ask_where_to_write
from woodcock.app.export.exports import Exports
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Delivery
from woodcock.progress import Progress
from woodcock.session.purposes import delivery_for, file_name
from woodcock.texts import tr

if TYPE_CHECKING:
    from woodcock.session.layers_out import LayerWish


class Exporting(QObject):
    """What Ctrl+E and the buttons of Export do."""

    def __init__(self, window: QWidget, state: State, work: Work) -> None:
        super().__init__(window)
        self._window, self._state, self._work = window, state, work

    @property
    def exports(self) -> Exports:
        return self._work.exports

    @property
    def deliveries(self) -> list[Delivery]:
        """What is set in Export: one a shape."""
        tools = self._state.tools
        made = tools.delivery or delivery_for(tools.purpose, self._state.project.frame)
        return [replace(made, shape=shape) for shape in sorted(tools.shapes)]

    def export(self) -> None:
        """Ask where, and queue what is set."""
        photo = self._state.project.photo
        if photo is None:
            return
        wanted = self.deliveries
        document = self._state.document.path
        stem = document.stem if document else photo.name
        if len(wanted) == 1:
            path = self._one(wanted[0], file_name(stem, wanted[0]))
            if path is not None:
                self.exports.add(wanted[0], path)
            return
        folder = QFileDialog.getExistingDirectory(
            self._window, tr("Choose a folder for all of them")
        )
        if not folder:
            return
        for delivery in wanted:
            self.exports.add(delivery, unused(Path(folder) / file_name(stem, delivery)))

    def _one(self, delivery: Delivery, start: str) -> Path | None:
        facts = delivery.facts
        if facts.suffixes:
            kind = FileKind(facts.title, facts.suffixes)
            return ask_where_to_write(self._window, tr("Export the clip"), start, kind)
        return self._folder(tr("Name the folder the pictures go into"), start)

    def _folder(self, title: str, start: str) -> Path | None:
        name, _ = QFileDialog.getSaveFileName(
            self._window, title, start, str(FOLDERS),
            options=QFileDialog.Option.DontConfirmOverwrite,
        )  # fmt: skip
        if not name:
            return None
        path = Path(name)
        if path.exists() and (not path.is_dir() or any(path.iterdir())):
            answer = QMessageBox.question(
                self._window,
                title,
                tr(
                    "{name} is there already. Pictures of the same name in it are replaced; "
                    "everything else stays.",
                    name=path.name,
                ),
            )
            if answer != QMessageBox.StandardButton.Yes:
                return None
        return path

    def layers(self, suffix: str, wish: LayerWish) -> None:
        """Ask where, and write the layers; cancelled with what else is under way."""
        from woodcock.app.export.layers_page import KINDS  # late: the window opens sooner
        from woodcock.session.layers_out import save_layers

        photo = self._state.project.photo
        if photo is None:
            return
        title, start = tr("Write the layers"), f"{photo.name}-layers{suffix}"
        if suffix:
            kind = FileKind(KINDS[suffix][0], (suffix,))
            path = ask_where_to_write(self._window, title, start, kind)
        else:
            path = self._folder(tr("Name a new folder for the layers"), start)
        if path is None:
            return
        where, project, store = path, self._state.project, self._state.document.store

        def write(progress: Progress) -> None:
            from woodcock.session.studio import Studio

            save_layers(project, where, Studio(store), wish, progress)

        self._work.run(
            tr("Writing the layers"), write,
            lambda _: self._state.told.emit(tr("The layers are in {where}.", where=where)),
            on=self._work.extending,  # saving must not wait for it lasting=True,
        )  # fmt: skip


def unused(path: Path) -> Path:
    """A name that no file or folder has."""
    made, number = path, 2
    while made.exists():
        made, number = path.with_name(f"{path.stem} {number}{path.suffix}"), number + 1
    return made
