"""What else stands on the stage beside the photo's own layers: titles, cards, clips."""

from __future__ import annotations

import math
from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

Colour = tuple[int, int, int, int]  # straight 8-bit sRGB and alpha

WHITE: Colour = (255, 255, 255, 255)
BLACK: Colour = (0, 0, 0, 255)
Alignment = Literal["left", "centre", "right"]
ALIGNMENTS: tuple[Alignment, ...] = get_args(Alignment)
Unit = Literal["all", "words", "letters"]
UNITS: tuple[Unit, ...] = get_args(Unit)
Shape = Literal["rectangle", "rounded", "ellipse"]
SHAPES: tuple[Shape, ...] = get_args(Shape)
Fill = Literal["plain", "linear", "radial"]
FILLS: tuple[Fill, ...] = get_args(Fill)
Afterwards = Literal["loop", "ping-pong", "hold", "nothing"]
AFTERWARDS: tuple[Afterwards, ...] = get_args(Afterwards)


class Title(Value, frozen=True, tag="title"):
    """Lines of text; its middle lies at (`x`, `y`), and all lengths are in the photo's pixels.

    `size` is the height of the letters' square, `spacing` is added between letters and
    `line_height` between lines, both in sizes. `outline` is how far a line of `outline_colour`
    reaches out, `shadow` how widely a shadow is blurred that lies (`shadow_x`, `shadow_y`) away.
    `units` come in one after the other as `shown` goes from 0 to 1.
    """

    text: str = "Title"
    x: float = 0.0
    y: float = 0.0
    font: str = "Caladea"
    style: str = "Regular"
    size: float = 120.0
    spacing: float = 0.0
    line_height: float = 1.2
    align: Alignment = "centre"
    colour: Colour = WHITE
    outline: float = 0.0
    outline_colour: Colour = BLACK
    shadow: float = 0.0
    shadow_x: float = 0.0
    shadow_y: float = 0.0
    shadow_colour: Colour = (0, 0, 0, 0)
    units: Unit = "all"
    shown: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {
        "x": (-1e6, 1e6),
        "y": (-1e6, 1e6),
        "spacing": (-10, 100),
        "line_height": (-100, 100),
        "colour": (0, 255),
        "outline_colour": (0, 255),
        "shadow_colour": (0, 255),
        "shadow_x": (-20_000, 20_000),
        "shadow_y": (-20_000, 20_000),
    }

    def _check(self) -> None:
        if self.align not in ALIGNMENTS or self.units not in UNITS:
            raise InvalidValue(
                tr("a title is aligned left, centre or right, by all, words or letters")
            )
        if not (1 <= self.size <= 20_000 and len(self.text) <= 2000):
            raise InvalidValue(
                tr("a title has letters of 1 to 20,000 pixels and up to 2000 of them")
            )
        if not (0 <= self.outline <= 2000 and 0 <= self.shadow <= 2000):
            raise InvalidValue(tr("outline and shadow reach up to 2000 pixels"))


class Stop(Value, frozen=True):
    """A colour of a gradient, `at` 0, its start, to 1, its end."""

    at: float
    colour: Colour

    LIMITS: ClassVar[Limits] = {"colour": (0, 255)}


class Card(Value, frozen=True, tag="card"):
    """A coloured shape; its middle lies at (`x`, `y`), and all lengths are in the photo's pixels.

    `corner` is the radius of a rounded one's corners, as a share of half its shorter side; `soft`
    how widely its edge fades. A gradient's `stops` run along `angle` (degrees clockwise from
    right), or outwards from the middle. One that `covers` fills the frame at rest, whatever its
    size.
    """

    x: float = 0.0
    y: float = 0.0
    width: float = 600.0
    height: float = 400.0
    shape: Shape = "rectangle"
    corner: float = 0.3
    soft: float = 0.0
    fill: Fill = "plain"
    angle: float = 90.0
    stops: tuple[Stop, ...] = (Stop(0.0, WHITE), Stop(1.0, BLACK))
    covers: bool = False

    LIMITS: ClassVar[Limits] = {
        "x": (-1e6, 1e6),
        "y": (-1e6, 1e6),
        "corner": (0, 1),
        "soft": (0, 1e5),
        "angle": (-1e5, 1e5),
    }

    def _check(self) -> None:
        if self.shape not in SHAPES or self.fill not in FILLS:
            raise InvalidValue(
                tr("a card is a rectangle, rounded or an ellipse; plain or a gradient")
            )
        if not (1 <= self.width <= 200_000 and 1 <= self.height <= 200_000):
            raise InvalidValue(tr("a card is 1 to 200,000 pixels wide and high"))
        places = [stop.at for stop in self.stops]
        if len(places) < 1 or places != sorted(places) or not 0 <= places[0] <= places[-1] <= 1:
            raise InvalidValue(tr("a gradient has stops in order, from 0 to 1"))


class Clip(Value, frozen=True, tag="clip"):
    """A video or a sequence of pictures; its middle lies at (`x`, `y`) in the photo's pixels.

    `files` are content hashes: of the bytes of one `video`, or of pictures in order. It has
    `count` frames of `width` x `height` pixels, `rate` a second; `scale` photo pixels are as wide
    as one of its own. At the start of our clip it is `start` seconds in, and runs at `speed`; what
    comes `afterwards` is one of AFTERWARDS.
    """

    files: tuple[str, ...]
    width: int
    height: int
    count: int
    rate: float
    video: bool = True
    x: float = 0.0
    y: float = 0.0
    scale: float = 1.0
    start: float = 0.0
    speed: float = 1.0
    afterwards: Afterwards = "loop"

    LIMITS: ClassVar[Limits] = {
        "x": (-1e6, 1e6),
        "y": (-1e6, 1e6),
        "start": (-1e5, 1e5),
        "width": (1, 30_000),
        "height": (1, 30_000),
        "count": (1, 10_000_000),
        "rate": (0.001, 1000),
    }

    def _check(self) -> None:
        if self.afterwards not in AFTERWARDS:
            raise InvalidValue(tr("after a clip comes one of {all}", all=", ".join(AFTERWARDS)))
        if len(self.files) != (1 if self.video else self.count):
            raise InvalidValue(tr("a clip has one video, or a picture for each of its frames"))
        if not (0.005 <= self.scale <= 100 and -20 <= self.speed <= 20):
            raise InvalidValue(
                tr("a clip is shown at 0.5 to 10,000 per cent, up to 20 times as fast")
            )

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, top, width and height in the photo's pixels."""
        width, height = self.width * self.scale, self.height * self.scale
        return self.x - width / 2, self.y - height / 2, width, height

    def frame_at(self, time: float) -> int | None:
        """Which of its frames shows at `time` seconds of our clip; None if nothing does any more.

        A frame shows from its own time until the next one's.
        """
        index = math.floor((self.start + time * self.speed) * self.rate + 1e-6)
        if self.afterwards == "loop":
            return index % self.count
        if self.afterwards == "ping-pong":
            turn = max(2 * self.count - 2, 1)
            return min(index % turn, turn - index % turn)
        if 0 <= index < self.count:
            return index
        return min(max(index, 0), self.count - 1) if self.afterwards == "hold" else None
