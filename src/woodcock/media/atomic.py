"""Writing a file so that either all of it is there or nothing changed."""

from __future__ import annotations

import contextlib
import errno
import os
import re
import shutil
import stat
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from woodcock.errors import WoodcockError
from woodcock.media.processes import Owner, of_text, this_process
from woodcock.texts import tr

_MARK = "~part"
_WEEK = 7 * 24 * 3600  # seconds
_MOST_LINKS = 40
# The name of a temporary file says whose it is, so that what a killed process left can go.
_TEMPORARY = re.compile(rf"\..*{_MARK}-([0-9a-f.]+)-[^.]*(\.[^.]*)?", re.DOTALL)


@contextmanager
def replacing(target: Path, *, private: bool = False) -> Iterator[Path]:
    """A temporary path beside `target` that takes its place when the block ends well.

    On any failure the temporary file goes and `target` stays as it was; when the block has ended,
    file and folder are on the disk. A file that is replaced keeps its permissions; through a
    symbolic link of the person's own, what it leads to is replaced, and never through another's.
    What is `private` only its owner can read. Raises WoodcockError with a sentence for a full disk,
    a missing folder or one that can't be written, and for a device, which is never replaced.
    """
    target = own_place(target)
    temporary: Path | None = None
    try:
        mode = 0o600 if private else _mode(target)
        handle, name = tempfile.mkstemp(target.suffix, _prefix(target), target.parent)
        os.close(handle)
        temporary = Path(name)
        yield temporary
        with temporary.open("rb") as written:
            os.fsync(written.fileno())
        temporary.chmod(mode)
        os.replace(temporary, target)
        temporary = None
        sync_folder(target.parent)
    except OSError as error:
        raise WoodcockError(sentence(error, target)) from error
    finally:
        if temporary is not None:
            temporary.unlink(missing_ok=True)


@contextmanager
def folder_beside(target: Path) -> Iterator[Path]:
    """A temporary folder beside `target`, gone when the block ends unless it was moved away."""
    made = Path(tempfile.mkdtemp("", _prefix(target), target.parent))
    try:
        yield made
    finally:
        shutil.rmtree(made, ignore_errors=True)


def _prefix(target: Path) -> str:
    return f".{target.stem[:40]}{_MARK}-{this_process().text}-"


def sync_folder(folder: Path) -> None:
    """Have the names in a folder on the disk; where that can't be done, it is not."""
    with contextlib.suppress(OSError):
        handle = os.open(folder, os.O_RDONLY | os.O_DIRECTORY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)


def own_place(target: Path) -> Path:
    """Where a path leads by links that are this person's own, or the system's.

    WoodcockError at a link that somebody else put there, as they can in a folder for all: what is
    written would go where they want.
    """
    target = Path(os.path.abspath(target))
    for _ in range(_MOST_LINKS):
        try:
            there = target.lstat()
        except OSError:
            break
        if not stat.S_ISLNK(there.st_mode):
            break
        if there.st_uid not in (os.geteuid(), 0):
            raise WoodcockError(
                tr(
                    "{name} is a link that somebody else put there. Nothing was written. Choose "
                    "another name.",
                    name=target.name,
                )
            )
        target = Path(os.path.normpath(target.parent / os.readlink(target)))
    return Path(os.path.realpath(target.parent)) / target.name


def sweep(folder: Path) -> int:
    """Remove what processes left in a folder when they were killed while they wrote: those of this
    system that live no more, others' after a week; returns how many files and folders."""
    count = 0
    with contextlib.suppress(OSError):
        for entry in os.scandir(folder):
            named = _TEMPORARY.fullmatch(entry.name)
            if not named or not _is_left(entry, of_text(named[1])):
                continue
            with contextlib.suppress(OSError):
                if entry.is_dir(follow_symlinks=False):
                    shutil.rmtree(entry.path)
                else:
                    os.unlink(entry.path)
                count += 1
    return count


def _is_left(entry: os.DirEntry[str], owner: Owner | None) -> bool:
    lives = owner.lives if owner else None
    if lives is not None:
        return not lives
    try:
        return time.time() - entry.stat(follow_symlinks=False).st_mtime > _WEEK
    except OSError:
        return False


def sentence(error: OSError, target: Path) -> str:
    """What went wrong with writing `target`, what was kept, and what to do."""
    kept = tr("Nothing was left behind.")
    if target.exists():
        kept = tr("The file that was there before is unchanged.")
    name, elsewhere = target.name, tr("Choose another place.")
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return tr(
            "The disk is full, so {name} could not be written. {kept} Free some space first.",
            name=name,
            kept=kept,
        )
    if error.errno == errno.ENOENT and not target.parent.exists():
        folder = target.parent
        return tr(
            "The folder {folder} does not exist, so {name} could not be written. {elsewhere}",
            folder=folder,
            name=name,
            elsewhere=elsewhere,
        )
    if error.errno in (
        errno.ENOENT,
        errno.EACCES,
        errno.EPERM,
        errno.EROFS,
        errno.ENOTDIR,
        errno.EISDIR,
    ):
        return tr(
            "{name} may not be written in {parent}. {kept} {elsewhere}",
            name=name,
            parent=target.parent,
            kept=kept,
            elsewhere=elsewhere,
        )
    return tr(
        "{name} could not be written ({why}). {kept} {elsewhere}",
        name=name,
        why=error.strerror or error,
        kept=kept,
        elsewhere=elsewhere,
    )


def _mode(target: Path) -> int:
    """The permissions that what is written at `target` gets."""
    try:
        there = target.stat().st_mode
    except FileNotFoundError:
        return 0o666 & ~umask()
    if not (stat.S_ISREG(there) or stat.S_ISDIR(there)):
        raise WoodcockError(
            tr(
                "{name} is a device, not a file, so nothing was written. Choose another name.",
                name=target.name,
            )
        )
    return stat.S_IMODE(there)


def umask() -> int:
    """The mask of permissions that new files get."""
    value = os.umask(0)
    os.umask(value)
    return value
