"""TIFF files of several pages, each a layer: names as PageName, places as XPosition (TIFF 6.0)."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import islice
from pathlib import Path
from typing import Any

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import Cancelled, WoodcockError
from woodcock.media.atomic import replacing
from woodcock.media.layered_parts import (
    MOST_LAYERS,
    Layered,
    LayeredPart,
    as_rgba,
    at_full_size,
    check_count,
    check_sizes,
    each_told,
)
from woodcock.media.reading import reading
from woodcock.media.sequence import srgb_profile
from woodcock.progress import Progress

_PAGE_NAME, _X, _Y = 285, 286, 287
_REDUCED = 1  # NewSubfileType: a smaller copy of another page
_ASSOCIATED = 1  # ExtraSamples: colours are multiplied by alpha


def pages_in(path: Path) -> int:
    """How many pages a TIFF has that are pictures of their own; 1 where that can't be told."""
    import tifffile

    try:
        with tifffile.TiffFile(path) as file:
            return len(_own(file))
    except Exception:  # whoever opens it is told what is wrong with it
        return 1


def read_pages(path: Path, progress: Progress | None = None) -> Layered:
    """The pages of a TIFF file, the first the nearest, or the farthest if it alone fills the frame.

    Raises WoodcockError with a sentence for a missing, damaged, unknown or huge file.
    """
    import tifffile

    try:
        with reading(path, "layered picture"), tifffile.TiffFile(path) as file:
            pages = _own(file)
            check_count(path.name, len(pages))
            sizes = [(int(page.imagewidth), int(page.imagelength)) for page in pages]
            size = max(w for w, _ in sizes), max(h for _, h in sizes)
            check_sizes(path.name, size, sizes)
            told = each_told(pages, progress)
            parts = [_part(page, number) for number, page in enumerate(told)]
    except (WoodcockError, Cancelled):
        raise
    except Exception as error:  # tifffile and its codecs raise all kinds
        raise WoodcockError(
            f"{path.name} is damaged, or no TIFF that can be read ({error}). Nothing was opened. "
            "Save it again where it came from."
        ) from error
    size = (
        max(part.x + part.pixels.shape[1] for part in parts),
        max(part.y + part.pixels.shape[0] for part in parts),
    )
    return Layered(size, ordered(parts, size))


def ordered(parts: list[LayeredPart], size: tuple[int, int]) -> tuple[LayeredPart, ...]:
    """Near to far: turned round if the first one fills the picture and the last one doesn't."""
    turned = fills(parts[0], size) and not fills(parts[-1], size)
    return tuple(parts[::-1] if turned else parts)


def fills(part: LayeredPart, size: tuple[int, int]) -> bool:
    """Whether a layer covers the whole picture and has no hole."""
    high, wide = part.pixels.shape[:2]
    covers = part.x <= 0 and part.y <= 0 and part.x + wide >= size[0] and part.y + high >= size[1]
    return covers and bool(part.pixels[..., 3].min() == np.iinfo(part.pixels.dtype).max)


def _own(file: Any) -> list[Any]:
    """Its pages that are pictures of their own; never many more than can be opened."""
    pages = islice(file.pages, 4 * MOST_LAYERS)
    return [page for page in pages if not int(getattr(page, "subfiletype", 0)) & _REDUCED]


def _part(page: Any, number: int) -> LayeredPart:
    pixels = page.asarray()
    if pixels.ndim == 3 and getattr(page, "planarconfig", 1) == 2:
        pixels = np.moveaxis(pixels, 0, 2)
    if getattr(page, "photometric", None) == 0:  # white is zero
        pixels = np.iinfo(pixels.dtype).max - pixels
    if pixels.dtype not in (np.uint8, np.uint16):
        raise ValueError(f"a page holds {pixels.dtype}")
    extra = tuple(int(x) for x in getattr(page, "extrasamples", ()) or ())
    pixels = as_rgba(pixels)
    if extra[:1] == (_ASSOCIATED,):
        pixels = _straight(pixels)
    name = _text(page, _PAGE_NAME) or f"Page {number + 1}"
    return LayeredPart(name, pixels, _place(page, _X, 282), _place(page, _Y, 283))


def _straight(pixels: NDArray) -> NDArray:
    """Of colours that are multiplied by alpha."""
    full = np.iinfo(pixels.dtype).max
    alpha = np.maximum(pixels[..., 3:].astype(np.float32), 1)
    colours = np.minimum(pixels[..., :3] * (full / alpha), full)
    return np.concatenate([np.rint(colours).astype(pixels.dtype), pixels[..., 3:]], axis=2)


def _text(page: Any, code: int) -> str:
    tag = page.tags.get(code)
    value = tag.value if tag is not None else ""
    value = value.decode(errors="replace") if isinstance(value, bytes) else str(value)
    return value.strip("\0 ")


def _place(page: Any, code: int, resolution: int) -> int:
    """Pixels from the left, or the top: the position times the resolution, both in one unit."""
    values = []
    for each in (code, resolution):
        tag = page.tags.get(each)
        if tag is None:
            return 0
        top, below = tag.value
        values.append(top / below if below else 0.0)
    return round(values[0] * values[1])


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
                predictor=True, metadata=None, iccprofile=srgb_profile(), resolution=(1, 1),
                extratags=[
                    (_PAGE_NAME, "s", len(name) + 1, name + b"\0", True),
                    (_X, "2I", 1, (x, 1), True), (_Y, "2I", 1, (y, 1), True),
                ],
            )  # fmt: skip
