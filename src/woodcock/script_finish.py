"""The public face's finish: what blurs, what is in the air, what shines."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from woodcock.errors import WoodcockError
from woodcock.model import LENS, Follow, tracks_of
from woodcock.script import Shot
from woodcock.session import airs, finishing, lights
from woodcock.session.air_presets import AIRS
from woodcock.session.light_presets import LIGHTS
from woodcock.session.picked import colour_at
from woodcock.texts import tr


def focus(
    shot: Shot, on: str | float, f_number: float | None = None, time: float | None = None
) -> Shot:
    """The lens focused on a layer, or so many metres away, with depth of field.

    For the whole clip, or keyed at a `time` in seconds.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> focus(shot, 4.0, f_number=1.8).project.lens.focus.base
    4.0
    """
    project, now = shot.project, time or 0.0
    if f_number is not None:
        project = finishing.set_value(project, LENS, "f_number", f_number)
    if isinstance(on, str):
        place = finishing.middle_of(project, shot.id_of(on), shot.studio.store)
        return shot.with_project(finishing.focus_on(project, place, now, time is not None))
    project = finishing.set_defocus(project, on=True, follow=None)
    return shot.with_project(finishing.set_value(project, LENS, "focus", on, time))


def blur(shot: Shot, layer: str, amount: float, time: float | None = None) -> Shot:
    """A layer blurred by so many pixels of 1080 lines, for the whole clip or keyed at a time."""
    layer_id = shot.id_of(layer)
    project = finishing.switch_blur(shot.project, layer_id, True, 0.0)
    return shot.with_project(finishing.set_value(project, layer_id, "blur", amount, time))


def shutter(shot: Shot, angle: float = 180.0) -> Shot:
    """Motion blur by a shutter that is open for so many degrees of 360; 0 is none."""
    project = finishing.set_shutter(shot.project, on=angle > 0)
    return shot.with_project(finishing.set_value(project, LENS, "shutter", angle))


def air(
    shot: Shot,
    preset: str,
    *,
    behind: str | None = None,
    before: str | None = None,
    **values: float,
) -> Shot:
    """Rain, snow, mist or another of `AIRS` in the scene, between two layers or everywhere.

    Further values are of its properties, spelt with "_" for a space (`what_amount=2000`); `key`
    sets them at a time. Raises WoodcockError for an unknown name.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> air(shot, "Rain", what_amount=200).project.airs[0].what.amount.base
    200
    """
    known_name(preset, AIRS, "air")
    project, name = airs.add_air(shot.project, preset)
    ends = {
        end: shot.id_of(layer) for end, layer in (("behind", behind), ("before", before)) if layer
    }
    project = airs.set_effect(project, name, "", **ends)
    return with_values(shot.with_project(project), name, values)


def hang_light(shot: Shot, preset: str, layer: str, x: float, y: float, **values: float) -> Shot:
    """One of `LIGHTS` hung on a place of a layer, in the photo's pixels; it takes its colour.

    Nearer layers cover it. Further values are as for `air` (`flare_ghosts=0.1`).
    """
    known_name(preset, LIGHTS, "light")
    store = shot.studio.store
    colour = colour_at(shot.project, store, x, y, 6.0)
    place = Follow(shot.id_of(layer), x, y)
    project, name = lights.add_light(shot.project, preset, place, colour)
    return with_values(shot.with_project(project), name, values)


def flash(shot: Shot, layers: Sequence[str], time: float, bolt: bool = False) -> Shot:
    """Lightning at a time in seconds that lights only these layers, with a bolt or without."""
    ids = [shot.id_of(layer) for layer in layers]
    return shot.with_project(lights.add_flash(shot.project, ids, time, bolt, shot.studio.store)[0])


def shadow(shot: Shot, layer: str, amount: float = 0.5, **values: float) -> Shot:
    """A layer's soft shadow on what is behind it: `side`, `low` and `soft` are degrees."""
    layer_id = shot.id_of(layer)
    project = lights.switch_shadow(shot.project, layer_id, True)
    named = {f"shadow {name}": value for name, value in {"amount": amount, **values}.items()}
    return with_values(shot.with_project(project), layer_id, named)


def with_values(shot: Shot, owner: str, values: dict[str, float]) -> Shot:
    """Values of an owner's tracks set for the whole clip, by their names."""
    project = shot.project
    for spelt, value in values.items():
        names = {name.replace(" ", "_"): name for name in tracks_of(project, owner)}
        name = names.get(spelt.replace(" ", "_"))
        if name is None:
            raise WoodcockError(
                tr("There is no {spelt}. There are: {all}.", spelt=spelt, all=", ".join(names))
            )
        project = finishing.set_value(project, owner, name, value)
    return shot.with_project(project)


def known_name(name: str, table: Collection[str], kind: str) -> None:
    """WoodcockError, with the names there are, if it is none of them."""
    if name not in table:
        raise WoodcockError(
            tr(
                "There is no {kind} called {name}. There are: {all}.",
                kind=kind,
                name=name,
                all=", ".join(table),
            )
        )
