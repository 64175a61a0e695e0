"""How tracks are shown to people: names, units, steps."""

from __future__ import annotations

from dataclasses import replace

from woodcock.app.timeline.effect_names import (
    AIR_SHOWN,
    DISTANCE_SHOWN,
    FLASH_SHOWN,
    LIGHT_SHOWN,
    ON_LAYER_SHOWN,
    SOUND_SHOWN,
)
from woodcock.app.timeline.film_names import FILM_SHOWN, GRADE_SHOWN
from woodcock.app.timeline.shown import Shown
from woodcock.model import (
    DISTANCE,
    FILM,
    LENS,
    OVERALL,
    Air,
    Flash,
    Project,
    Sound,
    effect_by_id,
    thing_by_id,
)
from woodcock.texts import tr, tr_noop

# The model's y points down and its values are metres; people think of up as up.
LENS_SHOWN = {
    "x": Shown(tr_noop("Right"), "m", 1, 0.02, 3, tr_noop("How far the lens stands to the right")),
    "y": Shown(tr_noop("Up"), "m", -1, 0.02, 3, tr_noop("How far the lens stands up")),
    "z": Shown(tr_noop("Forward"), "m", 1, 0.05, 3, tr_noop("How far the lens has gone in")),
    "yaw": Shown(tr_noop("Turn right"), "°", 1, 0.5, 2, tr_noop("The lens turned right")),
    "pitch": Shown(tr_noop("Look up"), "°", 1, 0.5, 2, tr_noop("The lens tilted up")),
    "roll": Shown(
        tr_noop("Roll"), "°", 1, 0.5, 2, tr_noop("The lens turned clockwise about its axis")
    ),
    "zoom": Shown(
        tr_noop("Zoom"), "%", 100, 1, 1, tr_noop("The focal length, of what it is at rest")
    ),
    "focus": Shown(
        tr_noop("Focus"), "m", 1, 0.1, 2, tr_noop("The distance the lens is focused at")
    ),
    "f_number": Shown("f-number", "", 1, 0.1, 1, tr_noop("How far the aperture is stopped down")),
    "iris": Shown(
        tr_noop("Iris turned"), "°", 1, 5, 0, tr_noop("How the iris is turned, clockwise")
    ),
    "highlights": Shown(
        tr_noop("Highlights"), "×", 1, 0.5, 1, tr_noop("How much brighter clipped light becomes")
    ),
    "shutter": Shown(
        tr_noop("Shutter"), "°", 1, 5, 0, tr_noop("For how much of a frame's time it is open")
    ),
}
POSE_SHOWN = {
    "scale": Shown(tr_noop("Size"), "%", 100, 1, 1, tr_noop("The layer's size about its pivot")),
    "x": Shown(
        tr_noop("Right"), "m", 1, 0.05, 3, tr_noop("The layer shifted to the right in its plane")
    ),
    "y": Shown(tr_noop("Up"), "m", -1, 0.05, 3, tr_noop("The layer shifted up in its plane")),
    "z": Shown(tr_noop("Nearer"), "m", -1, 0.05, 3, tr_noop("The layer brought towards the lens")),
    "angle": Shown(tr_noop("Turned"), "°", 1, 0.5, 2, tr_noop("The layer turned clockwise")),
    "tilt": Shown(
        tr_noop("Tilt"), "°", 1, 1, 1, tr_noop("The layer's top leaning away about its pivot")
    ),
    "swing": Shown(tr_noop("Swing"), "°", 1, 1, 1, tr_noop("The layer's right side turning away")),
    "relief": Shown(
        tr_noop("Relief"),
        "%",
        100,
        5,
        0,
        tr_noop("How thick the relief is, of what is set in Stage"),
    ),
    "opacity": Shown(tr_noop("Opacity"), "%", 100, 5, 0, tr_noop("How opaque the layer is")),
    "blur": Shown(
        tr_noop("Blur"), "px", 1, 0.5, 1, tr_noop("How wide a point becomes, at 1080 lines")
    ),
    "blur x": Shown(
        tr_noop("Sharp place right"),
        "px",
        1,
        1,
        0,
        tr_noop("Where the blur grows from, in the photo"),
    ),
    "blur y": Shown(
        tr_noop("Sharp place down"),
        "px",
        1,
        1,
        0,
        tr_noop("Where the blur grows from, in the photo"),
    ),
    "blur clear": Shown(
        tr_noop("Sharp within"), "%", 100, 1, 0, tr_noop("How far from there nothing is blurred")
    ),
    "shown": Shown(tr_noop("Shown"), "%", 100, 5, 0, tr_noop("How much of the title has come")),
    **ON_LAYER_SHOWN,
    **GRADE_SHOWN,
}
CARRIER_SHOWN = {
    "x": Shown(tr_noop("Right"), "m", 1, 0.05, 3, tr_noop("Metres to the right")),
    "y": Shown(tr_noop("Up"), "m", -1, 0.05, 3, tr_noop("Metres up")),
    "z": Shown(tr_noop("Away"), "m", 1, 0.05, 3, tr_noop("Metres away from the lens")),
    "yaw": Shown(tr_noop("Turn right"), "°", 1, 1, 1, tr_noop("Turned to the right")),
    "pitch": Shown(tr_noop("Turn up"), "°", 1, 1, 1, tr_noop("Turned up")),
    "roll": Shown(tr_noop("Roll"), "°", 1, 1, 1, tr_noop("Turned clockwise")),
    "scale": Shown(
        tr_noop("Size"), "%", 100, 1, 1, tr_noop("All that hangs on it, larger or smaller")
    ),
}
OVERALL_SHOWN = {
    "scale": Shown(
        tr_noop("Size"), "%", 100, 1, 1, tr_noop("The finished picture's size about its middle")
    ),
    "x": Shown(
        tr_noop("Right"),
        "%",
        100,
        0.5,
        2,
        tr_noop("The picture shifted right, of the frame's width"),
    ),
    "y": Shown(
        tr_noop("Up"), "%", -100, 0.5, 2, tr_noop("The picture shifted up, of the frame's width")
    ),
    "angle": Shown(tr_noop("Turned"), "°", 1, 0.5, 2, tr_noop("The picture turned clockwise")),
}
_PIN = {
    "x": Shown(
        tr_noop("Pin {number} right"),
        "px",
        1,
        1,
        1,
        tr_noop("The pin moved to the right, in the photo's pixels"),
    ),
    "y": Shown(
        tr_noop("Pin {number} up"),
        "px",
        -1,
        1,
        1,
        tr_noop("The pin moved up, in the photo's pixels"),
    ),
    "turn": Shown(
        tr_noop("Pin {number} turned"), "°", 1, 1, 1, tr_noop("The pin turned clockwise")
    ),
}


