"""Frames that were drawn already, kept for playing."""

from __future__ import annotations

import threading
from collections.abc import Iterable

from PySide6.QtGui import QImage

from woodcock.model import Project

MOST_BYTES = 600_000_000


class KeptFrames:
    """Frames of one project at one size, by number; safe to use from any thread.

    Those of another project, of other plates or another size take their place.
    """

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._of: tuple[Project | None, object, tuple[int, int]] = (None, None, (0, 0))
        self._frames: dict[int, QImage] = {}

    def open(self, project: Project, atlas: object, size: tuple[int, int]) -> None:
        """From now on frames of these are kept."""
        with self._lock:
            old, plates, before = self._of
            same = plates is atlas and before == size and (old is project or old == project)
            if not same:
                self._frames = {}
            self._of = project, atlas, size

    def of(self, project: Project, size: tuple[int, int]) -> bool:
        old, _, before = self._of
        return before == size and (old is project or old == project)

    def put(self, project: Project, index: int, image: QImage) -> None:
        with self._lock:
            if self._of[0] is project:
                self._frames[index] = image

    def get(self, project: Project, size: tuple[int, int], index: int) -> QImage | None:
        return self._frames.get(index) if self.of(project, size) else None

    def known(self, project: Project) -> frozenset[int]:
        """The numbers of the frames that are kept of a project."""
        old = self._of[0]
        with self._lock:
            return frozenset(self._frames) if old is project or old == project else frozenset()

    def missing(self, wanted: Iterable[int]) -> int | None:
        """The first of the wanted frames that is not kept; None if all are, or no room is left."""
        width, height = self._of[2]
        with self._lock:
            if (len(self._frames) + 1) * width * height * 4 > MOST_BYTES:
                return None
            return next((index for index in wanted if index not in self._frames), None)
