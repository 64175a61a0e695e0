"""Sound under the clip: pieces of it, and how they are mixed."""

from __future__ import annotations

from typing import ClassVar, Literal, get_args

from woodcock.errors import InvalidValue
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

MadeKind = Literal["rain", "wind", "thunder", "surf", "fire", "crickets", "room", "whoosh"]
MADE: tuple[MadeKind, ...] = get_args(MadeKind)
FadeCurve = Literal["linear", "power", "smooth"]
FADES: tuple[FadeCurve, ...] = get_args(FadeCurve)
_LONGEST = 3600.0  # seconds


class Recorded(Value, frozen=True, tag="recorded"):
    """What a file holds: `file` is the content hash of its bytes."""

    file: str
    seconds: float

    def _check(self) -> None:
        if not 0 < self.seconds <= _LONGEST:
            raise InvalidValue(tr("a sound lasts up to an hour"))


class Made(Value, frozen=True, tag="made"):
    """A sound made by code. The same `seed` is the same sound."""

    kind: MadeKind
    seconds: float = 10.0
    intensity: float = 0.5
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"seed": (0, 2**31 - 1)}

    def _check(self) -> None:
        if self.kind not in MADE:
            raise InvalidValue(tr("a sound is one of {all}", all=", ".join(MADE)))
        if not (0.2 <= self.seconds <= 600 and 0 <= self.intensity <= 1):
            raise InvalidValue(tr("a sound is made for 0.2 to 600 seconds, by 0 to 100 %"))


class Sound(Value, frozen=True):
    """A piece of sound, heard from `start` seconds of the clip on, for `length`.

    It may be what is heard of the `flash` with that id, `metres` away: then it starts as much later
    than that. It begins `offset` seconds into its source. One that goes on in a `loop` begins there
    again at the source's end, over `crossfade` seconds. `gain` is in decibels, `pan` from -1, left,
    to 1.
    """

    id: str
    name: str
    source: Recorded | Made
    length: float
    visible: bool = True  # whether it is heard
    start: float = 0.0
    offset: float = 0.0
    loop: bool = False
    crossfade: float = 0.5
    fade_in: float = 0.0
    fade_out: float = 0.0
    curve: FadeCurve = "power"
    gain: Track = Track()
    pan: Track = Track()
    flash: str | None = None
    metres: float = 0.0

    LIMITS: ClassVar[Limits] = {
        "gain": (-200, 60),
        "metres": (0, 100_000),
        "pan": (-1, 1),
        "crossfade": (0, 3600),
        "fade_in": (0, 3600),
        "fade_out": (0, 3600),
    }

    def _check(self) -> None:
        if self.curve not in FADES:
            raise InvalidValue(tr("a fade is one of {all}", all=", ".join(FADES)))
        if not (0 < self.length <= _LONGEST and abs(self.start) <= _LONGEST):
            raise InvalidValue(tr("a sound is heard for up to an hour"))
        if not (0 <= self.offset <= self.source.seconds and self.crossfade >= 0):
            raise InvalidValue(tr("a sound begins within its source"))
        if min(self.fade_in, self.fade_out) < 0:
            raise InvalidValue(tr("a fade lasts some time, or none"))

    @property
    def end(self) -> float:
        return self.start + self.length

    @property
    def available(self) -> float:
        """The longest it can be without a loop, in seconds."""
        return self.source.seconds - self.offset


class Mix(Value, frozen=True):
    """All sounds together: `gain` decibels louder, held below -1 dBTP if it is `limited`."""

    gain: float = 0.0
    limited: bool = True

    LIMITS: ClassVar[Limits] = {"gain": (-200, 60)}
