"""Every track of a project by its owner and its name."""

from __future__ import annotations

from typing import TypeVar

import msgspec

from woodcock.model.air import Air
from woodcock.model.carrier import CARRIER_PROPERTIES, Carrier
from woodcock.model.film import FILM_PARTS
from woodcock.model.layer import Layer, Pose
from woodcock.model.light import Flash, Light
from woodcock.model.optics import BLUR_TRACKS, DEFOCUS_TRACKS, SHUTTER_TRACKS
from woodcock.model.overall import OVERALL_PROPERTIES
from woodcock.model.pins import Bend
from woodcock.model.project import LENS_PROPERTIES, Project
from woodcock.model.sound import Sound
from woodcock.model.track import Track
from woodcock.model.value import Value

LENS = "lens"  # the lens, where things are named by id
OVERALL = "overall"  # the whole clip
DISTANCE = "distance"  # what distance and brightness do to it: haze and bloom
FILM = "film"  # what binds the shot: grade, grain, edges
Effect = Air | Light | Flash | Sound
_OF_LENS = (*LENS_PROPERTIES, "zoom", "focus", "f_number")
LENS_TRACKS = (*_OF_LENS, *DEFOCUS_TRACKS, *SHUTTER_TRACKS)
PIN_TRACKS = ("x", "y", "turn")

_V = TypeVar("_V", bound=Value)


def owners_of(project: Project) -> list[str]:
    """Who has tracks: the whole clip, the lens, carriers, layers near to far, air, light, film."""
    carriers = [carrier.id for carrier in project.carriers]
    layers = [layer.id for layer in project.near_to_far]
    effects = [x.id for x in effects_of(project)]
    return [OVERALL, LENS, *carriers, *layers, DISTANCE, *effects, FILM]


def effects_of(project: Project) -> list[Effect]:
    """Airs, lights, flashes and sounds in the order they were made in."""
    return [*project.airs, *project.lights, *project.flashes, *project.sounds]


def effect_by_id(project: Project, effect_id: str) -> Effect | None:
    """The air, light, flash or sound with this id, None if there is none."""
    return next((x for x in effects_of(project) if x.id == effect_id), None)


def with_effect(project: Project, effect: Effect) -> Project:
    """The project with an air, light, flash or sound in place of the one with its id."""
    field = next(name for kind, name in _FIELDS.items() if isinstance(effect, kind))
    kept = tuple(effect if x.id == effect.id else x for x in getattr(project, field))
    return msgspec.structs.replace(project, **{field: kept})


def thing_by_id(project: Project, thing_id: str) -> Layer | Carrier | None:
    """The layer or carrier with this id, None if there is none."""
    things: list[Layer | Carrier] = [*project.layers, *project.carriers]
    return next((thing for thing in things if thing.id == thing_id), None)


def tracks_of(project: Project, owner: str) -> dict[str, Track]:
    """The tracks of the lens, the whole clip, a carrier or a layer; KeyError if there is none.

    A pin's are called "pin 1 x" and so on.
    """
    if owner == LENS:
        lens = project.lens
        own = {name: getattr(lens, name) for name in _OF_LENS}
        return own | _within(lens.defocus, DEFOCUS_TRACKS) | _within(lens.shutter, SHUTTER_TRACKS)
    if owner == OVERALL:
        return {name: getattr(project.overall, name) for name in OVERALL_PROPERTIES}
    if owner == DISTANCE:
        return _parts(project, "haze", "bloom")
    if owner == FILM:
        return _parts(project, "grade") | _every(project.film)
    effect = effect_by_id(project, owner)
    if effect is not None:
        return _every(effect)
    for carrier in project.carriers:
        if carrier.id == owner:
            return {name: getattr(carrier, name) for name in CARRIER_PROPERTIES}
    return tracks_of_layer(project.layer(owner))


def tracks_of_layer(layer: Layer) -> dict[str, Track]:
    tracks: dict[str, Track] = {name: getattr(layer.pose, name) for name in _POSE}
    if layer.title is not None:
        tracks["shown"] = layer.title.shown
    if layer.blur is not None:
        tracks |= _within(layer.blur, BLUR_TRACKS)
    tracks |= _parts(layer, *_ON_LAYER)
    for number, pin in enumerate(layer.bend.pins if layer.bend else (), 1):
        tracks |= {f"pin {number} {name}": getattr(pin, name) for name in PIN_TRACKS}
    return tracks


