"""Starting Python so that nothing in the folder somebody works in is taken for a part of it."""

from __future__ import annotations

import os
import sys
from pathlib import Path

FOLDER = (
    Path(__file__).resolve().parents[1]
)  # where processes of ours work: nobody else writes there
# What a helper needs of the environment; the rest may hold secrets.
_KEPT = (
    "LANG", "LANGUAGE", "LC_ALL", "LC_CTYPE", "LC_MESSAGES", "LC_NUMERIC", "LD_LIBRARY_PATH",
    "PATH", "TZ", "VIRTUAL_ENV", "WOODCOCK_LANGUAGE",
)  # fmt: skip


def python_command(module: str) -> list[str]:
    """The words that start a module; `-P` keeps the working folder out of where modules are sought
    (Python 3.11)."""
    return [sys.executable, "-P", "-m", module]


def clean_environment() -> dict[str, str]:
    """For a helper: where modules are is told by whole paths, and little else."""
    kept = {name: os.environ[name] for name in _KEPT if name in os.environ}
    places = os.environ.get("PYTHONPATH", "").split(os.pathsep)
    whole = [place for place in places if os.path.isabs(place)]
    return {
        **kept,
        "PYTHONPATH": os.pathsep.join(whole),
        "PYTHONDONTWRITEBYTECODE": "1",
        "OPENBLAS_NUM_THREADS": "1",  # threads that are there before it is confined are not
    }
