"""Layers as pictures in a folder, with their places in a JSON beside them (docs/layered.md)."""

from __future__ import annotations

import json
import os
import re
from collections.abc import Iterable, Sequence
from pathlib import Path

import msgspec
from numpy.typing import NDArray

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.media.atomic import folder_beside, own_place, sentence, umask
from woodcock.media.layered_parts import (
    Layered,
    LayeredPart,
    as_rgba,
    check_count,
    check_sizes,
    each_told,
    safe_names,
)
from woodcock.media.layered_tiff import ordered
from woodcock.media.picture import load_picture, size_of_picture
from woodcock.media.sequence import save_shown
from woodcock.model import BLENDS, Blend
from woodcock.model.value import Value
from woodcock.progress import Progress
from woodcock.reading import read_whole, reading
from woodcock.texts import tr, tr_noop

LIST = "layers.json"
_JPEG = (".jpg", ".jpeg")
_PICTURES = (".png", ".tif", ".tiff", ".webp")
PHOTO_FILES = (*_JPEG, *_PICTURES)
_MOST_JSON = 4_000_000  # bytes
_FORMAT = "woodcock-layers"


class _Row(Value, frozen=True):
    """A layer in the list: its file, and where in the picture its corner lies."""

    file: str
    name: str = ""
    x: int = 0
    y: int = 0
    opacity: float = 1.0
    visible: bool = True
    blend: Blend = "normal"
    distance: float | None = None

    def _check(self) -> None:
        if Path(self.file).name != self.file or self.file in ("", ".", ".."):
            raise InvalidValue(tr("a layer's picture lies beside the list"))
        if self.blend not in BLENDS or not 0 <= self.opacity <= 1:
            raise InvalidValue(tr("a layer has a known blend mode and an opacity from 0 to 1"))
        if abs(self.x) > 1_000_000 or abs(self.y) > 1_000_000:
            raise InvalidValue(tr("a layer lies in the picture, or near it"))


class _List(Value, frozen=True):
    format: str
    version: int
    width: int
    height: int
    layers: tuple[_Row, ...]  # near to far


def photos_in(folder: Path) -> list[Path]:
    """The photographs in a folder, in the order of their names; none where it holds layers.

    Layers have a list, or are pictures that can be see-through, and no JPEG beside them.
    """
    try:
        found = _files_in(folder, PHOTO_FILES)
    except OSError:
        return []
    if (folder / LIST).exists() or not any(x.suffix.lower() in _JPEG for x in found):
        return []
    return sorted(found, key=_natural)


def _files_in(folder: Path, kinds: tuple[str, ...]) -> list[Path]:
    """The files of some kinds; links that lead out of the folder are not followed."""
    inside = folder.resolve()
    return [
        x
        for x in folder.iterdir()
        if x.suffix.lower() in kinds and x.is_file() and x.resolve().is_relative_to(inside)
    ]


def read_folder(
    folder: Path, listed: Path | None = None, progress: Progress | None = None
) -> Layered:
    """The layers of a folder: by its list, or else all pictures in it by name.

    Raises WoodcockError with a sentence for what is missing, damaged, unknown or too large.
    """
    listed = listed or folder / LIST
    if not listed.exists():
        with reading(folder, tr_noop("layered picture")):
            found = _files_in(folder, _PICTURES)
        if not found:
            raise WoodcockError(
                tr("{name} holds no pictures. Nothing was opened.", name=folder.name)
            )
        return read_pictures(sorted(found, key=_natural), progress)
    made = _listed(listed)
    return _laid(folder, made, made.layers, progress)


def _listed(path: Path) -> _List:
    try:
        text = read_whole(path, tr_noop("list of layers"), _MOST_JSON).tobytes()
        made = msgspec.json.decode(text, type=_List)
        if made.format != _FORMAT:
            raise ValueError("it is of another kind")
    except (msgspec.MsgspecError, InvalidValue, ValueError, TypeError, RecursionError) as error:
        raise WoodcockError(
            tr(
                "{name} is no list of layers that can be read ({error}). Nothing was opened.",
                name=path.name,
                error=error,
            )
        ) from error
    return made


