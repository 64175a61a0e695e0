"""The project file: a zip with `project.json` and the pixels as PNG (docs/project-format.md)."""

from __future__ import annotations

import logging
import struct
import zipfile
import zlib
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from itertools import islice
from pathlib import Path
from typing import NamedTuple

import cv2
import msgspec
from numpy.typing import NDArray

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media.archive import Entry, Stamp, append, archives, idle_bytes, stamp_of
from woodcock.media.atomic import replacing, sentence
from woodcock.media.contents import files_of, pixels_entry, pixels_of
from woodcock.media.migration import upgraded
from woodcock.media.picture import decode_png, encode_png, size_of_png
from woodcock.media.project_pixels import check_headers, read_contents
from woodcock.media.project_text import MOST_TEXT, check_text, decoded, encoded
from woodcock.model import TILE, Project
from woodcock.model.project import SUFFIX
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.reading import open_plain, reading
from woodcock.texts import tr, tr_noop

VERSION = 7
_TEXT = "project.json"
_MOST_TRIED = 5  # saves that are looked for something whole, the last first
_PNG_HEAD, _COLOUR_TYPE = 33, 25  # bytes of a PNG's head, and which tells grey from colour
_IDLE = 32_000_000  # bytes that a file may hold for nothing before it is written anew
_log = logging.getLogger(__name__)

# What zipfile, zlib, msgspec and the PNG reader raise when single bytes of a file are wrong.
_DAMAGE = (
    zipfile.BadZipFile, zlib.error, struct.error, msgspec.MsgspecError, LookupError, ValueError,
    EOFError, OSError, TypeError, AttributeError, RuntimeError, OverflowError, MemoryError,
    cv2.error,
)  # fmt: skip


class ChangedOnDisk(WoodcockError):
    """Somebody else wrote the file since it was read or written here."""


class Opened(NamedTuple):
    """A project as it was read, its file, and a sentence where not all of it could be read."""

    project: Project
    stamp: Stamp
    note: str = ""


class _Head(msgspec.Struct):
    format: str = ""
    version: int = 0


class _Contents:
    """The entries of a project's file."""

    def __init__(
        self, project: Project, store: PixelStore, packed: Callable[[str], bytes | None]
    ) -> None:
        self.pixels, self.files = pixels_of(project), files_of(project)
        self.names = (
            *(pixels_entry(name) for name in self.pixels),
            *(f"files/{name}" for name in self.files),
        )
        self.text = Entry(_TEXT, encoded(project, VERSION), deflated=True)
        self._store, self._packed = store, packed

    def entry(self, name: str) -> Entry:
        folder, _, file = name.partition("/")
        if folder == "files":
            return Entry(name, self._store.get(file).tobytes())
        key = file.removesuffix(".png")
        return Entry(name, self._packed(key) or encode_png(self._store.get(key)))


