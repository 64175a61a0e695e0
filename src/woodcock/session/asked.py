"""What scripts ask for by name and number: found, or refused with what there is."""

from __future__ import annotations

import difflib
import math
from collections.abc import Iterable, Mapping
from numbers import Real

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import Project, tracks_of
from woodcock.session import finishing
from woodcock.texts import tr


class Refused(InvalidValue, WoodcockError):
    """A name that nothing has, or a value that nothing can have: nothing was done."""


def in_script(name: str) -> str:
    """A name as scripts spell it: in small letters, with "-" for what is no letter or digit."""
    plain = "".join(x if x.isalnum() else " " for x in name.lower())
    return "-".join(plain.split())


def named(name: str, table: Iterable[str], kind: str) -> str:
    """The one of the names in a table that is meant, however it is spelt; raises Refused."""
    known = {in_script(x): x for x in table}
    found = known.get(in_script(str(name)))
    if found is None:
        raise unknown(str(name), known, kind)
    return found


def unknown(name: str, table: Iterable[str], kind: str) -> Refused:
    """That there is no such name, which is the nearest, and which there are."""
    there = list(table)
    spelt = {in_script(x): x for x in there}
    near = difflib.get_close_matches(in_script(name), list(spelt), 1, 0.5)
    meant = tr(" Is {near} meant?", near=spelt[near[0]]) if near else ""
    return Refused(
        tr(
            "There is no {kind} called {name}.{meant} There are: {all}.",
            kind=kind,
            name=name,
            meant=meant,
            all=", ".join(there) or tr("none"),
        )
    )


def fitting(name: str, value: object, ends: tuple[float, float]) -> float:
    """A number that lies between two others; raises Refused."""
    low, high = ends
    number = math.nan
    if isinstance(value, Real) and not isinstance(value, bool):
        number = float(value)
    if not math.isfinite(number):
        raise Refused(tr("{name} is a number, and {value!r} is none.", name=name, value=value))
    if not low <= number <= high:
        raise Refused(
            tr(
                "{name} lies between {low:g} and {high:g}; {value:g} is beyond.",
                name=name,
                low=low,
                high=high,
                value=number,
            )
        )
    return number


def set_values(
    project: Project,
    owner: str,
    values: Mapping[str, object],
    prefix: str = "",
    time: float | None = None,
) -> Project:
    """Values of an owner's tracks set for the whole clip, or keyed at a time; raises Refused.

    Names are spelt with "_" for a space, and begin with the `prefix`, which is not told.
    """
    tracks = tracks_of(project, owner)
    known = {x[len(prefix) :].replace(" ", "_"): x for x in tracks if x.startswith(prefix)}
    for spelt, value in values.items():
        name = known.get(spelt.replace(" ", "_"))
        if name is None:
            raise unknown(spelt, known, tr("property"))
        ends = finishing.LIMITS.get(name, (-1e9, 1e9))
        value = fitting(spelt, value, ends)
        project = finishing.set_value(project, owner, name, value, time)
    return project
