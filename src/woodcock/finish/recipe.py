"""A grade at one moment, worked out into tables that a frame goes through."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.balance import balance
from woodcock.finish.curve import curve_at
from woodcock.finish.lattice import NO_LATTICE, Lattice, cube_of
from woodcock.finish.match import matching
from woodcock.finish.tables import from_light, srgb, table_of
from woodcock.model import CHANNELS, STRAIGHT, Curves, Grade, Lut
from woodcock.stage import value_at

_CURVE = 2048
_NO_TABLE = np.empty((3, 0), np.float32)
_ONE, _NONE = np.float32(1), np.float32(0)
_EYE = np.eye(3, dtype=np.float32)
Reading = Callable[[Lut], Lattice]


class Recipe(NamedTuple):
    """What is done to linear light, in this order. What is empty, or says nothing, is left out.

    Colours are like another picture's by `like`, as far as `like_amount` says; mixed by `matrix`
    (3, 3); by `codes` (3, N) (`finish.tables`) they become sRGB values; x `slope` + `offset` (3,),
    and to the power in `powers` (3, N); farther from their luma by `saturation` and `vibrance`;
    through `curves` (3, K) and `lut`. All of it as far as `amount` says.
    """

    like: Lattice = NO_LATTICE
    like_amount: np.float32 = _ONE
    matrix: NDArray[np.float32] = _EYE
    codes: NDArray[np.float32] = _NO_TABLE
    slope: NDArray[np.float32] = np.ones(3, np.float32)
    offset: NDArray[np.float32] = np.zeros(3, np.float32)
    powers: NDArray[np.float32] = _NO_TABLE
    saturation: np.float32 = _ONE
    vibrance: np.float32 = _NONE
    curves: NDArray[np.float32] = _NO_TABLE
    lut: Lattice = NO_LATTICE
    lut_amount: np.float32 = _ONE
    amount: np.float32 = _ONE


NOTHING = Recipe()


def recipe_of(grade: Grade | None, time: float, read: Reading) -> Recipe | None:
    """A grade at a time in seconds; None if it does nothing. `read` reads a lookup table."""
    if grade is None or not grade.on:
        return None
    amount = value_at(grade.amount, time)
    colour = value_at(grade.temperature, time), value_at(grade.tint, time)
    tones = (value_at(x, time) for x in (grade.exposure, grade.contrast, grade.pivot))
    match, lut, cdl = grade.match, grade.lut, grade.decisions
    likeness = value_at(match.amount, time) if match else 0.0
    own = [[value_at(getattr(cdl, f"{x}_{c}"), time) for c in CHANNELS] for x in _CDL]
    slope, offset, power = (np.array(x, np.float32) for x in own)
    found = Recipe(
        matching(match.own, match.other) if match and likeness else NO_LATTICE,
        np.float32(likeness),
        balance(*colour).astype(np.float32),
        _codes(*tones),
        slope,
        offset,
        _powers(tuple(power.tolist())),
        np.float32(value_at(cdl.saturation, time)),
        np.float32(value_at(grade.vibrance, time)),
        _curves(grade.curves, value_at(grade.curves.amount, time)),
        read(lut) if lut else NO_LATTICE,
        np.float32(value_at(lut.amount, time) if lut else 0.0),
        np.float32(amount),
    )
    return None if amount == 0 or _is_nothing(found) else found


def does_something(grade: Grade | None, time: float) -> bool:
    """Whether a grade changes any colour at a time in seconds."""
    return recipe_of(grade, time, lambda _: _ANY) is not None


_ANY = cube_of(np.zeros((2, 2, 2, 3)))  # in place of a lookup table that is not read
_CDL = "slope", "offset", "power"


def _is_nothing(recipe: Recipe) -> bool:
    """Whether it leaves every colour as it is."""
    plain = NOTHING._replace(codes=from_light())
    tables = recipe.like is NO_LATTICE and (recipe.lut is NO_LATTICE or recipe.lut_amount == 0)
    numbers = (recipe.saturation, recipe.vibrance) == (plain.saturation, plain.vibrance)
    arrays = ("matrix", "codes", "slope", "offset", "powers", "curves")
    same = all(np.array_equal(getattr(recipe, x), getattr(plain, x)) for x in arrays)
    return tables and numbers and same


@lru_cache(16)
def _codes(exposure: float, contrast: float, pivot: float) -> NDArray[np.float32]:
    """sRGB values of light that is made brighter, with more contrast about a pivot."""
    if exposure == 0 and contrast == 1:
        return from_light()
    pivot = min(max(pivot, 1e-3), 10.0)

    def code(light: NDArray[np.float64]) -> NDArray[np.float64]:
        return srgb(pivot * (light * 2.0**exposure / pivot) ** max(contrast, 0.0))

    return np.repeat(table_of(code), 3, 0)


@lru_cache(16)
def _powers(power: tuple[float, ...]) -> NDArray[np.float32]:
    if power == (1.0, 1.0, 1.0):
        return _NO_TABLE
    return table_of(*(lambda x, p=p: np.minimum(x, 1.0) ** max(p, 1e-3) for p in power))


@lru_cache(16)
def _curves(curves: Curves, amount: float) -> NDArray[np.float32]:
    each = [getattr(curves, channel) for channel in CHANNELS]
    if amount == 0 or all(x == STRAIGHT for x in (curves.master, *each)):
        return _NO_TABLE
    value = np.arange(_CURVE) / (_CURVE - 1)
    master = curve_at(curves.master, value)
    return np.array([value + amount * (curve_at(x, master) - value) for x in each], np.float32)
