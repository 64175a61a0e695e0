"""What a person set once for all projects."""

from __future__ import annotations

import os
from functools import cache
from pathlib import Path

import msgspec

from woodcock.pixels.disk_cache import DiskCache
from woodcock.pixels.store import PixelStore, Spill
from woodcock.session.state_files import cache_folder, keep_state, read_state, state_folder


class Preferences(msgspec.Struct, frozen=True):
    """Paths of ONNX models that stand in for what ships; empty: what ships.

    `subject_model` tells how much each place belongs to the subject, `nearness_model` how near it
    is; both as `woodcock.separate.estimators` says. `enlarging_model` enlarges pictures, as
    `woodcock.rebuild.enlarge` says. `undo_megabytes` is how much memory pixels may take up that
    only undo needs; 0 is a quarter of the machine's. `cache_megabytes` of what was rebuilt are kept
    on disk, for the next time. `text_percent` is how large the window's text
    is, 0 as large as the system's. `second_start` is where a file goes that is opened while a
    window is there: "running", into it, or "new", into another one. `language` is one of those of
    `woodcock.texts.languages`, empty the system's. `keep_metadata` has videos and sounds that are
    added keep what they say of where and when they were made.
    """

    subject_model: str = ""
    nearness_model: str = ""
    enlarging_model: str = ""
    undo_megabytes: int = 0
    cache_megabytes: int = 2000
    theme: str = "dusk"
    text_percent: int = 0
    second_start: str = "new"
    language: str = ""
    keep_metadata: bool = False

    @property
    def undo_bytes(self) -> int:
        return self.undo_megabytes * 1_000_000 or machine_memory() // 4


def machine_memory() -> int:
    """Bytes of memory this machine has; 4 GB where it doesn't say."""
    try:
        return os.sysconf("SC_PAGE_SIZE") * os.sysconf("SC_PHYS_PAGES")
    except (ValueError, OSError, AttributeError):
        return 4_000_000_000


def new_store(spill: Spill | None = None) -> PixelStore:
    """A store that keeps what was rebuilt on disk, for all that use this machine's cache."""
    return PixelStore(spill=spill, disk=_disk(cache_folder(), preferences().cache_megabytes))


@cache
def _disk(folder: Path, megabytes: int) -> DiskCache:
    return DiskCache(folder, megabytes * 1_000_000)


def preferences() -> Preferences:
    """The preferences as they were last kept; those that ship if there are none."""
    return read_state(_file(), Preferences) or Preferences()


def keep_preferences(chosen: Preferences) -> None:
    """Keep the preferences; where that is not possible they last as long as the program runs."""
    keep_state(_file(), chosen)


def _file() -> Path:
    return state_folder() / "preferences.json"
