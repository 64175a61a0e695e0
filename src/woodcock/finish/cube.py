"""Lookup tables in .cube files (Cube LUT Specification 1.0)."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.finish.lattice import Lattice, cube_of, rows_of

_LARGEST, _LONGEST = 256, 65_536  # entries a side; in a row
_WORDS = ("LUT_1D_SIZE", "LUT_3D_SIZE", "DOMAIN_MIN", "DOMAIN_MAX")
_RANGES = ("LUT_1D_INPUT_RANGE", "LUT_3D_INPUT_RANGE")  # of some writers, in place of the domain


def read_cube(content: bytes, name: str = "The lookup table") -> Lattice:
    """The table in the bytes of a .cube file; WoodcockError, with a sentence, if it is none."""
    head, numbers = _split(content, name)
    sizes = [word for word in ("LUT_1D_SIZE", "LUT_3D_SIZE") if word in head]
    if len(sizes) != 1:
        raise _wrong(name, "it has to hold one table, of one or of three dimensions")
    deep = sizes[0] == "LUT_3D_SIZE"
    size = head[sizes[0]][0]
    if size != int(size) or not 2 <= size <= (_LARGEST if deep else _LONGEST):
        raise _wrong(name, f"a table of the size {size:g} can't be used")
    count, side = len(numbers), int(size)
    if count != (side**3 if deep else side):
        raise _wrong(name, f"it holds {count} entries where {side**3 if deep else side} belong")
    low = np.array(_three(head.get("DOMAIN_MIN", [0.0]), name), np.float32)
    high = np.array(_three(head.get("DOMAIN_MAX", [1.0]), name), np.float32)
    for word in _RANGES:
        if word in head and len(head[word]) == 2:
            low, high = (np.full(3, value, np.float32) for value in head[word])
    if (high - low <= 0).any():
        raise _wrong(name, "its domain is empty")
    if deep:
        return cube_of(numbers.reshape(side, side, side, 3), low, high)
    return rows_of(numbers.T, low, high)


def _split(content: bytes, name: str) -> tuple[dict[str, list[float]], NDArray[np.float32]]:
    """What the lines with words say, and the (N, 3) entries."""
    head: dict[str, list[float]] = {}
    entries: list[str] = []
    try:
        lines = content.decode("utf-8-sig").splitlines()
    except UnicodeDecodeError as error:
        raise _wrong(name, "it is no text") from error
    for number, line in enumerate(lines, 1):
        words = line.split("#", 1)[0].split()
        if not words or words[0] == "TITLE":
            continue
        try:
            if words[0] in (*_WORDS, *_RANGES):
                head[words[0]] = [float(word) for word in words[1:]]
                fits = bool(head[words[0]])
            else:
                entries += words
                fits = len(words) == 3
        except ValueError:
            fits = False
        if not fits:
            raise _wrong(name, f"line {number} makes no sense")
        if len(entries) > 3 * _LARGEST**3:
            raise _wrong(name, "it is too large")
    try:
        numbers = np.array(entries, np.float32).reshape(-1, 3)
    except ValueError as error:
        raise _wrong(name, "an entry of it is no number") from error
    told = np.array([x for values in head.values() for x in values])
    if not (np.isfinite(numbers).all() and np.isfinite(told).all()):
        raise _wrong(name, "it holds numbers that are none")
    return head, numbers


def _three(values: list[float], name: str) -> list[float]:
    if len(values) not in (1, 3):
        raise _wrong(name, "its domain has to have three ends")
    return values * 3 if len(values) == 1 else values


def _wrong(name: str, why: str) -> WoodcockError:
    return WoodcockError(
        f"{name} can't be used as a lookup table: {why}. Nothing was changed. Choose a .cube file."
    )
