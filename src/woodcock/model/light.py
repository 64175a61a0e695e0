"""Light that belongs to the scene: lights hung in it, flashes, shadow, haze, what shimmers."""

from __future__ import annotations

from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.things import WHITE, Colour
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

SKY = 100.0  # metres from which on what is there counts as sky, where no shadow falls
Flicker = Literal["lightning", "lamp", "keys"]
FLICKERS: tuple[Flicker, ...] = get_args(Flicker)


class Glow(Value, frozen=True):
    """Light about a light: so strong in its middle, half of it `size` frame heights away."""

    strength: Track = Track(0.5)
    size: Track = Track(0.08)

    LIMITS: ClassVar[Limits] = {"strength": (0, 1000), "size": (0, 10)}


class Flare(Value, frozen=True):
    """What a light makes in the glass of the lens; each strength is of the light's own.

    `streaks` rays of `length` frame heights, turned by `angle` degrees; a ring `ring_size` frame
    heights wide; `count` ghosts as wide as `ghost_size` on the line through the frame's middle, up
    to `spread` times as far from it as the light, on the other side and on this one.
    """

    streaks: Track = Track(0.25)
    count_of_streaks: int = 6
    length: Track = Track(0.35)
    angle: Track = Track(15.0)
    ring: Track = Track(0.05)
    ring_size: Track = Track(0.5)
    ghosts: Track = Track(0.12)
    count: int = 6
    ghost_size: Track = Track(0.08)
    spread: Track = Track(1.2)
    seed: int = 1

    LIMITS: ClassVar[Limits] = {
        "streaks": (0, 1000),
        "length": (0, 10),
        "angle": (-100_000, 100_000),
        "ring": (0, 1000),
        "ring_size": (0, 10),
        "ghosts": (0, 1000),
        "ghost_size": (0, 10),
        "spread": (-10, 10),
        "seed": (0, 2**31 - 1),
    }

    def _check(self) -> None:
        if not (0 <= self.count_of_streaks <= 32 and 0 <= self.count <= 16):
            raise InvalidValue(tr("a flare has up to 32 streaks and 16 ghosts"))


class Rays(Value, frozen=True):
    """Shafts of light through mist, where nearer layers don't stand in its way.

    They reach `length` frame heights from the light.
    """

    strength: Track = Track(0.4)
    length: Track = Track(0.8)

    LIMITS: ClassVar[Limits] = {"strength": (0, 1000), "length": (0, 10)}


class Light(Value, frozen=True):
    """Something bright at a place of the scene: (`x`, `y`) in the photo's pixels.

    It hangs on the `layer` with that id and moves with it (`height` is where in its relief), or
    stands `distance` metres away. It is `strength` times as bright as white and `size` frame
    heights wide: as much of that as nearer layers cover is missing. Its colour is `colour`.
    """

    id: str
    name: str
    x: Track = Track()
    y: Track = Track()
    distance: Track = Track(20.0)
    layer: str | None = None
    height: float = 0.0
    visible: bool = True
    colour: Colour = WHITE
    strength: Track = Track(1.0)
    size: Track = Track(0.02)
    glow: Glow | None = None
    flare: Flare | None = None
    rays: Rays | None = None

    LIMITS: ClassVar[Limits] = {
        "distance": (0, 100_000),
        "height": (-10, 10),
        "colour": (0, 255),
        "strength": (0, 10_000),
        "size": (0, 10),
    }


class Bolt(Value, frozen=True):
    """Lightning from one place of the photo to another, `distance` metres away.

    `branches` from 0 to 1 is how often it forks, `width` its own in frame heights.
    """

    start: tuple[float, float]
    end: tuple[float, float]
    distance: float = 200.0
    branches: float = 0.5
    width: float = 0.0025
    seed: int = 1

    LIMITS: ClassVar[Limits] = {
        "branches": (0, 1),
        "width": (0, 0.1),
        "start": (-1e5, 1e5),
        "end": (-1e5, 1e5),
        "seed": (0, 2**31 - 1),
    }

    def _check(self) -> None:
        if not 0.05 <= self.distance <= 100_000:
            raise InvalidValue(tr("a bolt is between 0.05 m and 100 km away"))


