"""Animated properties: a `Track` is a constant, or keys with an easing between them."""

from __future__ import annotations

from collections.abc import Callable
from itertools import pairwise
from typing import ClassVar, Literal, TypeVar, cast, get_args

import msgspec

from woodcock.errors import InvalidValue
from woodcock.model.value import Limits, Value
from woodcock.texts import tr, tr_noop

EasingKind = Literal["bezier", "hold", "spring", "hunting"]
EASING_KINDS: tuple[EasingKind, ...] = get_args(EasingKind)
AfterKeys = Literal["hold", "loop", "ping-pong"]
AFTER_KEYS: tuple[AfterKeys, ...] = get_args(AfterKeys)


class Easing(Value, frozen=True):
    """A cubic-bezier easing: control points (x1, y1) and (x2, y2) of CSS Easing Functions Level 1.

    `x1` and `x2` lie in [0, 1]; `y1` and `y2` may overshoot. Of another `kind` it does not look at
    them: "hold" waits and jumps at the end, "spring" swings about the end until it rests there,
    "hunting" goes beyond it by about `amount` of the way, back a little short of it, and settles,
    as a hand on a focus ring does: the same `seed` is the same hand.
    """

    x1: float = 0.0
    y1: float = 0.0
    x2: float = 1.0
    y2: float = 1.0
    kind: EasingKind = "bezier"
    amount: float = 0.12
    seed: int = 1

    LIMITS: ClassVar[Limits] = {"y1": (-10, 10), "y2": (-10, 10), "seed": (0, 2**31 - 1)}

    def _check(self) -> None:
        if self.kind not in EASING_KINDS:
            raise InvalidValue(tr("an easing is one of {all}", all=", ".join(EASING_KINDS)))
        if not 0 <= self.amount <= 1:
            raise InvalidValue(tr("hunting goes beyond by 0 to 100 per cent of the way"))
        if not (0 <= self.x1 <= 1 and 0 <= self.x2 <= 1):
            raise InvalidValue(tr("an easing's x1 and x2 must lie between 0 and 1"))


LINEAR = Easing()
EASE_IN = Easing(0.42, 0.0, 1.0, 1.0)
EASE_OUT = Easing(0.0, 0.0, 0.58, 1.0)
EASE_BOTH = Easing(0.42, 0.0, 0.58, 1.0)

EASINGS: dict[str, Easing] = {
    tr_noop("Linear"): LINEAR,
    tr_noop("Ease in"): EASE_IN,
    tr_noop("Ease out"): EASE_OUT,
    tr_noop("Ease in and out"): EASE_BOTH,
    tr_noop("Overshoot"): Easing(0.34, 1.56, 0.64, 1.0),
    tr_noop("Spring"): Easing(kind="spring"),
    tr_noop("Hunting"): Easing(kind="hunting"),
    tr_noop("Hold"): Easing(kind="hold"),
}


class Key(Value, frozen=True):
    """A value at a time in seconds; `easing` shapes the way from this key to the next."""

    time: float
    value: float
    easing: Easing = EASE_BOTH

    LIMITS: ClassVar[Limits] = {"time": (-1e5, 1e5), "value": (-1e7, 1e7)}


class Track(Value, frozen=True):
    """One animated property: `base` where there are no keys, else `keys` in order of time.

    After the last key it holds, starts again ("loop") or runs back and forth ("ping-pong").
    A `smooth` one goes through its keys on a curve, without a corner where it is not eased to rest;
    x, y and z keyed together make a smooth path.
    """

    base: float = 0.0
    keys: tuple[Key, ...] = ()
    afterwards: AfterKeys = "hold"
    smooth: bool = False

    LIMITS: ClassVar[Limits] = {"base": (-1e7, 1e7)}

    def _check(self) -> None:
        if self.afterwards not in AFTER_KEYS:
            raise InvalidValue(
                tr("after its last key a track does one of {all}", all=", ".join(AFTER_KEYS))
            )
        times = [key.time for key in self.keys]
        if any(b <= a for a, b in pairwise(times)):
            raise InvalidValue(tr("a track's keys must be in order of time, one at a time"))

    def _numbers(self) -> tuple[float, ...]:
        return self.base, *(key.value for key in self.keys)

    @property
    def animated(self) -> bool:
        return len(self.keys) > 1

    def with_key(self, key: Key) -> Track:
        """This track with `key` set, in place of one at the same time (within 1 ms)."""
        others = tuple(k for k in self.keys if abs(k.time - key.time) > 1e-3)
        ordered = tuple(sorted((*others, key), key=lambda k: k.time))
        return msgspec.structs.replace(self, keys=ordered)

    def keyed(self, time: float, value: float, easing: Easing | None = None) -> Track:
        """This track with a value at a time: what other keys show, and what the start shows, stays.

        Eased as the nearest key is, unless told otherwise.
        """
        near = min(self.keys, key=lambda k: abs(k.time - time), default=None)
        easing = easing or (near.easing if near else EASE_BOTH)
        first = self
        if near is None and time > 1e-3:
            first = self.with_key(Key(0.0, self.base, easing))
        return first.with_key(Key(time, value, easing))

    def without_key(self, time: float) -> Track:
        """This track without its key at `time`; the last key's value stays as the constant."""
        gone = [k for k in self.keys if abs(k.time - time) <= 1e-3]
        left = tuple(k for k in self.keys if k not in gone)
        base = gone[0].value if gone and not left else self.base
        return msgspec.structs.replace(self, base=base, keys=left)

    def retimed(self, factor: float) -> Track:
        """This track with every key's time multiplied by `factor`."""
        keys = tuple(msgspec.structs.replace(k, time=k.time * factor) for k in self.keys)
        return msgspec.structs.replace(self, keys=keys)

    def scaled(self, factor: float) -> Track:
        """This track with all its values multiplied by `factor`."""
        keys = tuple(msgspec.structs.replace(k, value=k.value * factor) for k in self.keys)
        return msgspec.structs.replace(self, base=self.base * factor, keys=keys)

    def eased(self, easing: Easing) -> Track:
        """This track with the same easing on every segment."""
        keys = tuple(msgspec.structs.replace(k, easing=easing) for k in self.keys)
        return msgspec.structs.replace(self, keys=keys)


_T = TypeVar("_T")


def each_track(value: _T, change: Callable[[Track], Track]) -> _T:
    """A value with every track in it, however deep, replaced by what `change` makes of it."""
    if isinstance(value, Track):
        return cast(_T, change(value))
    if isinstance(value, tuple):
        made = tuple(each_track(item, change) for item in value)
        return cast(_T, made) if made != value else value
    if not isinstance(value, msgspec.Struct):
        return value
    changed = {}
    for name in value.__struct_fields__:
        old = getattr(value, name)
        new = each_track(old, change)
        if new is not old:
            changed[name] = new
    return cast(_T, msgspec.structs.replace(value, **changed)) if changed else value
