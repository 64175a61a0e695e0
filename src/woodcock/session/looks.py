"""Looks: a finish saved under a name, and used in another project."""

from __future__ import annotations

import logging
import re
from collections.abc import Callable, Sequence
from functools import partial
from importlib import resources
from pathlib import Path
from typing import TypeVar

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.media.look_file import LOOK_SUFFIX, load_look, save_look
from woodcock.model import (
    LOOK_PARTS,
    Air,
    Flash,
    Laid,
    LensBlur,
    Light,
    Look,
    Project,
    Shine,
    Track,
    each_track,
)
from woodcock.model.value import Value
from woodcock.pixels.store import PixelStore
from woodcock.private import private_folder
from woodcock.session.acts import delete_layer, fresh_id
from woodcock.session.airs import unused
from woodcock.session.state_files import state_folder
from woodcock.session.things import add_thing
from woodcock.texts import tr

_log = logging.getLogger(__name__)
_V = TypeVar("_V", bound=Value)
# By how much of a part the amount of a look is: everything else stays as it is.
_STRENGTHS = {
    "grain": "strength", "vignette": "amount", "fringe": "amount", "weave": "amount",
    "halation": "amount", "flicker": "amount",
}  # fmt: skip


def look_of(project: Project, name: str, parts: Sequence[str] = LOOK_PARTS) -> Look:
    """The finish of a project, or these parts of it, as a look.

    Lights keep their places as shares of the photo and hang on nothing, flashes light the
    background, and pictures of a person's own are left out. WoodcockError for a name that is none,
    or without any part.
    """
    name = " ".join(name.split())[:60]
    if not name or not parts:
        raise WoodcockError(tr("A look needs a name, and at least one part. Nothing was saved."))
    lens = project.lens
    own = {
        "lens": LensBlur(replace(lens.defocus, follow=None), lens.f_number, lens.shutter),
        "air": tuple(_portable(air) for air in project.airs),
        "light": _shine(project),
        "haze": project.haze,
        "bloom": project.bloom,
        "grade": project.grade,
        "film": project.film,
        "textures": tuple(
            Laid(x.name, x.texture, x.blend, x.blend_linear, x.pose.opacity)
            for x in project.near_to_far[::-1]
            if x.texture is not None and x.laid
        ),
    }
    return Look(name, project.frame.last, **{part: own[part] for part in parts})  # type: ignore[arg-type]


def with_look(project: Project, look: Look, amount: float = 1.0) -> Project:
    """A project with what a look has in place of its own, as strongly as `amount` from 0 to 1."""
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to give a look to. Open one first."))
    amount = min(max(amount, 0.0), 1.0)
    look = each_track(look, partial(Track.retimed, factor=project.frame.last / look.seconds))
    for part in look.parts:
        project = _PARTS[part](project, getattr(look, part), amount)
    return project


def _lens(project: Project, own: LensBlur, amount: float) -> Project:
    """As wide open, and the shutter as long, as the amount says."""
    stopped = own.f_number.scaled(1 / amount) if amount > 0 else own.f_number
    shutter = _less(own.shutter, "angle", amount)
    defocus = replace(own.defocus, on=own.defocus.on and amount > 0)
    lens = replace(project.lens, defocus=defocus, f_number=stopped, shutter=shutter)
    return replace(project, lens=lens)


def _air(project: Project, airs: tuple[Air, ...], amount: float) -> Project:
    made = (replace(_less(x, "opacity", amount), id=fresh_id()) for x in airs)
    return replace(project, airs=tuple(made))


def _light(project: Project, shine: Shine, amount: float) -> Project:
    photo, background = project.photo, project.background.id
    assert photo is not None

    def placed(x: Light | Flash) -> dict[str, Track]:
        return {"x": x.x.scaled(photo.width), "y": x.y.scaled(photo.height)}

    lights = tuple(
        replace(_less(x, "strength", amount), id=fresh_id(), **placed(x)) for x in shine.lights
    )
    flashes = tuple(
        replace(_less(x, "strength", amount), id=fresh_id(), layers=(background,), **placed(x))
        for x in shine.flashes
    )
    return replace(project, lights=lights, flashes=flashes)


