"""Where the interface thread stalls: logged while Woodcock is being developed."""

from __future__ import annotations

import faulthandler
import logging
import os
import tempfile
import threading
import time

from PySide6.QtCore import QObject, QTimer

LONGEST = 0.1  # seconds that a handler may take
_BEAT = 20  # ms
_log = logging.getLogger(__name__)


def wanted() -> bool:
    """Whether this is a development build: WOODCOCK_DEVELOPMENT is set in the environment."""
    return bool(os.environ.get("WOODCOCK_DEVELOPMENT"))


class Watchdog(QObject):
    """Made on the interface thread, which it watches from a thread of its own.

    `stalls` are the seconds of each stall so far, with where it was in the middle of it.
    """

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.stalls: list[tuple[float, str]] = []
        self._watched = threading.get_ident()
        self._beat = time.monotonic()
        self._timer = QTimer(self, interval=_BEAT)
        self._timer.timeout.connect(self._alive)
        self._timer.start()
        self._ended = threading.Event()
        self._thread = threading.Thread(target=self._watch, name="watchdog", daemon=True)
        self._thread.start()

    def close(self) -> None:
        self._timer.stop()
        self._ended.set()
        self._thread.join()

    def _alive(self) -> None:
        self._beat = time.monotonic()

    def _watch(self) -> None:
        where: str | None = None
        since = 0.0
        while not self._ended.wait(_BEAT / 1000):
            beat = self._beat
            if where is not None and beat != since:
                seconds = beat - since
                self.stalls.append((seconds, where))
                _log.warning("the window stalled for %.0f ms:\n%s", 1000 * seconds, where)
                where = None
            elif where is None and time.monotonic() - beat > LONGEST:
                where, since = _stack(self._watched), beat


def _stack(thread: int) -> str:
    """Where a thread is, the innermost call last.

    Not by its frame objects: to hold one keeps what is in it alive, such as the painter of a widget
    that is done painting, and Qt crashes.
    """
    with tempfile.TemporaryFile("w+") as file:
        faulthandler.dump_traceback(file)
        file.seek(0)
        threads = file.read().split("\n\n")
    mine = next((x for x in threads if x.startswith(f"Thread 0x{thread:016x}")), "")
    return "\n".join(mine.splitlines()[:0:-1][-12:])
