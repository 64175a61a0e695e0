"""Whole poses: one more in between, held, swapped, run backwards, mirrored."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from msgspec.structs import replace

from woodcock.model import (
    EASE_IN,
    EASE_OUT,
    LINEAR,
    Easing,
    Key,
    Project,
    Track,
    tracks_of,
    with_tracks,
)
from woodcock.session.pegs import SAME, pegs_of
from woodcock.stage import split_easing, value_at

_MIRRORED = ("x", "yaw", "roll", "angle", "swing")


def set_pose(project: Project, owner: str, time: float, values: dict[str, float]) -> Project:
    """Values of an owner's tracks keyed at a time, with the easing they have already.

    The owner's poses at other times stay as they are: these tracks are keyed there too. Where it
    has no other pose yet, the other end of the clip is one, so that setting one end is enough for
    a move.
    """
    poses = [at for at in pose_times(project, [owner]) if abs(at - time) > SAME]
    others = poses or [project.frame.last if time <= SAME else 0.0]
    tracks = tracks_of(project, owner)
    new: dict[str, Track] = {}
    for name, value in values.items():
        track = tracks[name]
        for other in others:
            track = (
                _put_in(track, other)
                if track.keys
                else Track(track.base).with_key(Key(other, track.base))
            )
        near = min(track.keys, key=lambda key: abs(key.time - time))
        new[name] = track.with_key(Key(time, value, near.easing))
    return with_tracks(project, owner, new)


def pose_times(project: Project, owners: Iterable[str]) -> list[float]:
    """The times at which something of the owners is keyed."""
    return sorted({peg.time for owner in owners for peg in pegs_of(project, owner)})


def pose_put_in(project: Project, owners: Iterable[str], time: float) -> Project:
    """One more pose at a time, of all that moves, that changes nothing until it is changed."""
    return _each(project, owners, lambda track: _put_in(track, time))


def _put_in(track: Track, time: float) -> Track:
    keys = track.keys
    if track.afterwards != "hold" and time > keys[-1].time:
        return track  # it goes round: a key more would change all that comes
    if any(abs(key.time - time) <= SAME for key in keys):
        return track
    new = Key(time, value_at(track, time), keys[-1].easing)
    before = [key for key in keys if key.time < time]
    if not before or len(before) == len(keys):
        return track.with_key(new)
    a, b = before[-1], keys[len(before)]
    first, second = split_easing(a.easing, (time - a.time) / (b.time - a.time))
    eased = tuple(replace(k, easing=first) if k is a else k for k in keys)
    return replace(track, keys=eased).with_key(replace(new, easing=second))


def pose_held(project: Project, owners: Iterable[str], time: float, seconds: float) -> Project:
    """The pose at a time held for so long; what comes later is moved together to make room."""
    last = project.frame.last
    until = min(time + seconds, last)

    def held(track: Track) -> Track:
        track = _put_in(track, time)
        rest = last - time
        later = [key for key in track.keys if key.time > time + SAME]
        if not later or rest <= SAME:
            return track
        here = next(key for key in track.keys if abs(key.time - time) <= SAME)
        keys = [key for key in track.keys if key.time < time + SAME]
        keys.append(replace(here, time=until))
        for key in later:
            moved = until + (key.time - time) * (last - until) / rest
            if moved > keys[-1].time + SAME:
                keys.append(replace(key, time=moved))
        return replace(track, keys=tuple(keys))

    return _each(project, owners, held) if until > time + SAME else project


def evened(project: Project, owners: Iterable[str]) -> Project:
    """Eased at the start and at the end only, at an even pace between."""

    def even(track: Track) -> Track:
        last = len(track.keys) - 2
        if last < 1:
            return track
        keys = [
            replace(key, easing=EASE_IN if n == 0 else EASE_OUT if n == last else LINEAR)
            for n, key in enumerate(track.keys)
        ]
        return replace(track, keys=tuple(keys))

    return _each(project, owners, even)


def swapped(project: Project, owners: Iterable[str]) -> Project:
    """Start and end changed over: the first keys' values at the last ones, and these there."""

    def swap(track: Track) -> Track:
        first, *rest = track.keys
        if not rest:
            return track
        *middle, end = rest
        keys = (replace(first, value=end.value), *middle, replace(end, value=first.value))
        return replace(track, keys=keys)

    return _each(project, owners, swap)


def reversed_in_time(project: Project, owners: Iterable[str]) -> Project:
    """The same movement backwards: what was the end is the start."""
    last = project.frame.last

    def back(track: Track) -> Track:
        ways = [turned_easing(key.easing) for key in track.keys[:-1]][::-1]
        easings = [*ways, track.keys[-1].easing]
        keys = tuple(
            Key(last - key.time, key.value, easing)
            for key, easing in zip(track.keys[::-1], easings, strict=True)
        )
        return replace(track, keys=keys)

    return _each(project, owners, back)


def turned_easing(easing: Easing) -> Easing:
    """The easing of the same way walked backwards."""
    if easing.kind != "bezier":
        return easing
    return Easing(1 - easing.x2, 1 - easing.y2, 1 - easing.x1, 1 - easing.y1)


def mirrored(project: Project, owners: Iterable[str]) -> Project:
    """The same movement to the other side."""
    for owner in owners:
        tracks = tracks_of(project, owner)
        own = {name: tracks[name].scaled(-1.0) for name in _MIRRORED if name in tracks}
        own = {name: track for name, track in own.items() if track != tracks[name]}
        project = with_tracks(project, owner, own)
    return project


def _each(project: Project, owners: Iterable[str], change: Callable[[Track], Track]) -> Project:
    """Every track of the owners that has keys, changed."""
    for owner in owners:
        tracks = {n: change(t) for n, t in tracks_of(project, owner).items() if t.keys}
        project = with_tracks(project, owner, tracks)
    return project
