"""The ready move a project has by now: how strong it is, and making it stronger or weaker."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import (
    EASE_BOTH,
    LENS,
    Easing,
    Project,
    Track,
    owners_of,
    tracks_of,
    with_tracks,
)
from woodcock.stage import READY_MOVES, apply_move, value_at

_ROUNDS = 30
_NEAR = 2e-3  # of a value: how far a move may be off and still be that one
_Ends = dict[tuple[str, str], tuple[float, float]]


def used_amount(project: Project, move_id: str, subject: str | None = None) -> float | None:
    """How strong the ready move is that a project has, by where it begins and ends; None if it has
    another, or none. Keys between, and how it is eased, may be any."""
    if project.photo is None:
        return None
    wanted = _ends(project)
    size = _size(project, wanted)
    if size <= 0:
        return None
    low, high = 0.0, READY_MOVES[move_id].most
    for _ in range(_ROUNDS):
        middle = (low + high) / 2
        made = apply_move(project, move_id, middle, subject=subject)
        if _size(made, _ends(made)) < size:
            low = middle
        else:
            high = middle
    made = apply_move(project, move_id, high, subject=subject)
    ends = _ends(made)
    if ends.keys() != wanted.keys() or (made.lens.sway is None) != (project.lens.sway is None):
        return None
    for key, (start, end) in ends.items():
        near = _NEAR * max(abs(start), abs(end), 1e-3)
        if abs(wanted[key][0] - start) > near or abs(wanted[key][1] - end) > near:
            return None
    return high


def with_amount(
    project: Project,
    move_id: str,
    amount: float,
    easing: Easing = EASE_BOTH,
    subject: str | None = None,
) -> Project:
    """The project with a ready move so strong: one that it has keeps its keys and their easing."""
    made = apply_move(project, move_id, amount, easing, subject)
    if used_amount(project, move_id, subject) is None:
        return made
    for owner in owners_of(made):
        known = tracks_of(project, owner) if owner in owners_of(project) else {}
        changed = {
            name: _between(known[name], track, project.frame.last)
            for name, track in tracks_of(made, owner).items()
            if track.keys and name in known and known[name].keys
        }
        made = with_tracks(made, owner, changed)
    return made


def _between(old: Track, new: Track, last: float) -> Track:
    """A track's keys, moved to where another one begins and ends."""
    start, end = value_at(old, 0.0), value_at(old, last)
    first, after = value_at(new, 0.0), value_at(new, last)
    still = abs(end - start) < 1e-12
    if still and abs(after - first) > 1e-12:
        return new
    by = 0.0 if still else (after - first) / (end - start)
    keys = tuple(replace(key, value=first + (key.value - start) * by) for key in old.keys)
    return replace(old, base=new.base, keys=keys)


def _ends(project: Project) -> _Ends:
    """Where all that moves begins and ends."""
    last, found = project.frame.last, {}
    carriers = [x.id for x in project.carriers]
    for owner in (LENS, *carriers, *(x.id for x in project.layers)):
        for name, track in tracks_of(project, owner).items():
            if name in _MOVED and track.keys:
                ends = value_at(track, 0.0), value_at(track, last)
                if abs(ends[1] - ends[0]) > 1e-12:
                    found[owner, name] = ends
    return found


def _size(project: Project, ends: _Ends) -> float:
    sway = project.lens.sway
    return sum(abs(end - start) for start, end in ends.values()) + (sway.metres if sway else 0.0)


_MOVED = ("x", "y", "z", "yaw", "pitch", "roll", "zoom", "scale", "angle", "tilt", "swing")
