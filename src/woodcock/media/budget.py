"""How much may come of a file, told from its headers before anything of it is unpacked.

What is small but says it is large was made to do harm, or by mistake: nothing of up to 10 MB makes
the program hold 1 GB.
"""

from __future__ import annotations

from woodcock.errors import WoodcockError
from woodcock.model import MOST_PIXELS
from woodcock.texts import tr

_SMALL = 10_000_000  # bytes of a file
_ONE, _MANY = 260_000_000, 400_000_000  # bytes that may come of it: as one picture, as several
_TIGHTEST = 150  # times that no photo can be packed


def room(packed: int, *, several: bool = False) -> int:
    """How many bytes may come of a file of so many, as one picture or as `several`."""
    return (_MANY if several else _ONE) + _TIGHTEST * max(packed - _SMALL, 0)


def check_picture(name: str, size: tuple[int, int], depth: int, packed: int) -> None:
    """WoodcockError where a picture of `size` (width, height) is too much for a file of `packed`
    bytes, or altogether; `depth` is bytes a pixel."""
    count = size[0] * size[1]
    if count > MOST_PIXELS or min(size) < 1:
        raise WoodcockError(
            tr(
                "{name} has {count:.0f} megapixels; Woodcock opens pictures of up to "
                "{most:.0f}. Make a smaller copy and open that.",
                name=name,
                count=count / 1000000.0,
                most=MOST_PIXELS / 1000000.0,
            )
        )
    if count * depth > room(packed):
        raise packed_as_no_photo(name, count, packed)


def packed_as_no_photo(name: str, count: int, packed: int) -> WoodcockError:
    """What is said of a small file of so many pixels, or one that would take as long."""
    return WoodcockError(
        tr(
            "{name} is packed as no photo is: {nbytes:.1f} MB for {count:.0f} megapixels. "
            "Nothing was opened. Make a copy of it as a plain JPEG.",
            name=name,
            nbytes=packed / 1000000.0,
            count=count / 1000000.0,
        )
    )