class Flash(Value, frozen=True):
    """Light that flickers on some `layers` only (ids): up to 1 + `strength` times as bright.

    It falls off from (`x`, `y`) in the photo's pixels: half of it is left `reach` photo heights
    away, all of it everywhere if that is 0. "lightning" strikes at `at` seconds, a seeded double
    flicker; a "lamp" flickers all the time; by "keys" it is as strong as it is keyed.
    """

    id: str
    name: str
    layers: tuple[str, ...] = ()
    visible: bool = True
    kind: Flicker = "lightning"
    at: float = 1.0
    strength: Track = Track(3.0)
    reach: Track = Track(0.0)
    x: Track = Track()
    y: Track = Track()
    colour: Colour = (225, 232, 255, 255)
    seed: int = 1
    bolt: Bolt | None = None

    LIMITS: ClassVar[Limits] = {
        "at": (-3600, 3600),
        "strength": (0, 10_000),
        "reach": (0, 1000),
        "colour": (0, 255),
        "seed": (0, 2**31 - 1),
    }

    def _check(self) -> None:
        if self.kind not in FLICKERS:
            raise InvalidValue(tr("a flash is one of {all}", all=", ".join(FLICKERS)))


class Bloom(Value, frozen=True):
    """What is brighter than `threshold` (1 is white) shines `radius` frame heights about it."""

    on: bool = False
    threshold: Track = Track(0.8)
    radius: Track = Track(0.02)
    amount: Track = Track(0.5)

    LIMITS: ClassVar[Limits] = {"threshold": (0, 1000), "radius": (0, 1), "amount": (0, 100)}


class Haze(Value, frozen=True):
    """Air that takes on the `colour` of the distance: from `start` metres on, `density` a metre."""

    on: bool = False
    colour: Colour = (200, 210, 220, 255)
    density: Track = Track(0.004)
    start: Track = Track(5.0)

    LIMITS: ClassVar[Limits] = {"colour": (0, 255), "density": (0, 100), "start": (-1e5, 1e5)}


class Shadow(Value, frozen=True):
    """A layer's shadow on what is behind it.

    The light comes from `side` degrees clockwise from the top, `low` degrees off the lens's axis: 0
    is from behind the lens. It is `soft` degrees wide. What is `amount` 1 is black where
    all of the light is covered. It falls on the `sky` only if it is to.
    """

    amount: Track = Track(0.5)
    side: Track = Track(-45.0)
    low: Track = Track(6.0)
    soft: Track = Track(4.0)
    sky: bool = False

    LIMITS: ClassVar[Limits] = {
        "amount": (0, 10),
        "side": (-1e5, 1e5),
        "low": (-90, 90),
        "soft": (0, 90),
    }


class Shimmer(Value, frozen=True):
    """A layer, or an `area` of it, that wavers as water and hot air do.

    It goes up to `amount` pixels of 1080 lines from its place, in waves `size` photo heights wide
    and `flat` times as wide as high, `speed` of them a second. `area` is a closed line in the
    photo's pixels. `nearer` from 0 to 1 is how much stiller its far side, the top, is.
    """

    amount: Track = Track(3.0)
    size: Track = Track(0.02)
    speed: Track = Track(0.7)
    flat: float = 3.0
    nearer: float = 0.8
    area: tuple[tuple[float, float], ...] = ()
    seed: int = 1

    LIMITS: ClassVar[Limits] = {
        "amount": (0, 1000),
        "size": (0, 10),
        "speed": (-100, 100),
        "seed": (0, 2**31 - 1),
    }

    def _check(self) -> None:
        if not (0.1 <= self.flat <= 20 and 0 <= self.nearer <= 1):
            raise InvalidValue(tr("waves are 0.1 to 20 times as wide as high, 0 to 100 % stiller"))
        if 0 < len(self.area) < 3:
            raise InvalidValue(tr("an area has three corners or more"))
