"""Three moves that suit the picture, as running pictures to pick from."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from PySide6.QtWidgets import QWidget

from woodcock.app.controls.offers_dialog import Offer, OffersDialog, Words
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.progress import Progress, part
from woodcock.session.auto import Proposal, proposals
from woodcock.session.closing import closed
from woodcock.stage import READY_MOVES
from woodcock.texts import tr

_SHOWN, _SIZE = 3, (288, 162)


class ProposalsDialog(OffersDialog):
    """Pick one, and the clip has that move, with every gap closed; one act."""

    def __init__(self, window: QWidget, state: State, work: Work, play: Callable[[], None]) -> None:
        self._state, self._work, self._play = state, work, play
        self._project = state.project
        self._made: list[Proposal] = []
        super().__init__(
            window,
            work,
            tr("Other proposals"),
            tr("Click the one the clip is to have. Layers and depth stay as they are."),
            tr("Keep the move it has"),
            count=_SHOWN,
            columns=_SHOWN,
            size=_SIZE,
        )

    def offers(self, progress: Progress | None) -> Iterator[Offer]:
        state = self._state
        atlas = state.studio.atlas(self._project, part(progress, 0.0, 0.25))
        for offer in proposals(self._project, state.cutting, state.document.store):
            self._made.append(offer)
            move = READY_MOVES[offer.choice.move]
            name = f"{tr(move.name)}, {offer.choice.amount:.3g} {move.unit}".replace(" °", "°")
            why = tr(" It suits best, {why}.", why=offer.choice.why) if offer.choice.why else ""
            tip = tr("Give the clip this move. {about}", about=tr(move.about))
            yield Offer(offer.project, atlas, Words(name, tip, f"{tr(move.about)}{why}"))

    def pick(self, number: int) -> None:
        """Have the clip with that move."""
        offer, state = self._made[number], self._state
        started = state.project
        self.accept()

        def done(project: Project) -> None:
            if state.project != started:
                state.told.emit(tr("The project changed meanwhile: the move was left as it is."))
                return
            name = tr(READY_MOVES[offer.choice.move].name)
            state.document.act(tr("Move: {name}", name=name), project)
            state.go("Move")
            self._play()

        self._work.run(
            tr("Closing gaps"),
            lambda progress: closed(offer.project, state.studio, progress),
            done,
            self._work.jobs,
        )
