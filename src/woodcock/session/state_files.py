"""Where Woodcock keeps what it remembers; of small files there, a damaged one stops nothing."""

from __future__ import annotations

import contextlib
import logging
import os
from pathlib import Path
from typing import TypeVar

import msgspec

from woodcock.private import write_private
from woodcock.reading import NotPlain, TooLarge, read_plain
from woodcock.texts import tr

_T = TypeVar("_T")
_MOST = 4_000_000  # bytes of a small file
_log = logging.getLogger(__name__)
_set_aside: list[str] = []


def state_folder() -> Path:
    """Where Woodcock keeps what it remembers between sessions."""
    import platformdirs

    return Path(os.environ.get("WOODCOCK_STATE") or platformdirs.user_state_dir("woodcock"))


def cache_folder() -> Path:
    """Where Woodcock keeps what it can make again."""
    import platformdirs

    state = os.environ.get("WOODCOCK_STATE")
    return Path(state) / "cache" if state else Path(platformdirs.user_cache_dir("woodcock"))


def cannot_keep() -> list[str]:
    """A sentence on what can't be kept where that folder can't be written; none where it can."""
    probe = state_folder() / f"probe-{os.getpid()}"
    try:
        write_private(probe, b"")
        probe.unlink()
    except OSError:
        return [
            tr(
                "{folder} can't be written: preferences, earlier saves and what a crash would "
                "leave are not kept. Save your work often.",
                folder=state_folder(),
            )
        ]
    return []


def read_state(path: Path, kind: type[_T]) -> _T | None:
    """What was kept in a small file, as JSON; None if there is nothing that can be read.

    A file that makes no sense is set aside under another name, and told of once.
    """
    try:
        return msgspec.json.decode(read_plain(path, _MOST), type=kind)
    except (NotPlain, TooLarge) as error:
        set_aside(path, error)
        return None
    except OSError as error:  # not there, or not to be read for now: that may pass
        if not isinstance(error, FileNotFoundError):
            _log.warning("%s can't be read: %s", path, error)
        return None
    except (ValueError, TypeError, RecursionError, OverflowError, MemoryError) as error:
        set_aside(path, error)
        return None


def keep_state(path: Path, value: object) -> bool:
    """Keep a value as JSON that people can read; False where that is not possible."""
    try:
        write_private(path, msgspec.json.format(msgspec.json.encode(value), indent=1))
    except OSError as error:
        _log.warning("%s was not kept: %s", path.name, error)
        return False
    return True


def set_aside(path: Path, why: object) -> None:
    """Take what can't be read out of the way, so that it stops nothing, and keep it."""
    _log.warning("%s can't be read and is set aside: %s", path, why)
    aside = path.with_name(f"{path.name}.damaged")
    with contextlib.suppress(OSError):
        os.replace(path, aside)
        _set_aside.append(
            tr(
                "{name} could not be read. It was set aside as {aside}.",
                name=path.name,
                aside=aside,
            )
        )


def told_of() -> list[str]:
    """Sentences about what was set aside since this was asked last."""
    told = list(_set_aside)
    _set_aside.clear()
    return told
