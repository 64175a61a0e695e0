"""After a cut by hand: how far it lies beside the edge that the photo has there."""

from __future__ import annotations

from woodcock.app.separate import cut_words as words
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.session import Job
from woodcock.session.follow_edge import Off, how_far_off
from woodcock.session.stroke import Stroke
from woodcock.texts import tr

_BY_HAND = ("lasso", "outline", "trace", "brush", "mask")  # others end at edges by themselves


class OffEdge:
    """Looks whether the cut that was changed lies off, and says so while it is selected."""

    def __init__(self, state: State, work: Work) -> None:
        self._state, self._work = state, work
        self._look: Job | None = None

    def after(self, stroke: Stroke, before: Project) -> None:
        """A stroke has changed a layer of the project as it was before, or cut a new one."""
        state = self._state
        project, store = state.project, state.document.store
        known = {x.id for x in before.layers}
        changed = next((x.id for x in project.layers if x.id not in known), stroke.layer)
        layer = next((x for x in project.layers if x.id == changed), None)
        if stroke.kind not in _BY_HAND or layer is None or layer.mask is None:
            return

        def done(off: Off) -> None:
            said, now = words.lies_off(off, layer.name), state.layer
            if said and now is not None and (now.id, now.mask) == (layer.id, layer.mask):
                state.told.emit(said)

        if self._look is not None:  # of an older stroke
            self._look.cancel()
        self._look = self._work.run(
            tr("Looking over the edge"),
            lambda progress: how_far_off(project, layer, store, progress),
            done,
            self._work.studies,
            quietly=True,
        )
