"""A queue's list and projects in a folder, so that it survives closing and crashes."""

from __future__ import annotations

import contextlib
import hashlib
import json
import logging
import shutil
import time
from collections.abc import Callable
from concurrent.futures import Future, ThreadPoolExecutor, wait
from pathlib import Path
from typing import IO, Any

import msgspec

from woodcock.background import step_back
from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.atomic import replacing
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.session.claims import claimed
from woodcock.session.moments import Moment, loaded, moments_of
from woodcock.session.pool import Pool
from woodcock.session.records import read_records, write_records
from woodcock.session.state_files import keep_state, read_state, state_folder
from woodcock.texts import tr

_log = logging.getLogger(__name__)
KEPT = ".moment"  # the ending of projects that wait
_MOST = 16  # processes with a queue of their own at a time


class KeptQueue:
    """The folder of one process's queue: `queue.json` and the projects it refers to.

    A process takes the first folder that no living one has, and what others left unfinished.
    Writing is done on a thread of its own, in order; what can't be written is only logged.
    """

    def __init__(self, root: Path | None = None) -> None:
        root = root or state_folder() / "queue"
        self._thread = ThreadPoolExecutor(1, thread_name_prefix="kept", initializer=step_back)
        self._lock: IO[str] | None = None
        for number in range(1, _MOST + 1):
            self.folder = root / str(number)
            self._lock = claimed(self.folder)
            if self._lock is not None:
                break
        self._closed = False
        self._writing: list[Future[None]] = []
        self._pool = Pool(root.parent)
        if self._lock is not None:
            self._adopt(root)

    def items(self) -> list[object]:
        """The list as it was kept last, as plain data."""
        return _list(self.folder) if self._lock is not None else []

    def keep(self, project: Project, store: PixelStore, kept: Callable[[str], None]) -> None:
        """Write a project; `kept(name)` is called on the thread when it is there."""

        def write() -> None:
            name = hashlib.blake2b(msgspec.json.encode(project), digest_size=12).hexdigest()
            moment = Moment(time.time(), "Queue", project)
            try:
                with self._pool.writing():
                    for each in moment.names:
                        self._pool.add(each, store.get(each))
                    write_records(self._file(name), [moment.packed()])
                kept(name)
            except WoodcockError as error:
                _log.warning("a queued project was not kept: %s", error)

        self._submit(write)

    def load(self, name: str, store: PixelStore) -> Project:
        """A project that was kept; WoodcockError if it is gone or damaged."""
        for moment in moments_of(read_records(self._file(name))):
            if loaded(moment, store, self._pool):
                return moment.project
        raise WoodcockError(tr("What was kept of its project is gone or damaged. Queue it anew."))

    def save(self, listed: Callable[[], list[dict[str, Any]]]) -> None:
        """Keep the list as it is when its turn comes, and only the projects that it refers to."""

        def write() -> None:
            items = listed()
            names = {item["snapshot"] for item in items}
            try:
                with replacing(self.folder / "queue.json", private=True) as temporary:
                    temporary.write_text(json.dumps(items))
            except WoodcockError as error:
                _log.warning("the queue was not kept: %s", error)
                return
            for path in self.folder.glob(f"*{KEPT}"):
                if path.stem not in names:
                    path.unlink(missing_ok=True)

        self._submit(write)

    def close(self, seconds: float = 30.0) -> None:
        """Everything is written, if that takes no longer; the folder is free for others."""
        self._closed = True
        self._thread.shutdown(wait=False)
        wait(self._writing, seconds)
        if self._lock is not None:
            self._lock.close()
            self._lock = None

    def _submit(self, write: Callable[[], None]) -> None:
        def logged() -> None:
            try:
                write()
            except Cancelled:  # made and let go before it was kept
                pass
            except Exception:
                _log.exception("the queue was not kept")

        if self._lock is not None and not self._closed:
            self._writing = [x for x in self._writing if not x.done()]
            self._writing.append(self._thread.submit(logged))

    def _file(self, name: str) -> Path:
        return self.folder / f"{Path(name).name}{KEPT}"

    def _adopt(self, root: Path) -> None:
        """Take over the lists of processes that are gone."""
        found = self.items()
        for other in sorted(root.iterdir()):
            if other == self.folder or not other.is_dir():
                continue
            lock = claimed(other)
            if lock is None:
                continue
            with contextlib.suppress(OSError):
                for path in other.glob(f"*{KEPT}"):
                    path.replace(self.folder / path.name)
                found += _list(other)
                shutil.rmtree(other)
            lock.close()
        if found:
            keep_state(self.folder / "queue.json", found)


def _list(folder: Path) -> list[object]:
    return read_state(folder / "queue.json", list[object]) or []
