"""The photograph, the frame it is shown in, and how it sits there."""

from __future__ import annotations

from woodcock.errors import InvalidValue
from woodcock.model.value import Value

RATES = (12, 24, 25, 30, 50, 60)
FRAME_SIZES = ((1920, 1080), (1280, 720), (1080, 1920), (1080, 1080), (3840, 2160))


class Photo(Value, frozen=True):
    """The photograph: `pixels` is the content hash of an (height, width, 3 or 4) sRGB array."""

    pixels: str
    width: int
    height: int
    name: str = "photo"


class Frame(Value, frozen=True):
    """What is exported: size in pixels, whole frames a second, length in seconds."""

    width: int = 1920
    height: int = 1080
    rate: int = 30
    seconds: float = 6.0

    def _check(self) -> None:
        if not (16 <= self.width <= 8192 and 16 <= self.height <= 8192):
            raise InvalidValue("a frame is between 16 and 8192 pixels on each side")
        if self.rate not in RATES:
            raise InvalidValue(f"the frame rate must be one of {', '.join(map(str, RATES))}")
        if not 0 < self.seconds <= 600:
            raise InvalidValue("a clip is longer than 0 and at most 600 seconds")

    @property
    def count(self) -> int:
        """How many frames the clip has."""
        return max(1, round(self.seconds * self.rate))

    @property
    def last(self) -> float:
        """The time of the last frame in seconds; the end pose belongs to it."""
        return max(self.count - 1, 1) / self.rate

    def time(self, index: int) -> float:
        """The time of frame `index` in seconds."""
        return index / self.rate


class Placement(Value, frozen=True):
    """How the photo sits in the frame, whatever the two sizes.

    `zoom` 1 just covers the frame; (`x`, `y`) is the place in the photo, as fractions of its
    width and height, that stands at the middle of the frame.
    """

    zoom: float = 1.0
    x: float = 0.5
    y: float = 0.5
