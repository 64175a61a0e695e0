"""What a row of the stage's list says of itself, and of the signs in it."""

from __future__ import annotations

from woodcock.app import words
from woodcock.app.timeline.lines import Line
from woodcock.app.timeline.track_names import shown_of
from woodcock.model import LENS, OVERALL, Carrier, Project, Sound, effect_by_id
from woodcock.texts import tr, within


def about(project: Project, line: Line, on: str) -> str:
    """The tool tip of a row where the pointer is `on`: its "eye", "alone", "lanes" or anything."""
    if line.name:
        return shown_of(project, line.owner, line.name).tip
    if on == "lanes":
        return tr("Shows a lane for every single property, or only the poses again.")
    thing = line.thing
    if thing is None:
        return _about_owner(project, line.owner)
    if isinstance(thing, Carrier):
        return tr(
            "{name}: what is listed below it hangs on it; double-click or F2 renames it.",
            name=thing.name,
        )
    if on == "eye":
        return tr("Show or hide this layer.")
    if on == "alone":
        return tr("Show this layer alone, or all of them again.")
    return tr(
        "{name}: {kind}; double-click or F2 renames it.\nDrag it up or down to stand it before or "
        "behind others.",
        name=thing.name,
        kind=within(tr(words.KINDS[thing.kind])),
    )


def _about_owner(project: Project, owner: str) -> str:
    """Of a row that is no layer and no carrier."""
    if owner == LENS:
        return tr("The lens: its poses are at the right.")
    if owner == OVERALL:
        return tr("The finished clip itself, moved as one picture.")
    if isinstance(effect_by_id(project, owner), Sound):
        return tr("A sound: it is set in Finish, and dragged in its lane.")
    return tr("What finishes the picture, keyed.")
