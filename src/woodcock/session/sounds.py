"""What is heard under the clip, and markers on its time: acts on a project."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import Made, MadeKind, Project, Recorded, Sound, with_effect
from woodcock.session.acts import fresh_id, set_frame
from woodcock.session.airs import effect, set_effect, unused
from woodcock.session.ties import SPEED, started, with_ties
from woodcock.texts import tr, tr_noop

MOST_SOUNDS = 32
_SHORTEST = 0.02  # seconds
_LONGEST = 600.0  # of a clip
_CLOSE = 0.02  # seconds within which two markers are one
SOUND_LIMITS = {"gain": (-60.0, 24.0), "pan": (-1.0, 1.0)}
TARGETS = {"online": -14.0, "broadcast": -23.0}  # LUFS: common practice; EBU R 128


@dataclass(frozen=True)
class MadeSound:
    """A sound to begin with: its name, how long it is, and whether it goes on in a loop."""

    name: str
    seconds: float
    about: str
    loop: bool = False


MADE_SOUNDS: dict[MadeKind, MadeSound] = {
    "rain": MadeSound(tr_noop("Rain"), 12.0, tr_noop("Hiss of rain, and drops nearby"), True),
    "wind": MadeSound(tr_noop("Wind"), 16.0, tr_noop("Wind that swells"), True),
    "thunder": MadeSound(tr_noop("Thunder"), 7.0, tr_noop("A clap, and its rolling")),
    "surf": MadeSound(tr_noop("Surf"), 24.0, tr_noop("Waves on a shore"), True),
    "fire": MadeSound(tr_noop("Fire"), 12.0, tr_noop("Crackling flames"), True),
    "crickets": MadeSound(tr_noop("Crickets"), 12.0, tr_noop("A warm night"), True),
    "room": MadeSound(tr_noop("Room tone"), 10.0, tr_noop("The quiet of a room"), True),
    "whoosh": MadeSound(tr_noop("Whoosh"), 2.5, tr_noop("For a push of the lens")),
}


def add_sound(
    project: Project, source: Recorded | Made, name: str, start: float = 0.0, loop: bool = False
) -> tuple[Project, str]:
    """A sound from a time of the clip on, and its id; in a loop it lasts to the clip's end."""
    if project.photo is None:
        raise WoodcockError(tr("There is no clip to put sound under. Open a photo first."))
    if len(project.sounds) >= MOST_SOUNDS:
        raise WoodcockError(
            tr("There can be up to {most} sounds. Delete one first.", most=MOST_SOUNDS)
        )
    name = unused(" ".join(name.split())[:60] or tr("Sound"), [x.name for x in project.sounds])
    room = project.frame.seconds - start
    length = max(room, _SHORTEST) if loop else source.seconds
    sound = Sound(fresh_id(), name, source, length, start=start, loop=loop)
    return replace(project, sounds=(*project.sounds, sound)), sound.id


def add_made(project: Project, kind: MadeKind, start: float = 0.0) -> tuple[Project, str]:
    """One of `MADE_SOUNDS`, and its id. What goes on in a loop is under the whole clip."""
    about = MADE_SOUNDS[kind]
    source = Made(kind, about.seconds, seed=1 + len(project.sounds))
    begin = 0.0 if about.loop else start
    project, sound_id = add_sound(project, source, tr(about.name), begin, about.loop)
    if about.loop:
        project = set_effect(project, sound_id, fade_in=0.5, fade_out=1.0)
    return project, sound_id


def sound_of(project: Project, sound_id: str) -> Sound:
    """The sound with this id; KeyError if there is none."""
    found = effect(project, sound_id)
    if not isinstance(found, Sound):
        raise KeyError(sound_id)
    return found


def place(project: Project, sound_id: str, start: float) -> Project:
    """A sound from another time on; its keys go with it.

    What is heard of a flash comes from as far away then, or is tied to it no more if it is before.
    """
    sound = started(sound_of(project, sound_id), start)
    struck = next((x.at for x in project.flashes if x.id == sound.flash), start)
    metres = (start - struck) * SPEED
    sound = replace(sound, metres=metres) if metres >= 0 else replace(sound, flash=None)
    return with_effect(project, sound)


def tie(
    project: Project, sound_id: str, flash_id: str | None, metres: float | None = None
) -> Project:
    """A sound heard when that of a flash, so many metres away, would be; or at a time of its own.

    Without a number the flash is as far away as its bolt, or as it was.
    """
    sound = sound_of(project, sound_id)
    flash = next((x for x in project.flashes if x.id == flash_id), None)
    if flash is None:
        return with_effect(project, replace(sound, flash=None))
    if metres is None:
        metres = flash.bolt.distance if flash.bolt else sound.metres
    return with_ties(with_effect(project, replace(sound, flash=flash.id, metres=metres)))


