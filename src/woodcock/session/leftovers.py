"""What killed processes left behind that is of no use to anybody."""

from __future__ import annotations

import logging
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from woodcock.media.atomic import sweep
from woodcock.session.journal import journaled
from woodcock.session.project_lock import clear
from woodcock.session.recent import recent_files
from woodcock.session.scratch import clear_scratch
from woodcock.session.state_files import read_state, state_folder
from woodcock.session.versions import tidy

_log = logging.getLogger(__name__)


def clear_up(root: Path | None = None) -> int:
    """Remove half-written files and locks of processes that are gone, where Woodcock wrote, and
    pixels that nothing refers to; returns how many files went.

    What fails at one place is told to the log, and the others go on.
    """
    root = root or state_folder()
    projects: set[Path] = set()
    folders = {root, Path(tempfile.gettempdir())}
    with _going_on("journals"):
        projects |= {moment.file for moment in journaled(root) if moment.file}
    with _going_on("recent files"):
        projects |= {path for path in recent_files() if path.is_file()}
    with _going_on("queues"):
        folders |= set(_of_exports(root)) | {path for path in root.glob("*/*") if path.is_dir()}
    count = 0
    for folder in folders | {path.parent for path in projects}:
        with _going_on(folder):
            count += sweep(folder)
    for path in projects:
        with _going_on(path):
            clear(path)
    with _going_on("versions"):
        tidy(root)
    with _going_on("scratch"):
        clear_scratch(root)
    if count:
        _log.info("%d half-written files of earlier runs were removed", count)
    return count


@contextmanager
def _going_on(at: object) -> Iterator[None]:
    try:
        yield
    except Exception:
        _log.exception("clearing up failed at %r", at)


def _of_exports(root: Path) -> list[Path]:
    """The folders that deliveries were written to."""
    items = [
        x for path in root.glob("queue/*/queue.json") for x in read_state(path, list[Any]) or ()
    ]
    paths = [item.get("path") for item in items if isinstance(item, dict)]
    return [Path(path).parent for path in paths if isinstance(path, str)]
