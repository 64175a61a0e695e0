"""Places of the selected layer's edge that look wrong, to step through."""

from __future__ import annotations

from PySide6.QtCore import QRectF

from woodcock.app.controls.place_list import Place, PlaceList
from woodcock.app.separate.cutter import Cutter
from woodcock.app.state import State
from woodcock.separate.doubts import Doubt
from woodcock.texts import tr, tr_noop

_SAYS = {
    "stray": tr_noop("a stray piece"),
    "gap": tr_noop("background left inside"),
    "fringe": tr_noop("a fringe of background"),
}


class DoubtList(PlaceList):
    def __init__(self, state: State, cutter: Cutter) -> None:
        super().__init__(
            state,
            tr("Look it over"),
            tr(
                "Lists places that look wrong: stray pieces, background left "
                "inside, fringes of the background's colours"
            ),
            tr("Nothing looks wrong."),
        )
        self._cutter = cutter

    def subject(self) -> object:
        layer = self.state.layer
        return layer.mask if layer else None

    def begin(self) -> None:
        mask = self.subject()

        def done(found: tuple[Doubt, ...]) -> None:
            self.found(mask, tuple(
                Place(QRectF(x.x, x.y, x.width, x.height), _SAYS[x.kind]) for x in found
            ))  # fmt: skip

        self._cutter.look_for_doubts(done)
