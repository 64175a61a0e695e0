"""The pages of a TIFF that are layers, in whatever process: names as PageName, places as XPosition
(TIFF 6.0)."""

from __future__ import annotations

from itertools import islice
from typing import Any

import numpy as np
from numpy.typing import NDArray

from woodcock.media.layered_parts import MOST_LAYERS, as_rgba
from woodcock.media.tiff_pixels import pixels_of_page
from woodcock.texts import tr

PAGE_NAME, X, Y = 285, 286, 287
_X_RESOLUTION, _Y_RESOLUTION = 282, 283
_REDUCED = 1  # NewSubfileType: a smaller copy of another page


def own_pages(file: Any) -> list[Any]:
    """Its pages that are pictures of their own; never many more than can be opened."""
    pages = islice(file.pages, 4 * MOST_LAYERS)
    return [page for page in pages if not int(getattr(page, "subfiletype", 0)) & _REDUCED]


def places_of(pages: list[Any]) -> list[tuple[int, int, int, int]]:
    """Width and height of each, and where its corner is."""
    return [
        (
            int(page.imagewidth), int(page.imagelength),
            _place(page, X, _X_RESOLUTION), _place(page, Y, _Y_RESOLUTION),
        )
        for page in pages
    ]  # fmt: skip


def part_of_page(page: Any, number: int) -> tuple[str, NDArray]:
    """Its name, and its pixels, (H, W, 4) of 8 or 16 bits."""
    pixels = pixels_of_page(page)
    if pixels.dtype not in (np.uint8, np.uint16):
        raise ValueError(f"a page holds {pixels.dtype}")
    name = _text(page, PAGE_NAME) or tr("Page {number}", number=number + 1)
    return name, as_rgba(pixels)


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
