"""Files and folders that only their owner can look into, whatever the system's default is."""

from __future__ import annotations

import contextlib
import os
import uuid
from pathlib import Path
from typing import IO, Any

_FOLDER, _FILE = 0o700, 0o600


def private_folder(folder: Path) -> Path:
    """A folder that is made, or closed to others if it is there; OSError if it can't be made."""
    for missing in [x for x in (folder, *folder.parents) if not x.exists()][::-1]:
        with contextlib.suppress(FileExistsError):
            missing.mkdir(_FOLDER)
    if folder.stat().st_mode & 0o777 != _FOLDER:
        with contextlib.suppress(PermissionError):  # another's: then so are its rights
            folder.chmod(_FOLDER)
    return folder


def open_private(path: Path, mode: str) -> IO[Any]:
    """A file opened to be written: new, it is closed to others, and so it is if it was there."""
    file = open(path, mode, opener=_opened)  # noqa: SIM115
    with contextlib.suppress(OSError):
        os.fchmod(file.fileno(), _FILE)
    return file


def _opened(name: str, flags: int) -> int:
    return os.open(name, flags, _FILE)


def write_private(path: Path, data: bytes) -> None:
    """Have these bytes in a file, in a folder that is made if need be, at once or not at all."""
    private_folder(path.parent)
    part = path.with_name(f"{path.name}.{uuid.uuid4().hex[:8]}.part")
    try:
        with open_private(part, "wb") as file:
            file.write(data)
        part.replace(path)
    finally:
        part.unlink(missing_ok=True)
