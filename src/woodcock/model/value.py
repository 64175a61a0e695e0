"""What every value of the model is made of."""

from __future__ import annotations

import math
from types import NoneType
from typing import ClassVar

import msgspec

from woodcock.errors import InvalidValue
from woodcock.texts import tr

_LONGEST = 10_000  # characters of a text
Limits = dict[str, tuple[float, float]]  # the least and the most of a field


class Value(msgspec.Struct, frozen=True):
    """A frozen value whose fields are plain, so that whatever is in a project can be saved.

    Numbers of other libraries become Python's own wherever they come in, and text that no file
    can hold (half a code point, as of file names in another encoding) is replaced, and one that is
    absurdly long is cut. InvalidValue for
    a number that is not finite, TypeError for what no project can hold. Subclasses have `LIMITS` of
    their numbers, which hold for each of several and for all of a track's, and check what else they
    hold in `_check`.
    """

    LIMITS: ClassVar[Limits] = {}

    def __post_init__(self) -> None:
        for name in self.__struct_fields__:
            value = getattr(self, name)
            made = _plain(value, name)
            if made is not value:
                msgspec.structs.force_setattr(self, name, made)
        for name, (low, high) in self.LIMITS.items():
            value = getattr(self, name)
            if value.__class__ is float:  # most of them, and values are made often
                fits = low <= value <= high
            else:
                fits = all(low <= number <= high for number in _numbers(value))
            if not fits:
                told = name.replace("_", " ")
                raise InvalidValue(
                    tr("{name} lies between {low:g} and {high:g}", name=told, low=low, high=high)
                )
        self._check()

    def _numbers(self) -> tuple[float, ...]:
        """What limits hold for where it stands in a field; none of its own."""
        return ()

    def _check(self) -> None:
        """Raises InvalidValue, with a sentence, for what makes no sense."""


def _plain(value: object, name: str) -> object:
    kind = type(value)
    if kind is float:
        if not math.isfinite(value):  # type: ignore[arg-type]
            raise InvalidValue(tr("{name} must be a finite number", name=name.replace("_", " ")))
        return value
    if kind in (int, bool, NoneType) or isinstance(value, Value):
        return value
    if isinstance(value, str):
        if len(value) > _LONGEST:  # no name is; to draw it would take minutes
            value = value[:_LONGEST]
        return value if value.isascii() else value.encode("utf-8", "replace").decode()
    if isinstance(value, tuple):
        made = tuple(_plain(item, name) for item in value)
        same = all(new is old for new, old in zip(made, value, strict=True))
        return value if same else made
    if getattr(value, "shape", None) == ():  # a number of NumPy's
        return _plain(value.item(), name)  # type: ignore[attr-defined]
    raise TypeError(f"{name} can't be a {kind.__name__}")


def _numbers(value: object) -> tuple[float, ...]:
    """The numbers that a field's limits hold for."""
    if isinstance(value, int | float):
        return (value,)
    if isinstance(value, tuple):
        return tuple(number for item in value for number in _numbers(item))
    return value._numbers() if isinstance(value, Value) else ()
