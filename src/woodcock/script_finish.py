"""The public face's finish: what blurs, what is in the air, what shines."""

from __future__ import annotations

from collections.abc import Sequence

from woodcock.model import LENS, Air, Follow, effect_by_id
from woodcock.script import Shot
from woodcock.session import airs, finishing, lights
from woodcock.session.air_presets import AIRS as _AIRS
from woodcock.session.asked import fitting, in_script, named, set_values
from woodcock.session.light_presets import LIGHTS as _LIGHTS
from woodcock.session.picked import colour_at
from woodcock.texts import tr

# What `air` and `hang_light` take, as scripts spell it.
AIRS = tuple(in_script(x) for x in _AIRS)
LIGHTS = tuple(in_script(x) for x in _LIGHTS)


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
        project = set_values(project, LENS, {"f_number": f_number})
    if isinstance(on, str):
        place = finishing.middle_of(project, shot.layer_id(on), shot.studio.store)
        return shot.with_project(finishing.focus_on(project, place, now, time is not None))
    project = finishing.set_defocus(project, on=True, follow=None)
    return shot.with_project(set_values(project, LENS, {"focus": on}, time=time))


def blur(shot: Shot, layer: str, amount: float, time: float | None = None) -> Shot:
    """A layer blurred by so many pixels of 1080 lines, for the whole clip or keyed at a time."""
    layer_id = shot.layer_id(layer)
    project = finishing.switch_blur(shot.project, layer_id, True, 0.0)
    return shot.with_project(set_values(project, layer_id, {"blur": amount}, time=time))


def shutter(shot: Shot, angle: float = 180.0) -> Shot:
    """Motion blur by a shutter that is open for so many degrees of 360; 0 is none."""
    project = finishing.set_shutter(shot.project, on=angle > 0)
    return shot.with_project(set_values(project, LENS, {"shutter": angle}))


def air(
    shot: Shot,
    preset: str,
    *,
    behind: str | None = None,
    before: str | None = None,
    seed: int | None = None,
    near: float | None = None,
    far: float | None = None,
    **values: float,
) -> Shot:
    """Rain, snow, mist or another of `AIRS` in the scene, between two layers or everywhere.

    Further values are of its properties, spelt with "_" for a space (`what_amount=2000`); `key`
    sets them at a time. It reaches from `near` to `far` metres; another `seed` is other drops.
    Raises InvalidValue for an unknown name, or a value out of range.

    >>> import numpy as np
    >>> import woodcock
    >>> shot = woodcock.open_photo(np.zeros((90, 160, 3), np.uint8), size=(160, 90))
    >>> air(shot, "Rain", what_amount=200).project.airs[0].what.amount.base
    200.0
    """
    project, name = airs.add_air(shot.project, named(preset, _AIRS, tr("air")))
    given = (("behind", behind), ("before", before))
    ends = {end: shot.layer_id(layer) for end, layer in given if layer}
    project = airs.set_effect(project, name, "", **ends)
    if seed is not None:
        project = airs.set_effect(project, name, "", seed=seed)
    if near is not None or far is not None:
        own = effect_by_id(project, name)
        assert isinstance(own, Air)
        low, high = (fitting(x, v, (0.0, 100_000.0)) for x, v in
                     (("near", own.near if near is None else near),
                      ("far", own.far if far is None else far)))  # fmt: skip
        project = airs.limit_air(project, name, low, high)
    return shot.with_project(set_values(project, name, values))


def hang_light(shot: Shot, preset: str, layer: str, x: float, y: float, **values: float) -> Shot:
    """One of `LIGHTS` hung on a place of a layer, in the photo's pixels; it takes its colour.

    Nearer layers cover it. Further values are as for `air` (`flare_ghosts=0.1`).
    """
    preset = named(preset, _LIGHTS, tr("light"))
    store = shot.studio.store
    colour = colour_at(shot.project, store, x, y, 6.0)
    place = Follow(shot.layer_id(layer), x, y)
    project, name = lights.add_light(shot.project, preset, place, colour)
    return shot.with_project(set_values(project, name, values))


def flash(shot: Shot, layers: Sequence[str], time: float, bolt: bool = False) -> Shot:
    """Lightning at a time in seconds that lights only these layers, with a bolt or without."""
    ids = [shot.layer_id(layer) for layer in layers]
    return shot.with_project(lights.add_flash(shot.project, ids, time, bolt, shot.studio.store)[0])


def shadow(shot: Shot, layer: str, amount: float = 0.5, **values: float) -> Shot:
    """A layer's soft shadow on what is behind it: `side`, `low` and `soft` are degrees."""
    layer_id = shot.layer_id(layer)
    project = lights.switch_shadow(shot.project, layer_id, True)
    given = {"amount": amount, **values}
    return shot.with_project(set_values(project, layer_id, given, "shadow "))
