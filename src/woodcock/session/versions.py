"""The last saves of every project, to be looked at and brought back."""

from __future__ import annotations

import hashlib
import logging
import os
from collections.abc import Iterator
from pathlib import Path

from woodcock.errors import WoodcockError
from woodcock.pixels.store import PixelStore
from woodcock.private import private_folder
from woodcock.session.journal import journaled
from woodcock.session.kept_queue import KEPT
from woodcock.session.moments import Moment, loaded, moments_of
from woodcock.session.pool import Pool
from woodcock.session.records import append_record, read_records, write_records
from woodcock.session.state_files import state_folder
from woodcock.texts import tr

MOST = 5  # of a project
_PROJECTS = 40  # whose versions are kept
_ROOM = 4_000_000_000  # bytes of pixels
_log = logging.getLogger(__name__)


def keep_version(moment: Moment, root: Path | None = None) -> None:
    """Remember a save, whose pixels are in the pool; of more than MOST the oldest go.

    OSError or WoodcockError if that can't be done.
    """
    assert moment.file is not None
    path = _file(moment.file, root)
    private_folder(path.parent)
    before = moments_of(read_records(path))
    if len(before) < MOST:
        append_record(path, moment.packed())
    else:
        kept = [*before[1 - MOST :], moment]
        write_records(path, [x.packed() for x in kept])


def versions_of(file: Path, root: Path | None = None) -> list[Moment]:
    """The last saves of a project's file, the latest first."""
    return moments_of(read_records(_file(file, root)))[::-1]


def open_version(moment: Moment, store: PixelStore, root: Path | None = None) -> None:
    """Put an earlier save's pixels into `store`; WoodcockError if they are gone or damaged."""
    if not loaded(moment, store, Pool(root)):
        raise WoodcockError(
            tr(
                "Not all of this earlier save is there any more. Nothing was changed. "
                "Choose another."
            )
        )


def tidy(root: Path | None = None) -> None:
    """Let go of pixels that no journal and no version has, and of the oldest versions where there
    are too many or no room is left for them."""
    folder = (root or state_folder()) / "versions"
    pool = Pool(root)
    try:
        paths = sorted(folder.iterdir(), key=lambda path: path.stat().st_mtime, reverse=True)
    except OSError:
        paths = []
    for old in paths[_PROJECTS:]:
        old.unlink(missing_ok=True)
    del paths[_PROJECTS:]

    def wanted() -> Iterator[str]:
        queued = folder.parent.glob(f"queue/*/*{KEPT}")
        kept = (x for path in (*paths, *queued) for x in moments_of(read_records(path)))
        for moment in (*journaled(root), *kept):
            yield from moment.names

    while (left := pool.keep_only(wanted)) is not None and left > _ROOM and paths:
        _log.info("versions of a project are let go: %d MB of pixels", left // 1_000_000)
        paths.pop().unlink(missing_ok=True)


def _file(file: Path, root: Path | None) -> Path:
    name = hashlib.blake2b(os.fsencode(os.path.realpath(file)), digest_size=12).hexdigest()
    return (root or state_folder()) / "versions" / name
