"""OpenRaster files (specification 0.0.6 of openraster.org): a zip of PNGs and `stack.xml`."""

from __future__ import annotations

import io
import math
import os
import struct
import zipfile
import zlib
from collections.abc import Iterable
from pathlib import Path
from typing import NamedTuple
from xml.etree import ElementTree

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.archive import Entry, whole_archive
from woodcock.media.atomic import replacing
from woodcock.media.layered_parts import (
    Layered,
    LayeredPart,
    as_rgba,
    check_count,
    check_sizes,
    each_told,
)
from woodcock.media.picture import decode_png, encode_png, size_of_png
from woodcock.media.sequence import tagged
from woodcock.model import BLENDS, Blend
from woodcock.progress import Progress
from woodcock.reading import open_plain, reading
from woodcock.texts import tr, tr_noop

_MIMETYPE = b"image/openraster"
_OURS = "{https://woodcock.invalid/layers}"  # a name, not a place: what the specification lacks
_MOST_XML, _MOST_PNG = 1_000_000, 800_000_000  # bytes
_DEEPEST = 64  # stacks in stacks
_THUMBNAIL = 256  # pixels
# Where the specification's names differ from those of W3C Compositing and Blending Level 1.
_NAMES: dict[str, Blend] = {"src-over": "normal", "plus": "plus-lighter"}
_OPS = {blend: name for name, blend in _NAMES.items()}
_DAMAGE = (
    zipfile.BadZipFile, zlib.error, struct.error, LookupError, ValueError, EOFError, RuntimeError,
    NotImplementedError, MemoryError, OverflowError, cv2.error, ElementTree.ParseError, TypeError,
)  # fmt: skip


class _Entry(NamedTuple):
    """A layer as `stack.xml` has it, with all that the stacks it lies in add to it."""

    name: str
    source: str
    x: int
    y: int
    opacity: float
    visible: bool
    blend: Blend
    distance: float | None


def read_ora(path: Path, progress: Progress | None = None) -> Layered:
    """The layers of an OpenRaster file near to far; stacks in stacks become one row of layers.

    Raises WoodcockError with a sentence for a missing or damaged file, and for one that would
    unpack to more than is sensible, before it does.
    """
    from defusedxml import DefusedXmlException

    notes: list[str] = []
    try:
        with reading(path, tr_noop("layered picture")), open_plain(path) as source:
            file = whole_archive(source)
            size, entries = _stack(_unpacked(file, "stack.xml", _MOST_XML), notes)
            check_count(path.name, len(entries))
            sizes = [_size_of(file, entry.source) for entry in entries]
            check_sizes(path.name, size, sizes, source.seek(0, os.SEEK_END))
            both = list(zip(entries, sizes, strict=True))
            parts = [_part(file, *each) for each in each_told(both, progress)]
    except Cancelled:
        raise
    except WoodcockError:
        raise
    except (*_DAMAGE, DefusedXmlException, OSError) as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no OpenRaster file ({error}). Nothing was opened. Save "
                "it again where it came from.",
                name=path.name,
                error=error,
            )
        ) from error
    return Layered(size, tuple(parts), tuple(dict.fromkeys(notes)))


def _stack(xml: bytes, notes: list[str]) -> tuple[tuple[int, int], list[_Entry]]:
    from defusedxml.ElementTree import fromstring

    image = fromstring(xml, forbid_dtd=True)
    root = image.find("stack")
    if image.tag != "image" or root is None:
        raise ValueError("stack.xml holds no stack")
    size = int(image.get("w", "0")), int(image.get("h", "0"))
    found: list[_Entry] = []
    # What is still to be looked at, the next one last: (element, x, y, opacity, visible, blend).
    open_: list[tuple[ElementTree.Element, int, int, float, bool, Blend, int]] = [
        (child, 0, 0, 1.0, True, "normal", 0) for child in reversed(root)
    ]
    while open_:
        each, x, y, opacity, visible, over, deep = open_.pop()
        x, y = x + _whole(each, "x"), y + _whole(each, "y")
        opacity *= _share(each.get("opacity", "1"))
        visible = visible and each.get("visibility", "visible") != "hidden"
        blend = _blend(each.get("composite-op", "svg:src-over"), notes)
        blend = over if blend == "normal" else blend
        if each.tag == "stack":
            if deep >= _DEEPEST:
                raise ValueError(f"stacks lie more than {_DEEPEST} deep in one another")
            inner = [(child, x, y, opacity, visible, blend, deep + 1) for child in reversed(each)]
            open_ += inner
        elif each.tag == "layer":
            far = each.get(f"{_OURS}distance")
            found.append(
                _Entry(
                    each.get("name", ""), each.get("src", ""), x, y, opacity, visible, blend,
                    _metres(far) if far else None,
                )
            )  # fmt: skip
        else:
            notes.append(
                tr("“{name}” holds no picture and was left out.", name=each.get("name") or each.tag)
            )
    return size, found


