"""The folder of a process for pixels that are not in use: gone with it, or at the next start."""

from __future__ import annotations

import shutil
from pathlib import Path
from typing import IO

from woodcock.media.processes import this_process
from woodcock.pixels.spill import Spill
from woodcock.session.claims import claimed
from woodcock.session.state_files import state_folder

_MOST = 24_000_000_000  # bytes that one window puts aside


class Scratch:
    """Where a window's store puts pixels aside; `spill` is None where no folder can be written."""

    def __init__(self, root: Path | None = None) -> None:
        self._lock: IO[str] | None = None
        self.spill: Spill | None = None
        for number in range(64):
            folder = (root or state_folder()) / "scratch" / f"{this_process().text}-{number}"
            self._lock = claimed(folder)
            if self._lock is not None:
                self.spill = Spill(folder, _MOST)
                return

    def close(self) -> None:
        """Remove the folder; pixels that are in use stay readable."""
        if self.spill is not None:
            shutil.rmtree(self.spill.folder, ignore_errors=True)
        if self._lock is not None:
            self._lock.close()


def clear_scratch(root: Path) -> None:
    """Remove the folders of processes that are gone."""
    for folder in (root / "scratch").glob("*/"):
        lock = claimed(folder)
        if lock is not None:
            shutil.rmtree(folder, ignore_errors=True)
            lock.close()
