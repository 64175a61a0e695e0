"""Writing a file so that either all of it is there or nothing changed."""

from __future__ import annotations

import errno
import os
import stat
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from woodcock.errors import WoodcockError


@contextmanager
def replacing(target: Path) -> Iterator[Path]:
    """A temporary path beside `target` that takes its place when the block ends well.

    On any failure the temporary file goes and `target` stays as it was. A file that is replaced
    keeps its permissions; through a symbolic link, what it leads to is replaced. Raises
    WoodcockError with a sentence for a full disk, a missing folder or one that can't be written,
    and for a device, which is never replaced.
    """
    target = Path(os.path.realpath(target))
    temporary: Path | None = None
    try:
        mode = _mode(target)
        handle, name = tempfile.mkstemp(
            prefix=f".{target.stem}-", suffix=target.suffix, dir=target.parent
        )
        os.close(handle)
        temporary = Path(name)
        yield temporary
        with temporary.open("rb") as written:
            os.fsync(written.fileno())
        temporary.chmod(mode)
        os.replace(temporary, target)
        temporary = None
    except OSError as error:
        raise WoodcockError(sentence(error, target)) from error
    finally:
        if temporary is not None:
            temporary.unlink(missing_ok=True)


def sentence(error: OSError, target: Path) -> str:
    """What went wrong with writing `target`, what was kept, and what to do."""
    kept = "Nothing was left behind."
    if target.exists():
        kept = "The file that was there before is unchanged."
    name, elsewhere = target.name, "Choose another place."
    if error.errno in (errno.ENOSPC, errno.EDQUOT):
        return f"The disk is full, so {name} could not be written. {kept} Free some space first."
    if error.errno == errno.ENOENT and not target.parent.exists():
        folder = target.parent
        return f"The folder {folder} does not exist, so {name} could not be written. {elsewhere}"
    if error.errno in (
        errno.ENOENT,
        errno.EACCES,
        errno.EPERM,
        errno.EROFS,
        errno.ENOTDIR,
        errno.EISDIR,
    ):
        return f"{name} may not be written in {target.parent}. {kept} {elsewhere}"
    return f"{name} could not be written ({error.strerror or error}). {kept} {elsewhere}"


def _mode(target: Path) -> int:
    """The permissions that what is written at `target` gets."""
    try:
        there = target.stat().st_mode
    except FileNotFoundError:
        return 0o666 & ~umask()
    if not (stat.S_ISREG(there) or stat.S_ISDIR(there)):
        raise WoodcockError(
            f"{target.name} is a device, not a file, so nothing was written. Choose another name."
        )
    return stat.S_IMODE(there)


def umask() -> int:
    """The mask of permissions that new files get."""
    value = os.umask(0)
    os.umask(value)
    return value
