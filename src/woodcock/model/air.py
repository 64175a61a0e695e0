"""What fills the space between the layers: rain, snow, dust, embers, leaves, mist."""

from __future__ import annotations

from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.layer import Picture
from woodcock.model.things import WHITE, Colour
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

SpeckKind = Literal["drops", "flakes", "motes", "sparks", "leaves", "petals"]
SPECKS: tuple[SpeckKind, ...] = get_args(SpeckKind)
MOST_SPECKS = 20_000


class Specks(Value, frozen=True, tag="specks"):
    """Small things that fly: about `amount` of them are in the frame at rest.

    They are `smallest` to `largest` millimetres wide, `fall` metres a second (less than nothing
    rises) and stray about `wander` metres from their way. What is bright is `brightness` times
    as bright as white. Drops bend what is behind them by up to `refraction` pixels of 1080 lines.
    While there is no motion blur, each is streaked as by a shutter of `streak` degrees. Leaves and
    petals tumble `spin` times a second; a `picture` tumbles in place of
    any of them.
    """

    kind: SpeckKind = "drops"
    amount: Track = Track(1500.0)
    smallest: float = 1.0
    largest: float = 3.0
    fall: Track = Track(7.0)
    wander: Track = Track(0.0)
    brightness: Track = Track(1.0)
    refraction: Track = Track(0.0)
    streak: float = 0.0
    spin: float = 0.0
    picture: Picture | None = None

    LIMITS: ClassVar[Limits] = {
        "amount": (0, 20_000),
        "fall": (-1000, 1000),
        "wander": (0, 1000),
        "brightness": (0, 10_000),
        "refraction": (0, 1000),
        "spin": (-1000, 1000),
    }

    def _check(self) -> None:
        if self.kind not in SPECKS:
            raise InvalidValue(tr("what flies is one of {all}", all=", ".join(SPECKS)))
        if not 0.05 <= self.smallest <= self.largest <= 1000:
            raise InvalidValue(tr("what flies is 0.05 to 1000 mm wide, the smallest first"))
        if not 0 <= self.streak <= 360:
            raise InvalidValue(tr("a shutter is open for 0 to 360 degrees"))


class Fog(Value, frozen=True, tag="fog"):
    """Mist that thickens with distance: `density` is the share that it hides, a metre.

    What is d metres in lets exp(-density d) through. `uneven` from 0 to 1 is how far it lies in
    banks about `size` metres wide. With a `height` it lies low: it thins out over so many metres
    above the ground, `level` metres below the lens's rest pose, and ends there.
    """

    density: Track = Track(0.03)
    uneven: Track = Track(0.6)
    size: float = 6.0
    height: float = 0.0
    level: float = 1.6

    LIMITS: ClassVar[Limits] = {"density": (0, 100), "uneven": (0, 10), "level": (-10_000, 10_000)}

    def _check(self) -> None:
        if not 0.05 <= self.size <= 10_000:
            raise InvalidValue(tr("banks of mist are 0.05 m to 10 km wide"))
        if not 0 <= self.height <= 10_000:
            raise InvalidValue(tr("mist thins out over 0 m to 10 km"))


class Air(Value, frozen=True):
    """One thing that is in the air, from `near` to `far` metres from the lens.

    It may be only behind the layer with the id `behind`, and only before the one with the id
    `before`. It is blown by `wind` metres a second towards `heading` degrees (0 to the right, 90
    away from the lens), by up to (1 + `gusts`) times that. The same `seed` is the same air.
    """

    id: str
    name: str
    what: Specks | Fog
    visible: bool = True
    near: float = 0.5
    far: float = 30.0
    behind: str | None = None
    before: str | None = None
    colour: Colour = WHITE
    opacity: Track = Track(1.0)
    wind: Track = Track(0.0)
    heading: Track = Track(0.0)
    gusts: Track = Track(0.0)
    seed: int = 1

    LIMITS: ClassVar[Limits] = {
        "colour": (0, 255),
        "opacity": (0, 1),
        "wind": (-1000, 1000),
        "heading": (-1e5, 1e5),
        "gusts": (0, 100),
        "seed": (0, 2**31 - 1),
    }

    def _check(self) -> None:
        if not (0 <= self.near < self.far <= 100_000 and self.far >= 0.1):
            raise InvalidValue(tr("air reaches from 0 m to 100 km, near before far"))

    @property
    def specks(self) -> Specks | None:
        return self.what if isinstance(self.what, Specks) else None

    @property
    def fog(self) -> Fog | None:
        return self.what if isinstance(self.what, Fog) else None
