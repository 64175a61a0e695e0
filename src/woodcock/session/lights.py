"""Light that belongs to the scene: lights, flashes, shadow, haze, what shimmers. Acts."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec.structs import replace

from woodcock.errors import WoodcockError
from woodcock.model import (
    EASE_OUT,
    WHITE,
    Bolt,
    Card,
    Colour,
    Flash,
    Follow,
    Glow,
    Key,
    Lens,
    Light,
    Project,
    Shadow,
    Shimmer,
    Stop,
    Track,
    with_effect,
)
from woodcock.pixels.store import PixelStore
from woodcock.session.acts import free, fresh_id
from woodcock.session.airs import effect, set_effect, unused
from woodcock.session.grounds import struck
from woodcock.session.light_presets import LIGHTS
from woodcock.session.things import add_thing
from woodcock.stage import distance_to, lens_at, photo_rays, place_of_light, scene_at, spot_of_light
from woodcock.texts import tr

MOST_LIGHTS = 24
_PARTS: dict[str, object] = {
    "glow": Glow(),
    "flare": LIGHTS["Low sun"][1].flare,
    "rays": LIGHTS["Morning mist"][1].rays,
}

LIGHT_LIMITS = {
    "strength": (0.0, 50.0), "size": (0.0005, 0.5), "distance": (0.05, 100_000.0),
    "glow strength": (0.0, 20.0), "glow size": (0.001, 2.0), "flare streaks": (0.0, 20.0),
    "flare length": (0.005, 3.0), "flare angle": (-360.0, 360.0), "flare ring": (0.0, 5.0),
    "flare ring_size": (0.01, 3.0), "flare ghosts": (0.0, 5.0), "flare ghost_size": (0.002, 1.0),
    "flare spread": (0.0, 4.0), "rays strength": (0.0, 20.0), "rays length": (0.02, 4.0),
    "reach": (0.0, 20.0), "shadow amount": (0.0, 1.0), "shadow side": (-360.0, 360.0),
    "shadow low": (0.0, 80.0), "shadow soft": (0.0, 120.0), "shimmer amount": (0.0, 100.0),
    "shimmer size": (0.001, 1.0), "shimmer speed": (0.0, 20.0), "haze density": (0.0, 10.0),
    "haze start": (0.05, 100_000.0), "bloom threshold": (0.0, 10.0), "bloom radius": (0.0, 0.3),
    "bloom amount": (0.0, 5.0),
}  # fmt: skip


def add_light(
    project: Project, preset: str, place: Follow | None = None, colour: Colour = WHITE
) -> tuple[Project, str]:
    """One of the lights to begin with, hung on a place of a layer, and its id.

    Without a place it stands in the middle of the photo, at the background. Raises WoodcockError
    without a photo.
    """
    photo = project.photo
    if photo is None:
        raise WoodcockError(tr("There is no photo to hang a light in. Open one first."))
    if len(project.lights) >= MOST_LIGHTS:
        raise WoodcockError(
            tr("There can be up to {most} lights. Delete one first.", most=MOST_LIGHTS)
        )
    _, light = LIGHTS[preset]
    name = unused(tr(preset), [x.name for x in project.lights])
    light = replace(light, id=fresh_id(), name=name, colour=colour)
    place = place or Follow(project.background.id, photo.width / 2, photo.height / 3)
    project = replace(project, lights=(*project.lights, light))
    return hang_light(project, light.id, place), light.id


def hang_light(project: Project, light_id: str, place: Follow) -> Project:
    """A light hung on a place of a layer; what was keyed of its place goes."""
    away = Track(project.layer(place.layer).distance)
    return set_effect(
        project, light_id, layer=place.layer, x=Track(place.x), y=Track(place.y),
        height=place.height, distance=away,
    )  # fmt: skip


def rehang_light(project: Project, light_id: str, layer_id: str | None, time: float) -> Project:
    """A light on another layer, or on nothing, still seen where it is seen: at `time` seconds, and
    where it is keyed at each key.

    Raises WoodcockError where that place can't be seen on what it is to hang on.
    """
    light, frame = effect(project, light_id), project.frame
    assert isinstance(light, Light)
    layer = project.layer(layer_id) if layer_id else None
    height = layer.relief.sits if layer and layer.relief else 0.0
    now = frame.shown(time)
    held = Follow(light.layer, light.x.base, light.y.base, light.height) if light.layer else None
    away = layer.distance if layer else light.distance.base
    if held is not None and layer is None:
        away = distance_to(project, held, now, lens_at(Lens(), 0.0))  # from the rest pose
    hung = replace(light, layer=layer_id, height=height)
    if held is not None or layer is not None:
        hung = replace(hung, distance=Track(min(max(away, 0.05), 100_000.0)))

    def there(seconds: float) -> tuple[float, float]:
        size, placed = (frame.width, frame.height), scene_at(project, seconds)
        shown = frame.shown(seconds)
        spot = spot_of_light(project, placed, light, shown, size)
        place = spot and place_of_light(project, placed, hung, shown, size, spot)
        if place is None:
            raise WoodcockError(
                tr("The light can't be seen there from here. It hangs where it hung before.")
            )
        return place

    x, y = there(time)
    keyed = {"x": Track(x), "y": Track(y)}
    if light.x.keys or light.y.keys:
        times = sorted({key.time for key in (*light.x.keys, *light.y.keys)})
        places = [there(seconds) for seconds in times]
        for k, name in enumerate("xy"):
            old: Track = getattr(light, name)
            own = {key.time: key for key in old.keys}
            keys = tuple(
                replace(own.get(at, Key(at, 0.0)), value=place[k])
                for at, place in zip(times, places, strict=True)
            )
            keyed[name] = replace(old, keys=keys)
    return with_effect(project, replace(hung, **keyed))


def switch_part(project: Project, light_id: str, part: str, on: bool) -> Project:
    """A light's glow, flare or rays, or none."""
    change = {part: _PARTS[part] if on else None}
    return set_effect(project, light_id, "", **change)


