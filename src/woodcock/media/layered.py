"""The files that hold layered pictures, told apart by their names."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from pathlib import Path

from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.layered_exr import save_parts
from woodcock.media.layered_folder import photos_in, read_folder, read_pictures, save_folder
from woodcock.media.layered_parts import Layered, LayeredPart
from woodcock.media.layered_tiff import pages_in, read_pages, save_pages
from woodcock.media.ora import read_ora, save_ora
from woodcock.progress import Progress
from woodcock.texts import tr


def load_layered(paths: Sequence[Path], progress: Progress | None = None) -> Layered:
    """The layers in an OpenRaster file, a TIFF of several pages, a folder, or several pictures.

    Raises WoodcockError with a sentence for what is missing, damaged, unknown or too large,
    Cancelled on request.
    """
    first = Path(paths[0])
    if len(paths) > 1:
        return read_pictures([Path(path) for path in paths], progress)
    if first.is_dir():
        return read_folder(first, None, progress)
    if first.suffix.lower() == ".ora":
        return read_ora(first, progress)
    if first.suffix.lower() in (".tif", ".tiff"):
        return read_pages(first, progress)
    if first.suffix.lower() == ".json":
        return read_folder(first.parent, first, progress)
    raise WoodcockError(
        tr(
            "{name} is no layered picture Woodcock can read. It opens OpenRaster files, "
            "TIFFs of several pages, and folders or several pictures with transparent "
            "parts.",
            name=first.name,
        )
    )


def is_layered(path: Path) -> bool:
    """Whether a file or folder is meant to hold several layers: a TIFF, if it has pages; a folder,
    unless it holds photographs."""
    if path.is_dir():
        return not photos_in(path)
    if path.suffix.lower() == ".ora":
        return True
    return path.suffix.lower() in (".tif", ".tiff") and pages_in(path) > 1


def save_layered(
    path: Path,
    size: tuple[int, int],
    parts: Iterable[LayeredPart],
    merged: NDArray,
) -> None:
    """Write layers, near to far, in the format the name says: .ora, .tif, .exr, or a folder.

    `merged` (H, W, 3 or 4) is what they look like together. All or nothing; parts are taken one
    after the other, so that they need not all be in memory. Raises WoodcockError.
    """
    kind = path.suffix.lower()
    if kind == ".ora":
        save_ora(path, size, parts, merged)
    elif kind in (".tif", ".tiff"):
        save_pages(path, size, parts)
    elif kind == ".exr":
        save_parts(path, size, parts)
    elif not kind or path.is_dir():
        save_folder(path, size, parts, merged)
    else:
        raise WoodcockError(
            tr(
                "{name} is no kind of layered picture, so nothing was written. Choose a name "
                "that ends in .ora, .tif or .exr, or one without an ending for a folder of "
                "pictures.",
                name=path.name,
            )
        )
