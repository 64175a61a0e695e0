"""The projects and photos opened last."""

from __future__ import annotations

import contextlib
import json
from pathlib import Path

from woodcock.session.preferences import state_folder

_MOST = 10


def _list() -> Path:
    return state_folder() / "recent.json"


def recent_files() -> tuple[Path, ...]:
    """The files opened or saved last that still exist, the latest first."""
    try:
        names = json.loads(_list().read_text())
        paths = [Path(name) for name in names if isinstance(name, str)]
    except (OSError, ValueError, TypeError):
        return ()
    return tuple(path for path in paths if path.exists())[:_MOST]


def remember(path: Path) -> None:
    """Put a file at the head of the list; a list that can't be kept is no reason to complain."""
    path = path.resolve()
    names = [str(path), *(str(p) for p in recent_files() if p != path)][:_MOST]
    with contextlib.suppress(OSError):
        _list().parent.mkdir(parents=True, exist_ok=True)
        _list().write_text(json.dumps(names))
