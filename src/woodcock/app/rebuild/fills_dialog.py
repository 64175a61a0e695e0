"""Other fills of the same holes, side by side in the move."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtGui import QImage
from PySide6.QtWidgets import QWidget

from woodcock.app.controls.offers_dialog import Offer, OffersDialog, Words
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.progress import Progress
from woodcock.session.fill_offers import COUNT, Marks, fill_offers
from woodcock.session.filling import fill_as
from woodcock.texts import tr, within

_SIZE = 400, 225
_COLUMNS = 2
_REPEATED, _WEAK, _STRONG, _THING, _DOUBT = 0.15, -0.5, 0.5, 0.35, 16.0


class FillsDialog(OffersDialog):
    """Pick one, and the holes are filled that way; one act."""

    def __init__(self, window: QWidget, state: State, work: Work) -> None:
        self._state, self._project = state, state.project
        self._made: list[tuple[Project, Marks]] = []
        super().__init__(
            window,
            work,
            tr("Compare fills"),
            tr("Click the one the holes are to have."),
            tr("Keep the fill it has"),
            count=COUNT,
            columns=_COLUMNS,
            size=_SIZE,
        )

    def offers(self, progress: Progress | None) -> Iterator[Offer]:
        for number, made in enumerate(fill_offers(self._project, self._state.studio, progress)):
            self._made.append((made.project, made.marks))
            way = tr("Whole pieces") if made.project.whole_pieces else tr("Patch by patch")
            name = tr("As it is: {way}", way=within(way)) if number == 0 else way
            tip = tr("Fill the holes like this")
            words = Words(name, tip, said_of(made.marks))
            yield Offer(made.project, made.atlas, words, made.part)

    def take(self, number: int, words: Words, images: list[QImage]) -> None:
        super().take(number, words, images)
        if number == COUNT - 1:
            faults = [marks.fault for _, marks in self._made]
            best = faults.index(min(faults))
            self.reasons[best].setText(tr("Believed most. {says}", says=self.reasons[best].text()))

    def pick(self, number: int) -> None:
        """Fill the holes that way."""
        (wanted, _), state = self._made[number], self._state
        self.accept()
        if state.project.photo != self._project.photo:
            state.told.emit(tr("Another photo is open: its fills were left as they are."))
        elif wanted != state.project:
            seed, pieces = wanted.fill_seed, wanted.whole_pieces
            state.act(tr("Choose a fill"), lambda p: fill_as(p, seed, pieces))


def said_of(marks: Marks) -> str:
    """What would strike a viewer of a fill."""
    says = []
    if marks.repeats > _REPEATED:
        says.append(tr("{share:.0f}\xa0% of it is seen twice", share=100 * marks.repeats))
    if marks.detail < _WEAK:
        says.append(tr("smoother than what is about it"))
    elif marks.detail > _STRONG:
        says.append(tr("busier than what is about it"))
    if marks.thing > _THING:
        says.append(tr("something seems to stand in it"))
    if marks.doubt > _DOUBT:
        says.append(tr("its parts fit badly"))
    if not says:
        return tr("Nothing strikes the eye.")
    said = "; ".join(says)
    return said[0].upper() + said[1:] + "."
