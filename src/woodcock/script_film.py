"""The public face's film: grade, grain, textures, looks, and sound under the clip."""

from __future__ import annotations

from pathlib import Path

from woodcock.finish.cube import MOST_BYTES
from woodcock.media.look_file import load_look, save_look
from woodcock.media.sound_file import load_sound
from woodcock.model import FILM, FILM_PARTS, LOOK_PARTS, MADE
from woodcock.reading import read_whole
from woodcock.script import File, Shot
from woodcock.session import film as acts
from woodcock.session import looks, sounds, things
from woodcock.session.asked import Refused, in_script, named, set_values, unknown
from woodcock.session.matching import PHOTO, colours_in
from woodcock.session.preferences import preferences
from woodcock.texts import tr, tr_noop

# What `texture`, `look` and `add_sound` take, as scripts spell it.
TEXTURES = tuple(in_script(x) for x in things.TEXTURE_PRESETS)
LOOKS = tuple(in_script(x) for x in looks.SHIPPED)
SOUNDS: tuple[str, ...] = MADE


def grade(shot: Shot, layer: str | None = None, lut: File | None = None, **values: float) -> Shot:
    """The colours of the clip, or of a layer: `exposure=0.3`, `temperature=7000`, `contrast=1.1`.

    Further values are `decisions_slope_red` and so on, of the ASC CDL; `lut` is a .cube file. `key`
    sets them at a time, as "grade exposure" of "film" or of the layer.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> grade(shot, exposure=0.5).project.grade.exposure.base
    0.5
    """
    owner = FILM if layer is None else shot.layer_id(layer)
    project = acts.set_grade(shot.project, owner)
    if lut is not None:
        path = Path(lut)
        store = shot.studio.store
        project = acts.set_lut(
            project,
            owner,
            read_whole(path, tr_noop("lookup table"), MOST_BYTES).tobytes(),
            path.stem,
            store,
        )
    return shot.with_project(set_values(project, owner, values, "grade "))


def match(shot: Shot, layer: str, like: str | None = None, amount: float = 1.0) -> Shot:
    """A layer's colours and contrast made like the photo's, or like another layer's."""
    own, store = shot.layer_id(layer), shot.studio.store
    other = PHOTO if like is None else shot.layer_id(like)
    found = (colours_in(shot.project, own, store), colours_in(shot.project, other, store))
    project = acts.match(shot.project, own, *found, like or "the photo")
    return shot.with_project(set_values(project, own, {"match_amount": amount}, "grade "))


def film(shot: Shot, part: str, on: bool = True, seed: int | None = None, **values: float) -> Shot:
    """A part of film switched and set: `film(shot, "grain", strength=0.02, size=1.8)`.

    The parts are grain, vignette, fringe, weave, halation and flicker.
    """
    part = named(part, FILM_PARTS, tr("part of film"))
    change: dict[str, object] = {"on": on}
    if seed is not None:
        change["seed"] = seed
    project = acts.set_film(shot.project, part, **change)
    return shot.with_project(set_values(project, FILM, values, f"{part} "))


def texture(shot: Shot, preset: str, opacity: float = 0.4, **values: object) -> Shot:
    """A texture over the picture, one of `TEXTURES`: "film-dust", "light-leak" and others.

    Further values are its `amount`, `size`, `rate`, `speed`, `seed`.
    """
    preset = named(preset, things.TEXTURE_PRESETS, tr("texture"))
    project, layer = things.add_texture(shot.project, preset)
    own = project.layer(layer).texture
    assert own is not None
    for name in values:
        if name not in own.__struct_fields__:
            raise unknown(name, own.__struct_fields__, tr("property of a texture"))
    try:
        project = things.set_own(project, layer, **values)
    except TypeError as error:
        raise Refused(str(error)) from error
    return shot.with_project(set_values(project, layer, {"opacity": opacity}))


def look(shot: Shot, name: File, amount: float = 1.0) -> Shot:
    """A look used by its name, if it ships or was saved here, or from a look file."""
    store = shot.studio.store
    own = (*looks.shipped_looks(store), *looks.kept_looks(store).values())
    found = {in_script(x.name): x for x in own}.get(in_script(str(name)))
    if found is None and not Path(name).suffix:
        raise unknown(str(name), [in_script(x.name) for x in own], tr("look"))
    if found is None:
        found = load_look(Path(name), store)
    return shot.with_project(looks.with_look(shot.project, found, amount))


def save_as_look(shot: Shot, path: File, name: str, parts: tuple[str, ...] = LOOK_PARTS) -> None:
    """The shot's finish, or these parts of it, written as a look file."""
    save_look(Path(path), looks.look_of(shot.project, name, parts), shot.studio.store)


def add_sound(
    shot: Shot, what: File, start: float = 0.0, loop: bool | None = None, **values: float
) -> Shot:
    """A sound under the clip: a file, or one made here ("rain", "surf", "thunder" and others).

    Further values are its `gain` in decibels and `pan`, `fade_in` and `fade_out` in seconds.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> add_sound(shot, "surf", gain=-6).project.sounds[0].gain.base
    -6.0
    """
    project = shot.project
    made = next((kind for kind in MADE if kind == in_script(str(what))), None)
    if made is not None:
        project, name = sounds.add_made(project, made, start)
    else:
        path = Path(what)
        source = load_sound(path, shot.studio.store, clean=not preferences().keep_metadata)
        project, name = sounds.add_sound(project, source, path.stem, start)
    if loop is not None:
        project = sounds.loop(project, name, loop)
    own = sounds.sound_of(project, name)
    fades = values.pop("fade_in", own.fade_in), values.pop("fade_out", own.fade_out)
    project = sounds.fade(project, name, *fades)
    return shot.with_project(set_values(project, name, values))


def loudness(shot: Shot, target: float | None = None) -> tuple[Shot, float]:
    """How loud the clip is, in LUFS; with a `target`, made as loud as that."""
    measured = shot.studio.soundtrack.loudness(shot.project).integrated
    if target is None:
        return shot, measured
    shot = shot.with_project(sounds.to_loudness(shot.project, measured, target))
    return shot, shot.studio.soundtrack.loudness(shot.project).integrated
