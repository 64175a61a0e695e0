"""Grade and film: acts on a project.

A grade belongs to the whole clip (the owner `FILM`), or to a layer by its id.
"""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from msgspec.structs import replace

from woodcock.finish.cube import read_cube
from woodcock.model import CHANNELS, FILM, Grade, Lut, Match, Points, Project, Track
from woodcock.pixels.store import PixelStore
from woodcock.session.acts import free

if TYPE_CHECKING:
    from woodcock.finish.match import Six

_CDL = {
    f"grade decisions {what}_{channel}": limits
    for what, limits in (("slope", (0.0, 8.0)), ("offset", (-1.0, 1.0)), ("power", (0.05, 8.0)))
    for channel in CHANNELS
}
FILM_LIMITS = {
    "grade amount": (0.0, 1.0), "grade exposure": (-10.0, 10.0),
    "grade temperature": (1700.0, 25_000.0), "grade tint": (-100.0, 100.0),
    "grade contrast": (0.0, 4.0), "grade pivot": (0.001, 1.0), **_CDL,
    "grade decisions saturation": (0.0, 4.0), "grade vibrance": (-1.0, 2.0),
    "grade curves amount": (0.0, 1.0), "grade lut amount": (0.0, 1.0),
    "grade match amount": (0.0, 1.0), "grain strength": (0.0, 0.3), "grain size": (0.5, 12.0),
    "grain colour": (0.0, 1.0), "grain tone": (0.1, 0.9), "vignette amount": (0.0, 1.0),
    "vignette clear": (0.0, 1.0), "vignette soft": (0.02, 2.0), "fringe amount": (-20.0, 20.0),
    "weave amount": (0.0, 40.0), "halation amount": (0.0, 5.0), "halation radius": (0.0, 0.2),
    "halation threshold": (0.0, 10.0), "flicker amount": (0.0, 2.0),
}  # fmt: skip


def set_film(project: Project, part: str, **change: object) -> Project:
    """A part of the film switched, or changed."""
    made = replace(getattr(project.film, part), **change)
    return replace(project, film=replace(project.film, **{part: made}))


def grade_of(project: Project, owner: str) -> Grade:
    """The grade of the whole clip, or of a layer: one that is off if it has none."""
    found = project.grade if owner == FILM else project.layer(owner).grade
    return found or Grade()


def set_grade(project: Project, owner: str, part: str = "", **change: object) -> Project:
    """A grade, or a part of one, changed; that switches it on unless it says otherwise."""
    grade = grade_of(project, owner)
    if part:
        change = {part: replace(getattr(grade, part), **change)}
    grade = replace(grade, **{"on": True, **change})
    if owner == FILM:
        return replace(project, grade=grade)
    return project.with_layer(replace(free(project, owner), grade=grade))


def plain_grade(project: Project, owner: str) -> Project:
    """Nothing graded any more."""
    if owner == FILM:
        return replace(project, grade=Grade())
    return project.with_layer(replace(free(project, owner), grade=None))


def set_curve(project: Project, owner: str, channel: str, points: Points) -> Project:
    """A curve through other points, put in order; InvalidValue where they make none."""
    return set_grade(project, owner, "curves", **{channel: tuple(sorted(points))})


def set_lut(project: Project, owner: str, content: bytes, name: str, store: PixelStore) -> Project:
    """A lookup table from the bytes of a .cube file; WoodcockError if they are none."""
    read_cube(content, name)
    return set_grade(project, owner, lut=Lut(store.put(np.frombuffer(content, np.uint8)), name))


def match(project: Project, layer_id: str, own: Six, other: Six, like: str) -> Project:
    """A layer's colours made like others (`session.matching`), called `like`."""
    before = grade_of(project, layer_id).match
    amount = before.amount if before else Track(1.0)
    return set_grade(project, layer_id, match=Match(own, other, like, amount))
