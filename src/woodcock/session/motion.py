"""Motion that is not keyed: copies of others' motion, sway, beat, drift, what follows the keys."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from msgspec.structs import replace

from woodcock.errors import InvalidValue, WoodcockError
from woodcock.model import (
    LENS,
    OVERALL,
    Beat,
    Drift,
    Key,
    Pose,
    Project,
    Sway,
    Track,
    tracks_of,
    with_tracks,
)
from woodcock.session.acts import free
from woodcock.texts import tr

USUAL_RATE = Sway().rate
_TURNS = ("angle", "tilt", "swing")


def copy_motion(
    project: Project,
    from_id: str,
    to_ids: Sequence[str],
    factor: float = 1.0,
    by_distance: bool = False,
) -> Project:
    """How one layer moves, for others: so many times as much, less than 0 the other way.

    By distance, each moves as it would if the lens made the motion: as many metres, and as much
    larger or smaller as going those metres makes it there. Opacity is left alone.
    """
    source = project.layer(from_id)
    for to_id in to_ids:
        if to_id == from_id:
            continue
        layer = free(project, to_id)
        near, far = source.distance, layer.distance

        def size(value: float, near: float = near, far: float = far) -> float:
            if not by_distance:
                return min(max(value**factor, 0.01), 50.0)
            gone = near * (1 - 1 / max(value, 0.01)) * factor
            return min(max(far / max(far - gone, far / 50), 0.01), 50.0)

        moved = {name: getattr(source.pose, name).scaled(factor) for name in "xyz"}
        turned = {name: getattr(source.pose, name).scaled(factor) for name in _TURNS}
        pose = Pose(
            scale=_each(source.pose.scale, size),
            opacity=layer.pose.opacity,
            relief=layer.pose.relief,
            **moved,
            **turned,
        )
        project = project.with_layer(replace(layer, pose=pose))
    return project


def _each(track: Track, change: Callable[[float], float]) -> Track:
    keys = tuple(Key(key.time, change(key.value), key.easing) for key in track.keys)
    return replace(track, base=change(track.base), keys=keys)


def set_sway(
    project: Project,
    owner: str,
    metres: float | None = None,
    degrees: float | None = None,
    rate: float | None = None,
) -> Project:
    """The lens, the whole clip or a layer swaying by hand; with all amounts 0 it is still.

    What is None stays as it is.
    """
    now = sway_of(project, owner) or Sway(0.0, 0.0)
    sway: Sway | None = replace(
        now,
        metres=min(max(now.metres if metres is None else metres, 0.0), 1.0),
        degrees=min(max(now.degrees if degrees is None else degrees, 0.0), 20.0),
        rate=min(max(now.rate if rate is None else rate, 0.05), 10.0),
    )
    if sway and sway.metres <= 0 and sway.degrees <= 0:
        sway = None
    if owner == LENS:
        return replace(project, lens=replace(project.lens, sway=sway))
    if owner == OVERALL:
        return replace(project, overall=replace(project.overall, sway=sway))
    return project.with_layer(replace(free(project, owner), sway=sway))


def sway_of(project: Project, owner: str) -> Sway | None:
    if owner == LENS:
        return project.lens.sway
    return project.overall.sway if owner == OVERALL else project.layer(owner).sway


def set_beat(project: Project, layer_id: str, beat: Beat | None) -> Project:
    """A layer as a pendulum or fluttering about its pivot, or neither."""
    return project.with_layer(replace(free(project, layer_id), beat=beat))


def set_drift(project: Project, layer_id: str, drift: Drift | None) -> Project:
    """A layer sliding for ever, or not; KeyError if there is no such layer."""
    layer = free(project, layer_id)
    if drift is not None and layer.kind not in DRIFTING:
        raise InvalidValue(tr("only what was cut from the photo, or a picture, can drift"))
    if drift is not None and layer.bend is not None:
        raise WoodcockError(tr("A bent layer can't drift. Take its pins away first."))
    return project.with_layer(replace(layer, drift=drift))


DRIFTING = ("cut", "background", "picture")


def set_afterwards(project: Project, owner: str, afterwards: str) -> Project:
    """What all keyed properties of an owner do after their last key."""
    if owner not in (LENS, OVERALL) and any(x.id == owner for x in project.layers):
        free(project, owner)
    tracks = {
        name: replace(track, afterwards=afterwards)
        for name, track in tracks_of(project, owner).items()
        if track.keys
    }
    return with_tracks(project, owner, tracks)
