"""What is said about cuts: what made them, what was found, where a layer went, why nothing came."""

from __future__ import annotations

from woodcock.app.toolbox import TOOLS
from woodcock.model import Project
from woodcock.session.follow_edge import Off
from woodcock.session.known_photos import Subjects
from woodcock.session.stroke import Stroke
from woodcock.texts import tr, tr_noop

_BY = {
    **{value: name for value, _, name, _ in TOOLS["Separate"]},
    "mask": tr_noop("Mask"),
    "subject": tr_noop("Subject"),
    "follow": tr_noop("Follow the edge"),
}

DOUBT = tr_noop("Seen from farther off, something else stands out: look whether all of it is here.")
_DOES = {
    "remove": tr_noop("take from {layer}"),
    "within": tr_noop("keep within {layer}"),
    "split": tr_noop("split off {layer}"),
    "merge": tr_noop("merge into {layer}"),
    "edit": tr_noop("change {layer}"),
}
_SIDES = (
    tr_noop("on the left"),
    tr_noop("on the right"),
    tr_noop("at the top"),
    tr_noop("at the bottom"),
)
_OUTSIDE, _INSIDE = tr_noop("{pixels} px outside {side}"), tr_noop("{pixels} px inside {side}")
_TOLD, _ALIKE = 1.5, 1.5  # pixels
_ADDS = tr_noop("add to {layer}")


def does(stroke: Stroke, layer: str) -> str:
    """What an act is called that a stroke does to a layer."""
    said = tr(_DOES.get(stroke.mode, _ADDS), layer=layer)
    return f"{by(stroke)}: {said}"


def by(stroke: Stroke) -> str:
    """What a stroke was made with."""
    return tr(_BY[stroke.kind])


def nothing(stroke: Stroke, project: Project) -> str:
    """Why a stroke changed nothing."""
    layer = next((x for x in project.layers if x.id == stroke.layer), None)
    if layer is None:
        return tr("Nothing was cut: there is nothing there that no layer has yet.")
    if stroke.mode in ("remove", "split"):
        return tr("Nothing changed: {name} is not where you painted.", name=layer.name)
    if stroke.mode == "within":
        return tr("Nothing changed: all of {name} lies within the stroke.", name=layer.name)
    if stroke.kind == "follow":
        return tr("Nothing changed: {name} lies on its edge.", name=layer.name)
    if stroke.kind == "fine":
        return tr("Nothing changed: no finer edge is seen along {name}.", name=layer.name)
    return tr("Nothing changed: {name} has all of that already.", name=layer.name)


def found(seen: Subjects | None, more: int) -> list[str]:
    """Sentences about a subject that was found by itself."""
    says = []
    if seen is not None and not seen.sure:
        says.append(tr("Nothing stands out clearly, so this is a guess."))
    elif seen is not None and seen.doubt:
        says.append(tr(DOUBT))
    if more:
        says.append(tr("%n more things stand out: Tab cuts the next.", "", more))
    return says


def lies_off(off: Off, name: str) -> str | None:
    """How far a cut lies beside its edge where that is a pixel and a half or more; None if not."""
    sides = zip(_SIDES, off, strict=True)
    parts = [
        tr(_OUTSIDE if value > 0 else _INSIDE, pixels=round(abs(value)), side=tr(side))
        for side, value in sides
        if abs(value) >= _TOLD
    ]
    if not parts:
        return None
    if len(parts) == len(_SIDES) and max(off) - min(off) <= _ALIKE:
        side = _OUTSIDE if off.left > 0 else _INSIDE
        parts = [tr(side, pixels=round(abs(sum(off)) / 4), side=tr("all round"))]
    return tr(
        "{name} is not on the photo's edge: {parts}. Follow the edge moves it there.",
        name=name,
        parts=", ".join(parts),
    )


def where(project: Project, layer_id: str) -> str:
    """A sentence that says where a new layer went."""
    order = [layer for layer in project.near_to_far if layer.own is None]
    place = [layer.id for layer in order].index(layer_id)
    says = tr("{name} stands before {other}", name=order[place].name, other=order[place + 1].name)
    return (
        tr("{says}, behind {name}.", says=says, name=order[place - 1].name) if place else f"{says}."
    )
