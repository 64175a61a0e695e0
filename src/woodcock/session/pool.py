"""Pixels in the state folder, a file each by content hash: what journals and versions refer to."""

from __future__ import annotations

import fcntl
import os
from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

import numpy as np
from numpy.typing import NDArray

from woodcock.media.atomic import replacing, sweep, sync_folder
from woodcock.media.picture import decode_png, encode_png, is_whole_png
from woodcock.private import open_private, private_folder
from woodcock.reading import open_plain, read_plain
from woodcock.session.state_files import state_folder

_MOST = 2_000_000_000  # bytes of a PNG
_SMALL = 1_000_000  # bytes of a colour picture that is worth packing


class Pool:
    """Arrays by content hash, shared by all processes of a person.

    Masks and small pictures are PNG; large ones are written as they are (NPY), which is quick.
    """

    def __init__(self, root: Path | None = None) -> None:
        self.folder = (root or state_folder()) / "pixels"

    @contextmanager
    def writing(self) -> Iterator[None]:
        """Nothing is swept away meanwhile; what was added is on the disk when it ends."""
        private_folder(self.folder)
        with self._lock() as lock:
            fcntl.flock(lock, fcntl.LOCK_SH)
            yield
            sync_folder(self.folder)

    def __contains__(self, name: str) -> bool:
        return self._png(name).exists() or self._npy(name).exists()

    def add(self, name: str, pixels: NDArray) -> None:
        """Write pixels that are not there yet; WoodcockError if they can't be."""
        if name in self:
            return
        if pixels.ndim == 2 or (pixels.ndim == 3 and pixels.nbytes <= _SMALL):
            self.add_encoded(name, encode_png(pixels))
            return
        with replacing(self._npy(name), private=True) as temporary, temporary.open("wb") as file:
            np.save(file, pixels, allow_pickle=False)

    def add_encoded(self, name: str, png: bytes) -> None:
        """The same for pixels that are encoded as PNG already."""
        if name not in self:
            with replacing(self._png(name), private=True) as temporary:
                temporary.write_bytes(png)

    def encoded(self, name: str) -> bytes | None:
        """PNG bytes, if pixels are kept so and whole."""
        try:
            data = read_plain(self._png(name), _MOST)
        except OSError:
            return None
        return data if is_whole_png(data) else None

    def read(self, name: str) -> NDArray:
        """Pixels that were added; OSError or ValueError if they are not there, or damaged."""
        png = self.encoded(name)
        if png is not None:
            return decode_png(png)
        with open_plain(self._npy(name)) as file:
            return np.lib.format.read_array(file, allow_pickle=False)

    def keep_only(self, wanted: Callable[[], Iterable[str]]) -> int | None:
        """Remove all but what is `wanted()`, which is asked while nobody can write.

        Returns how many bytes are left; None, and nothing goes, while a process is writing.
        """
        if not self.folder.is_dir():
            return 0
        with self._lock() as lock:
            try:
                fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            except OSError:
                return None
            sweep(self.folder)
            keep, left = {"lock", *wanted()}, 0
            for entry in os.scandir(self.folder):
                if entry.name.partition(".")[0] in keep:
                    left += entry.stat().st_size
                else:
                    os.unlink(entry.path)
            return left

    @contextmanager
    def _lock(self) -> Iterator[IO[str]]:
        with open_private(self.folder / "lock", "a") as lock:
            yield lock

    def _png(self, name: str) -> Path:
        return self.folder / f"{Path(name).name}.png"

    def _npy(self, name: str) -> Path:
        return self.folder / f"{Path(name).name}.npy"
