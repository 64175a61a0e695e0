"""TIFF files of several pages, each a layer: names as PageName, places as XPosition (TIFF 6.0)."""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, pixels, shared, told
from woodcock.errors import WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.layered_pages import PAGE_NAME, X, Y
from woodcock.media.layered_parts import (
    Layered,
    LayeredPart,
    at_full_size,
    check_count,
    check_sizes,
    each_told,
)
from woodcock.media.picture import APART, MOST_BYTES
from woodcock.media.sequence import srgb_profile
from woodcock.progress import Progress
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

_ROOM, _TIMES = 400_000_000, 24  # bytes that reading a page may take, and for each pixel


class _Pages(msgspec.Struct):
    places: list[tuple[int, int, int, int]]  # width, height, x, y


class _Page(msgspec.Struct):
    name: str


def pages_in(path: Path) -> int:
    """How many pages a TIFF has that are pictures of their own; 1 where that can't be told."""
    try:
        return len(places_in(read_whole(path, tr_noop("layered picture"), MOST_BYTES)))
    except (WoodcockError, Broke):  # whoever opens it is told what is wrong with it
        return 1


def read_pages(path: Path, progress: Progress | None = None) -> Layered:
    """The pages of a TIFF file, the first the nearest, or the farthest if it alone fills the frame.

    Raises WoodcockError with a sentence for a missing, damaged, unknown or huge file.
    """
    content = read_whole(path, tr_noop("layered picture"), MOST_BYTES)
    try:
        places = places_in(content)
        check_count(path.name, len(places))
        size = max(w + x for w, _, x, _ in places), max(h + y for _, h, _, y in places)
        check_sizes(path.name, size, [place[:2] for place in places], content.nbytes)
        parts = []
        for number, (width, height, x, y) in enumerate(each_told(places, progress)):
            count = width * height
            got = shared(APART).ask(
                "page", {"number": number}, [content], memory=_ROOM + _TIMES * count, most=8 * count
            )
            about = told(got, _Page)
            shown = pixels(got, channels=(4,), size=(height, width))
            parts.append(LayeredPart(about.name, shown, x, y))
    except Broke as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no TIFF that can be read ({error}). Nothing was opened. "
                "Save it again where it came from.",
                name=path.name,
                error=error,
            )
        ) from error
    return Layered(size, ordered(parts, size))


def places_in(content: NDArray[np.uint8]) -> list[tuple[int, int, int, int]]:
    """Width, height, x and y of the pages of a TIFF's bytes; Broke or WoodcockError without any."""
    return told(shared(APART).ask("pages", {}, [content]), _Pages).places


def ordered(parts: list[LayeredPart], size: tuple[int, int]) -> tuple[LayeredPart, ...]:
    """Near to far: turned round if the first one fills the picture and the last one doesn't."""
    turned = fills(parts[0], size) and not fills(parts[-1], size)
    return tuple(parts[::-1] if turned else parts)


def fills(part: LayeredPart, size: tuple[int, int]) -> bool:
    """Whether a layer covers the whole picture and has no hole."""
    high, wide = part.pixels.shape[:2]
    covers = part.x <= 0 and part.y <= 0 and part.x + wide >= size[0] and part.y + high >= size[1]
    return covers and bool(part.pixels[..., 3].min() == np.iinfo(part.pixels.dtype).max)


def save_pages(path: Path, size: tuple[int, int], parts: Iterable[LayeredPart]) -> None:
    """Write layers near to far, a page each, all or nothing; what lies beyond the picture is cut.

    Pages of layers that reach beyond it are as large as it is; others lie at their place.
    """
    import tifffile

    with replacing(path) as temporary, tifffile.TiffWriter(temporary) as file:
        for part in parts:
            x, y, (high, wide) = part.x, part.y, part.pixels.shape[:2]
            pixels = part.pixels
            if x < 0 or y < 0 or x + wide > size[0] or y + high > size[1]:
                x, y, pixels = 0, 0, at_full_size(part, size)
            name = part.name.encode()
            file.write(
                pixels, photometric="rgb", extrasamples=("unassalpha",), compression="deflate",
                predictor=True, metadata=None, software="Woodcock", iccprofile=srgb_profile(),
                resolution=(1, 1),
                extratags=[
                    (PAGE_NAME, "s", len(name) + 1, name + b"\0", True),
                    (X, "2I", 1, (x, 1), True), (Y, "2I", 1, (y, 1), True),
                ],
            )  # fmt: skip
