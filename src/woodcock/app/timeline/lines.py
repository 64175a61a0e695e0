"""The lines of the timeline: whole clip, lens, layers, carriers, effects, opened properties."""

from __future__ import annotations

from typing import NamedTuple

from woodcock.app.timeline.entries import entries_of
from woodcock.model import (
    DISTANCE,
    FILM,
    LENS,
    OVERALL,
    Carrier,
    Layer,
    Overall,
    Project,
    effects_of,
    tracks_of,
)

_PLAIN = Overall()


class Line(NamedTuple):
    """A line by its owner; of a single property if it has a `name`.

    `thing` is the layer or carrier, `depth` how deep it hangs, `folded` whether what hangs on it is
    not shown, `opened` whether lines of its properties follow.
    """

    owner: str
    name: str = ""
    thing: Layer | Carrier | None = None
    depth: int = 0
    folded: bool = False
    opened: bool = False


def lines_of(
    project: Project, folded: frozenset[str], opened: frozenset[str], wanted: str
) -> list[Line]:
    """All lines from top to bottom; the whole clip's only if it moves or is opened."""
    out = [Line(LENS, opened=LENS in opened)]
    if LENS in opened:
        out += _properties(project, LENS, 0)
    if project.overall != _PLAIN or OVERALL in opened:
        out.append(Line(OVERALL, opened=OVERALL in opened))
        if OVERALL in opened:
            out += _properties(project, OVERALL, 0)
    for thing, depth, shut in entries_of(project, folded, wanted):
        out.append(Line(thing.id, "", thing, depth, shut, thing.id in opened))
        if thing.id in opened:
            out += _properties(project, thing.id, depth)
    heard = {x.id for x in project.sounds}
    for owner in (DISTANCE, FILM, *(x.id for x in effects_of(project))):
        # What is in the air or shines has a line once something of it is keyed; sounds always.
        if owner in heard or any(x.keys for x in tracks_of(project, owner).values()):
            out.append(Line(owner, opened=owner in opened))
            if owner in opened:
                out += _properties(project, owner, 0)
    return out


def _properties(project: Project, owner: str, depth: int) -> list[Line]:
    """The properties that have keys; all of them if none has."""
    tracks = tracks_of(project, owner)
    keyed = [name for name, track in tracks.items() if track.keys]
    return [Line(owner, name, depth=depth) for name in keyed or tracks]
