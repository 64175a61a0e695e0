"""Lookup tables in .cube files (Cube LUT Specification 1.0)."""

from __future__ import annotations

import io

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.finish.lattice import Lattice, cube_of, rows_of
from woodcock.texts import tr

_LARGEST, _LONGEST = 129, 65_536  # entries a side; in a row
MOST_BYTES = 64_000_000
_WIDEST = 1000  # characters of a line that are looked at
_AT_ONCE = 20_000  # lines that are made numbers at a time
_OF_NUMBERS = frozenset("0123456789+-. \t")  # that a line of entries begins with
_WORDS = ("LUT_1D_SIZE", "LUT_3D_SIZE", "DOMAIN_MIN", "DOMAIN_MAX")
_RANGES = ("LUT_1D_INPUT_RANGE", "LUT_3D_INPUT_RANGE")  # of some writers, in place of the domain


def read_cube(content: bytes, name: str = "") -> Lattice:
    """The table in the bytes of a .cube file; WoodcockError, with a sentence, if it is none."""
    head, numbers = _split(content, name)
    sizes = [word for word in ("LUT_1D_SIZE", "LUT_3D_SIZE") if word in head]
    if len(sizes) != 1:
        raise _wrong(name, tr("it has to hold one table, of one or of three dimensions"))
    deep = sizes[0] == "LUT_3D_SIZE"
    size = head[sizes[0]][0]
    if size != int(size) or not 2 <= size <= (_LARGEST if deep else _LONGEST):
        raise _wrong(name, tr("a table of the size {size:g} can't be used", size=size))
    count, side = len(numbers), int(size)
    if count != (side**3 if deep else side):
        raise _wrong(
            name,
            tr(
                "it holds {count} entries where {belong} belong",
                count=count,
                belong=side**3 if deep else side,
            ),
        )
    low = np.array(_three(head.get("DOMAIN_MIN", [0.0]), name), np.float32)
    high = np.array(_three(head.get("DOMAIN_MAX", [1.0]), name), np.float32)
    for word in _RANGES:
        if word in head and len(head[word]) == 2:
            low, high = (np.full(3, value, np.float32) for value in head[word])
    if (high - low <= 0).any():
        raise _wrong(name, tr("its domain is empty"))
    if deep:
        return cube_of(numbers.reshape(side, side, side, 3), low, high)
    return rows_of(numbers.T, low, high)


def _split(content: bytes, name: str) -> tuple[dict[str, list[float]], NDArray[np.float32]]:
    """What the lines with words say, and the (N, 3) entries."""
    head: dict[str, list[float]] = {}
    rows: list[str] = []
    parts: list[NDArray[np.float32]] = []
    if len(content) > MOST_BYTES:
        raise _wrong(name, tr("it is too large"))
    try:
        lines = io.StringIO(content.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise _wrong(name, tr("it is no text")) from error
    number = count = 0
    for number, line in enumerate(lines, 1):
        if line[0] in _OF_NUMBERS and "#" not in line:
            rows.append(line)
            if len(rows) == _AT_ONCE:
                parts.append(_entries(rows, number, name))
                rows, count = [], count + _AT_ONCE
                if count > _most(head):
                    raise _wrong(name, tr("it holds more entries than belong in it"))
            continue
        words = line[:_WIDEST].split("#", 1)[0].split()
        if not words or words[0] == "TITLE":
            continue
        if words[0] not in (*_WORDS, *_RANGES):
            rows.append(" ".join(words) + "\n")
            continue
        try:
            head[words[0]] = [float(word) for word in words[1:]]
        except ValueError:
            head[words[0]] = []
        if not head[words[0]]:
            raise _wrong(name, tr("line {number} makes no sense", number=number))
    numbers = np.concatenate([*parts, _entries(rows, number, name)])
    told = np.array([x for values in head.values() for x in values])
    if not (np.isfinite(numbers).all() and np.isfinite(told).all()):
        raise _wrong(name, tr("it holds numbers that are none"))
    return head, numbers


def _most(head: dict[str, list[float]]) -> float:
    """How many entries there can be, by what the lines before them say."""
    side = head.get("LUT_3D_SIZE", [0.0])[0]
    return side**3 if 2 <= side <= _LARGEST else _LONGEST


def _entries(rows: list[str], last: int, name: str) -> NDArray[np.float32]:
    """(N, 3) of lines with three numbers each, the last of which is number `last`."""
    try:
        found = np.fromstring("".join(rows), np.float32, sep=" ")
    except ValueError:  # which line it is, is found below
        found = np.zeros(1, np.float32)
    rows = [row for row in rows if not row.isspace()] if 3 * len(rows) != len(found) else rows
    if 3 * len(rows) == len(found):
        return found.reshape(-1, 3)
    for number, row in enumerate(rows, last + 1 - len(rows)):
        try:
            fits = len([float(word) for word in row[:_WIDEST].split()]) == 3
        except ValueError:
            fits = False
        if not fits:
            raise _wrong(name, tr("line {number} makes no sense", number=number))
    raise _wrong(name, tr("an entry of it is no number"))


def _three(values: list[float], name: str) -> list[float]:
    if len(values) not in (1, 3):
        raise _wrong(name, tr("its domain has to have three ends"))
    return values * 3 if len(values) == 1 else values


def _wrong(name: str, why: str) -> WoodcockError:
    return WoodcockError(
        tr(
            "{name} can't be used as a lookup table: {why}. Nothing was changed. Choose a "
            ".cube file.",
            name=name or tr("The lookup table"),
            why=why,
        )
    )
