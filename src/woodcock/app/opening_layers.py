"""Opening layered pictures: read, asked about, then made a project."""

from __future__ import annotations

from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtGui import QImage
from PySide6.QtWidgets import QDialog, QFileDialog

from woodcock.media.layered import Layered, load_layered
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.session.recent import remember

if TYPE_CHECKING:
    from woodcock.app.files import Files

KINDS = "Layered pictures (*.ora *.tif *.tiff *.png *.webp *.json)"


def choose_layers(files: Files) -> None:
    """Ask for a layered file, or for several pictures that are its layers."""
    names, _ = QFileDialog.getOpenFileNames(files.window, "Open layers", "", KINDS)
    if names:
        open_layers(files, [Path(name) for name in names])


def open_layers(files: Files, paths: list[Path]) -> None:
    """Read the layers, ask what they are, and open them as a project."""
    from woodcock.app.layers_dialog import small_pictures

    def read(progress: Progress) -> tuple[Layered, list[QImage]]:
        layered = load_layered(paths, progress)
        return layered, small_pictures(layered)

    files.work.run("Opening", read, lambda found: ask_about(files, paths[0], *found))


def ask_about(files: Files, path: Path, layered: Layered, images: list[QImage]) -> None:
    """Show the layers; what is accepted is opened, after asking about unsaved work."""
    from woodcock.app.layers_dialog import LayersDialog

    dialog = LayersDialog(files.window, layered, images)

    def answered(code: int) -> None:
        wishes, complete, seen = dialog.wishes, dialog.complete.isChecked(), dialog.seen.isChecked()
        dialog.deleteLater()
        if code != QDialog.DialogCode.Accepted:
            return
        store = files.state.document.store

        def make(progress: Progress) -> Project:
            from woodcock.session.layers_in import imported

            return imported(layered, wishes, store, path.stem, None, complete, seen, progress)

        def opened(project: Project) -> None:
            files.state.open(project, None, saved=False)
            files.state.go("Stage")
            remember(path)

        files.open_by(make, opened)

    dialog.finished.connect(answered)
    dialog.open()
