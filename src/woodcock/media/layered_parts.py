"""What layered pictures are made of, whatever file holds them."""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence
from typing import NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.budget import packed_as_no_photo, room
from woodcock.model import Blend
from woodcock.progress import Progress, report
from woodcock.texts import tr, tr_noop

_T = TypeVar("_T")
MOST_LAYERS = 100
MOST_SIDE = 30_000  # pixels
MOST_PIXELS = 600_000_000  # of all layers together
_UNSAFE = re.compile(r'[\x00-\x1f<>:"/\\|?*]+')
_KEPT = tr_noop("Nothing was opened. Save it with fewer or smaller layers.")
_LONGEST = 80  # characters of a name that a file is called by


class LayeredPart(NamedTuple):
    """A layer: (H, W, 4) straight sRGB, 8 or 16 bits, its corner at (`x`, `y`) of the picture.

    `distance` is metres, where a file tells it. `depth` (H, W) float32 is metres from the lens.
    """

    name: str
    pixels: NDArray
    x: int = 0
    y: int = 0
    opacity: float = 1.0
    visible: bool = True
    blend: Blend = "normal"
    distance: float | None = None
    depth: NDArray[np.float32] | None = None


class Layered(NamedTuple):
    """A picture of `size` (width, height) and its layers, near to far.

    `notes` are sentences about what could not be read as it was meant.
    """

    size: tuple[int, int]
    parts: tuple[LayeredPart, ...]
    notes: tuple[str, ...] = ()


def safe_names(names: Iterable[str]) -> list[str]:
    """File names without ending for layers' names: possible everywhere, each another."""
    found: list[str] = []
    taken: set[str] = set()
    for name in names:
        base = " ".join(_UNSAFE.sub(" ", name).split()).strip(" .")
        base = base[:_LONGEST].strip(" .") or "layer"
        made, number = base, 2
        while made.lower() in taken:
            made, number = f"{base} {number}", number + 1
        taken.add(made.lower())
        found.append(made)
    return found


def each_told(items: Sequence[_T], progress: Progress | None) -> Iterator[_T]:
    """The items, with a word on how many were read before each; Cancelled on request."""
    for number, item in enumerate(items):
        report(
            progress,
            number / len(items),
            tr("Layer {number} of {items}", number=number + 1, items=len(items)),
        )
        yield item


def check_count(name: str, count: int) -> None:
    """Raises WoodcockError for no layers, or too many, before any of them is looked at."""
    if count > MOST_LAYERS:
        raise WoodcockError(
            tr(
                "{name} has %n layers; Woodcock opens up to {most}. {kept}",
                "",
                count,
                name=name,
                most=MOST_LAYERS,
                kept=tr(_KEPT),
            )
        )
    if not count:
        raise WoodcockError(tr("{name} has no layers. Nothing was opened.", name=name))


def check_sizes(
    name: str, size: tuple[int, int], sizes: Sequence[tuple[int, int]], packed: int
) -> None:
    """Raises WoodcockError for too many or too large layers, before any of them is unpacked.

    `packed` is how many bytes they take up in their file, or files.
    """
    check_count(name, len(sizes))
    for width, height in (size, *sizes):
        if not (1 <= width <= MOST_SIDE and 1 <= height <= MOST_SIDE):
            raise WoodcockError(
                tr(
                    "{name} has a layer of {width} x {height} pixels, which is more than "
                    "{most} on a side, or nothing. {kept}",
                    name=name,
                    width=width,
                    height=height,
                    most=MOST_SIDE,
                    kept=tr(_KEPT),
                )
            )
    total = sum(width * height for width, height in sizes)
    largest = max(width * height for width, height in (size, *sizes))
    if 4 * largest > room(packed) or 4 * total > room(packed, several=True):
        raise packed_as_no_photo(name, max(largest, total), packed)
    if total > MOST_PIXELS:
        raise WoodcockError(
            tr(
                "The layers of {name} have {total:.0f} megapixels together; Woodcock "
                "opens up to {most:.0f}. {kept}",
                name=name,
                total=total / 1000000.0,
                most=MOST_PIXELS / 1000000.0,
                kept=tr(_KEPT),
            )
        )


def as_rgba(pixels: NDArray) -> NDArray:
    """(H, W, 4) of a grey, grey and alpha, RGB or RGBA picture of 8 or 16 bits."""
    full = np.iinfo(pixels.dtype).max
    if pixels.ndim == 2:
        pixels = pixels[..., None]
    if pixels.shape[2] in (1, 2):
        grey = np.repeat(pixels[..., :1], 3, axis=2)
        pixels = np.concatenate([grey, pixels[..., 1:]], axis=2)
    if pixels.shape[2] == 3:
        alpha = np.full((*pixels.shape[:2], 1), full, pixels.dtype)
        pixels = np.concatenate([pixels, alpha], axis=2)
    return np.ascontiguousarray(pixels[..., :4])


def at_full_size(part: LayeredPart, size: tuple[int, int]) -> NDArray:
    """A part's pixels in the whole picture (height, width, 4); what lies beyond it is cut off."""
    width, height = size
    high, wide = part.pixels.shape[:2]
    if (part.x, part.y, wide, high) == (0, 0, width, height):
        return part.pixels
    out = np.zeros((height, width, 4), part.pixels.dtype)
    x0, y0 = max(part.x, 0), max(part.y, 0)
    x1, y1 = min(part.x + wide, width), min(part.y + high, height)
    if x0 < x1 and y0 < y1:
        out[y0:y1, x0:x1] = part.pixels[y0 - part.y : y1 - part.y, x0 - part.x : x1 - part.x]
    return out
