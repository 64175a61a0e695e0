"""Film: what a lens, a film and its gate leave on every frame. All of it is off at first."""

from __future__ import annotations

from typing import ClassVar

from woodcock.model.things import Colour
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value


class Grain(Value, frozen=True):
    """Grain that is another on every frame.

    Its standard deviation is `strength` of white in sRGB values where it is strongest, at the value
    `tone`, and nothing in black and white, as seen at 1080 lines; a grain is `size` pixels of these
    wide. `colour` from 0 to 1 is how far each channel has its own.
    """

    on: bool = False
    strength: Track = Track(0.02)
    size: Track = Track(1.8)
    colour: Track = Track(0.25)
    tone: Track = Track(0.4)
    seed: int = 1

    LIMITS: ClassVar[Limits] = {
        "strength": (0, 10),
        "size": (0, 100),
        "colour": (0, 10),
        "tone": (-10, 10),
        "seed": (0, 2**31 - 1),
    }


class Vignette(Value, frozen=True):
    """Corners that get less light.

    The `natural` one is the cosine to the fourth power of the angle to the lens's axis, as far as
    `amount` says. Otherwise so much light is missing in the corners: none of it within `clear` half
    diagonals of the middle, then more and more over `soft` of them.
    """

    on: bool = False
    natural: bool = True
    amount: Track = Track(0.5)
    clear: Track = Track(0.4)
    soft: Track = Track(0.8)

    LIMITS: ClassVar[Limits] = {"amount": (-10, 10), "clear": (0, 10), "soft": (0, 10)}


class Fringe(Value, frozen=True):
    """Red wider and blue narrower than green by `amount` pixels of 1080 lines in the corners."""

    on: bool = False
    amount: Track = Track(1.0)

    LIMITS: ClassVar[Limits] = {"amount": (-100, 100)}


class Weave(Value, frozen=True):
    """A picture unsteady in its gate, by about `amount` pixels of 1080 lines."""

    on: bool = False
    amount: Track = Track(0.8)
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"amount": (0, 1000), "seed": (0, 2**31 - 1)}


class Halation(Value, frozen=True):
    """What is brighter than `threshold` shines back from the film's base, coloured.

    It reaches `radius` frame heights; `amount` is how much of that light it is.
    """

    on: bool = False
    amount: Track = Track(0.25)
    radius: Track = Track(0.006)
    threshold: Track = Track(0.75)
    colour: Colour = (255, 96, 48, 255)

    LIMITS: ClassVar[Limits] = {
        "amount": (0, 100),
        "radius": (0, 1),
        "threshold": (0, 100),
        "colour": (0, 255),
    }


class Flicker(Value, frozen=True):
    """Light that is another on every frame, by about `amount` stops."""

    on: bool = False
    amount: Track = Track(0.04)
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"amount": (0, 10), "seed": (0, 2**31 - 1)}


class Film(Value, frozen=True):
    """All of it."""

    grain: Grain = Grain()
    vignette: Vignette = Vignette()
    fringe: Fringe = Fringe()
    weave: Weave = Weave()
    halation: Halation = Halation()
    flicker: Flicker = Flicker()

    @property
    def on(self) -> bool:
        """Whether any of it is."""
        return any(getattr(self, name).on for name in FILM_PARTS)


FILM_PARTS = Film.__struct_fields__
