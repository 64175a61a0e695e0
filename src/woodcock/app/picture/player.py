"""Playback by the clock, or by what is heard: frames that can't be drawn in time are dropped."""

from __future__ import annotations

import time

from PySide6.QtCore import QObject, QTimer

from woodcock.app.picture.heard import Heard
from woodcock.app.picture.previews import Previews
from woodcock.app.state import State

SPEEDS = (0.25, 0.5, 1.0, 2.0)


class Player(QObject):
    """Moves the playhead round and round through what is played, as fast as pictures come."""

    def __init__(self, state: State, previews: Previews, heard: Heard) -> None:
        super().__init__(state)
        self._state, self._previews, self._heard = state, previews, heard
        self._timer = QTimer(self, interval=4)
        self._timer.timeout.connect(self._tick)
        self._started, self._from = 0.0, 0.0
        self._pace = 1.0

    def toggle(self) -> None:
        self.stop() if self._state.playing else self.play()

    def play(self) -> None:
        """Play on from the playhead, at the pace and within the range that are set."""
        state = self._state
        if state.project.photo is None:
            return
        frame, (first, last) = state.project.frame, state.played
        at = frame.index(state.time)
        backwards = state.pace < 0
        if not first <= at <= last or at == (first if backwards else last):
            at = last if backwards else first
        state.playing = True
        self._begin(at)
        self._timer.start()
        state.touch()

    def stop(self) -> None:
        self._timer.stop()
        self._heard.end()
        self._state.playing = False
        self._state.touch()

    def _begin(self, at: float) -> None:
        self._started, self._from, self._pace = time.monotonic(), at, self._state.pace
        self._heard.begin(at)

    def _tick(self) -> None:
        state = self._state
        frame, (first, last) = state.project.frame, state.played
        if state.pace != self._pace:
            self._begin(state.time * float(frame.exact))
        gone = (time.monotonic() - self._started) * float(frame.exact) * self._pace
        at, heard = self._from - first + gone, self._heard.index
        if heard is not None:
            at = heard - first  # the ear notices what is late before the eye does
            self._started, self._from = time.monotonic(), heard
        index = first + int(at % (last - first + 1))
        if self._previews.busy and self._previews.kept_frame(index) is None:
            return
        if abs(frame.time(index) - state.time) > 1e-6:
            state.time = frame.time(index)
            state.time_changed.emit()
