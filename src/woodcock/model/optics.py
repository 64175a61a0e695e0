"""What a real lens and its shutter do to the picture, and blur without a lens."""

from __future__ import annotations

from typing import ClassVar

from woodcock.errors import InvalidValue
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

BLADES = (0, 5, 6, 7, 8, 9)  # of an iris; none: it is round
MOST_BLUR = 100.0  # pixels of a 1080-line frame


class Crop(Value, frozen=True):
    """The frame is a part of a larger one, seen by the same lens, as by a smaller sensor.

    The lens's axis meets it `x` and `y` of its widths right of and below its middle. The whole is
    `width` times as wide and `height` times as high.
    """

    x: float = 0.0
    y: float = 0.0
    width: float = 1.0
    height: float = 1.0

    LIMITS: ClassVar[Limits] = {
        "x": (-100, 100),
        "y": (-100, 100),
        "width": (0.001, 1000),
        "height": (0.001, 1000),
    }


class Eye(Value, frozen=True):
    """One of two eyes: `aside` metres to the right of where the lens is.

    Its picture is shifted, not turned, so that what stands `window` metres from the lens is where
    the lens sees it.
    """

    aside: float
    window: float

    LIMITS: ClassVar[Limits] = {"aside": (-10, 10), "window": (0.05, 1e5)}

    def _check(self) -> None:
        if self.window < 0.05:
            raise InvalidValue(
                tr("the plane that no eye sees displaced lies 0.05 m away or farther")
            )


class Follow(Value, frozen=True):
    """What the focus stays on: a place of a layer, in the photo's pixels.

    `height` is where in its relief that is: 0 its back, 1 its front.
    """

    layer: str
    x: float
    y: float
    height: float = 0.0

    LIMITS: ClassVar[Limits] = {"x": (-1e6, 1e6), "y": (-1e6, 1e6), "height": (-10, 10)}


class Defocus(Value, frozen=True):
    """Depth of field: whether what is out of focus is blurred, and by what iris.

    `blades` straight ones, turned by `angle` degrees clockwise, or a round one. `highlights` is by
    how many times light that the photo clipped is made brighter before it is blurred. The focus
    stays on what it is to `follow`, or is where the lens's own track has it.
    """

    on: bool = False
    blades: int = 0
    angle: Track = Track()
    highlights: Track = Track()
    follow: Follow | None = None

    LIMITS: ClassVar[Limits] = {"angle": (-1e5, 1e5), "highlights": (0, 1000)}

    def _check(self) -> None:
        if self.blades not in BLADES:
            raise InvalidValue(tr("an iris is round or has 5 to 9 blades"))


class Shutter(Value, frozen=True):
    """Motion blur: for how much of a frame's time the shutter is open, in degrees of a turn.

    180 degrees are half of it. It is open about the frame's own time if `centred`, or opens then.
    """

    on: bool = False
    angle: Track = Track(180.0)
    centred: bool = True

    LIMITS: ClassVar[Limits] = {"angle": (0, 3600)}


class Blur(Value, frozen=True):
    """A layer blurred without a lens, by circles as wide as `amount`, in pixels of 1080 lines.

    Evenly, or growing `outwards` from (`x`, `y`) in the photo's pixels: nothing up to `clear`, all
    of it from `clear` and `falloff` on, both shares of the photo's height.
    """

    amount: Track = Track()
    outwards: bool = False
    x: Track = Track()
    y: Track = Track()
    clear: Track = Track(0.1)
    falloff: float = 0.3

    LIMITS: ClassVar[Limits] = {"amount": (0, 1000), "clear": (0, 100)}

    def _check(self) -> None:
        if not 0.01 <= self.falloff <= 5:
            raise InvalidValue(tr("a blur grows over 1 to 500 per cent of the photo's height"))


DEFOCUS_TRACKS = {"iris": "angle", "highlights": "highlights"}
SHUTTER_TRACKS = {"shutter": "angle"}
BLUR_TRACKS = {"blur": "amount", "blur x": "x", "blur y": "y", "blur clear": "clear"}
