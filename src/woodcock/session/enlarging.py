"""A project around an enlarged photo: everything that was cut or painted grows with it."""

from __future__ import annotations

from pathlib import Path
from typing import TypeVar

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.model import (
    EDGE_LIMITS,
    RELIEF_LIMITS,
    TILE,
    Card,
    Clip,
    Content,
    EdgeSettings,
    Growth,
    Layer,
    Mask,
    Node,
    Outline,
    Picture,
    Project,
    Relief,
    Texture,
    Tile,
    Title,
)
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.rebuild import assembled
from woodcock.rebuild.enlarge import OnnxUpscaler, Upscaler, enlarge
from woodcock.rebuild.sources import as_large
from woodcock.render import tiles_of
from woodcock.session.preferences import preferences
from woodcock.texts import tr

MOST = 64_000_000  # pixels of an enlarged photo


def upscaler() -> Upscaler:
    """What the preferences say, or what ships."""
    path = preferences().enlarging_model
    return OnnxUpscaler(Path(path)) if path else enlarge


def enlarged(
    project: Project,
    factor: float,
    store: PixelStore,
    by: Upscaler = enlarge,
    progress: Progress | None = None,
) -> Project:
    """`project` with its photo `factor` times as large in pixels; the frame shows the same.

    Raises WoodcockError if that is too large, Cancelled on request.
    """
    photo = project.photo
    if photo is None or factor <= 1:
        return project
    size = round(photo.width * factor), round(photo.height * factor)
    if size[0] * size[1] > MOST:
        raise WoodcockError(
            tr(
                "Enlarged {factor:.2g} times the photo would have {size:.0f} megapixels; "
                "at most {most:.0f} are possible. Nothing was changed.",
                factor=factor,
                size=size[0] * size[1] / 1000000.0,
                most=MOST / 1000000.0,
            )
        )
    pixels = store.get(photo.pixels)
    made = by(np.ascontiguousarray(pixels[..., :3]), size, part(progress, 0.0, 0.8))
    if pixels.shape[2] == 4:
        made = np.dstack([made, _larger(pixels[..., 3], size)])
    scale = size[0] / photo.width, size[1] / photo.height
    layers = []
    for number, layer in enumerate(project.layers):
        report(progress, 0.8 + 0.2 * number / len(project.layers), tr("Enlarging the layers"))
        layers.append(_layer(layer, size, scale, store))
    removed = project.removed and store.put(_larger(store.get(project.removed), size))
    photo = replace(photo, pixels=store.put(made), width=size[0], height=size[1])
    return replace(project, photo=photo, layers=tuple(layers), removed=removed)


def _larger(values: NDArray, size: tuple[int, int]) -> NDArray:
    return np.asarray(cv2.resize(values, size, interpolation=cv2.INTER_LINEAR))


def _layer(
    layer: Layer, size: tuple[int, int], scale: tuple[float, float], store: PixelStore
) -> Layer:
    x, y = scale
    growth = layer.growth
    return replace(
        layer,
        content=_content(layer.content, size, scale, store),
        growth=Growth(growth.left * x, growth.top * y, growth.right * x, growth.bottom * y),
        repair=_repair(layer.repair, scale, store),
        sources=layer.sources and store.put(as_large(store.get(layer.sources), size)),
        pivot=layer.pivot and (layer.pivot[0] * x, layer.pivot[1] * y),
        relief=layer.relief and _relief(layer.relief, scale[0]),
    )


def _content(
    content: Content | None, size: tuple[int, int], scale: tuple[float, float], store: PixelStore
) -> Content | None:
    match content:
        case Mask():
            return _mask(content, size, scale, store)
        case Picture():
            return _picture(content, scale)
        case Title():
            return _by(content, scale, _TITLE)
        case Card():
            return _by(content, scale, ("soft",))
        case Clip():
            return _by(content, scale, ("scale",))
        case Texture():
            return content
    return None


def _relief(relief: Relief, scale: float) -> Relief:
    lengths = {name: getattr(relief, name) * scale for name in ("edge", "smooth")}
    return replace(relief, **{n: min(v, RELIEF_LIMITS[n][1]) for n, v in lengths.items()})


_TITLE = ("size", "outline", "shadow", "shadow_x", "shadow_y")
_PLACED = (("x", 0), ("y", 1), ("width", 0), ("height", 1))
_S = TypeVar("_S", Title, Card, Clip)


def _by(thing: _S, scale: tuple[float, float], lengths: tuple[str, ...]) -> _S:
    """A thing at its place on the enlarged photo; a clip's own width and height stay."""
    values = {name: getattr(thing, name) * scale[0] for name in lengths}
    for name, axis in _PLACED:
        if hasattr(thing, name) and (name in "xy" or not isinstance(thing, Clip)):
            values[name] = getattr(thing, name) * scale[axis]
    return replace(thing, **values)


def _picture(picture: Picture, scale: tuple[float, float]) -> Picture:
    x, y = scale
    return replace(picture, x=picture.x * x, y=picture.y * y, scale=picture.scale * x)


def _mask(mask: Mask, size: tuple[int, int], scale: tuple[float, float], store: PixelStore) -> Mask:
    edge = EdgeSettings(
        **{
            name: min(max(getattr(mask.edge, name) * scale[0], low), high)
            for name, (low, high) in EDGE_LIMITS.items()
        }
    )
    return Mask(store.put(_larger(store.get(mask.pixels), size)), edge,
                mask.outline and _outline(mask.outline, size, scale, store))  # fmt: skip


def _outline(
    outline: Outline, size: tuple[int, int], scale: tuple[float, float], store: PixelStore
) -> Outline:
    x, y = scale
    nodes = tuple(
        Node(
            node.x * x,
            node.y * y,
            (node.before[0] * x, node.before[1] * y),
            (node.after[0] * x, node.after[1] * y),
        )
        for node in outline.nodes
    )
    under = outline.under and store.put(_larger(store.get(outline.under), size))
    return replace(outline, nodes=nodes, under=under)


def _repair(
    repair: tuple[Tile, ...], scale: tuple[float, float], store: PixelStore
) -> tuple[Tile, ...]:
    """What was painted, enlarged and cut into squares anew."""
    if not repair:
        return ()
    tiles = tiles_of(repair, store)
    columns, rows = ([place[axis] for place in tiles] for axis in (0, 1))
    left, top = min(columns) * TILE, min(rows) * TILE
    width, height = (max(columns) + 1) * TILE - left, (max(rows) + 1) * TILE - top
    whole = assembled(tiles, (left, top, width, height))
    out = []
    ends = [
        range(int(np.floor(low * by / TILE)), int(np.ceil((low + side) * by / TILE)))
        for low, side, by in ((left, width, scale[0]), (top, height, scale[1]))
    ]
    for row in ends[1]:
        for column in ends[0]:
            shift = (column * TILE + 0.5) / scale[0] - left, (row * TILE + 0.5) / scale[1] - top
            to = np.array([[1 / scale[0], 0, shift[0] - 0.5], [0, 1 / scale[1], shift[1] - 0.5]])
            flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
            pixels = cv2.warpAffine(whole, to, (TILE, TILE), flags=flags)
            if pixels[..., 3].any():
                out.append(Tile(column, row, store.put(pixels)))
    return tuple(out)
