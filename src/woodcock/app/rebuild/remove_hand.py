"""Rebuild's brush: what it paints over is taken out of the picture."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from woodcock.app.rebuild.painting_hand import Drawn, PaintingHand
from woodcock.model import Project
from woodcock.separate import combine, stamp_stroke
from woodcock.session import filling
from woodcock.texts import tr


class RemoveHand(PaintingHand):
    """The right button brings back what was there."""

    def painted(self, drawn: Drawn, project: Project) -> Callable[[], str | None] | None:
        photo, removed, store = project.photo, project.removed, self.state.document.store
        if photo is None or (drawn.back and not removed):
            return None

        def make() -> str | None:
            shape = photo.height, photo.width
            old = store.get(removed) if removed else np.zeros(shape, np.uint8)
            area = stamp_stroke(shape, drawn.points, drawn.size, 1.0)
            mask = combine(old, area, "remove" if drawn.back else "add")
            return store.put(mask) if mask.any() else None

        return make

    def take_in(self, drawn: Drawn, pixels: str | None) -> None:
        name = tr("Bring back") if drawn.back else tr("Remove")
        self.state.act(name, lambda p: filling.set_removed(p, pixels))
