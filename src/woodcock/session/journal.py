"""The journal of one window: after every act, what is needed to come back to it."""

from __future__ import annotations

import logging
import shutil
from collections.abc import Callable
from pathlib import Path
from typing import IO

from woodcock.errors import WoodcockError
from woodcock.media.processes import this_process
from woodcock.pixels.store import PixelStore
from woodcock.session.claims import claimed
from woodcock.session.moments import Moment, loaded, moments_of, reader
from woodcock.session.pool import Pool
from woodcock.session.records import append_record, read_records, write_records
from woodcock.session.state_files import state_folder
from woodcock.texts import tr

_FILE = "acts"
_MOST = 4_000_000  # bytes of a journal before only its last moment is kept
_WINDOWS = 64  # of one process
_log = logging.getLogger(__name__)


def journals(root: Path | None = None) -> Path:
    return (root or state_folder()) / "journal"


class Journal:
    """A folder that a window writes its acts to; it belongs to it as long as its process lives."""

    def __init__(self, root: Path | None = None) -> None:
        self.pool = Pool(root)
        self._lock: IO[str] | None = None
        for number in range(_WINDOWS):
            self.folder = journals(root) / f"{this_process().text}-{number}"
            if (self.folder / _FILE).exists():
                continue  # of a window of this process that was closed and whose work was kept
            self._lock = claimed(self.folder)
            if self._lock is not None:
                break

    def write(self, moment: Moment, store: PixelStore) -> bool:
        """Have a moment on the disk; if it is not saved, with its pixels that lie nowhere else.

        True if the moments before it went, for there were many: then their pixels can go, too.
        OSError or WoodcockError if that can't be done, Cancelled if its pixels are gone already.
        """
        if self._lock is None:
            raise WoodcockError(tr("The folder for unsaved work can't be written."))
        with self.pool.writing():
            with reader(moment, self.pool, sure=True) as there:
                for name in moment.names if not moment.saved else ():
                    if name not in there:
                        self.pool.add(name, store.get(name))
            path = self.folder / _FILE
            full = path.exists() and path.stat().st_size > _MOST
            if full:
                write_records(path, [moment.packed()])
            else:
                append_record(path, moment.packed())
        return full

    def gather(
        self, moment: Moment, store: PixelStore, stop: Callable[[], bool] = lambda: False
    ) -> bool:
        """Have all of a moment's pixels in the pool: its project's file may be changed by others.

        False if `stop()` came in between; else as `write`.
        """
        with self.pool.writing(), reader(moment, self.pool, sure=True) as there:
            for name in moment.names:
                if name in self.pool:
                    continue
                if stop():
                    return False
                png = there.packed(name)
                if png is not None:
                    self.pool.add_encoded(name, png)
                else:
                    self.pool.add(name, store.get(name))
        return True

    def close(self, keep: bool) -> None:
        """Give the folder back; the journal goes unless it is to be found at the next start."""
        if self._lock is not None:
            if not keep:
                shutil.rmtree(self.folder, ignore_errors=True)
            self._lock.close()
            self._lock = None


class Left:
    """Work that a process left behind: `moments`, the last first, all with pixels that are there.

    It belongs to whoever found it until it is given back.
    """

    def __init__(self, folder: Path, lock: IO[str], moments: list[Moment], pool: Pool) -> None:
        self.folder, self.moments, self.pool = folder, moments, pool
        self._lock = lock

    @property
    def moment(self) -> Moment:
        return self.moments[0]

    def open(self, store: PixelStore) -> Moment:
        """The last moment that can be read in full, its pixels put into `store`.

        WoodcockError if none can.
        """
        for moment in self.moments:
            if loaded(moment, store, self.pool):
                return moment
            _log.warning("%s of %s can't be read", moment.act, self.folder)
        raise WoodcockError(
            tr(
                "What was kept of this work is damaged and can't be opened. Open the project as "
                "it was saved last."
            )
        )

    def give_back(self) -> None:
        """It is offered again at the next start."""
        self._lock.close()

    def discard(self) -> None:
        shutil.rmtree(self.folder, ignore_errors=True)
        self._lock.close()


def left_behind(root: Path | None = None) -> list[Left]:
    """What processes that ended without closing left of unsaved work, the latest first.

    Journals with nothing unsaved go. Nothing is taken from a living process.
    """
    found = []
    pool = Pool(root)
    try:
        folders = [path for path in journals(root).iterdir() if path.is_dir()]
    except OSError:
        return []
    for folder in folders:
        lock = claimed(folder)
        if lock is None:
            continue
        moments = moments_of(read_records(folder / _FILE))[::-1]
        if moments and not moments[0].saved:
            found.append(Left(folder, lock, moments, pool))
        else:
            shutil.rmtree(folder, ignore_errors=True)
            lock.close()
    return sorted(found, key=lambda left: left.moment.at, reverse=True)


def journaled(root: Path | None = None) -> list[Moment]:
    """All that is in any journal, of living processes, too."""
    return [x for path in journals(root).glob(f"*/{_FILE}") for x in moments_of(read_records(path))]
