"""Small looping pictures of the ready moves, drawn of the present scene."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal
from PySide6.QtGui import QImage

from woodcock.app.picture.image import image_of
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.stage import READY_MOVES, apply_move

FRAMES = 10  # of a loop
_WIDE = 156  # pixels
_SHOWN = 1.6  # times the usual amount, so that it can be told in so small a picture


class Samples(QObject):
    """Loops by the id of a move; drawn off the interface thread, one move after the other."""

    drawn = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._state, self._work = state, work
        self._of: object = None
        self.loops: dict[str, list[QImage]] = {}

    def want(self, subject: str | None) -> None:
        """Have loops of the project as it is, about a subject; older ones are shown until then."""
        project = self._state.project
        atlas = self._state.studio.latest(project)
        key = apply_move(project, "push-in", 0.0), subject, atlas
        if atlas is None or key == self._of:
            return
        self._of = key
        for move_id in READY_MOVES:
            self._draw(key, project, move_id, subject)

    def _draw(self, key: object, project: Project, move_id: str, subject: str | None) -> None:
        studio = self._state.studio

        def make() -> list[QImage]:
            from woodcock.render import render_frame

            atlas = studio.latest(project)
            if atlas is None or self._of is not key:
                return []
            move = READY_MOVES[move_id]
            moved = apply_move(project, move_id, min(move.usual * _SHOWN, move.most),
                               subject=subject)  # fmt: skip
            frame = moved.frame
            size = _WIDE, max(2, round(_WIDE * frame.height / frame.width))
            times = [frame.last * n / (FRAMES - 1) for n in range(FRAMES)]
            return [image_of(render_frame(moved, atlas, time, size)) for time in times]

        def done(images: list[QImage]) -> None:
            if images and self._of is key:
                self.loops[move_id] = images
                self.drawn.emit()

        self._work.hand(make, done)
