"""What part of the photo each layer takes up, found off the interface thread."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal

from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Layer
from woodcock.session.staging import Box, box_of


class LayerBoxes(QObject):
    changed = Signal()

    def __init__(self, state: State, work: Work) -> None:
        super().__init__(state)
        self._state, self._work = state, work
        self._known: dict[object, Box | None] = {}

    def of(self, layer: Layer) -> Box | None:
        """Left, top, width and height in photo pixels; None while it is looked for."""
        photo, store = self._state.project.photo, self._state.document.store
        if photo is None:
            return None
        own = layer.own
        key = photo.pixels, layer.mask, own, self._state.project.placement if own else None
        if key not in self._known:
            self._known[key] = None

            def done(box: Box) -> None:
                self._known[key] = box
                self.changed.emit()

            project = self._state.project
            self._work.hand(lambda: box_of(project, layer, store), done)
        return self._known[key]