def add_disc(project: Project, moon: bool = False) -> tuple[Project, str]:
    """A sun or moon that rises behind everything but the background, and its light's id.

    It is a card as far away as the background, that comes up from below the middle of the photo
    during the clip, with a light hung on it.
    """
    photo = project.photo
    if photo is None:
        raise WoodcockError(tr("There is no photo for a sun to rise in. Open one first."))
    side = photo.height * (0.07 if moon else 0.09)
    colour: Colour = (236, 238, 240, 255) if moon else (255, 250, 238, 255)
    glow: Colour = (214, 224, 240, 255) if moon else (255, 224, 172, 255)
    stops = (Stop(0.0, colour),)
    card = Card(width=side, height=side, shape="ellipse", soft=side * 0.12, stops=stops)
    project, layer_id = add_thing(project, card, tr("Moon") if moon else tr("Sun"))
    layer = project.layer(layer_id)
    away = project.background.distance * 0.999
    rise = photo.height * 0.3 * away * float(photo_rays(project)[0, 0])
    keys = (Key(0.0, rise, EASE_OUT), Key(project.frame.last, 0.0))
    assert isinstance(layer.content, Card)
    card = replace(layer.content, y=photo.height * 0.28)
    pose = replace(layer.pose, y=Track(0.0, keys))
    project = project.with_layer(replace(layer, content=card, distance=away, pose=pose))
    place = Follow(layer_id, card.x, card.y)
    preset = "Halo" if moon else "Low sun"
    project, light_id = add_light(project, preset, place, glow)
    size = Track(side / photo.height)
    return set_effect(project, light_id, name=layer.name, size=size), light_id


def add_flash(
    project: Project,
    layers: Sequence[str],
    at: float,
    bolt: bool = False,
    store: PixelStore | None = None,
) -> tuple[Project, str]:
    """A flash of lightning at a time in seconds on some layers only, and its id; see `set_bolt`."""
    photo = project.photo
    if photo is None:
        raise WoodcockError(tr("There is no photo to light up. Open one first."))
    if len(project.flashes) >= MOST_LIGHTS:
        raise WoodcockError(
            tr("There can be up to {most} flashes. Delete one first.", most=MOST_LIGHTS)
        )
    name = unused(tr("Lightning"), [x.name for x in project.flashes])
    flash = Flash(
        fresh_id(), name, tuple(layers), at=at, strength=Track(1.5),
        x=Track(photo.width / 2), y=Track(photo.height / 4), seed=1 + len(project.flashes),
    )  # fmt: skip
    project = replace(project, flashes=(*project.flashes, flash))
    return (set_bolt(project, flash.id, True, store) if bolt else project), flash.id


def set_bolt(project: Project, flash_id: str, on: bool, store: PixelStore | None = None) -> Project:
    """A bolt from the top of the photo, just before the farthest layer that is lit; or none.

    By the masks in the `store` it ends where a nearer layer would hide it: it strikes what lies
    behind that, and is not seen again below.
    """
    flash, photo = effect(project, flash_id), project.photo
    assert isinstance(flash, Flash) and photo is not None
    if not on:
        return set_effect(project, flash_id, bolt=None)
    x, y = flash.x.base, flash.y.base
    lit = [project.layer(name).distance for name in flash.layers] or [project.background.distance]
    away, start = max(lit) * 0.99, (x - 0.06 * photo.width, 0.0)
    end = x + 0.02 * photo.width, max(y, 0.0) + 0.2 * photo.height
    if store is not None:
        end = struck(project, store, start, end, away)
    bolt = Bolt(start, end, away, seed=flash.seed)
    return set_effect(project, flash_id, bolt=bolt)


def reseed_flash(project: Project, flash_id: str, seed: int) -> Project:
    """Another flicker, and another bolt."""
    flash = effect(project, flash_id)
    assert isinstance(flash, Flash)
    bolt = None if flash.bolt is None else replace(flash.bolt, seed=seed)
    return set_effect(project, flash_id, seed=seed, bolt=bolt)


def set_haze(project: Project, **change: object) -> Project:
    """Haze by distance switched, or changed."""
    return replace(project, haze=replace(project.haze, **change))


def set_bloom(project: Project, **change: object) -> Project:
    """Bloom switched, or changed."""
    return replace(project, bloom=replace(project.bloom, **change))


def switch_shadow(project: Project, layer_id: str, on: bool) -> Project:
    """A layer's shadow on what is behind it, or none."""
    layer = free(project, layer_id)
    return project.with_layer(replace(layer, shadow=(layer.shadow or Shadow()) if on else None))


def set_shadow(project: Project, layer_id: str, **change: object) -> Project:
    """Where a layer's shadow falls."""
    layer = free(project, layer_id)
    if layer.shadow is None:
        return project
    return project.with_layer(replace(layer, shadow=replace(layer.shadow, **change)))


def switch_shimmer(project: Project, layer_id: str, on: bool) -> Project:
    """A layer that wavers, or not."""
    layer = free(project, layer_id)
    return project.with_layer(replace(layer, shimmer=(layer.shimmer or Shimmer()) if on else None))


def set_shimmer(project: Project, layer_id: str, **change: object) -> Project:
    """How, and where, a layer wavers."""
    layer = free(project, layer_id)
    if layer.shimmer is None:
        return project
    return project.with_layer(replace(layer, shimmer=replace(layer.shimmer, **change)))
