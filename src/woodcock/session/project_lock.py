"""Whose a project file is: a small file beside it tells other processes, here or elsewhere."""

from __future__ import annotations

import contextlib
import json
import os
import time
from pathlib import Path
from typing import Any, NamedTuple

import msgspec

from woodcock.errors import WoodcockError
from woodcock.media.processes import Owner, this_process
from woodcock.reading import read_plain
from woodcock.texts import tr

BEAT = 60.0  # seconds after which a lock is renewed
_STALE = 10 * BEAT  # after which another machine's is taken for left behind
_MOST, _LAST = 2000, 4e9  # bytes, and seconds since 1970: in the year 2096
_EARLIER = 4  # words of a lock that an earlier version wrote
_Told = tuple[str, int, int, str, float]  # what a lock holds


class Holder(NamedTuple):
    """Who has a project open, and since when (seconds since 1970)."""

    owner: Owner
    since: float

    @property
    def sentence(self) -> str:
        clock = time.strftime("%H:%M", time.localtime(self.since))
        return tr(
            "process {process} on {host}, since {clock}",
            process=self.owner.process,
            host=self.owner.host,
            clock=clock,
        )


class ProjectLock:
    """Says that this process has a project open, until it is released."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self._file = lock_file(path)

    def renew(self) -> None:
        """Say that it is still so."""
        with contextlib.suppress(OSError):
            os.utime(self._file)

    def release(self) -> None:
        held = _read(self._file)
        if held is not None and held.owner == this_process():
            self._file.unlink(missing_ok=True)


class Held:
    """The lock of the project that is open now, and of no other. For one thread."""

    def __init__(self) -> None:
        self._lock: ProjectLock | None = None

    def follow(self, path: Path | None) -> Holder | None:
        """Give back what is held and take another project's lock; who has that, if another does."""
        before, got = self._lock, take(path) if path is not None else None
        self._lock = got if isinstance(got, ProjectLock) else None
        if before is not None and (self._lock is None or self._lock.path != before.path):
            before.release()
        return got if isinstance(got, Holder) else None

    def renew(self) -> None:
        if self._lock is not None:
            self._lock.renew()


def lock_file(path: Path) -> Path:
    path = Path(os.path.realpath(path))
    return path.with_name(f".{path.name}.lock")


def take(path: Path) -> ProjectLock | Holder | None:
    """The lock of a project, or who has it; None where no lock can be written, as in a folder that
    is read-only.

    One that a process left which lives no more is taken over, and so is one of which that can't be
    told, as of another machine's, that was not renewed for ten minutes. One that makes no sense is
    taken over as well.
    """
    file = lock_file(path)
    mine = json.dumps([*this_process(), time.time()])
    for _ in range(30):
        try:
            handle = os.open(file, os.O_CREAT | os.O_EXCL | os.O_WRONLY, 0o644)
        except FileExistsError:
            held = _read(file)
            if held is not None and held.owner == this_process():
                return ProjectLock(path)
            if held is not None and not _is_stale(file, held):
                return held
            if held is None and _is_being_written(file):
                time.sleep(0.1)
                continue
            with contextlib.suppress(OSError):
                _put_aside(file, held)
            continue
        except OSError:
            return None
        with os.fdopen(handle, "w") as opened:
            opened.write(mine)
        return ProjectLock(path)
    return None


def check_free(path: Path) -> None:
    """WoodcockError if another living process has the project open."""
    held = _read(lock_file(path))
    if held is not None and held.owner != this_process() and not _is_stale(lock_file(path), held):
        raise WoodcockError(
            tr(
                "{name} is open in another Woodcock ({why}). Nothing was written. Save "
                "under another name.",
                name=path.name,
                why=held.sentence,
            )
        )


def clear(path: Path) -> None:
    """Remove a project's lock if the process of this machine that left it lives no more."""
    held = _read(lock_file(path))
    if held is not None and held.owner.lives is False:
        lock_file(path).unlink(missing_ok=True)


def _put_aside(file: Path, held: Holder | None) -> None:
    """Remove a stale lock, unless another process has just taken it over."""
    aside = file.with_name(f"{file.name}.{this_process().text}")
    os.rename(file, aside)
    if _read(aside) == held:
        aside.unlink()
    else:
        os.rename(aside, file)


def _is_stale(file: Path, held: Holder) -> bool:
    if held.owner.lives is not None:
        return not held.owner.lives
    try:
        age = _now_beside(file) - file.stat().st_mtime
    except OSError:
        return True
    return abs(age) > _STALE  # one from the future was left by a clock that was set back since


def _now_beside(file: Path) -> float:
    """The time as the file's own disk has it, which may be another machine's."""
    probe = file.with_name(f"{file.name}.{this_process().text}.now")
    try:
        probe.touch()
        return probe.stat().st_mtime
    except OSError:
        return time.time()
    finally:
        with contextlib.suppress(OSError):
            probe.unlink()


def _is_being_written(file: Path) -> bool:
    try:
        return abs(_now_beside(file) - file.stat().st_mtime) < 2
    except OSError:
        return False


def _read(file: Path) -> Holder | None:
    """Who holds it; None where that can't be told."""
    try:
        said = msgspec.json.decode(read_plain(file, _MOST), type=list[Any])
        if len(said) == _EARLIER:  # without where its process is
            said.insert(3, "")
        told = msgspec.convert(said, _Told)
    except (OSError, ValueError, RecursionError):
        return None
    *owner, since = told
    sound = min(told[1], told[2]) >= 0 and 0 <= since < _LAST
    return Holder(Owner(*owner), since) if sound else None
