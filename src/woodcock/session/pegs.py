"""Keys chosen in the lanes: moved, stretched, copied, eased, deleted together."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Sequence
from typing import NamedTuple

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import Easing, Key, Project, Track, owners_of, tracks_of, with_tracks
from woodcock.session.acts import free
from woodcock.texts import tr

SAME = 1e-3  # seconds: keys closer than this are at one time


class Peg(NamedTuple):
    """A key by its owner (a layer's or carrier's id, LENS, OVERALL), its track, its time."""

    owner: str
    name: str
    time: float


class Cutting(NamedTuple):
    """A key that was copied; `after` seconds after the first one that was."""

    owner: str
    name: str
    after: float
    key: Key


def pegs_of(project: Project, owner: str, names: Collection[str] = ()) -> list[Peg]:
    """All keys of an owner, or those of the tracks with these names."""
    tracks = tracks_of(project, owner)
    wanted = names or tracks
    return [
        Peg(owner, name, key.time)
        for name, track in tracks.items()
        if name in wanted
        for key in track.keys
    ]


def all_pegs(project: Project) -> list[Peg]:
    return [peg for owner in owners_of(project) for peg in pegs_of(project, owner)]


def joined(project: Project, pegs: Iterable[Peg]) -> frozenset[Peg]:
    """With each key all keys of its owner at its time: one pose stays one pose."""
    times: dict[str, list[float]] = {}
    for peg in pegs:
        times.setdefault(peg.owner, []).append(peg.time)
    found = set()
    for owner, here in times.items():
        known = sorted(set(here))
        for peg in pegs_of(project, owner):
            if any(abs(peg.time - time) <= SAME for time in known):
                found.add(peg)
    return frozenset(found)


def key_at(project: Project, peg: Peg) -> Key:
    """The key itself; KeyError if there is none."""
    for key in tracks_of(project, peg.owner)[peg.name].keys:
        if abs(key.time - peg.time) <= SAME:
            return key
    raise KeyError(peg)


def present(project: Project, pegs: Iterable[Peg]) -> frozenset[Peg]:
    """Those of the pegs that are still there."""
    found = frozenset(pegs)
    if not found:
        return found
    owners = set(owners_of(project)) & {peg.owner for peg in found}
    return found & {peg for owner in owners for peg in pegs_of(project, owner)}


def moved(project: Project, pegs: Collection[Peg], by: float) -> tuple[Project, frozenset[Peg]]:
    """Keys moved by seconds, as far as all of them stay within the clip, and where they are now."""
    if not pegs:
        return project, frozenset()
    times = [peg.time for peg in pegs]
    by = min(max(by, -min(times)), project.frame.last - max(times))
    return retimed(project, pegs, lambda time: time + by)


def stretched(
    project: Project, pegs: Collection[Peg], about: float, factor: float
) -> tuple[Project, frozenset[Peg]]:
    """Keys moved nearer to a time or farther from it, by a factor, within the clip."""
    factor = max(factor, 0.0)
    for time in (peg.time for peg in pegs):
        if time > about + SAME:
            factor = min(factor, (project.frame.last - about) / (time - about))
        elif time < about - SAME:
            factor = min(factor, about / (about - time))
    return retimed(project, pegs, lambda time: about + (time - about) * factor)


def retimed(
    project: Project, pegs: Collection[Peg], when: Callable[[float], float]
) -> tuple[Project, frozenset[Peg]]:
    """Keys at other times: the nearest frames, each key still at a time of its own.

    `when` leads from old to new seconds and keeps their order. What already was at a new time
    gives way.
    """
    frame, last = project.frame, project.frame.count - 1
    places: dict[float, float] = {}
    before = -1
    for time in sorted({peg.time for peg in pegs}):
        before = max(frame.index(when(time)), before + 1)
        places[time] = before
    for time in reversed(places):  # pushed back where they came to lie past the end
        places[time] = min(places[time], last)
        last = round(places[time]) - 1
    places = {time: frame.time(round(max(place, 0))) for time, place in places.items()}
    out = set()
    for owner, names in _by_owner(pegs).items():
        tracks = {}
        for name, times in names.items():
            track = _free_tracks(project, owner)[name]
            chosen = [key for key in track.keys if key.time in times]
            here = [replace(key, time=places[key.time]) for key in chosen]
            taken = {key.time for key in here}
            rest = [
                key
                for key in track.keys
                if key.time not in times and all(abs(key.time - t) > SAME for t in taken)
            ]
            keys = sorted((*rest, *here), key=lambda key: key.time)
            tracks[name] = replace(track, keys=tuple(keys))
            out |= {Peg(owner, name, key.time) for key in here}
        project = with_tracks(project, owner, tracks)
    return project, frozenset(out)


def deleted(project: Project, pegs: Collection[Peg]) -> Project:
    """Without these keys; a track that loses its last one keeps its value."""

    def without(track: Track, times: set[float]) -> Track:
        for time in times:
            track = track.without_key(time)
        return track

    return _changed(project, pegs, without)


def eased(project: Project, pegs: Collection[Peg], easing: Easing) -> Project:
    """The ways from these keys to the next ones, with this easing."""
    return _changed(
        project, pegs, lambda track, times: _each(track, times, lambda k: replace(k, easing=easing))
    )


def valued(project: Project, pegs: Collection[Peg], value: float) -> Project:
    """These keys at one value."""
    return _changed(
        project, pegs, lambda track, times: _each(track, times, lambda k: replace(k, value=value))
    )


def smoothed(project: Project, pegs: Collection[Peg], smooth: bool) -> Project:
    """The tracks of these keys going through them on a curve, at an even pace, or not."""
    return _changed(project, pegs, lambda track, _: replace(track, smooth=smooth))


def copied(project: Project, pegs: Collection[Peg]) -> tuple[Cutting, ...]:
    """The keys, to be put in elsewhere."""
    if not pegs:
        return ()
    first = min(peg.time for peg in pegs)
    return tuple(
        Cutting(peg.owner, peg.name, peg.time - first, key_at(project, peg))
        for peg in sorted(pegs, key=lambda peg: peg.time)
    )


def pasted(
    project: Project, cuttings: Sequence[Cutting], time: float, onto: str | None = None
) -> tuple[Project, frozenset[Peg]]:
    """Copied keys put in from `time` on, and where they are; what is there gives way.

    Keys of one owner go `onto` another that has such tracks, if one is given.
    """
    owners = {cutting.owner for cutting in cuttings}
    known, out = set(owners_of(project)), set()
    for cutting in cuttings:
        owner = onto if onto is not None and len(owners) == 1 else cutting.owner
        at = project.frame.time(project.frame.index(time + cutting.after))
        if owner not in known or at > project.frame.last + SAME:
            continue
        tracks = _free_tracks(project, owner)
        if cutting.name in tracks:
            track = tracks[cutting.name].keyed(at, cutting.key.value, cutting.key.easing)
            project = with_tracks(project, owner, {cutting.name: track})
            out.add(Peg(owner, cutting.name, at))
    if not out:
        raise WoodcockError(
            tr(
                "None of the copied keys fits here. Put the playhead earlier, or choose the lens "
                "or the layer they are for."
            )
        )
    return project, frozenset(out)


def snapped(time: float, others: Iterable[float], reach: float) -> float:
    """The one of the `others` nearest to `time`, if it is within `reach` seconds; else `time`."""
    nearest = min(others, key=lambda other: abs(other - time), default=time)
    return nearest if abs(nearest - time) <= reach else time


def neighbour(project: Project, owners: Iterable[str], time: float, forward: bool) -> float | None:
    """The time of the next key, or the one before, of these owners; None if there is none."""
    times = {peg.time for owner in owners for peg in pegs_of(project, owner)}
    if forward:
        return min((t for t in times if t > time + SAME), default=None)
    return max((t for t in times if t < time - SAME), default=None)


def _each(track: Track, times: set[float], change: Callable[[Key], Key]) -> Track:
    keys = tuple(change(key) if key.time in times else key for key in track.keys)
    return replace(track, keys=keys)


def _by_owner(pegs: Iterable[Peg]) -> dict[str, dict[str, set[float]]]:
    found: dict[str, dict[str, set[float]]] = {}
    for peg in pegs:
        found.setdefault(peg.owner, {}).setdefault(peg.name, set()).add(peg.time)
    return found


def _changed(
    project: Project, pegs: Collection[Peg], change: Callable[[Track, set[float]], Track]
) -> Project:
    for owner, names in _by_owner(pegs).items():
        tracks = _free_tracks(project, owner)
        new = {name: change(tracks[name], times) for name, times in names.items()}
        project = with_tracks(project, owner, new)
    return project


def _free_tracks(project: Project, owner: str) -> dict[str, Track]:
    """The owner's tracks, unless it is a locked layer: then WoodcockError."""
    return tracks_of(unlocked(project, owner), owner)


def unlocked(project: Project, owner: str) -> Project:
    """The project itself, unless the owner is a locked layer: then WoodcockError."""
    if any(layer.id == owner for layer in project.layers):
        free(project, owner)
    return project
