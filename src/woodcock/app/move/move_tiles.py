"""The ready moves as tiles: each shows what it would make of this scene."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import (
    QColor,
    QFont,
    QHideEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QShowEvent,
)
from PySide6.QtWidgets import QAbstractButton, QButtonGroup, QGridLayout, QWidget

from woodcock.app import theme
from woodcock.app.move.samples import FRAMES, Samples
from woodcock.app.state import State
from woodcock.stage import READY_MOVES

_COLUMNS, _WIDE, _HIGH, _NAME = 3, 79, 43, 15
_PACE = 110  # ms a picture


class MoveTile(QAbstractButton):
    """A picture that moves, and the move's name."""

    doubled = Signal()

    def __init__(self, move_id: str, tiles: MoveTiles) -> None:
        super().__init__()
        self.move_id, self._tiles = move_id, tiles
        move = READY_MOVES[move_id]
        self.setText(move.name)
        self.setCheckable(True)
        self.setAutoExclusive(True)
        self.setToolTip(f"{move.about} A double click uses it.")
        self.setAccessibleName(move.name)
        self.setFixedSize(_WIDE, _HIGH + _NAME)

    def sizeHint(self) -> QSize:
        return QSize(_WIDE, _HIGH + _NAME)

    def paintEvent(self, event: QPaintEvent) -> None:
        look, chosen = theme.current(), self.isChecked()
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        area = QRectF(1.5, 1.5, _WIDE - 3, _HIGH - 3)
        painter.fillRect(area, QColor(look.surround))
        loop = self._tiles.samples.loops.get(self.move_id)
        if loop:
            image = loop[min(self._tiles.at, len(loop) - 1)]
            shown = QRectF(area)
            shape = image.width() / image.height()
            if shape < area.width() / area.height():
                shown.setWidth(area.height() * shape)
            else:
                shown.setHeight(area.width() / shape)
            shown.moveCenter(area.center())
            painter.drawImage(shown, image)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(QPen(QColor(look.accent if chosen else look.line), 3 if chosen else 1))
        painter.drawRect(area)
        font = QFont(self.font())
        font.setPixelSize(11)
        font.setWeight(QFont.Weight.DemiBold if chosen else QFont.Weight.Normal)
        painter.setFont(font)
        painter.setPen(QColor(look.text if chosen or self.hasFocus() else look.dim))
        place = QRectF(0, _HIGH, _WIDE, _NAME)
        painter.drawText(place, Qt.AlignmentFlag.AlignCenter, self.text())

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