def shown_of(project: Project, owner: str, name: str) -> Shown:
    """How a track of an owner is shown."""
    if name.startswith("pin "):
        _, number, which = name.split(" ")
        return replace(_PIN[which], pin=int(number))
    table = POSE_SHOWN
    if owner == LENS:
        table = LENS_SHOWN
    elif owner == OVERALL:
        table = OVERALL_SHOWN
    elif owner == DISTANCE:
        table = DISTANCE_SHOWN
    elif owner == FILM:
        table = FILM_SHOWN
    elif effect_by_id(project, owner) is not None:
        table = effect_table(project, owner)
    elif any(carrier.id == owner for carrier in project.carriers):
        table = CARRIER_SHOWN
    return table[name]


def effect_table(project: Project, owner: str) -> dict[str, Shown]:
    """How the tracks of an air, a light, a flash or a sound are shown."""
    found = effect_by_id(project, owner)
    if isinstance(found, Air):
        return AIR_SHOWN
    if isinstance(found, Sound):
        return SOUND_SHOWN
    return FLASH_SHOWN if isinstance(found, Flash) else LIGHT_SHOWN


def owner_name(project: Project, owner: str) -> str:
    """What an owner of tracks is called."""
    if owner in (LENS, OVERALL):
        return tr("Lens") if owner == LENS else tr("Whole clip")
    if owner == DISTANCE:
        return tr("Haze and bloom")
    if owner == FILM:
        return tr("Grade and film")
    thing = thing_by_id(project, owner) or effect_by_id(project, owner)
    return thing.name if thing else tr("Gone")
