"""The project's sound while the clip plays, in step with the picture."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QObject

from woodcock.app.picture.sound_out import SoundOut
from woodcock.app.state import State
from woodcock.app.work import Work
from woodcock.sound import RATE

if TYPE_CHECKING:
    import numpy as np
    from numpy.typing import NDArray

    from woodcock.model import Project


class Heard(QObject):
    """Mixes off the interface thread; until that is done, pictures play in silence."""

    def __init__(self, state: State, work: Work, out: SoundOut | None = None) -> None:
        super().__init__(state)
        self._state, self._work = state, work
        self.out = out or SoundOut()
        self._asked: Project | None = None  # whose mix is on its way
        self._played: object = None  # what is being heard
        state.time_changed.connect(self._scrub)
        state.changed.connect(self._changed)

    def begin(self, index: float) -> None:
        """Sound from a frame on, if there is any and it plays forwards at its own pace."""
        self.out.stop()
        self._played = None
        state = self._state
        if not state.project.sounds or state.pace != 1.0 or self.out.problem:
            return
        samples = state.studio.known_mix(state.project)
        if samples is None:
            self._mix()
            return
        self._play(samples, index)

    def end(self) -> None:
        self.out.stop()
        self._played = None

    @property
    def index(self) -> float | None:
        """Which frame is heard now, with its part; None while nothing is."""
        place = self.out.place
        rate = float(self._state.project.frame.exact)
        return None if place is None else place / RATE * rate

    def _play(self, samples: NDArray[np.float32], index: float) -> None:
        state = self._state
        rate, (first, last) = float(state.project.frame.exact), state.played
        ends = round(first / rate * RATE), round((last + 1) / rate * RATE)
        at = min(max(round(index / rate * RATE), ends[0]), ends[1] - 1)
        self._played = samples if self.out.play(samples, ends, at) else None
        if self.out.problem:
            state.touch()  # the page of sounds says why

    def _mix(self) -> None:
        """Have the present project mixed, and heard from where it plays then."""
        project = self._state.project
        if self._asked == project:
            return
        self._asked = project
        studio = self._state.studio

        def mixed(samples: NDArray[np.float32]) -> None:
            self._asked = None
            state = self._state
            if not state.playing or state.pace != 1.0 or not state.project.sounds:
                return
            if state.studio.known_mix(state.project) is None:
                self._mix()  # it was changed meanwhile
            elif self.out.playing:
                self._played = samples
                self.out.swap(samples)
            else:
                self._play(samples, state.time * float(state.project.frame.exact))

        def failed() -> None:
            self._asked = None

        self._work.hand(lambda: studio.soundtrack.mix(project), mixed, failed, "ears")

    def _changed(self) -> None:
        """What is heard follows what is set."""
        state = self._state
        if not state.playing or state.pace != 1.0 or self.out.problem:
            return
        if not state.project.sounds:
            self.end()
        elif state.studio.known_mix(state.project) is not self._played:
            self._mix()

    def _scrub(self) -> None:
        """A short grain at the playhead while it is dragged."""
        state = self._state
        if state.playing or not state.project.sounds or self.out.problem:
            return
        samples = state.studio.known_mix(state.project)
        if samples is None:
            self._mix()
        else:
            self.out.grain(samples, round(state.time * RATE))
