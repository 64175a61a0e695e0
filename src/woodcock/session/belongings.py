"""What belongs to a layer beside its own: lights, air and flashes that tell of it."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import Project


def without_layer(project: Project, layer_id: str) -> Project:
    """What belonged to a layer that is to go, without it: what hung on it stays where it was."""
    gone = project.layer(layer_id)
    airs = tuple(
        replace(
            x,
            behind=None if x.behind == layer_id else x.behind,
            before=None if x.before == layer_id else x.before,
        )
        for x in project.airs
    )
    lights = tuple(
        replace(x, layer=None, distance=replace(x.distance, base=gone.distance, keys=()))
        if x.layer == layer_id
        else x
        for x in project.lights
    )
    flashes = tuple(
        replace(x, layers=tuple(name for name in x.layers if name != layer_id))
        for x in project.flashes
    )
    return replace(project, airs=airs, lights=lights, flashes=flashes)
