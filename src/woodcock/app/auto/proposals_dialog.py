"""Three moves that suit the picture, as running pictures to pick from."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from woodcock.app import theme
from woodcock.app.controls.picture_tile import PictureTile
from woodcock.app.controls.plain import Label
from woodcock.app.picture.image import image_of
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.model import Project
from woodcock.progress import Progress, part, report
from woodcock.session.auto import Proposal, proposals
from woodcock.session.closing import closed
from woodcock.stage import READY_MOVES
from woodcock.texts import tr

_WIDE, _HIGH, _NAME = 288, 162, 22
_FRAMES, _PACE = 24, 80  # of a running picture; ms each
_SHOWN = 3


class RunningTile(PictureTile):
    """A small clip that runs to and fro."""

    def __init__(self) -> None:
        super().__init__("", _WIDE, _HIGH, _NAME)
        self.setCheckable(False)
        self.setEnabled(False)
        self.images: list[QImage] = []
        self._at = 0

    def step(self) -> None:
        self._at += 1
        self.update()

    def shown(self) -> QImage | None:
        if not self.images:
            return None
        around = 2 * len(self.images) - 2
        at = self._at % max(around, 1)
        return self.images[min(at, around - at)]


class ProposalsDialog(QDialog):
    """Pick one, and the clip has that move, with every gap closed; one act."""

    _drawn = Signal(int, object)

    def __init__(self, window: QWidget, state: State, work: Work, play: Callable[[], None]) -> None:
        super().__init__(window)
        self.setWindowTitle(tr("Other proposals"))
        self._state, self._work, self._play = state, work, play
        self._project = state.project
        self._offers: list[Proposal] = []
        self.tiles = [RunningTile() for _ in range(_SHOWN)]
        self.reasons = [Label() for _ in range(_SHOWN)]
        row = QHBoxLayout()
        row.setSpacing(14)
        for number, (tile, reason) in enumerate(zip(self.tiles, self.reasons, strict=True)):
            tile.clicked.connect(lambda _=False, number=number: self.pick(number))
            reason.setObjectName("dim")
            reason.setWordWrap(True)
            reason.setFixedWidth(theme.px(_WIDE))
            column = QVBoxLayout()
            column.addWidget(tile)
            column.addWidget(reason)
            column.addStretch(1)
            row.addLayout(column)
        self.note = Label(tr("Drawing them …"))
        leave = QPushButton(tr("Keep the move it has"))
        leave.setToolTip(tr("Change nothing"))
        leave.clicked.connect(self.reject)
        below = QHBoxLayout()
        below.addWidget(self.note, 1)
        below.addWidget(leave)
        body = QVBoxLayout(self)
        body.setContentsMargins(18, 18, 18, 14)
        body.setSpacing(14)
        body.addLayout(row)
        body.addLayout(below)
        self._drawn.connect(self._take)
        self._clock = QTimer(self, interval=_PACE)
        self._clock.timeout.connect(self._tick)
        self._clock.start()
        self._job = work.run(tr("Drawing proposals"), self._draw, lambda _: None, work.studies,
                             quietly=True)  # fmt: skip
        self.finished.connect(lambda _: self._job.cancel())

    def _draw(self, progress: Progress) -> None:
        """Off the interface thread: each proposal's name, reason and pictures."""
        from woodcock.render import render_frame

        state, project = self._state, self._project
        atlas = state.studio.atlas(project, part(progress, 0.0, 0.2))
        frame = project.frame
        size = _size(frame.width, frame.height)
        for number, offer in enumerate(proposals(project, state.cutting, state.document.store)):
            images = []
            for step in range(_FRAMES):
                report(progress, 0.2 + 0.8 * (number + step / _FRAMES) / _SHOWN, tr("Drawing"))
                time = frame.last * step / (_FRAMES - 1)
                images.append(image_of(render_frame(offer.project, atlas, time, size)))
            self._drawn.emit(number, (offer, images))

    def _take(self, number: int, made: tuple[Proposal, list[QImage]]) -> None:
        offer, images = made
        self._offers.append(offer)
        tile = self.tiles[number]
        tile.images = images
        move = READY_MOVES[offer.choice.move]
        name = f"{move.name}, {offer.choice.amount:.3g} {move.unit}".replace(" °", "°")
        tile.setText(name)
        tile.setAccessibleName(name)
        tile.setToolTip(tr("Give the clip this move. {about}", about=tr(move.about)))
        tile.setEnabled(True)
        self.note.setText(
            tr("Click the one the clip is to have. Layers and depth stay as they are.")
        )
        why = tr(" It suits best, {why}.", why=offer.choice.why) if offer.choice.why else ""
        self.reasons[number].setText(f"{tr(move.about)}{why}")

    def _tick(self) -> None:
        for tile in self.tiles:
            tile.step()

    def pick(self, number: int) -> None:
        """Have the clip with that move."""
        offer, state = self._offers[number], self._state
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


def _size(width: int, height: int) -> tuple[int, int]:
    scale = min(_WIDE / width, _HIGH / height)
    return max(2, round(width * scale)), max(2, round(height * scale))
