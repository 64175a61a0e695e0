"""The log: what happened, kept in files in the user's state folder, and the report made of it."""

from __future__ import annotations

import contextlib
import logging
import os
import platform
import sys
import threading
from logging.handlers import RotatingFileHandler
from pathlib import Path
from types import TracebackType
from typing import Any

from woodcock.apart import WALLS, possible
from woodcock.private import open_private, private_folder
from woodcock.session.preferences import machine_memory
from woodcock.session.state_files import state_folder
from woodcock.texts import tr, tr_noop
from woodcock.version import __version__

_BYTES, _FILES = 1_000_000, 3  # of a file, and how many older ones are kept
_LINES = 300  # of the log in a report
_LIBRARIES = ("PySide6-Essentials", "numpy", "numba", "opencv-python-headless", "scipy", "av",
              "msgspec")  # fmt: skip
# What each wall keeps a process from.
_WALLS = {
    "privileges": tr_noop("more rights than yours"),
    "files": tr_noop("other files"),
    "calls": tr_noop("other programs and the network"),
}

_log = logging.getLogger(__name__)


class _Private(RotatingFileHandler):
    """Its files are their owner's alone."""

    def _open(self) -> Any:
        open_private(Path(self.baseFilename), "a").close()
        return super()._open()


def log_file() -> Path:
    return state_folder() / "woodcock.log"


def start_logging() -> None:
    """Write the log to its file from now on, and whatever nobody catches with its traceback.

    Where no file can be written there is none; nothing else changes.
    """
    root = logging.getLogger("woodcock")
    root.setLevel(logging.INFO)
    for handler in [x for x in root.handlers if isinstance(x, RotatingFileHandler)]:
        root.removeHandler(handler)  # of another folder, or of a second start
        handler.close()
    with contextlib.suppress(OSError):
        private_folder(state_folder())
        handler = _Private(log_file(), maxBytes=_BYTES, backupCount=_FILES, encoding="utf-8")
        form = "%(asctime)s %(levelname)s %(threadName)s %(name)s: %(message)s"
        handler.setFormatter(logging.Formatter(form))
        root.addHandler(handler)
    sys.excepthook = log_uncaught
    threading.excepthook = lambda args: log_uncaught(
        args.exc_type, args.exc_value, args.exc_traceback
    )
    _log.info("Woodcock %s, %s", __version__, platform.platform())
    for sentence in walls():
        _log.warning("%s", sentence)


def versions() -> list[str]:
    """Woodcock's, Python's, the machine's, and those of the libraries at work: a line each."""
    import importlib.metadata  # late: it takes longer than all else here

    lines = [f"Woodcock {__version__}, Python {platform.python_version()}", platform.platform()]
    lines.append(f"{os.cpu_count()} cores, {machine_memory() / 1e9:.1f} GB")
    for name in _LIBRARIES:
        with contextlib.suppress(importlib.metadata.PackageNotFoundError):
            lines.append(f"{name} {importlib.metadata.version(name)}")
    return lines


def walls() -> list[str]:
    """A sentence on what this system can't keep a file's decoder from; none where it can all."""
    missing = [tr(_WALLS[wall]) for wall in WALLS if wall not in possible()]
    if not missing:
        return []
    all_ = ", ".join(missing)
    return [tr("This system doesn't keep what reads others' files from {all}.", all=all_)]


def report() -> str:
    """What helps to find a fault: versions, the machine, the end of the log.

    The home folder's name is left out.
    """
    lines = versions()
    try:
        kept = log_file().read_text(encoding="utf-8", errors="replace").splitlines()
    except OSError as error:
        kept = [f"no log: {error.strerror or error}"]
    text = "\n".join([*lines, "", *kept[-_LINES:]])
    home = str(Path.home())
    return text.replace(home, "~") if len(home) > 1 else text


def log_uncaught(
    kind: type[BaseException], error: BaseException | None, trace: TracebackType | None
) -> None:
    if issubclass(kind, KeyboardInterrupt):
        sys.__excepthook__(kind, error or kind(), trace)
        return
    _log.critical("not caught", exc_info=(kind, error or kind(), trace))
    sys.__excepthook__(kind, error or kind(), trace)
