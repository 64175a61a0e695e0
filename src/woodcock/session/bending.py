"""Bend pins set, moved, turned, taken away: acts on a project."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import Bend, Pin, Project
from woodcock.session.acts import free
from woodcock.session.poses import set_pose
from woodcock.texts import tr

MOST_PINS = 40
USUAL_REACH = 0.25  # of the photo's width
BENDING = ("cut", "background", "picture")


def add_pin(project: Project, layer_id: str, place: tuple[float, float]) -> Project:
    """One more pin, at a place in the photo's pixels; it holds what is there until it is moved."""
    layer = free(project, layer_id)
    if layer.kind not in BENDING:
        raise WoodcockError(tr("Only what was cut from the photo, or a picture, can be bent."))
    if layer.drift is not None:
        raise WoodcockError(tr("A layer that drifts can't be bent. Stop its drift first."))
    assert project.photo is not None
    bend = layer.bend or Bend(reach=round(project.photo.width * USUAL_REACH))
    if len(bend.pins) >= MOST_PINS:
        raise WoodcockError(
            tr("A layer takes up to {most} pins. Take one away first.", most=MOST_PINS)
        )
    bend = replace(bend, pins=(*bend.pins, Pin(place)))
    return project.with_layer(replace(layer, bend=bend))


def delete_pin(project: Project, layer_id: str, number: int) -> Project:
    """Without the pin with this number, from 1."""
    layer = free(project, layer_id)
    if layer.bend is None or not 1 <= number <= len(layer.bend.pins):
        return project
    pins = tuple(pin for n, pin in enumerate(layer.bend.pins, 1) if n != number)
    bend = replace(layer.bend, pins=pins) if pins else None
    return project.with_layer(replace(layer, bend=bend))


def move_pin(
    project: Project, layer_id: str, number: int, time: float, by: tuple[float, float]
) -> Project:
    """Key how far a pin is from its place at `time`, in the photo's pixels."""
    free(project, layer_id)
    values = {f"pin {number} x": by[0], f"pin {number} y": by[1]}
    return set_pose(project, layer_id, time, values)


def turn_pin(project: Project, layer_id: str, number: int, time: float, degrees: float) -> Project:
    """Key how far a pin is turned at `time`; from then on it is one that turns."""
    project = let_turn(project, layer_id, number, True)
    return set_pose(project, layer_id, time, {f"pin {number} turn": degrees})


def let_turn(project: Project, layer_id: str, number: int, turns: bool) -> Project:
    """Whether a pin takes its surroundings along as it turns."""
    layer = free(project, layer_id)
    if layer.bend is None:
        return project
    pins = list(layer.bend.pins)
    pins[number - 1] = replace(pins[number - 1], turns=turns)
    return project.with_layer(replace(layer, bend=replace(layer.bend, pins=tuple(pins))))


def set_reach(project: Project, layer_id: str, pixels: float) -> Project:
    """From how far off the pins nothing moves, in the photo's pixels; 0: the whole layer bends."""
    layer = free(project, layer_id)
    if layer.bend is None:
        return project
    return project.with_layer(replace(layer, bend=replace(layer.bend, reach=max(pixels, 0.0))))