def _metres(text: str) -> float | None:
    value = float(text)
    return value if 0 < value < math.inf else None


def _whole(element: ElementTree.Element, name: str) -> int:
    value = float(element.get(name, "0"))
    if not abs(value) <= 1_000_000:
        raise ValueError(f"a layer lies at {name}={value}")
    return int(value)


def _share(text: str) -> float:
    value = float(text)
    if math.isnan(value):
        raise ValueError("a layer's opacity is no number")
    return min(max(value, 0.0), 1.0)


def _blend(operator: str, notes: list[str]) -> Blend:
    name = operator.removeprefix("svg:")
    blend = _NAMES.get(name, name)
    if blend in BLENDS:
        return blend
    notes.append(
        tr("Woodcock doesn't blend by “{name}”: such layers are laid over plainly.", name=name)
    )
    return "normal"


def _unpacked(file: zipfile.ZipFile, name: str, most: int) -> bytes:
    """What is packed under a name, never more than `most` bytes of it."""
    with file.open(name) as packed:
        data = packed.read(most + 1)
    if len(data) > most:
        raise ValueError(f"{name} is too large")
    return data


def _size_of(file: zipfile.ZipFile, name: str) -> tuple[int, int]:
    """(width, height) of a PNG by its header."""
    with file.open(name) as packed:
        size = size_of_png(packed.read(24))
    if size is None:
        raise ValueError(f"{name} is no PNG")
    return size.width, size.height


def _part(file: zipfile.ZipFile, entry: _Entry, size: tuple[int, int]) -> LayeredPart:
    data = _unpacked(file, entry.source, min(size[0] * size[1] * 8 + 1_000_000, _MOST_PNG))
    pixels = decode_png(data)
    if pixels.shape[:2] != (size[1], size[0]) or pixels.dtype not in (np.uint8, np.uint16):
        raise ValueError(f"{entry.source} is no PNG of whole numbers")
    return LayeredPart(
        entry.name, as_rgba(pixels), entry.x, entry.y, entry.opacity, entry.visible, entry.blend,
        entry.distance,
    )  # fmt: skip


def save_ora(
    path: Path, size: tuple[int, int], parts: Iterable[LayeredPart], merged: NDArray
) -> None:
    """Write layers near to far, the merged picture and a small one, all or nothing."""
    ElementTree.register_namespace("woodcock", _OURS[1:-1])
    image = ElementTree.Element("image", version="0.0.6", w=str(size[0]), h=str(size[1]))
    stack = ElementTree.SubElement(image, "stack")
    with replacing(path) as temporary, zipfile.ZipFile(temporary, "w") as file:
        Entry("mimetype", _MIMETYPE).write(file)  # first, and stored
        for number, part in enumerate(parts):
            source = f"data/layer{number:03d}.png"
            Entry(source, tagged(encode_png(part.pixels))).write(file)
            about = {
                "name": part.name, "src": source, "x": str(part.x), "y": str(part.y),
                "opacity": f"{part.opacity:.6g}",
                "visibility": "visible" if part.visible else "hidden",
                "composite-op": f"svg:{_OPS.get(part.blend, part.blend)}",
            }  # fmt: skip
            if part.distance is not None:
                about[f"{_OURS}distance"] = f"{part.distance:.6g}"
            ElementTree.SubElement(stack, "layer", {k: _said(v) for k, v in about.items()})
        written = io.BytesIO()
        ElementTree.ElementTree(image).write(written, "UTF-8", xml_declaration=True)
        Entry("stack.xml", written.getvalue(), deflated=True).write(file)
        Entry("mergedimage.png", tagged(encode_png(merged))).write(file)
        Entry("Thumbnails/thumbnail.png", tagged(encode_png(_small(merged)))).write(file)


def _said(text: str) -> str:
    """Without what XML can't hold."""
    return "".join(c for c in text if c >= " " or c in "\t\n")


def _small(picture: NDArray) -> NDArray[np.uint8]:
    height, width = picture.shape[:2]
    by = min(1.0, _THUMBNAIL / max(height, width))
    size = max(round(width * by), 1), max(round(height * by), 1)
    small = np.asarray(cv2.resize(picture, size, interpolation=cv2.INTER_AREA))
    return (small if small.dtype == np.uint8 else small / 257).astype(np.uint8)
