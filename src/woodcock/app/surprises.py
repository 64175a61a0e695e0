"""What nobody expected: told in a sentence, once, with the window as usable as before."""

from __future__ import annotations

import sys
import threading
import time
import traceback
from types import TracebackType

from PySide6.QtCore import QObject, Signal

from woodcock.app.state import State
from woodcock.errors import Cancelled, WoodcockError
from woodcock.session.log import log_uncaught
from woodcock.session.wording import inside
from woodcock.texts import tr, tr_noop

_AGAIN = 60.0  # seconds until the same is told again: a fault in drawing comes with every picture


class Surprises(QObject):
    """Takes what is raised in handlers, timers and threads, and tells of it on the interface
    thread."""

    _raised = Signal(object)

    def __init__(self, state: State) -> None:
        super().__init__(state)
        self._state = state
        self._told: dict[object, float] = {}
        self._raised.connect(self._tell)

    def install(self) -> None:
        """From now on; the log has it all, too."""
        sys.excepthook = self._uncaught
        threading.excepthook = lambda args: self._uncaught(
            args.exc_type, args.exc_value, args.exc_traceback
        )
        sys.unraisablehook = lambda args: log_uncaught(
            args.exc_type, args.exc_value, args.exc_traceback
        )

    def _uncaught(
        self, kind: type[BaseException], error: BaseException | None, trace: TracebackType | None
    ) -> None:
        log_uncaught(kind, error, trace)
        # Python keeps the last traceback, and with it a painter that was at work on a widget: Qt
        # crashes when it paints there again.
        traceback.clear_frames(trace)
        if error is not None and not isinstance(error, Cancelled | KeyboardInterrupt):
            self._raised.emit(error)

    def _tell(self, error: BaseException) -> None:
        place = traceback.extract_tb(error.__traceback__)[-1:]
        key = type(error), place[0][:2] if place else None
        now = time.monotonic()
        if now - self._told.get(key, -_AGAIN) < _AGAIN:
            return
        self._told[key] = now
        if isinstance(error, WoodcockError):
            self._state.failed.emit(str(error))
        elif isinstance(error, MemoryError):
            self._state.failed.emit(tr(NO_MEMORY))
        else:
            self._state.failed.emit(tr("{inside} Your work is kept.", inside=inside(error)))


NO_MEMORY = tr_noop(
    "There was not enough memory for this. Your work is kept. Close other programs, or choose a "
    "smaller frame size."
)
