"""What lies over the picture: the ways in, the steps of a clip that is made by itself."""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QWidget

from woodcock.app.auto.welcome import Welcome
from woodcock.app.files import Files
from woodcock.app.state import State
from woodcock.app.work import Work

if TYPE_CHECKING:
    from woodcock.app.auto.clip_maker import ClipMaker
    from woodcock.app.auto.proposals_dialog import ProposalsDialog
    from woodcock.app.auto.steps_card import StepsCard


class Ways:
    """Keeps them on a view; all but the first are loaded when they are first needed."""

    def __init__(
        self, view: QWidget, state: State, work: Work, files: Files, play: Callable[[], None]
    ) -> None:
        self._state, self._work, self._files, self._play = state, work, files, play
        self._view = view
        self.welcome = Welcome(
            work,
            files.choose_and_open,
            self.make_clip,
            files.open,
            lambda: state.asked.emit("tour"),
        )  # fmt: skip
        self.proposals: ProposalsDialog | None = None  # the one opened last
        self._grid = QGridLayout(view)
        self._grid.addWidget(self.welcome, 0, 0)

    @cached_property
    def maker(self) -> ClipMaker:
        """Makes clips by itself."""
        from woodcock.app.auto.clip_maker import ClipMaker

        return ClipMaker(self._state, self._work, self._play)

    @cached_property
    def card(self) -> StepsCard:
        """Tells what the maker does."""
        from woodcock.app.auto.steps_card import StepsCard

        card = StepsCard(self.maker, self.propose)
        corner = Qt.AlignmentFlag.AlignBottom | Qt.AlignmentFlag.AlignLeft
        self._grid.addWidget(card, 0, 0, corner)
        return card

    def refresh(self) -> None:
        self.welcome.setVisible(self._state.project.photo is None)

    def make_clip(self, path: Path | None = None) -> None:
        """Ask for a photo, unless one is given, and make a clip of it."""

        def opened() -> None:
            self.card.refresh()
            self.maker.start()

        self._files.open_for_clip(path, opened)

    def propose(self) -> None:
        """Offer other moves than the one the clip has."""
        from woodcock.app.auto.proposals_dialog import ProposalsDialog

        window = self._view.window()
        self.proposals = ProposalsDialog(window, self._state, self._work, self._play)
        self.proposals.open()