def save_project(
    path: Path,
    project: Project,
    store: PixelStore,
    progress: Progress | None = None,
    since: Stamp | None = None,
    packed: Callable[[str], bytes | None] = lambda name: None,
    history: bool = True,
) -> Stamp:
    """Write the project with everything it needs, all or nothing; the stamp of what was written.

    `since` is the file that the project was read from or saved to last. Saved to the same, only
    what is new is written, behind what is there; saved elsewhere, what it holds is copied.
    `packed` may have pixels as PNG already. Without `history`, and where a photo or a file is no
    longer in it, nothing of earlier saves stays in the file.

    Raises ChangedOnDisk if the file at `path` is `since`, but not as it was; WoodcockError if it
    can't be written, Cancelled when `progress` says stop. The file that was there before is then
    unchanged.
    """
    path = Path(path)
    try:
        contents = _Contents(project, store, packed)
    except InvalidValue as error:
        raise WoodcockError(
            tr(
                "{name} was not written: {why}. The file that was there is unchanged. Undo, or "
                "take keys away, and save again.",
                name=path.name,
                why=error,
            )
        ) from error
    with store.held((*contents.pixels, *contents.files)):
        if since is None:
            return _written(path, contents, contents.entry, progress)
        there = since.is_at(path)
        if not since.holds:
            if there and path.exists():
                raise ChangedOnDisk(
                    tr(
                        "{name} was changed by another program since it was opened or saved here. "
                        "Nothing was written.",
                        name=path.name,
                    )
                )
            return _written(path, contents, contents.entry, progress)
        with open_plain(since.path) as source:
            old = next(archives(source), None)
            if old is None or old.end != since.end:
                return _written(path, contents, contents.entry, progress)
            kept = {x.filename: x for x in old.file.infolist() if x.filename in contents.names}
            keep = list(kept.values())
            grows = history and not _left_out(old.file, contents)
            if there and grows and idle_bytes(old, keep) <= max(_IDLE, old.end // 2):
                fresh = [name for name in contents.names if name not in kept]
                new = [contents.text, *_made(fresh, contents.entry, progress)]
                try:
                    return stamp_of(path, append(path, old, keep, new))
                except OSError as error:
                    raise WoodcockError(sentence(error, path)) from error

            def copied(name: str) -> Entry:
                return Entry(name, old.file.read(name)) if name in kept else contents.entry(name)

            return _written(path, contents, copied, progress)


def _left_out(old: zipfile.ZipFile, contents: _Contents) -> bool:
    """Whether a photo, another picture or a file was in a project and no longer is: whoever took it
    out may not want it found there. What is painted square by square may stay a while."""
    for info in old.infolist():
        folder, _, _ = info.filename.partition("/")
        if info.filename in contents.names or folder not in ("files", "pixels"):
            continue
        with old.open(info) as opened:
            head = opened.read(_PNG_HEAD)
        size = size_of_png(head)
        if size is None or (head[_COLOUR_TYPE] != 0 and (size.width, size.height) != (TILE, TILE)):
            return True
    return False


def _written(
    path: Path, contents: _Contents, entry: Callable[[str], Entry], progress: Progress | None
) -> Stamp:
    """Write a whole file, in the place of the one that is there."""
    with replacing(path) as temporary:
        with zipfile.ZipFile(temporary, "w") as file:
            contents.text.write(file)
            for made in _made(contents.names, entry, progress):
                made.write(file)
        end = temporary.stat().st_size
    return stamp_of(path, end)


def _made(
    names: Sequence[str], entry: Callable[[str], Entry], progress: Progress | None
) -> Iterator[Entry]:
    """The entries one after the other; Cancelled on request until the last is made."""
    for number, name in enumerate(names):
        report(progress, number / len(names), tr("Saving"))
        yield entry(name)
    report(progress, 1.0, tr("Saving"))  # the last moment to cancel: then the file is written


def is_project_file(path: Path) -> bool:
    """Whether a file is meant to be a project, by its name or by what is in it."""
    if path.suffix.lower() == SUFFIX:
        return True
    try:
        with open_plain(path) as file:
            return zipfile.is_zipfile(file)
    except OSError:
        return False


def load_project(path: Path, store: PixelStore, progress: Progress | None = None) -> Project:
    """The project in a file, its pixels put into `store`; raises as `open_project` does."""
    return open_project(path, store, progress).project


def open_project(path: Path, store: PixelStore, progress: Progress | None = None) -> Opened:
    """The project in a file, its pixels put into `store`.

    Where the last save of a file was cut short or is damaged, the one before it is read.
    Raises WoodcockError with a sentence for a missing, damaged or too new file, Cancelled on
    request.
    """
    path = Path(path)
    failed: Exception | None = None
    with reading(path, tr_noop("project file")), open_plain(path) as source:
        left = 2 * MOST_TEXT  # bytes that are unpacked to find one
        for whole in islice(archives(source), _MOST_TRIED):
            report(progress, 0.0, tr("Opening"))
            left -= _size_of_text(whole.file)
            if left < 0:
                break
            try:
                project, version = _read(whole.file, path.name, store, progress)
            except _DAMAGE as error:
                failed = failed or error
                _log.warning("%s, up to %d, can't be read", path, whole.end, exc_info=error)
                continue
            stamp = stamp_of(path, whole.end)
            _log.info("opened %s, format %d", path, version)
            note = ""
            if stamp.size != whole.end:
                note = tr(
                    "The last save of {name} was cut short or is damaged: this is how it was "
                    "saved before.",
                    name=path.name,
                )
            return Opened(project, stamp, note)
    raise WoodcockError(
        tr(
            "{name} is damaged and can't be opened; it was left as it is. Look for an "
            "older copy of it.",
            name=path.name,
        )
    ) from failed


@contextmanager
def looked_into(path: Path) -> Iterator[tuple[Project, Callable[[str], NDArray]]]:
    """The project in a file and what reads single pixels of it, for a look at a few of them.

    Raises as `open_project` does; their hashes are not checked.
    """
    path = Path(path)
    with reading(path, tr_noop("project file")), open_plain(path) as source:
        try:
            whole = next(archives(source))
            project, _ = _project_in(whole.file, path.name)
            check_headers(whole.file, project)
            yield project, lambda name: decode_png(whole.file.read(pixels_entry(name)))
        except (*_DAMAGE, StopIteration) as error:
            raise WoodcockError(
                tr("{name} is damaged: there is no picture of it.", name=path.name)
            ) from error


def _size_of_text(file: zipfile.ZipFile) -> int:
    try:
        return file.getinfo(_TEXT).file_size
    except KeyError:
        return 0


def _read(
    file: zipfile.ZipFile, name: str, store: PixelStore, progress: Progress | None
) -> tuple[Project, int]:
    """A project with its pixels, and its file's version; one of _DAMAGE if it makes no sense."""
    project, version = _project_in(file, name)
    read_contents(file, project, store, progress)
    return project, version


def _project_in(file: zipfile.ZipFile, name: str) -> tuple[Project, int]:
    """What `project.json` holds, and its version; one of _DAMAGE if it makes no sense."""
    with file.open(_TEXT) as opened:
        text = opened.read(MOST_TEXT + 1)
    check_text(text)
    head = msgspec.json.decode(text, type=_Head)
    if head.format != "woodcock-project":
        raise WoodcockError(tr("{name} is not a Woodcock project.", name=name))
    if head.version > VERSION:
        raise WoodcockError(
            tr(
                "{name} was saved by a newer Woodcock (format {version}; this one knows up to "
                "{known}). It was left as it is. Update Woodcock to open it.",
                name=name,
                version=head.version,
                known=VERSION,
            )
        )
    if head.version < VERSION:
        data = upgraded(msgspec.json.decode(text)["project"], head.version)
        project = msgspec.convert(data, Project)
    else:
        project = decoded(text)
    return project, head.version
