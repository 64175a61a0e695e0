"""Playback by the clock: frames that can't be drawn in time are dropped, the speed stays."""

from __future__ import annotations

import time

from PySide6.QtCore import QObject, QTimer

from woodcock.app.state import State
from woodcock.app.work import Previews


class Player(QObject):
    """Moves the playhead round and round while playing, as fast as pictures come."""

    def __init__(self, state: State, previews: Previews) -> None:
        super().__init__()
        self._state, self._previews = state, previews
        self._timer = QTimer(self, interval=4)
        self._timer.timeout.connect(self._tick)
        self._started = 0.0

    def toggle(self) -> None:
        self.stop() if self._state.playing else self.play()

    def play(self) -> None:
        if self._state.project.photo is None:
            return
        at_end = self._state.time >= self._state.project.frame.last - 1e-6
        self._started = time.monotonic() - (0.0 if at_end else self._state.time)
        self._state.playing = True
        self._timer.start()
        self._state.touch()

    def stop(self) -> None:
        self._timer.stop()
        self._state.playing = False
        self._state.touch()

    def _tick(self) -> None:
        if self._previews.busy:
            return
        frame = self._state.project.frame
        gone = (time.monotonic() - self._started) % (frame.count / frame.rate)
        index = min(int(gone * frame.rate), frame.count - 1)
        if abs(frame.time(index) - self._state.time) > 1e-6:
            self._state.time = frame.time(index)
            self._state.time_changed.emit()
