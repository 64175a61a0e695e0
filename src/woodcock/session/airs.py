"""What fills the space between the layers: acts on a project."""

from __future__ import annotations

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import (
    MOST_SPECKS,
    Air,
    Effect,
    Picture,
    Project,
    effect_by_id,
    with_effect,
)
from woodcock.session.acts import fresh_id
from woodcock.session.air_presets import AIRS
from woodcock.session.ties import with_ties
from woodcock.texts import tr

MOST_AIRS = 24


def add_air(project: Project, preset: str) -> tuple[Project, str]:
    """One of the airs to begin with, and its id; its farthest reaches behind all layers.

    Raises WoodcockError without a photo.
    """
    if project.photo is None:
        raise WoodcockError(tr("There is no photo to fill with air. Open one first."))
    if len(project.airs) >= MOST_AIRS:
        raise WoodcockError(tr("There can be up to {most} airs. Delete one first.", most=MOST_AIRS))
    air = AIRS[preset]
    air = replace(
        air,
        id=fresh_id(),
        name=unused(tr(preset), [x.name for x in project.airs]),
        seed=1 + len(project.airs),
    )
    return replace(project, airs=(*project.airs, air)), air.id


def unused(name: str, taken: list[str]) -> str:
    """The name, with a number if something has it already."""
    numbered = (f"{name} {number}" for number in range(2, len(taken) + 3))
    return next(x for x in (name, *numbered) if x not in taken)


def effect(project: Project, effect_id: str) -> Effect:
    """The air, light or flash with this id; KeyError if there is none."""
    found = effect_by_id(project, effect_id)
    if found is None:
        raise KeyError(effect_id)
    return found


def set_effect(project: Project, effect_id: str, part: str = "", **change: object) -> Project:
    """Other values of an air, a light or a flash, or of a `part` of one; InvalidValue if wrong."""
    own = effect(project, effect_id)
    if part:
        change = {part: replace(getattr(own, part), **change)}
    return with_ties(with_effect(project, replace(own, **change)))


def remove_effect(project: Project, effect_id: str) -> Project:
    """Without an air, a light, a flash or a sound."""
    effect(project, effect_id)
    kept = {
        field: tuple(x for x in getattr(project, field) if x.id != effect_id)
        for field in ("airs", "lights", "flashes", "sounds")
    }
    kept["sounds"] = tuple(
        replace(x, flash=None) if x.flash == effect_id else x for x in kept["sounds"]
    )
    return replace(project, **kept)


def rename_effect(project: Project, effect_id: str, name: str) -> Project:
    """By another name; an empty one leaves it as it was."""
    name = " ".join(name.split())[:60]
    return set_effect(project, effect_id, name=name) if name else project


def limit_air(project: Project, air_id: str, near: float, far: float) -> Project:
    """From how far to how far an air reaches; put in order and within what there is."""
    near, far = sorted((min(max(near, 0.0), 99_000.0), min(max(far, 0.1), 100_000.0)))
    return set_effect(project, air_id, near=near, far=max(far, near + 0.05, 0.1))


def set_sizes(project: Project, air_id: str, smallest: float, largest: float) -> Project:
    """How large the specks of an air are, in mm; put in order."""
    low, high = sorted(min(max(x, 0.05), 1000.0) for x in (smallest, largest))
    return set_effect(project, air_id, "what", smallest=low, largest=high)


def fly_picture(project: Project, air_id: str, picture: Picture | None) -> Project:
    """A picture in place of what flies, or none."""
    own = effect(project, air_id)
    if not isinstance(own, Air) or own.specks is None:
        raise WoodcockError(tr("{name} is no air in which anything flies.", name=own.name))
    return set_effect(project, air_id, "what", picture=picture)


AIR_LIMITS = {
    "what amount": (0.0, float(MOST_SPECKS)), "what fall": (-30.0, 30.0),
    "what wander": (0.0, 5.0), "what brightness": (0.0, 50.0), "what refraction": (0.0, 40.0),
    "what density": (0.0, 10.0), "what uneven": (0.0, 1.0), "wind": (-60.0, 60.0),
    "heading": (-360.0, 360.0), "gusts": (0.0, 3.0), "opacity": (0.0, 1.0),
}  # fmt: skip