def _laid(folder: Path, made: _List, rows: Sequence[_Row], progress: Progress | None) -> Layered:
    check_count(folder.name, len(rows))
    paths = [_inside(folder, row.file) for row in rows]
    sizes = [size_of_picture(path) for path in paths]
    check_sizes(folder.name, (made.width, made.height), sizes, _bytes(paths))
    parts = tuple(
        LayeredPart(
            row.name or Path(row.file).stem, as_rgba(load_picture(folder / row.file)),
            row.x, row.y, row.opacity, row.visible, row.blend, row.distance,
        )
        for row in each_told(rows, progress)
    )  # fmt: skip
    return Layered((made.width, made.height), parts)


def read_pictures(paths: Sequence[Path], progress: Progress | None = None) -> Layered:
    """Several pictures as layers, the first the nearest, or the farthest if it alone fills all.

    A list beside them says where they lie; without one, all lie at the upper left corner.
    """
    folder = paths[0].parent
    if (folder / LIST).exists() and {path.parent for path in paths} == {folder}:
        made, names = _listed(folder / LIST), {path.name for path in paths}
        rows = [row for row in made.layers if row.file in names]
        if len(rows) == len(names):
            return _laid(folder, made, rows, progress)
    check_count(folder.name, len(paths))
    sizes = [size_of_picture(path) for path in paths]
    size = max(w for w, _ in sizes), max(h for _, h in sizes)
    check_sizes(folder.name, size, sizes, _bytes(paths))
    told = each_told(paths, progress)
    parts = [LayeredPart(path.stem, as_rgba(load_picture(path))) for path in told]
    notes: tuple[str, ...] = ()
    if len(set(sizes)) > 1:
        notes = (
            tr(
                "The pictures are not all of one size: they were laid into the upper left "
                "corner. A {list} beside them would say where they belong.",
                list=LIST,
            ),
        )
    return Layered(size, ordered(parts, size), notes)


def _bytes(paths: Sequence[Path]) -> int:
    return sum(path.stat().st_size for path in paths)


def _inside(folder: Path, name: str) -> Path:
    path = folder / name
    if path.is_symlink():
        raise WoodcockError(
            tr(
                "{name} is a link to another place, which is not followed. Nothing was opened.",
                name=name,
            )
        )
    return path


def _natural(path: Path) -> list[tuple[int, int, str]]:
    """So that layer 10 comes after layer 9."""
    pieces = re.split(r"(\d+)", path.name.lower())
    return [(1, int(x), "") if x.isdigit() and len(x) < 18 else (0, 0, x) for x in pieces]


def save_folder(
    folder: Path, size: tuple[int, int], parts: Iterable[LayeredPart], merged: NDArray
) -> None:
    """Write layers near to far as PNG, their list and the merged picture, all or nothing.

    Raises WoodcockError if they can't be written, or if the folder holds other layers already.
    """
    folder = own_place(folder)
    try:
        if folder.exists() and (not folder.is_dir() or any(folder.iterdir())):
            raise WoodcockError(
                tr(
                    "{name} is there already and not empty. Nothing was written. Choose another "
                    "name.",
                    name=folder.name,
                )
            )
        with folder_beside(folder) as made:
            rows: list[_Row] = []
            names: list[str] = ["merged"]
            for part in parts:
                names = safe_names([*names, part.name])
                save_shown(made / f"{names[-1]}.png", part.pixels)
                about = part.x, part.y, part.opacity, part.visible, part.blend, part.distance
                rows.append(_Row(f"{names[-1]}.png", part.name, *about))
            save_shown(made / "merged.png", merged)
            listed = _List(_FORMAT, 1, *size, tuple(rows))
            text = json.dumps(msgspec.to_builtins(listed), indent=2, ensure_ascii=False)
            (made / LIST).write_text(text, "utf-8")
            made.chmod(0o777 & ~umask())
            os.rename(made, folder)
    except OSError as error:
        raise WoodcockError(sentence(error, folder)) from error
