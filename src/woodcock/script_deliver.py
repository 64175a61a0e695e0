"""The public face's deliveries: clips in every format, layers in and out, depth."""

from __future__ import annotations

from collections.abc import Sequence
from os import PathLike
from pathlib import Path

from woodcock.errors import WoodcockError
from woodcock.media import depth_file
from woodcock.media.layered import load_layered
from woodcock.model import CLIP_SHAPES, Frame, Placement
from woodcock.progress import Progress, part
from woodcock.script import File, Shot, estimate_depth
from woodcock.session.deliver import deliver
from woodcock.session.layers_in import imported, proposed
from woodcock.session.layers_out import EDGES, Edges, LayerWish
from woodcock.session.layers_out import save_layers as _save_layers
from woodcock.session.preferences import new_store
from woodcock.session.purposes import PURPOSES as _PURPOSES
from woodcock.session.purposes import delivery_to, files_of
from woodcock.session.shapes import set_shape
from woodcock.session.studio import Studio
from woodcock.texts import tr

PURPOSES = tuple(_PURPOSES)


def export(
    shot: Shot,
    file: File,
    purpose: str = "",
    progress: Progress | None = None,
    **values: object,
) -> None:
    """The clip as a file, or as a folder of pictures, all or nothing.

    By the name alone: MP4 (H.264), MOV, WebM, MKV, GIF, WebP, PNG that moves; without an ending a
    folder of PNG. Or for one of PURPOSES. Further values are fields of
    `woodcock.model.Delivery`: `format="h265"`, `shape="square"`, `lines=720`, `rate=25`,
    `start=1.0`, `end=2.5`, `quality=60`, `bits=10`, `loops=3`, `to_and_fro=True`, `clear=True`,
    `shows="depth"` or "side by side" or "two files", `base=0.065`, `window=4.0`. Raises
    WoodcockError.
    """
    path = Path(file)
    delivery = delivery_to(path, shot.project.frame, purpose, **values)
    made = files_of(path, delivery)
    for number, (where, each) in enumerate(made):
        done = part(progress, number / len(made), (number + 1) / len(made))
        deliver(shot.project, each, where, shot.studio, done)


def frame_shape(shot: Shot, shape: str, x: float, y: float, zoom: float = 1.0) -> Shot:
    """How one of "landscape", "square", "upright", "portrait" is framed in deliveries.

    (`x`, `y`) is the place in the photo, as fractions of its sides, that stands in the middle;
    `zoom` 1 just covers the shape.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> frame_shape(shot, "square", 0.4, 0.5).project.shapes[0].placement.x
    0.4
    """
    if shape not in CLIP_SHAPES:
        there = ", ".join(CLIP_SHAPES)
        raise WoodcockError(
            tr("There is no shape called {shape}. There are: {there}.", shape=shape, there=there)
        )
    return shot.with_project(set_shape(shot.project, shape, Placement(zoom, x, y)))


def open_layers(
    files: File | Sequence[File],
    size: tuple[int, int] | None = None,
    rate: float = 30,
    seconds: float = 6.0,
    complete: bool = True,
    progress: Progress | None = None,
) -> Shot:
    """A shot of a layered picture: OpenRaster, TIFF of several pages, a folder, several pictures.

    The farthest layer that fills the picture is the background, the others stand before it in
    their order. `complete` fills what lower layers lack behind nearer ones. `size` is that of the
    frame, of the picture's shape by default. Raises WoodcockError.
    """
    paths = [Path(files)] if isinstance(files, str | PathLike) else [Path(x) for x in files]
    layered = load_layered(paths, part(progress, 0.0, 0.2))
    store, frame = new_store(), None
    if size is not None:
        frame = Frame(size[0], size[1], rate, seconds)
    name = paths[0].stem
    done, wishes = part(progress, 0.2, 1.0), proposed(layered)
    project = imported(layered, wishes, store, name, frame, complete, progress=done)
    return Shot(project, Studio(store))


def save_layers(
    shot: Shot,
    file: File,
    bits: int = 8,
    edges: Edges = "exact",
    cropped: bool = True,
    progress: Progress | None = None,
) -> None:
    """Every layer with what was rebuilt of it: .ora, .tif, .exr with depth, or a folder of PNG.

    `bits` are 8 or 16. `edges` are "exact", so that all layers together are the photo; "clean", for
    another background; or as in the "photo". Pictures are `cropped` to what they show, or as large
    as the photo.
    """
    if bits not in (8, 16):
        raise WoodcockError(
            tr("Layers have 8 or 16 bits a colour, not {bits}. Nothing was written.", bits=bits)
        )
    if edges not in EDGES:
        raise WoodcockError(
            tr("Edges are one of {all}. Nothing was written.", all=", ".join(EDGES))
        )
    wish = LayerWish(bits, edges, cropped)
    _save_layers(shot.project, Path(file), shot.studio, wish, progress)


def save_depth(shot: Shot, file: File, progress: Progress | None = None) -> Shot:
    """The photo's depth map as PNG, TIFF or EXR, near is white; guessed where there is none.

    The shot with that map.
    """
    if shot.project.depth is None:
        shot = estimate_depth(shot, part(progress, 0.0, 0.9))
    depth = shot.project.depth
    assert depth is not None
    depth_file.save_depth(Path(file), shot.studio.store.get(depth.pixels))
    return shot