def tracks_of_thing(thing: Layer | Carrier) -> dict[str, Track]:
    if isinstance(thing, Carrier):
        return {name: getattr(thing, name) for name in CARRIER_PROPERTIES}
    return tracks_of_layer(thing)


def with_tracks(project: Project, owner: str, tracks: dict[str, Track]) -> Project:
    """The project with these tracks of an owner in place of the ones it had."""
    replace = msgspec.structs.replace
    if not tracks:
        return project
    if owner == LENS:
        lens = replace(
            project.lens,
            defocus=_with_within(project.lens.defocus, DEFOCUS_TRACKS, tracks),
            shutter=_with_within(project.lens.shutter, SHUTTER_TRACKS, tracks),
            **{name: track for name, track in tracks.items() if name in _OF_LENS},
        )
        return replace(project, lens=lens)
    if owner == OVERALL:
        return replace(project, overall=replace(project.overall, **tracks))
    if owner == DISTANCE:
        return _with_parts(project, ("haze", "bloom"), tracks)
    if owner == FILM:
        film = _with_parts(project.film, FILM_PARTS, tracks)
        return replace(_with_parts(project, ("grade",), tracks), film=film)
    effect = effect_by_id(project, owner)
    if effect is not None:
        return with_effect(project, _with_every(effect, tracks))
    if any(carrier.id == owner for carrier in project.carriers):
        return project.with_carrier(replace(project.carrier(owner), **tracks))
    layer = project.layer(owner)
    posed = {name: track for name, track in tracks.items() if name in _POSE}
    layer = replace(layer, pose=replace(layer.pose, **posed))
    if layer.title is not None and "shown" in tracks:
        layer = replace(layer, content=replace(layer.title, shown=tracks["shown"]))
    if layer.blur is not None:
        layer = replace(layer, blur=_with_within(layer.blur, BLUR_TRACKS, tracks))
    if layer.bend is not None:
        layer = replace(layer, bend=_bent(layer.bend, tracks))
    return project.with_layer(_with_parts(layer, _ON_LAYER, tracks))


def _every(value: Value) -> dict[str, Track]:
    """All tracks of a value; those of its parts by their names after the part's."""
    found: dict[str, Track] = {}
    for name in value.__struct_fields__:
        own = getattr(value, name)
        if isinstance(own, Track):
            found[name] = own
        elif isinstance(own, Value):
            found |= {f"{name} {sub}": track for sub, track in _every(own).items()}
    return found


def _with_every(value: _V, tracks: dict[str, Track]) -> _V:
    own = {name: track for name, track in tracks.items() if " " not in name}
    parts = {name.split(" ", 1)[0] for name in tracks if " " in name}
    for part in parts:
        sub = {
            name.split(" ", 1)[1]: x for name, x in tracks.items() if name.startswith(part + " ")
        }
        own[part] = _with_every(getattr(value, part), sub)
    return msgspec.structs.replace(value, **own) if own else value


def _parts(value: Value, *names: str) -> dict[str, Track]:
    """The tracks of these parts of a value, as far as it has them."""
    found: dict[str, Track] = {}
    for name in names:
        own = getattr(value, name)
        if own is not None:
            found |= {f"{name} {sub}": track for sub, track in _every(own).items()}
    return found


def _with_parts(value: _V, names: tuple[str, ...], tracks: dict[str, Track]) -> _V:
    own = {
        name: track
        for name, track in tracks.items()
        if name.split(" ")[0] in names and getattr(value, name.split(" ")[0]) is not None
    }
    return _with_every(value, own)


def _within(value: Value, names: dict[str, str]) -> dict[str, Track]:
    """The tracks of a part, by the names they have of its owner."""
    return {name: getattr(value, own) for name, own in names.items()}


def _with_within(value: _V, names: dict[str, str], tracks: dict[str, Track]) -> _V:
    changed = {names[name]: track for name, track in tracks.items() if name in names}
    return msgspec.structs.replace(value, **changed) if changed else value


def _bent(bend: Bend, tracks: dict[str, Track]) -> Bend:
    pins = []
    for number, pin in enumerate(bend.pins, 1):
        named = {name: f"pin {number} {name}" for name in PIN_TRACKS}
        own = {name: tracks[full] for name, full in named.items() if full in tracks}
        pins.append(msgspec.structs.replace(pin, **own))
    return msgspec.structs.replace(bend, pins=tuple(pins))


_FIELDS = {Air: "airs", Light: "lights", Flash: "flashes", Sound: "sounds"}
_POSE = Pose.__struct_fields__
_ON_LAYER = "shadow", "shimmer", "grade"
