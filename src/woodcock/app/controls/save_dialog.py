"""Asking where to write a file."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from woodcock.app.controls.file_kinds import FileKind
from woodcock.app.controls.plain import Box
from woodcock.media.outputs import with_suffix
from woodcock.texts import tr


def ask_where_to_write(parent: QWidget, title: str, start: str, kind: FileKind) -> Path | None:
    """A file name that ends as its kind does; None if that was called off.

    The dialog asks before a file is replaced, but not under the name the suffix makes of it.
    """
    name, _ = QFileDialog.getSaveFileName(parent, title, start, str(kind))
    if not name:
        return None
    path = with_suffix(Path(name), *kind.suffixes)
    if path.name != Path(name).name and path.exists():
        question = tr("{name} is there already. Replace it by this one?", name=path.name)
        if not Box.agreed(parent, title, question):
            return None
    return path
