"""Asking for a clip: a video, or pictures in order."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from PySide6.QtWidgets import QFileDialog, QWidget

from woodcock.app.controls.file_kinds import CLIPS
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.media.clips import load_clip
from woodcock.model import Clip
from woodcock.session.preferences import preferences
from woodcock.texts import tr


def ask_for_clip(
    parent: QWidget, state: State, work: Work, title: str, loaded: Callable[[Clip, str], None]
) -> None:
    """Have a person choose files; `loaded` gets the clip and its name once they are read."""
    names, _ = QFileDialog.getOpenFileNames(parent, title, "", str(CLIPS))
    if not names:
        return
    store, rate = state.document.store, float(state.project.frame.exact)
    keep = preferences().keep_metadata
    paths = sorted(Path(name) for name in names)
    work.run(
        tr("Opening"),
        lambda progress: load_clip(paths, store, rate, progress, not keep),
        lambda made: loaded(*made),
    )
