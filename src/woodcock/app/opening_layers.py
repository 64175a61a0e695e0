"""Opening layered pictures: read, asked about, then made a project."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Protocol

from PySide6.QtGui import QImage
from PySide6.QtWidgets import QDialog, QFileDialog, QWidget

from woodcock.app.controls.file_kinds import PARTS
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.media.layered import load_layered
from woodcock.media.layered_parts import Layered
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.texts import tr


class Host(Protocol):
    """Where layers are opened: what the File menu works on."""

    window: QWidget
    state: State
    work: Work

    def open_by(
        self, work: Callable[[Progress], Project], opened: Callable[[Project], None]
    ) -> None: ...

    def remember(self, path: Path) -> None: ...


def choose_layers(host: Host) -> None:
    """Ask for a layered file, or for several pictures that are its layers."""
    names, _ = QFileDialog.getOpenFileNames(host.window, tr("Open layers"), "", str(PARTS))
    if names:
        open_layers(host, [Path(name) for name in names])


def open_layers(host: Host, paths: list[Path]) -> None:
    """Read the layers, ask what they are, and open them as a project."""
    from woodcock.app.layers_dialog import small_pictures

    def read(progress: Progress) -> tuple[Layered, list[QImage]]:
        layered = load_layered(paths, progress)
        return layered, small_pictures(layered)

    host.work.run(tr("Opening"), read, lambda found: ask_about(host, paths[0], *found))


def ask_about(host: Host, path: Path, layered: Layered, images: list[QImage]) -> None:
    """Show the layers; what is accepted is opened, after asking about unsaved work."""
    from woodcock.app.layers_dialog import LayersDialog

    dialog = LayersDialog(host.window, layered, images)

    def answered(code: int) -> None:
        wishes, complete, seen = dialog.wishes, dialog.complete.isChecked(), dialog.seen.isChecked()
        dialog.deleteLater()
        if code != QDialog.DialogCode.Accepted:
            return
        store = host.state.document.store

        def make(progress: Progress) -> Project:
            from woodcock.session.layers_in import imported

            return imported(layered, wishes, store, path.stem, None, complete, seen, progress)

        def opened(project: Project) -> None:
            host.state.open(project, None, saved=False)
            host.state.go("Stage")
            host.remember(path)

        host.open_by(make, opened)

    dialog.finished.connect(answered)
    dialog.open()
