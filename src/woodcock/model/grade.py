"""A grade: how the colours of the whole clip, or of one layer, are made others."""

from __future__ import annotations

from itertools import pairwise
from typing import ClassVar

from woodcock.errors import InvalidValue
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

Points = tuple[tuple[float, float], ...]

STRAIGHT: Points = ((0.0, 0.0), (1.0, 1.0))
CHANNELS = ("red", "green", "blue")
DAYLIGHT = 6500.0  # kelvin: the light that a photo is taken to be balanced for
_MOST_POINTS = 16


class Decisions(Value, frozen=True):
    """Slope, offset, power and saturation of the ASC Color Decision List, version 1.2.

    On sRGB values from 0 to 1: (in x slope + offset) ^ power in each channel, then all as far from
    their luma (Rec. 709 weights) as `saturation` says.
    """

    slope_red: Track = Track(1.0)
    slope_green: Track = Track(1.0)
    slope_blue: Track = Track(1.0)
    offset_red: Track = Track()
    offset_green: Track = Track()
    offset_blue: Track = Track()
    power_red: Track = Track(1.0)
    power_green: Track = Track(1.0)
    power_blue: Track = Track(1.0)
    saturation: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {
        "slope_red": (0, 100),
        "slope_green": (0, 100),
        "slope_blue": (0, 100),
        "offset_red": (-10, 10),
        "offset_green": (-10, 10),
        "offset_blue": (-10, 10),
        "power_red": (0, 100),
        "power_green": (0, 100),
        "power_blue": (0, 100),
        "saturation": (0, 100),
    }


class Curves(Value, frozen=True):
    """Smooth curves through points, sRGB value in to value out; `master` is before the others.

    `amount` is how far from straight they are.
    """

    master: Points = STRAIGHT
    red: Points = STRAIGHT
    green: Points = STRAIGHT
    blue: Points = STRAIGHT
    amount: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {"amount": (-5, 5)}

    def _check(self) -> None:
        for points in (self.master, self.red, self.green, self.blue):
            if not 2 <= len(points) <= _MOST_POINTS:
                raise InvalidValue(tr("a curve goes through 2 to {most} points", most=_MOST_POINTS))
            if any(b[0] - a[0] < 1e-6 for a, b in pairwise(points)):
                raise InvalidValue(tr("a curve's points lie one after the other"))
            if any(not (0 <= x <= 1 and 0 <= y <= 1) for x, y in points):
                raise InvalidValue(tr("a curve's points lie between 0 and 1"))


class Lut(Value, frozen=True):
    """A lookup table: `file` is the content hash of the bytes of a .cube file."""

    file: str
    name: str
    amount: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {"amount": (-5, 5)}


class Match(Value, frozen=True):
    """Colours made like another picture's (Reinhard et al. 2001).

    Each is the means and the standard deviations of l, alpha and beta: of what is changed (`own`),
    and of what it is to be like (`other`).
    """

    own: tuple[float, float, float, float, float, float]
    other: tuple[float, float, float, float, float, float]
    like: str = ""  # what that was called
    amount: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {"own": (-50, 50), "other": (-50, 50), "amount": (-5, 5)}


class Grade(Value, frozen=True):
    """What is done to colours, in this order; as far as `amount` says.

    It is made like another picture (`match`), `exposure` stops brighter, balanced as if what was
    taken at daylight had been set to `temperature` kelvin (more is warmer) and `tint` (thousandths
    of Duv, towards magenta); `contrast` is a power about `pivot`, in linear light; then come
    `decisions`, `vibrance` (saturation of what has little), the `curves`, and a `lut`.
    """

    on: bool = False
    amount: Track = Track(1.0)
    exposure: Track = Track()
    temperature: Track = Track(DAYLIGHT)
    tint: Track = Track()
    contrast: Track = Track(1.0)
    pivot: Track = Track(0.18)
    decisions: Decisions = Decisions()
    vibrance: Track = Track()
    curves: Curves = Curves()
    lut: Lut | None = None
    match: Match | None = None

    LIMITS: ClassVar[Limits] = {
        "amount": (-5, 5),
        "exposure": (-20, 20),
        "temperature": (500, 100_000),
        "tint": (-1000, 1000),
        "contrast": (0, 20),
        "pivot": (0, 20),
        "vibrance": (-10, 10),
    }