def _textures(project: Project, textures: tuple[Laid, ...], amount: float) -> Project:
    """On the glass in place of those that lie there."""
    for layer in project.layers:
        if layer.laid:
            project = delete_layer(project, layer.id)
    for laid in textures:
        project, layer_id = add_thing(project, laid.texture, laid.name, glass=True)
        layer = project.layer(layer_id)
        pose = replace(layer.pose, opacity=laid.opacity.scaled(amount))
        project = project.with_layer(
            replace(layer, blend=laid.blend, blend_linear=laid.blend_linear, pose=pose)
        )
    return project


def _film(project: Project, film: Value, amount: float) -> Project:
    parts = {x: _less(getattr(film, x), name, amount) for x, name in _STRENGTHS.items()}
    return replace(project, film=replace(film, **parts))


def _one(name: str, strength: str, project: Project, own: Value, amount: float) -> Project:
    """A part of a project that has one strength."""
    return replace(project, **{name: _less(own, strength, amount)})


_PARTS: dict[str, Callable[..., Project]] = {
    "lens": _lens,
    "air": _air,
    "light": _light,
    "haze": partial(_one, "haze", "density"),
    "bloom": partial(_one, "bloom", "amount"),
    "grade": partial(_one, "grade", "amount"),
    "film": _film,
    "textures": _textures,
}


def _less(value: _V, name: str, amount: float) -> _V:
    return replace(value, **{name: getattr(value, name).scaled(amount)})


def _portable(air: Air) -> Air:
    """Without what belongs to this project."""
    what = replace(air.what, picture=None) if air.specks else air.what
    return replace(air, id="", behind=None, before=None, what=what)


def _shine(project: Project) -> Shine:
    photo = project.photo
    if photo is None:
        return Shine()

    def share(x: Light | Flash) -> dict[str, Track]:
        return {"x": x.x.scaled(1 / photo.width), "y": x.y.scaled(1 / photo.height)}

    away = {x.id: x.distance for x in project.layers}
    lights = []
    for light in project.lights:
        metres = Track(away[light.layer]) if light.layer else light.distance
        lights.append(replace(light, id="", layer=None, distance=metres, **share(light)))
    flashes = tuple(replace(x, id="", layers=(), bolt=None, **share(x)) for x in project.flashes)
    return Shine(tuple(lights), flashes)


# The names of the looks that ship, in their order.
SHIPPED = (
    "First light", "Slate", "Late summer", "Blue hour", "Silver", "Old album", "Small gauge",
    "Clear day",
)  # fmt: skip


def shipped_looks(store: PixelStore) -> tuple[Look, ...]:
    """The looks that ship."""
    folder = Path(str(resources.files("woodcock") / "assets" / "looks"))
    return tuple(load_look(path, store) for path in sorted(folder.glob(f"*{LOOK_SUFFIX}")))


def _folder() -> Path:
    return state_folder() / "looks"


def kept_looks(store: PixelStore) -> dict[Path, Look]:
    """The looks a person saved, by their files; what can't be read is left out."""
    found = {}
    for path in sorted(_folder().glob(f"*{LOOK_SUFFIX}")):
        try:
            found[path] = load_look(path, store)
        except WoodcockError as error:
            _log.warning("a look was left out: %s", error)
    return found


def keep_look(look: Look, store: PixelStore) -> Path:
    """Save a look among a person's own; its name gets a number if another one has it."""
    kept = kept_looks(store)
    for path, known in kept.items():
        if known == look:
            return path
    look = replace(look, name=unused(look.name, [x.name for x in kept.values()]))
    plain = re.sub(r"[^\w]+", "-", look.name.lower()).strip("-") or "look"
    private_folder(_folder())
    numbered = (plain, *(f"{plain}-{number}" for number in range(2, len(kept) + 1000)))
    names = (_folder() / f"{name}{LOOK_SUFFIX}" for name in numbered)
    path = next(path for path in names if not path.exists())
    save_look(path, look, store)
    return path
