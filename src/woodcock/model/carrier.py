"""Handles that several things hang on."""

from __future__ import annotations

from typing import ClassVar

from woodcock.errors import InvalidValue
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value
from woodcock.texts import tr

Matrix = tuple[float, ...]  # 16 numbers, row by row: a 4x4 matrix of the world in metres

_FARTHEST = 1e6
CARRIER_PROPERTIES = ("x", "y", "z", "yaw", "pitch", "roll", "scale")


class Carrier(Value, frozen=True):
    """A handle at `place` (metres) that layers, other carriers or the lens hang on by its id.

    It moves by `x`, `y`, `z` metres, and turns (degrees: right, up, clockwise) and scales what
    hangs on it about its place. It may itself hang on another `carrier`; `hang` is where it was
    hung relative to that, None for as it is.
    """

    id: str
    name: str
    place: tuple[float, float, float] = (0.0, 0.0, 10.0)
    x: Track = Track()
    y: Track = Track()
    z: Track = Track()
    yaw: Track = Track()
    pitch: Track = Track()
    roll: Track = Track()
    scale: Track = Track(1.0)
    carrier: str | None = None
    hang: Matrix | None = None
    colour: int = 0

    LIMITS: ClassVar[Limits] = {"place": (-1e5, 1e5), "scale": (-1000, 1000)}

    def _check(self) -> None:
        check_hang(self.hang)


def check_hang(hang: Matrix | None) -> None:
    """Raises InvalidValue for what is no matrix."""
    if hang is not None and (len(hang) != 16 or any(abs(number) > _FARTHEST for number in hang)):
        raise InvalidValue(tr("what hangs on a carrier does so by a matrix of 16 numbers"))
