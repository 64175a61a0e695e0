"""Frames that were drawn already, kept for playing."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtGui import QImage

from woodcock.locks import new_lock
from woodcock.model import Project
from woodcock.session.depends import drawn_of

MOST_BYTES = 600_000_000


class KeptFrames:
    """Frames at one size, by number; safe to use from any thread.

    Those of a project that is drawn otherwise, of other plates or another size take their place.
    """

    def __init__(self) -> None:
        self._lock = new_lock()
        self._of: tuple[object, object, tuple[int, int]] = None, None, (0, 0)
        self._asked: tuple[Project | None, object] = None, None
        self._frames: dict[int, QImage] = {}

    def open(self, project: Project, atlas: object, size: tuple[int, int]) -> None:
        """From now on frames of these are kept."""
        key = self._key(project)
        with self._lock:
            old, plates, before = self._of
            if plates is not atlas or before != size or old != key:
                self._frames = {}
            self._of = key, atlas, size

    def of(self, project: Project, size: tuple[int, int]) -> bool:
        old, _, before = self._of
        return before == size and old == self._key(project)

    def put(self, project: Project, index: int, image: QImage) -> None:
        key = self._key(project)
        with self._lock:
            if self._of[0] == key:
                self._frames[index] = image

    def get(self, project: Project, size: tuple[int, int], index: int) -> QImage | None:
        return self._frames.get(index) if self.of(project, size) else None

    def known(self, project: Project) -> frozenset[int]:
        """The numbers of the frames that are kept of a project."""
        same = self._of[0] == self._key(project)
        with self._lock:
            return frozenset(self._frames) if same else frozenset()

    def missing(self, wanted: Iterable[int]) -> int | None:
        """The first of the wanted frames that is not kept; None if all are, or no room is left."""
        width, height = self._of[2]
        with self._lock:
            if (len(self._frames) + 1) * width * height * 4 > MOST_BYTES:
                return None
            return next((index for index in wanted if index not in self._frames), None)

    def _key(self, project: Project) -> object:
        """What the frames depend on; the same object for the same project, so quick to compare."""
        asked = self._asked
        if asked[0] is not project:
            key = drawn_of(project)
            asked = self._asked = project, self._of[0] if key == self._of[0] else key
        return asked[1]
