"""The places of what was made up that are most worth a look, to step through."""

from __future__ import annotations

from PySide6.QtCore import QRectF

from woodcock.app.controls.place_list import Place, PlaceList
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.render.weak import WeakPlace, weak_places
from woodcock.texts import tr

_TWICE = 0.4  # of a place that is seen again nearby: more strikes the eye
_SLIGHT, _GREAT = 12.0, 24.0  # 8-bit steps a filling differs from its surroundings by


def _said(doubt: float, again: float) -> str:
    """How unlike what stands round it a filling is, or how like what is seen nearby, in words: a
    number has no scale to a person."""
    if again > _TWICE and doubt < _GREAT:
        return tr("the same is seen beside it")
    if doubt < _SLIGHT:
        return tr("hardly in doubt")
    return tr("in doubt") if doubt < _GREAT else tr("in great doubt")


class WeakList(PlaceList):
    def __init__(self, state: State, work: Work) -> None:
        super().__init__(
            state,
            tr("Worst places"),
            tr(
                "Lists the places that were hardest to make up and that the "
                "move shows longest (W: the next one)"
            ),
            tr("Nothing doubtful is shown."),
        )
        self._work = work

    def subject(self) -> object:
        project = self.state.project
        rebuilt = self.state.studio.known_rebuilt(project)
        known = self.state.studio.known_reveal(project)
        if not (rebuilt and known and known.layers):
            return None
        # What the reveal follows from; painting on a place leaves the list as it is.
        return rebuilt.key, project.lens, tuple((x.pose, x.distance) for x in project.layers)

    def begin(self) -> None:
        project, store, subject = self.state.project, self.state.document.store, self.subject()
        rebuilt = self.state.studio.known_rebuilt(project)
        known = self.state.studio.known_reveal(project)
        if rebuilt is None or known is None:
            return
        repairs = {layer.id: layer.repair for layer in project.layers}
        names = {layer.id: layer.name for layer in project.layers}

        def done(places: list[WeakPlace]) -> None:
            rate = float(project.frame.exact)
            self.found(
                subject,
                tuple(
                    Place(
                        QRectF(p.x, p.y, p.size, p.size),
                        tr(
                            "{names}, shown for {frames:.1f}\xa0s from {first:.1f}\xa0s; "
                            "{it:.0f}\xa0% made up, {it2:.0f}\xa0% told in part; {doubt}",
                            names=names[p.layer],
                            frames=p.frames / rate,
                            first=p.first / rate,
                            it=100 * p.made,
                            it2=100 * p.told,
                            doubt=_said(p.doubt, p.again),
                        ),
                        p.layer,
                    )
                    for p in places
                ),
            )

        self._work.hand(lambda: weak_places(rebuilt, known, repairs, store), done, thread="looks")

    def step(self, by: int) -> None:
        self.state.tools.rebuild_view = "alone"  # the layer that the place is on
        super().step(by)

    def next(self) -> None:
        """The next place, looking for them first if need be."""
        if self.on.isEnabled():
            self.step(1)
        elif self.look.isEnabled():
            self.begin()
