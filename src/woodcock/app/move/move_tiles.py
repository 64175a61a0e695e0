"""The ready moves as tiles: each shows what it would make of this scene."""

from __future__ import annotations

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QHideEvent, QImage, QMouseEvent, QShowEvent
from PySide6.QtWidgets import QButtonGroup, QGridLayout, QWidget

from woodcock.app.controls.picture_tile import PictureTile
from woodcock.app.move.samples import FRAMES, Samples
from woodcock.app.state import State
from woodcock.stage import READY_MOVES
from woodcock.texts import tr

_COLUMNS, _WIDE, _HIGH, _NAME = 3, 79, 43, 15
_PACE = 110  # ms a picture


class MoveTile(PictureTile):
    """A picture that moves, and the move's name."""

    doubled = Signal()

    def __init__(self, move_id: str, tiles: MoveTiles) -> None:
        move = READY_MOVES[move_id]
        super().__init__(tr(move.name), _WIDE, _HIGH, _NAME)
        self.move_id, self._tiles = move_id, tiles
        self.setAutoExclusive(True)
        self.setToolTip(tr("{about} A double click uses it.", about=tr(move.about)))

    def shown(self) -> QImage | None:
        loop = self._tiles.samples.loops.get(self.move_id)
        return loop[min(self._tiles.at, len(loop) - 1)] if loop else None

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self.doubled.emit()


class MoveTiles(QWidget):
    """All ready moves in a grid; the pictures run to and fro while they are to be seen."""

    picked = Signal(str)
    used = Signal()

    def __init__(self, state: State, samples: Samples) -> None:
        super().__init__()
        self.state, self.samples = state, samples
        self._tick_count = 0
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(4)
        grid.setVerticalSpacing(3)
        self._group = QButtonGroup(self)
        self.tiles: dict[str, MoveTile] = {}
        for number, move_id in enumerate(READY_MOVES):
            tile = MoveTile(move_id, self)
            tile.clicked.connect(lambda _=False, name=move_id: self.picked.emit(name))
            tile.doubled.connect(self.used)
            self._group.addButton(tile)
            grid.addWidget(tile, number // _COLUMNS, number % _COLUMNS)
            self.tiles[move_id] = tile
        self._timer = QTimer(self, interval=_PACE)
        self._timer.timeout.connect(self._tick)
        samples.drawn.connect(self.update)

    @property
    def at(self) -> int:
        """Which picture of the loops is shown: there and back, waiting at both ends."""
        turn = 2 * FRAMES + 4
        place = self._tick_count % turn
        place = place if place <= turn // 2 else turn - place
        return min(max(place - 1, 0), FRAMES - 1)

    def refresh(self) -> None:
        self.tiles[self.state.tools.ready].setChecked(True)

    def _tick(self) -> None:
        if not self.state.playing:
            self._tick_count += 1
            for tile in self.tiles.values():
                tile.update()

    def showEvent(self, event: QShowEvent) -> None:
        self._timer.start()

    def hideEvent(self, event: QHideEvent) -> None:
        self._timer.stop()
