"""Who a lock or a temporary file belongs to, and whether that process still lives."""

from __future__ import annotations

import os
import socket
from pathlib import Path
from typing import NamedTuple


class Owner(NamedTuple):
    """A process: its host, its number, and when it was started (clock ticks after the boot)."""

    host: str
    process: int
    started: int

    @property
    def lives(self) -> bool | None:
        """Whether it is running; None for another host's, of which nothing is known here."""
        if self.host != socket.gethostname():
            return None
        return _started(self.process) == self.started

    @property
    def text(self) -> str:
        """As one word for a file's name."""
        return f"{self.process}.{self.started}"


def this_process() -> Owner:
    return Owner(socket.gethostname(), os.getpid(), _started(os.getpid()) or 0)


def of_text(text: str) -> Owner | None:
    """The process of this host that `text` stands for, None if it stands for none."""
    process, _, started = text.partition(".")
    if not (process.isdecimal() and started.isdecimal() and len(process) + len(started) < 40):
        return None
    return Owner(socket.gethostname(), int(process), int(started))


def _started(process: int) -> int | None:
    """When a process was started; None if there is none, or only what is left of a dead one."""
    try:
        text = Path(f"/proc/{process}/stat").read_bytes()
    except OSError:
        return None
    fields = text.rpartition(b")")[2].split()  # proc(5): after the name, which may hold anything
    if len(fields) < 20 or fields[0] in (b"Z", b"X"):
        return None
    return int(fields[19])
