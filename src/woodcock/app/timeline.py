"""The timeline: layers near on top at the left, lanes with pegs at the right, the playhead."""

from __future__ import annotations

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from woodcock.app import icons
from woodcock.app.fields import tool
from woodcock.app.rows import LIST, ROW, Rows
from woodcock.app.ruler import Ruler
from woodcock.app.state import State

_HEAD, _FEWEST, _MOST = 30, 5, 7  # pixels above the rows; rows shown at once


class Timeline(QFrame):
    """Transport, ruler and rows."""

    play = Signal()

    def __init__(self, state: State) -> None:
        super().__init__()
        self.setObjectName("timeline")
        self.state = state
        self._wanted = _HEAD + _FEWEST * ROW  # pixels high
        self.setMinimumHeight(self._wanted)
        self.ruler = Ruler(state)
        self.rows = Rows(state, self.ruler)
        self.play_button = tool("play", "Play or pause (Space)", self.play.emit)
        self.search = QLineEdit()
        self.search.setPlaceholderText("Find …")
        self.search.setClearButtonEnabled(True)
        self.search.setToolTip(
            'Shows only what has this in its name or kind: "post", "title", "card: sun" (Ctrl+F)'
        )
        self.search.setAccessibleName("Find in the list")
        self.search.setFixedWidth(62)
        self.search.textChanged.connect(self.rows.look_for)
        self.clock = QLabel()
        self.clock.setToolTip("The playhead: seconds, and which frame of how many")
        self.clock.setObjectName("dim")
        bar = QHBoxLayout()
        bar.setContentsMargins(8, 0, 8, 0)
        bar.setSpacing(2)
        bar.addWidget(tool("skip-back", "To the start (Home)", lambda: state.seek(0)))
        bar.addWidget(tool("step-back", "One frame back (Left)", lambda: self._step(-1)))
        bar.addWidget(self.play_button)
        bar.addWidget(tool("step-forward", "One frame on (Right)", lambda: self._step(1)))
        bar.addWidget(
            tool("skip-forward", "To the end (End)", lambda: state.seek(state.project.frame.last))
        )
        bar.addWidget(self.search)
        bar.addStretch(1)
        bar.addWidget(self.clock)
        transport = QWidget()
        transport.setLayout(bar)
        transport.setFixedWidth(LIST)
        head = QHBoxLayout()
        head.setContentsMargins(0, 0, 9, 0)
        head.setSpacing(0)
        head.addWidget(transport)
        head.addWidget(self.ruler, 1)
        self.scroll_area = QScrollArea()
        self.scroll_area.setWidget(self.rows)
        self.scroll_area.setWidgetResizable(True)
        self.scroll_area.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOn)
        self.scroll_area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        layout = QVBoxLayout(self)
        layout.setContentsMargins(0, 1, 0, 0)
        layout.setSpacing(0)
        layout.addLayout(head)
        layout.addWidget(self.scroll_area, 1)
        state.changed.connect(self.refresh)
        state.time_changed.connect(self.refresh_time)
        self.refresh()

    def sizeHint(self) -> QSize:
        return QSize(900, self._wanted)

    def refresh(self) -> None:
        self.rows.refresh()
        shown = min(max(len(self.rows.entries) + 1, _FEWEST), _MOST)
        self._wanted = _HEAD + shown * ROW
        self.setMaximumHeight(self._wanted)
        self.updateGeometry()
        icons.put(self.play_button, "pause" if self.state.playing else "play")
        self.refresh_time()

    def refresh_time(self) -> None:
        frame = self.state.project.frame
        index = round(self.state.time * frame.rate) + 1
        self.clock.setText(f"{self.state.time:.2f} s · {index}/{frame.count}")
        self.ruler.update()
        self.rows.update()

    def _step(self, frames: int) -> None:
        self.state.seek(self.state.time + frames / self.state.project.frame.rate)
