"""What another process may take of the machine, set from here: there it can't be set any higher."""

from __future__ import annotations

import contextlib
import os
import resource

_TICKS = os.sysconf("SC_CLK_TCK")
_FILES = 64  # open at a time
_THREADS = 2_000_000_000  # bytes of addresses that threads set aside and don't use
_LONGEST = 3600  # seconds of the processor's time for one call


def allow(process: int, memory: int, files: int) -> None:
    """Let a process take so many bytes of `memory` more than now, and write files of so many."""
    held = _held(process)
    used = int(seconds_used(process))
    for kind, most in (
        (resource.RLIMIT_DATA, held.get("VmData", 0) + memory),
        (resource.RLIMIT_AS, held.get("VmSize", 0) + memory + _THREADS),
        (resource.RLIMIT_FSIZE, files),
        (resource.RLIMIT_CPU, used + _LONGEST),
        (resource.RLIMIT_NOFILE, _FILES),
        (resource.RLIMIT_CORE, 0),
    ):
        with contextlib.suppress(OSError, ValueError):  # it ended meanwhile: the call will tell
            _, hard = resource.prlimit(process, kind)
            if hard != resource.RLIM_INFINITY:
                most = min(most, hard)
            resource.prlimit(process, kind, (most, hard))


def seconds_used(process: int) -> float:
    """Seconds of the processor's time that a process took so far; 0 where there is none."""
    try:
        with open(f"/proc/{process}/stat", "rb") as file:
            fields = file.read().rpartition(b")")[2].split()
        return (int(fields[11]) + int(fields[12])) / _TICKS
    except (OSError, IndexError, ValueError):
        return 0.0


def _held(process: int) -> dict[str, int]:
    """Bytes of memory by the names of proc(5)."""
    found = {}
    with contextlib.suppress(OSError), open(f"/proc/{process}/status") as lines:
        for line in lines:
            name, _, value = line.partition(":")
            if value.endswith("kB\n"):
                found[name] = int(value.split()[0]) * 1024
    return found
