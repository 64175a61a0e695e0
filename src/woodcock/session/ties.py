"""Sounds that belong to a flash: when they are heard after it."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import Project, Sound, Track

SPEED = 343.0  # metres a second: of sound in dry air at 20 °C, as handbooks of physics have it


def with_ties(project: Project) -> Project:
    """The project with every sound that is tied to a flash as much later as it is away."""
    struck = {flash.id: flash.at for flash in project.flashes}
    sounds = tuple(
        started(x, struck[x.flash] + x.metres / SPEED) if x.flash in struck else x
        for x in project.sounds
    )
    return project if sounds == project.sounds else replace(project, sounds=sounds)


def started(sound: Sound, start: float) -> Sound:
    """A sound from another time on; its keys go with it."""
    by = start - sound.start
    tracks = {name: _later(getattr(sound, name), by) for name in ("gain", "pan")}
    return replace(sound, start=start, **tracks)


def _later(track: Track, by: float) -> Track:
    keys = tuple(replace(key, time=key.time + by) for key in track.keys)
    return replace(track, keys=keys)
