"""Rebuild's brush that says from where the selected layer's hole is filled, and from where not."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from PySide6.QtGui import QColor

from woodcock.app.rebuild.painting_hand import Drawn, PaintingHand
from woodcock.model import Project
from woodcock.rebuild.sources import FROM, NOT_FROM
from woodcock.separate import stamp_stroke
from woodcock.session import filling
from woodcock.texts import tr, tr_noop

PAINTS = {"not": NOT_FROM, "from": FROM}
COLOURS = {"not": QColor(214, 80, 62), "from": QColor(74, 160, 96)}
NAMES = {"not": tr_noop("Not from here"), "from": tr_noop("Copy from here")}


class SourceHand(PaintingHand):
    """The right button says nothing of a place again."""

    @property
    def colour(self) -> QColor:
        return QColor(COLOURS[self.state.tools.sources])

    def painted(self, drawn: Drawn, project: Project) -> Callable[[], str | None] | None:
        photo, store = project.photo, self.state.document.store
        layer = next((x for x in project.layers if x.id == drawn.layer and x.mask), None)
        if layer is None:
            self.state.told.emit(tr("Choose the cut whose hole is to be filled, then paint."))
            return None
        if photo is None or (drawn.back and not layer.sources):
            return None
        before = layer.sources

        def make() -> str | None:
            shape = photo.height, photo.width
            new = store.get(before).copy() if before else np.zeros(shape, np.uint8)
            area = stamp_stroke(shape, drawn.points, drawn.size, 1.0) > 127
            new[area] = 0 if drawn.back else PAINTS[drawn.paints]
            return store.put(new) if new.any() else None

        return make

    def take_in(self, drawn: Drawn, pixels: str | None) -> None:
        layer = next((x for x in self.state.project.layers if x.id == drawn.layer), None)
        if layer is None:
            self.state.failed.emit(tr("The layer that was painted for was deleted meanwhile."))
        elif pixels != layer.sources:
            name = tr("Say nothing of a place") if drawn.back else tr(NAMES[drawn.paints])
            self.state.act(name, lambda p: filling.set_sources(p, layer.id, pixels))
