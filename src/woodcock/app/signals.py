"""Being told to end from outside: by the session, a terminal that closes, or Ctrl+C."""

from __future__ import annotations

import signal
import socket
from collections.abc import Callable

from PySide6.QtCore import QObject, QSocketNotifier

_ENDS = (signal.SIGTERM, signal.SIGINT, signal.SIGHUP)


class Signals(QObject):
    """Calls `end()` on the interface thread when a signal comes.

    Python handles signals between two of its own steps, of which there are none while Qt waits: so
    the signal's number is sent through a socket that Qt listens to.
    """

    def __init__(self, parent: QObject, end: Callable[[], None]) -> None:
        super().__init__(parent)
        self._end = end
        self._reads, self._writes = socket.socketpair()
        self._writes.setblocking(False)
        signal.set_wakeup_fd(self._writes.fileno(), warn_on_full_buffer=False)
        for number in _ENDS:
            signal.signal(number, lambda number, frame: None)
        self._notifier = QSocketNotifier(self._reads.fileno(), QSocketNotifier.Type.Read, self)
        self._notifier.activated.connect(self._came)

    def _came(self) -> None:
        self._reads.recv(64)
        self._end()
