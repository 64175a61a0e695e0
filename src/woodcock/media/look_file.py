"""The look file: one small JSON file (docs/look-format.md)."""

from __future__ import annotations

from pathlib import Path

import msgspec
import numpy as np

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.finish.cube import read_cube
from woodcock.media.atomic import replacing
from woodcock.model import Look
from woodcock.pixels.store import PixelStore
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

LOOK_SUFFIX = ".look.json"
_VERSION = 1
_MOST, _MOST_VALUES = 80_000_000, 100_000  # bytes, and values in it


class _File(msgspec.Struct):
    format: str
    version: int
    look: Look
    luts: dict[str, str] = {}  # the texts of .cube files by their hash


class _Head(msgspec.Struct):
    format: str = ""
    version: int = 0


def save_look(path: Path, look: Look, store: PixelStore) -> None:
    """Write a look, all or nothing; WoodcockError if it can't be written."""
    luts = {}
    if look.grade is not None and look.grade.lut is not None:
        name = look.grade.lut.file
        luts[name] = store.get(name).tobytes().decode("utf-8-sig")
    content = msgspec.json.encode(_File("woodcock-look", _VERSION, look, luts))
    with replacing(path) as temporary:
        temporary.write_bytes(msgspec.json.format(content, indent=1))


def load_look(path: Path, store: PixelStore) -> Look:
    """The look in a file, its lookup table put into `store`.

    WoodcockError with a sentence for a missing, damaged or too new file.
    """
    path = Path(path)
    content = read_whole(path, tr_noop("look"), _MOST).tobytes()
    try:
        if content.count(b"{") > _MOST_VALUES:
            raise ValueError("it holds too much")
        head = msgspec.json.decode(content, type=_Head)
        if head.format == "woodcock-look" and head.version > _VERSION:
            raise WoodcockError(
                tr(
                    "{name} was saved by a newer Woodcock (look format {version}; this one knows "
                    "up to {known}). Nothing was changed. Update Woodcock to use it.",
                    name=path.name,
                    version=head.version,
                    known=_VERSION,
                )
            )
        if head.format != "woodcock-look":
            raise WoodcockError(tr("{name} is no look. Nothing was changed.", name=path.name))
        file = msgspec.json.decode(content, type=_File)
    except (msgspec.MsgspecError, InvalidValue, TypeError, ValueError, RecursionError) as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no look. Nothing was changed. Look for another copy.",
                name=path.name,
            )
        ) from error
    lut = file.look.grade.lut if file.look.grade is not None else None
    if lut is not None:
        text = file.luts.get(lut.file, "").encode()
        read_cube(text, tr("The table in {name}", name=path.name))
        if store.put(np.frombuffer(text, np.uint8)) != lut.file:
            raise WoodcockError(tr("{name} is damaged. Nothing was changed.", name=path.name))
    return file.look
