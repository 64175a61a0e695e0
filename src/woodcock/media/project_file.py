"""The project file: a zip with `project.json` and the pixels as PNG (docs/project-format.md)."""

from __future__ import annotations

import logging
import struct
import zipfile
import zlib
from pathlib import Path

import cv2
import msgspec
import numpy as np

from woodcock.errors import WoodcockError
from woodcock.finish.cube import read_cube
from woodcock.media.atomic import replacing
from woodcock.media.contents import clips_of, files_of, luts_of, pixels_of
from woodcock.media.migration import upgraded
from woodcock.media.picture import decode_png, encode_png
from woodcock.media.reading import reading
from woodcock.model import TILE, Photo, Picture, Project
from woodcock.model.project import SUFFIX
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report

VERSION = 6
_log = logging.getLogger(__name__)

# What zipfile, zlib, msgspec and the PNG reader raise when single bytes of a file are wrong.
_DAMAGE = (
    zipfile.BadZipFile, zlib.error, struct.error, msgspec.MsgspecError, KeyError, ValueError,
    EOFError, OSError, TypeError, AttributeError, NotImplementedError, RuntimeError, cv2.error,
)  # fmt: skip


class _File(msgspec.Struct):
    """What `project.json` holds."""

    format: str
    version: int
    project: Project


class _Head(msgspec.Struct):
    format: str = ""
    version: int = 0


def save_project(
    path: Path, project: Project, store: PixelStore, progress: Progress | None = None
) -> None:
    """Write the project with everything it needs, all or nothing.

    Raises WoodcockError if it can't be written, Cancelled when `progress` says stop; the file that
    was there before is then unchanged.
    """
    names, files = pixels_of(project), files_of(project)
    with (
        store.held((*names, *files)),
        replacing(path) as temporary,
        zipfile.ZipFile(temporary, "w", zipfile.ZIP_STORED) as file,
    ):
        text = msgspec.json.format(
            msgspec.json.encode(_File("woodcock-project", VERSION, project)), indent=2
        )
        file.writestr("project.json", text, zipfile.ZIP_DEFLATED)
        for number, name in enumerate(names):
            report(progress, number / len(names), "Saving")
            file.writestr(f"pixels/{name}.png", encode_png(store.get(name)))
        for name in files:
            file.writestr(f"files/{name}", store.get(name).tobytes())
        report(progress, 1.0, "Saving")  # the last moment to cancel: then the file is replaced


def is_project_file(path: Path) -> bool:
    """Whether a file is meant to be a project, by its name or by what is in it."""
    if path.suffix.lower() == SUFFIX:
        return True
    try:
        return zipfile.is_zipfile(path)
    except OSError:
        return False


def load_project(path: Path, store: PixelStore, progress: Progress | None = None) -> Project:
    """The project in a file, its pixels put into `store`.

    Raises WoodcockError with a sentence for a missing, damaged or too new file.
    """
    path = Path(path)
    damaged = (
        f"{path.name} is damaged and can't be opened; it was left as it is. "
        "Look for an older copy of it."
    )
    try:
        with reading(path, "project file"), zipfile.ZipFile(path) as file:
            text = file.read("project.json")
            head = msgspec.json.decode(text, type=_Head)
            if head.format != "woodcock-project":
                raise WoodcockError(f"{path.name} is not a Woodcock project.")
            if head.version > VERSION:
                raise WoodcockError(
                    f"{path.name} was saved by a newer Woodcock (format {head.version}; this one "
                    f"knows up to {VERSION}). It was left as it is. Update Woodcock to open it."
                )
            if head.version < VERSION:
                data = upgraded(msgspec.json.decode(text)["project"], head.version)
                project = msgspec.convert(data, Project)
            else:
                project = msgspec.json.decode(text, type=_File).project
            names = pixels_of(project)
            for number, name in enumerate(names):
                report(progress, number / len(names), "Opening")
                pixels = decode_png(file.read(f"pixels/{name}.png"))
                if store.put(pixels) != name:
                    raise WoodcockError(damaged)
            for name in files_of(project):
                if store.put(np.frombuffer(file.read(f"files/{name}"), np.uint8)) != name:
                    raise WoodcockError(damaged)
    except _DAMAGE as error:
        _log.warning("%s can't be read", path, exc_info=error)
        raise WoodcockError(damaged) from error
    _check(project, store, damaged)
    _log.info("opened %s, format %d", path, head.version)
    return project


def _check(project: Project, store: PixelStore, damaged: str) -> None:
    """The pixels must have the shapes the project says, and tables be some."""
    try:
        for lut in luts_of(project):
            read_cube(store.get(lut.file).tobytes())
    except WoodcockError as error:
        raise WoodcockError(damaged) from error
    if project.photo is None:
        return
    pictures: list[Photo | Picture] = [project.photo]
    pictures += [layer.picture for layer in project.layers if layer.picture]
    for picture in pictures:
        pixels = store.get(picture.pixels)
        if pixels.ndim != 3 or pixels.shape[:2] != (picture.height, picture.width):
            raise WoodcockError(damaged)
    kept = {x.mask: (x.height, x.width) for x in pictures if isinstance(x, Picture) and x.mask}
    if any(store.get(name).shape != size for name, size in kept.items()):
        raise WoodcockError(damaged)
    frames = {name for clip in clips_of(project) if not clip.video for name in clip.files}
    for clip in clips_of(project):
        size = clip.height, clip.width
        if not clip.video and any(store.get(x).shape[:2] != size for x in clip.files):
            raise WoodcockError(damaged)
    shape = project.photo.height, project.photo.width
    tiles = {tile.pixels for layer in project.layers for tile in layer.repair}
    if any(store.get(name).shape != (TILE, TILE, 4) for name in tiles):
        raise WoodcockError(damaged)
    depth = {project.depth.pixels} if project.depth else set()
    if any(store.get(name).ndim != 2 or store.get(name).dtype != np.uint16 for name in depth):
        raise WoodcockError(damaged)
    names = (
        set(pixels_of(project))
        - {picture.pixels for picture in pictures}
        - tiles
        - depth
        - frames
        - set(kept)
    )
    if any(store.get(name).shape != shape for name in names):
        raise WoodcockError(damaged)
