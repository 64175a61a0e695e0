"""The motion of one layer for others, sway, what comes after the last key: acts on a project."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from msgspec.structs import replace

from woodcock.model import Key, Pose, Project, Sway, Track
from woodcock.session.acts import free

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

        moved = {name: _each(getattr(source.pose, name), lambda v: v * factor) for name in "xy"}
        turned = {name: _each(getattr(source.pose, name), lambda v: v * factor) for name in _TURNS}
        pose = Pose(
            scale=_each(source.pose.scale, size), opacity=layer.pose.opacity, **moved, **turned
        )
        project = project.with_layer(replace(layer, pose=pose))
    return project


def _each(track: Track, change: Callable[[float], float]) -> Track:
    keys = tuple(Key(key.time, change(key.value), key.easing) for key in track.keys)
    return replace(track, base=change(track.base), keys=keys)


def set_sway(project: Project, metres: float, degrees: float, rate: float) -> Project:
    """The lens swaying by hand; all amounts 0 holds it still."""
    lens = project.lens
    if metres <= 0 and degrees <= 0:
        return replace(project, lens=replace(lens, sway=None))
    seed = lens.sway.seed if lens.sway else 1
    sway = Sway(min(metres, 1.0), min(degrees, 20.0), min(max(rate, 0.05), 10.0), seed)
    return replace(project, lens=replace(lens, sway=sway))


def set_afterwards(project: Project, layer_id: str, afterwards: str) -> Project:
    """What all of a layer's keyed properties do after their last key."""
    layer = free(project, layer_id)
    tracks = {}
    for name in layer.pose.__struct_fields__:
        track = getattr(layer.pose, name)
        if track.keys:
            tracks[name] = replace(track, afterwards=afterwards)
    return project.with_layer(replace(layer, pose=replace(layer.pose, **tracks)))
