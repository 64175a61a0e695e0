"""What blurs: focus, aperture, iris, shutter, plain blur, held pictures. Acts on a project."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.model import (
    EASE_BOTH,
    LENS,
    MOST_BLUR,
    UNFINISHED,
    Blur,
    Defocus,
    Easing,
    Follow,
    Project,
    Shutter,
    Track,
    tracks_of,
    with_tracks,
)
from woodcock.pixels.store import PixelStore
from woodcock.session.acts import free
from woodcock.session.airs import AIR_LIMITS
from woodcock.session.film import FILM_LIMITS
from woodcock.session.lights import LIGHT_LIMITS
from woodcock.session.sounds import SOUND_LIMITS
from woodcock.session.staging import box_of
from woodcock.stage import distance_to

LIMITS = {
    "focus": (0.1, 10_000.0), "f_number": (0.5, 64.0), "iris": (-360.0, 360.0),
    "highlights": (0.0, 50.0), "shutter": (0.0, 360.0), "blur": (0.0, MOST_BLUR),
    "blur clear": (0.0, 5.0), **AIR_LIMITS, **LIGHT_LIMITS, **FILM_LIMITS,
    **SOUND_LIMITS,
}  # fmt: skip


def set_value(
    project: Project, owner: str, name: str, value: float, time: float | None = None
) -> Project:
    """A value of the lens or a layer: for the whole clip, or keyed at a `time` in seconds.

    What it was until then stays as a key at 0, so that it is a pull. What is out of limits is cut.
    """
    low, high = LIMITS.get(name, (-1e9, 1e9))
    value = min(max(value, low), high)
    track = tracks_of(project, owner)[name]
    if time is None:
        return with_tracks(project, owner, {name: replace(track, base=value, keys=())})
    time = project.frame.time(project.frame.index(time))
    return with_tracks(project, owner, {name: track.keyed(time, value)})


def coming_at(project: Project, owner: str, name: str, time: float | None) -> Project:
    """A value that was just switched on, come by a `time` in seconds: at the start it is 0.

    So what is switched on there changes nothing of what the start shows. None is the whole clip.
    """
    frame = project.frame
    track = tracks_of(project, owner)[name]
    if time is None or frame.index(time) == 0:
        return project
    come = Track(0.0).keyed(frame.time(frame.index(time)), track.base)
    return with_tracks(project, owner, {name: replace(come, base=track.base)})


def focus_on(project: Project, place: Follow, now: float, keyed: bool = False) -> Project:
    """The lens focused on a place of a layer as it is at a time: for the whole clip, or keyed."""
    lens = replace(project.lens, defocus=replace(project.lens.defocus, on=True, follow=None))
    metres = distance_to(project, place, project.frame.shown(now))
    return set_value(replace(project, lens=lens), LENS, "focus", metres, now if keyed else None)


def middle_of(project: Project, layer_id: str, store: PixelStore) -> Follow:
    """The middle of a layer, for the focus to stay on."""
    layer = project.layer(layer_id)
    left, top, width, height = box_of(project, layer, store)
    sits = layer.relief.sits if layer.relief else 0.0
    return Follow(layer_id, left + width / 2, top + height / 2, sits)


def follow(project: Project, place: Follow | None) -> Project:
    """The focus staying on a place of a layer as lens and layer move, or as it is keyed."""
    return set_defocus(project, on=project.lens.defocus.on or place is not None, follow=place)


def set_hunting(project: Project, amount: float, seed: int = 1) -> Project:
    """How far beyond it each pull of the focus goes before it settles, of its way: 0 is not."""
    hunting = Easing(kind="hunting", amount=min(max(amount, 0.0), 1.0), seed=seed)
    focus = project.lens.focus.eased(hunting if amount > 0 else EASE_BOTH)
    return replace(project, lens=replace(project.lens, focus=focus))


def hunting_of(project: Project) -> float:
    """By how much the pulls of the focus hunt."""
    hunts = [key.easing for key in project.lens.focus.keys if key.easing.kind == "hunting"]
    return hunts[0].amount if hunts else 0.0


def set_defocus(project: Project, **change: object) -> Project:
    """Depth of field switched, or its iris changed."""
    defocus = replace(project.lens.defocus, **change)
    return replace(project, lens=replace(project.lens, defocus=defocus))


def set_shutter(project: Project, **change: object) -> Project:
    """Motion blur switched or changed."""
    shutter = replace(project.lens.shutter, **change)
    return replace(project, lens=replace(project.lens, shutter=shutter))


def set_held(project: Project, frames: int) -> Project:
    """Each picture held for so many frames."""
    return replace(project, frame=replace(project.frame, held=frames))


def hold_layer(project: Project, layer_id: str, frames: int) -> Project:
    """A layer's own movement held for so many frames."""
    return project.with_layer(replace(free(project, layer_id), held=frames))


def switch_blur(project: Project, layer_id: str, on: bool, amount: float = 12.0) -> Project:
    """A layer's plain blur on or off; it grows about the middle of the photo until told."""
    layer, photo = free(project, layer_id), project.photo
    assert photo is not None
    new = Blur(Track(amount), x=Track(photo.width / 2), y=Track(photo.height / 2))
    return project.with_layer(replace(layer, blur=(layer.blur or new) if on else None))


def set_blur(project: Project, layer_id: str, **change: object) -> Project:
    """How a layer's plain blur spreads."""
    layer = free(project, layer_id)
    if layer.blur is None:
        return project
    return project.with_layer(replace(layer, blur=replace(layer.blur, **change)))


def blur_all_like(project: Project, layer_id: str) -> Project:
    """All that stands in the scene blurred like one layer: about the same place of the photo."""
    blur = project.layer(layer_id).blur
    for layer in project.in_scene:
        project = project.with_layer(replace(free(project, layer.id), blur=blur))
    return project


def unblurred(project: Project) -> Project:
    """The project with nothing blurred and nothing in the air; its colours stay."""
    lens = replace(project.lens, defocus=Defocus(), shutter=Shutter())
    layers = tuple(replace(x, blur=None) if x.blur else x for x in project.layers)
    return replace(project, lens=lens, layers=layers, airs=())


def unfinished(project: Project) -> Project:
    """The project with nothing done to its frames."""
    lens = replace(project.lens, defocus=Defocus(), shutter=Shutter())
    plain = {"blur": None, "shadow": None, "shimmer": None, "grade": None}
    layers = tuple(
        replace(x, **plain) if any(getattr(x, name) for name in plain) else x
        for x in project.layers
        if not x.laid
    )
    return replace(project, lens=lens, layers=layers, **UNFINISHED)
