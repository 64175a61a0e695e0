"""What killed processes left behind that is of no use to anybody."""

from __future__ import annotations

import json
import logging
import tempfile
from pathlib import Path

from woodcock.media.atomic import sweep
from woodcock.session.journal import journaled
from woodcock.session.preferences import state_folder
from woodcock.session.project_lock import clear
from woodcock.session.recent import recent_files
from woodcock.session.scratch import clear_scratch
from woodcock.session.versions import tidy

_log = logging.getLogger(__name__)


def clear_up(root: Path | None = None) -> int:
    """Remove half-written files and locks of processes that are gone, where Woodcock wrote, and
    pixels that nothing refers to; returns how many files went."""
    root = root or state_folder()
    projects = {moment.file for moment in journaled(root) if moment.file}
    projects |= {path for path in recent_files() if path.is_file()}
    folders = {root, Path(tempfile.gettempdir()), *(path.parent for path in projects)}
    folders |= set(_of_exports(root)) | {path for path in root.glob("*/*") if path.is_dir()}
    count = sum(sweep(folder) for folder in folders)
    for path in projects:
        clear(path)
    tidy(root)
    clear_scratch(root)
    if count:
        _log.info("%d half-written files of earlier runs were removed", count)
    return count


def _of_exports(root: Path) -> list[Path]:
    """The folders that deliveries were written to."""
    found = []
    for path in root.glob("queue/*/queue.json"):
        try:
            found += [Path(item["path"]).parent for item in json.loads(path.read_bytes())]
        except (OSError, ValueError, TypeError, KeyError, RecursionError):
            continue
    return found
