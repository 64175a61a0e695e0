"""Movement that nobody keys: sway, a pendulum, a flutter, drift."""

from __future__ import annotations

from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

BeatKind = Literal["pendulum", "flutter"]
BEATS: tuple[BeatKind, ...] = get_args(BeatKind)


class Sway(Value, frozen=True):
    """Handheld movement by about `metres` and `degrees`, `rate` turns a second.

    The same `seed` is the same movement. Of the whole clip, a metre is a frame's width.
    """

    metres: float = 0.01
    degrees: float = 0.2
    rate: float = 0.8
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"seed": (0, 2**31 - 1)}

    def _check(self) -> None:
        if not (0 <= self.metres <= 1 and 0 <= self.degrees <= 20 and 0.05 <= self.rate <= 10):
            raise InvalidValue(tr("sway goes up to 1 m and 20 degrees, up to 10 times a second"))


class Beat(Value, frozen=True):
    """A layer to and fro about its pivot by `degrees`, `rate` times a second.

    A "pendulum" swings in the picture's plane; a "flutter" turns the layer's side away and back as
    wings and leaves do, no two beats alike: the same `seed` is the same flutter.
    """

    kind: BeatKind = "pendulum"
    degrees: float = 5.0
    rate: float = 0.5
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"seed": (0, 2**31 - 1)}

    def _check(self) -> None:
        if self.kind not in BEATS:
            raise InvalidValue(tr("a layer moves as one of {all}", all=", ".join(BEATS)))
        if not (0 <= self.degrees <= 80 and 0.02 <= self.rate <= 20):
            raise InvalidValue(tr("a layer swings by up to 80 degrees, up to 20 times a second"))


class Drift(Value, frozen=True):
    """Endless sliding: so many photo pixels a second, `direction` degrees clockwise from right.

    The picture wraps: `overlap` of its width (and height) is blended where it meets itself. If it
    `closes`, the clip's length is a whole number of turns, the nearest to the speed.
    """

    speed: float = 40.0
    direction: float = 0.0
    overlap: float = 0.25
    closes: bool = False

    LIMITS: ClassVar[Limits] = {"direction": (-1e5, 1e5)}

    def _check(self) -> None:
        if not (0 <= self.speed <= 20_000 and 0.02 <= self.overlap <= 0.5):
            raise InvalidValue(tr("a drift blends between 2 and 50 per cent of the picture"))
