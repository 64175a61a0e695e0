"""Folders that belong to one process at a time."""

from __future__ import annotations

import fcntl
from pathlib import Path
from typing import IO

from woodcock.private import open_private, private_folder


def claimed(folder: Path) -> IO[str] | None:
    """The lock of a folder, which is made; None if a living process has it, or it can't be made.

    It is given back when it is closed, and by the system when its process ends, however it does.
    """
    try:
        lock = open_private(private_folder(folder) / "lock", "a")
    except OSError:
        return None
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.close()
        return None
    return lock
