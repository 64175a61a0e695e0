"""The photograph, the frame it is shown in, and how it sits there."""

from __future__ import annotations

import math
from fractions import Fraction
from typing import ClassVar

from woodcock.errors import InvalidValue
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

# Frames a second; those of television as the fractions they are (SMPTE ST 12-1).
RATES = (12, 23.976, 24, 25, 29.97, 30, 50, 59.94, 60)
_FRACTIONS = {23.976: Fraction(24000, 1001), 29.97: Fraction(30000, 1001),
              59.94: Fraction(60000, 1001)}  # fmt: skip
MOST_HELD = 6  # frames a picture is held for
FRAME_SIZES = ((1920, 1080), (1280, 720), (1080, 1920), (1080, 1080), (3840, 2160))


class Photo(Value, frozen=True):
    """The photograph: `pixels` is the content hash of an (height, width, 3 or 4) sRGB array."""

    pixels: str
    width: int
    height: int
    name: str = "photo"

    LIMITS: ClassVar[Limits] = {"width": (1, 200_000), "height": (1, 200_000)}


class Frame(Value, frozen=True):
    """What is exported: size in pixels, frames a second, length in seconds.

    A `rate` with a part is named as usual, 23.976, and meant exactly: 24000 / 1001. Each picture
    is `held` for so many frames.
    """

    width: int = 1920
    height: int = 1080
    rate: float = 30
    seconds: float = 6.0
    held: int = 1

    def _check(self) -> None:
        if not (16 <= self.width <= 8192 and 16 <= self.height <= 8192):
            raise InvalidValue(tr("a frame is between 16 and 8192 pixels on each side"))
        if self.rate not in RATES:
            raise InvalidValue(
                tr("the frame rate must be one of {all}", all=", ".join(map(str, RATES)))
            )
        check_held(self.held)
        if not 0 < self.seconds <= 600:
            raise InvalidValue(tr("a clip is longer than 0 and at most 600 seconds"))

    @property
    def exact(self) -> Fraction:
        """Frames a second."""
        return _FRACTIONS.get(self.rate) or Fraction(self.rate)

    @property
    def count(self) -> int:
        """How many frames the clip has."""
        return max(1, round(self.seconds * float(self.exact)))

    @property
    def last(self) -> float:
        """The time of the last frame in seconds; the end pose belongs to it."""
        return float(max(self.count - 1, 1) / self.exact)

    def time(self, index: int) -> float:
        """The time of frame `index` in seconds."""
        return float(index / self.exact)

    def index(self, time: float) -> int:
        """The number of the frame nearest to a time in seconds."""
        return round(time * float(self.exact))

    def shown(self, time: float, held: int | None = None) -> float:
        """The time of the picture that is shown at `time`: of the first of the frames it is
        held for."""
        held = held or self.held
        if held == 1:
            return time
        return self.time(math.floor(time * float(self.exact) + 1e-6) // held * held)


def check_held(held: int) -> None:
    """Raises InvalidValue for a number of frames that no picture is held for."""
    if not 1 <= held <= MOST_HELD:
        raise InvalidValue(tr("a picture is held for 1 to {most} frames", most=MOST_HELD))


class Placement(Value, frozen=True):
    """How the photo sits in the frame, whatever the two sizes.

    `zoom` 1 just covers the frame; (`x`, `y`) is the place in the photo, as fractions of its
    width and height, that stands at the middle of the frame.
    """

    zoom: float = 1.0
    x: float = 0.5
    y: float = 0.5

    LIMITS: ClassVar[Limits] = {"zoom": (0.001, 1000), "x": (-100, 100), "y": (-100, 100)}
