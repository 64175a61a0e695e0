"""Pixels that are not in use, in files of a folder: read again as they are needed."""

from __future__ import annotations

import contextlib
import logging
import os
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.private import open_private

_log = logging.getLogger(__name__)


class Spill:
    """A folder that belongs to one store; whoever made it removes it.

    What is read is mapped into memory: the system keeps as much of it there as there is room for.
    """

    def __init__(self, folder: Path, most: int) -> None:
        self.folder, self._most = folder, most
        self._sizes: dict[str, int] = {}

    @property
    def bytes(self) -> int:
        return sum(self._sizes.values())

    def write(self, name: str, pixels: NDArray) -> bool:
        """Write pixels; False where there is no room for them, or the disk fails."""
        if name in self._sizes:
            return True
        if self.bytes + pixels.nbytes > self._most:
            return False
        try:
            with open_private(self._path(name), "wb") as file:
                np.lib.format.write_array(file, pixels, allow_pickle=False)
        except OSError as error:
            _log.warning("pixels can't be put aside: %s", error)
            self.drop(name)
            return False
        self._sizes[name] = pixels.nbytes
        return True

    def read(self, name: str) -> NDArray:
        """Pixels that were written, read-only."""
        return np.load(self._path(name), mmap_mode="r", allow_pickle=False)

    def drop(self, name: str) -> None:
        """Let go of pixels; whoever is using them has them for as long as they are in use."""
        self._sizes.pop(name, None)
        with contextlib.suppress(OSError):
            os.unlink(self._path(name))

    def _path(self, name: str) -> Path:
        return self.folder / f"{name}.npy"
