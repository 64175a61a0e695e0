"""Carriers, and what hangs on them: acts on a project."""

from __future__ import annotations

import uuid
from collections.abc import Sequence

import numpy as np
from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import CARRIER_PROPERTIES, LENS, Carrier, Key, Layer, Lens, Project, Track
from woodcock.stage import carried, hung, photo_rays, pivot_of, value_at
from woodcock.texts import tr

_FREE_NAMES = 1000


def thing_of(project: Project, thing_id: str) -> Layer | Carrier | Lens:
    """The layer, the carrier or the lens with this id; KeyError if there is none."""
    if thing_id == LENS:
        return project.lens
    carrier = next((x for x in project.carriers if x.id == thing_id), None)
    return carrier or project.layer(thing_id)


def _with(project: Project, thing_id: str, carrier: str | None, time: float) -> Project:
    thing = thing_of(project, thing_id)
    on, hang = hung(project, thing, carrier, time)
    if isinstance(thing, Lens):
        return replace(project, lens=replace(thing, carrier=on, hang=hang))
    if isinstance(thing, Carrier):
        return project.with_carrier(replace(thing, carrier=on, hang=hang))
    return project.with_layer(replace(thing, carrier=on, hang=hang))


def hang_on(project: Project, thing_id: str, carrier_id: str | None, time: float = 0.0) -> Project:
    """A thing hung on a carrier, or taken off with None; it stays where it is at `time`.

    Raises WoodcockError where it would come to hang on itself.
    """
    above = carrier_id
    while above is not None:
        if above == thing_id:
            raise WoodcockError(tr("A carrier can't hang on itself, nor on what hangs on it."))
        above = project.carrier(above).carrier
    return _with(project, thing_id, carrier_id, time)


def add_carrier(
    project: Project,
    thing_ids: Sequence[str],
    time: float = 0.0,
    at: str | None = None,
    name: str | None = None,
) -> tuple[Project, str]:
    """A carrier that these things hang on, and its id.

    It is at their centre, or at the pivot of the layer `at`. Things that hung together on another
    carrier keep hanging on that one through it.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is nothing to carry yet. Open a photo first."))
    places = []
    for thing_id in [at] if at else thing_ids:
        thing = thing_of(project, thing_id)
        if isinstance(thing, Lens):
            place = np.zeros(3)
        elif isinstance(thing, Carrier):
            place = np.array(thing.place)
        else:
            place = pivot_of(_at_own_middle(thing), photo_rays(project))
        places.append((carried(project, thing, time) @ (*place, 1.0))[:3])
    if not places:
        raise WoodcockError(tr("Choose what the carrier is to carry first."))
    middle = np.mean(places, axis=0)
    carriers = {thing_of(project, thing_id).carrier for thing_id in thing_ids}
    names = {carrier.name for carrier in project.carriers}
    numbered = (tr("Carrier {number}", number=n) for n in range(1, _FREE_NAMES))
    free = next(name for name in numbered if name not in names)
    x, y, z = (float(v) for v in middle)
    carrier = Carrier(uuid.uuid4().hex[:8], name or free, (x, y, z))
    project = replace(project, carriers=(*project.carriers, carrier))
    shared = carriers.pop() if len(carriers) == 1 else None
    if shared is not None:
        project = hang_on(project, carrier.id, shared, time)
        # Its place is told as it is by itself.
        inverse = np.linalg.inv(carried(project, project.carrier(carrier.id), time))
        x, y, z = (float(v) for v in (inverse @ (*middle, 1.0))[:3])
        project = project.with_carrier(replace(project.carrier(carrier.id), place=(x, y, z)))
    for thing_id in thing_ids:
        project = hang_on(project, thing_id, carrier.id, time)
    return project, carrier.id


def _at_own_middle(layer: Layer) -> Layer:
    """What stands for where a layer is: its pivot, or the middle of what it shows."""
    own = layer.at_place
    if layer.pivot is None and own is not None:
        return replace(layer, pivot=(own.x, own.y))
    return layer


def delete_carrier(project: Project, carrier_id: str, time: float = 0.0) -> Project:
    """Without the carrier; what hung on it hangs on what it hung on, and stays where it is."""
    carrier = project.carrier(carrier_id)
    ids = [x.id for x in project.layers if x.carrier == carrier_id]
    ids += [x.id for x in project.carriers if x.carrier == carrier_id]
    for thing_id in [*ids, *([LENS] if project.lens.carrier == carrier_id else [])]:
        project = hang_on(project, thing_id, carrier.carrier, time)
    rest = tuple(x for x in project.carriers if x.id != carrier_id)
    return replace(project, carriers=rest)


def set_carrier_key(
    project: Project, carrier_id: str, name: str, time: float, value: float
) -> Project:
    """One property of a carrier keyed at a time; KeyError for another name."""
    if name not in CARRIER_PROPERTIES:
        raise KeyError(name)
    carrier = project.carrier(carrier_id)
    track: Track = getattr(carrier, name)
    value = min(max(value, 0.01), 50.0) if name == "scale" else value
    return project.with_carrier(replace(carrier, **{name: track.keyed(time, value)}))


def keyed_at(carrier: Carrier, time: float) -> bool:
    """Whether something of a carrier has a key at `time`, within 1 ms."""
    tracks = (getattr(carrier, name) for name in CARRIER_PROPERTIES)
    return any(abs(key.time - time) <= 1e-3 for track in tracks for key in track.keys)


def delete_carrier_keys(project: Project, carrier_id: str, time: float) -> Project:
    """The carrier without the keys it has at `time`."""
    carrier = project.carrier(carrier_id)
    tracks = {name: getattr(carrier, name).without_key(time) for name in CARRIER_PROPERTIES}
    return project.with_carrier(replace(carrier, **tracks))


def move_carrier(
    project: Project, carrier_id: str, time: float, x: float, y: float, z: float
) -> Project:
    """The carrier moved on by metres: its key at `time` if it has keys, else throughout."""
    carrier = project.carrier(carrier_id)
    tracks = {}
    for name, by in zip("xyz", (x, y, z), strict=True):
        track: Track = getattr(carrier, name)
        if track.keys:
            tracks[name] = track.with_key(Key(time, value_at(track, time) + by))
        else:
            tracks[name] = Track(track.base + by)
    return project.with_carrier(replace(carrier, **tracks))


def set_carrier(project: Project, carrier_id: str, **values: object) -> Project:
    """Other values of a carrier: its name, place or colour."""
    return project.with_carrier(replace(project.carrier(carrier_id), **values))


def rock(project: Project, carrier_id: str, degrees: float, seconds: float) -> Project:
    """The carrier rocking to and fro about the lens's axis, once in so many seconds.

    It begins upright, so that at rest everything is where it was.
    """
    carrier, last = project.carrier(carrier_id), project.frame.last
    keys, time, side = [Key(0.0, 0.0)], seconds / 4, 1
    while time <= last + 1e-9:
        keys.append(Key(time, side * degrees))
        time, side = time + seconds / 2, -side
    return project.with_carrier(replace(carrier, roll=Track(0.0, tuple(keys))))
