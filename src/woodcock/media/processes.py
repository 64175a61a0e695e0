"""Who a lock or a temporary file belongs to, and whether that process still lives."""

from __future__ import annotations

import hashlib
import os
import re
import socket
from functools import cache
from pathlib import Path
from typing import NamedTuple

_TEXT = re.compile(r"(\d{1,20})\.(\d{1,20})\.([0-9a-f]{12})")


class Owner(NamedTuple):
    """A process: its host's name, its number, when it was started (clock ticks after the boot), and
    `where` that number means anything: one running system, and in it one namespace of processes."""

    host: str
    process: int
    started: int
    where: str = ""

    @property
    def lives(self) -> bool | None:
        """Whether it is running; None where that can't be told: on another machine, or in another
        namespace, as of a container."""
        if self.where != _here():
            return None
        return _started(self.process) == self.started

    @property
    def text(self) -> str:
        """As one word for a file's name."""
        return f"{self.process}.{self.started}.{self.where}"


def this_process() -> Owner:
    process = os.getpid()
    return Owner(socket.gethostname(), process, _started(process) or 0, _here())


def of_text(text: str) -> Owner | None:
    """The process that `text` stands for, None if it stands for none."""
    found = _TEXT.fullmatch(text)
    return Owner("", int(found[1]), int(found[2]), found[3]) if found else None


@cache
def _here() -> str:
    """This running system and its namespace of processes, as one word."""
    told = [socket.gethostname()]
    for read in (lambda: Path("/proc/sys/kernel/random/boot_id").read_text().strip(),
                 lambda: os.readlink("/proc/self/ns/pid")):  # fmt: skip
        try:
            told.append(read())
        except OSError:
            told.append("")
    return hashlib.blake2b("\n".join(told).encode(), digest_size=6).hexdigest()


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
