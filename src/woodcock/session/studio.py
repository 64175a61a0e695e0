"""Plates and frames of a project, kept as long as what they depend on stays the same."""

from __future__ import annotations

import threading
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.media import export_video
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part
from woodcock.render import (
    GapReport,
    Sheet,
    SheetKey,
    find_gaps,
    make_sheet,
    render_frame,
    sheet_key,
)


class Studio:
    """Makes sheets and frames; safe to use from any thread. Keeps the last sheet made."""

    def __init__(self, store: PixelStore) -> None:
        self.store = store
        self._lock = threading.Lock()
        self._kept: tuple[SheetKey, Sheet] | None = None

    def ready(self, project: Project) -> bool:
        """Whether the plates of this very project are at hand."""
        kept = self._kept
        return project.photo is not None and kept is not None and kept[0] == sheet_key(project)

    def sheet(self, project: Project, progress: Progress | None = None) -> Sheet:
        """The plates of `project`, rebuilt if its cuts changed; raises Cancelled on request."""
        key = sheet_key(project)
        with self._lock:
            if self._kept is not None and self._kept[0] == key:
                return self._kept[1]
            sheet = make_sheet(key, self.store, progress)
            self._kept = key, sheet
            return sheet

    def latest(self, project: Project) -> Sheet | None:
        """The last sheet made, if it can show `project` at all, even if cuts changed since."""
        kept = self._kept
        if kept is None or project.photo is None or kept[0].photo != project.photo.pixels:
            return None
        shown = {layer.id for layer in project.layers if layer.visible}
        return kept[1] if shown <= set(kept[1].ladders) else None

    def frame(
        self, project: Project, time: float, size: tuple[int, int] | None = None
    ) -> NDArray[np.uint8]:
        """The frame at `time` seconds: (height, width, 3) uint8 sRGB."""
        return render_frame(project, self.sheet(project), time, size)

    def gaps(self, project: Project, progress: Progress | None = None) -> GapReport:
        """Every gap of the clip."""
        if project.photo is None:
            return GapReport(0)
        sheet = self.sheet(project, part(progress, 0.0, 0.5))
        return find_gaps(project, sheet, self.store, part(progress, 0.5, 1.0))

    def export(self, project: Project, path: Path, progress: Progress | None = None) -> None:
        """Render the whole clip into an MP4 at `path`, all or nothing."""
        sheet = self.sheet(project, part(progress, 0.0, 0.1))
        frame = project.frame
        frames = (render_frame(project, sheet, frame.time(index)) for index in range(frame.count))
        export_video(
            path,
            frames,
            frame.count,
            (frame.width, frame.height),
            frame.rate,
            part(progress, 0.1, 1.0),
        )
