"""What is said about cuts: what made them, what was found, where a layer went, why nothing came."""

from __future__ import annotations

from woodcock.app.toolbox import TOOLS
from woodcock.model import Project
from woodcock.session.stroke import Stroke
from woodcock.texts import tr, tr_noop

_BY = {
    **{value: name for value, _, name, _ in TOOLS["Separate"]},
    "mask": tr_noop("Mask"),
    "subject": tr_noop("Subject"),
}

_DOES = {
    "remove": tr_noop("take from {layer}"),
    "within": tr_noop("keep within {layer}"),
    "split": tr_noop("split off {layer}"),
    "merge": tr_noop("merge into {layer}"),
    "edit": tr_noop("change {layer}"),
}
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
    if stroke.kind == "fine":
        return tr("Nothing changed: no finer edge is seen along {name}.", name=layer.name)
    return tr("Nothing changed: {name} has all of that already.", name=layer.name)


def found(guess: bool, more: int) -> list[str]:
    """Sentences about a subject that was found by itself."""
    says = [tr("Nothing stands out clearly, so this is a guess.")] if guess else []
    if more:
        says.append(tr("%n more things stand out: Tab cuts the next.", "", more))
    return says


def where(project: Project, layer_id: str) -> str:
    """A sentence that says where a new layer went."""
    order = [layer for layer in project.near_to_far if layer.own is None]
    place = [layer.id for layer in order].index(layer_id)
    says = tr("{name} stands before {other}", name=order[place].name, other=order[place + 1].name)
    return (
        tr("{says}, behind {name}.", says=says, name=order[place - 1].name) if place else f"{says}."
    )