def trim(project: Project, sound_id: str, start: float, end: float) -> Project:
    """A sound heard from `start` to `end` seconds only; what is heard stays where it was.

    As far as there is any of it: in a loop it goes on for ever, but never before its beginning.
    """
    sound = sound_of(project, sound_id)
    start = max(start, sound.start - sound.offset)
    start = min(start, sound.start + sound.source.seconds - sound.offset - _SHORTEST)
    offset = sound.offset + start - sound.start
    end = max(end, start + _SHORTEST)
    if not sound.loop:
        end = min(end, start + sound.source.seconds - offset)
    made = replace(sound, start=start, offset=max(offset, 0.0), length=end - start)
    return with_effect(project, _faded(made))


def _faded(sound: Sound) -> Sound:
    """Its fades as long as it is at the most."""
    into = min(sound.fade_in, sound.length)
    return replace(sound, fade_in=into, fade_out=min(sound.fade_out, sound.length - into))


def fade(project: Project, sound_id: str, into: float, out_of: float) -> Project:
    """How long a sound comes and goes; both fit into it."""
    sound = sound_of(project, sound_id)
    into = min(max(into, 0.0), sound.length)
    out_of = min(max(out_of, 0.0), sound.length - into)
    return set_effect(project, sound_id, fade_in=into, fade_out=out_of)


def loop(project: Project, sound_id: str, on: bool) -> Project:
    """A sound that begins again at its end, until the clip's; or is over with its source."""
    sound = sound_of(project, sound_id)
    to = max(project.frame.seconds - sound.start, _SHORTEST)
    length = to if on else min(sound.length, sound.available)
    return with_effect(project, _faded(replace(sound, loop=on, length=length)))


def split(project: Project, sound_id: str, time: float) -> tuple[Project, str]:
    """A sound cut in two at a time of the clip, heard as before; the second one's id."""
    sound = sound_of(project, sound_id)
    if sound.loop:
        raise WoodcockError(
            tr(
                "{name} goes on in a loop, so it can't be split. Switch its loop off first.",
                name=sound.name,
            )
        )
    if not sound.start + _SHORTEST < time < sound.end - _SHORTEST:
        raise WoodcockError(
            tr(
                "The playhead is not within {name}: nothing was split. Move it there.",
                name=sound.name,
            )
        )
    first = time - sound.start
    name = unused(sound.name, [x.name for x in project.sounds])
    left = sound.length - first
    after = replace(
        sound, id=fresh_id(), name=name, start=time, offset=sound.offset + first, length=left,
        fade_in=0.0, fade_out=min(sound.fade_out, left),
    )  # fmt: skip
    into = min(sound.fade_in, first)
    project = set_effect(project, sound_id, length=first, fade_in=into, fade_out=0.0)
    return replace(project, sounds=(*project.sounds, after)), after.id


def remake(project: Project, sound_id: str, **change: object) -> Project:
    """A made sound made otherwise: longer, stronger, with another seed."""
    sound = sound_of(project, sound_id)
    if not isinstance(sound.source, Made):
        raise WoodcockError(
            tr("{name} is a recording: it can't be made otherwise.", name=sound.name)
        )
    source = replace(sound.source, **change)
    offset = min(sound.offset, max(source.seconds - _SHORTEST, 0.0))
    whole = not sound.loop and sound.length >= sound.available - 1e-6
    length = sound.length if sound.loop else min(sound.length, source.seconds - offset)
    length = source.seconds - offset if whole else length
    return with_effect(project, _faded(replace(sound, source=source, offset=offset, length=length)))


def set_mix(project: Project, **change: object) -> Project:
    """How all sounds are mixed."""
    return replace(project, mix=replace(project.mix, **change))


def to_loudness(project: Project, measured: float, target: float) -> Project:
    """Louder or softer by what the `measured` loudness is from a target, both in LUFS."""
    if not measured > -70:
        raise WoodcockError(tr("Nothing is heard, so it can't be made as loud as that."))
    return set_mix(project, gain=min(max(project.mix.gain + target - measured, -60.0), 40.0))


def as_long_as(project: Project, sound_id: str) -> Project:
    """A clip that is over with a sound; keys move along, sounds stay."""
    end = min(sound_of(project, sound_id).end, _LONGEST)
    return set_frame(project, replace(project.frame, seconds=max(round(end, 3), 0.2)))


def mark(project: Project, times: Iterable[float]) -> Project:
    """Markers at these times too, in order; those that are close are one."""
    last, kept = project.frame.last, list(project.markers)
    for time in times:
        if 0 <= time <= last and all(abs(time - x) > _CLOSE for x in kept):
            kept.append(round(float(time), 4))
    return replace(project, markers=tuple(sorted(kept)))


def switch_marker(project: Project, time: float) -> Project:
    """A marker at a time, or without the one that is within half a frame of it."""
    near = min(project.markers, key=lambda x: abs(x - time), default=math.inf)
    if abs(near - time) < 0.5 / float(project.frame.exact):
        return unmark(project, near)
    return mark(project, [time])


def unmark(project: Project, time: float | None = None) -> Project:
    """Without the marker at a time, or without any."""
    kept = () if time is None else tuple(x for x in project.markers if abs(x - time) > _CLOSE)
    return replace(project, markers=kept)


def move_marker(project: Project, old: float, new: float) -> Project:
    """A marker at another time."""
    return mark(unmark(project, old), [min(max(new, 0.0), project.frame.last)])
