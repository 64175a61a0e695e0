"""How tracks are shown to people: names, units, steps."""

from __future__ import annotations

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

# The model's y points down and its values are metres; people think of up as up.
LENS_SHOWN = {
    "x": Shown("Right", "m", 1, 0.02, 3, "How far the lens stands to the right"),
    "y": Shown("Up", "m", -1, 0.02, 3, "How far the lens stands up"),
    "z": Shown("Forward", "m", 1, 0.05, 3, "How far the lens has gone in"),
    "yaw": Shown("Turn right", "°", 1, 0.5, 2, "The lens turned right"),
    "pitch": Shown("Look up", "°", 1, 0.5, 2, "The lens tilted up"),
    "roll": Shown("Roll", "°", 1, 0.5, 2, "The lens turned clockwise about its axis"),
    "zoom": Shown("Zoom", "%", 100, 1, 1, "The focal length, of what it is at rest"),
    "focus": Shown("Focus", "m", 1, 0.1, 2, "The distance the lens is focused at"),
    "f_number": Shown("f-number", "", 1, 0.1, 1, "How far the aperture is stopped down"),
    "iris": Shown("Iris turned", "°", 1, 5, 0, "How the iris is turned, clockwise"),
    "highlights": Shown("Highlights", "×", 1, 0.5, 1, "How much brighter clipped light becomes"),
    "shutter": Shown("Shutter", "°", 1, 5, 0, "For how much of a frame's time it is open"),
}
POSE_SHOWN = {
    "scale": Shown("Size", "%", 100, 1, 1, "The layer's size about its pivot"),
    "x": Shown("Right", "m", 1, 0.05, 3, "The layer shifted to the right in its plane"),
    "y": Shown("Up", "m", -1, 0.05, 3, "The layer shifted up in its plane"),
    "z": Shown("Nearer", "m", -1, 0.05, 3, "The layer brought towards the lens"),
    "angle": Shown("Turned", "°", 1, 0.5, 2, "The layer turned clockwise"),
    "tilt": Shown("Tilt", "°", 1, 1, 1, "The layer's top leaning away about its pivot"),
    "swing": Shown("Swing", "°", 1, 1, 1, "The layer's right side turning away"),
    "relief": Shown("Relief", "%", 100, 5, 0, "How thick the relief is, of what is set in Stage"),
    "opacity": Shown("Opacity", "%", 100, 5, 0, "How opaque the layer is"),
    "blur": Shown("Blur", "px", 1, 0.5, 1, "How wide a point becomes, at 1080 lines"),
    "blur x": Shown("Sharp place right", "px", 1, 1, 0, "Where the blur grows from, in the photo"),
    "blur y": Shown("Sharp place down", "px", 1, 1, 0, "Where the blur grows from, in the photo"),
    "blur clear": Shown("Sharp within", "%", 100, 1, 0, "How far from there nothing is blurred"),
    "shown": Shown("Shown", "%", 100, 5, 0, "How much of the title has come"),
    **ON_LAYER_SHOWN,
    **GRADE_SHOWN,
}
CARRIER_SHOWN = {
    "x": Shown("Right", "m", 1, 0.05, 3, "Metres to the right"),
    "y": Shown("Up", "m", -1, 0.05, 3, "Metres up"),
    "z": Shown("Away", "m", 1, 0.05, 3, "Metres away from the lens"),
    "yaw": Shown("Turn right", "°", 1, 1, 1, "Turned to the right"),
    "pitch": Shown("Turn up", "°", 1, 1, 1, "Turned up"),
    "roll": Shown("Roll", "°", 1, 1, 1, "Turned clockwise"),
    "scale": Shown("Size", "%", 100, 1, 1, "All that hangs on it, larger or smaller"),
}
OVERALL_SHOWN = {
    "scale": Shown("Size", "%", 100, 1, 1, "The finished picture's size about its middle"),
    "x": Shown("Right", "%", 100, 0.5, 2, "The picture shifted right, of the frame's width"),
    "y": Shown("Up", "%", -100, 0.5, 2, "The picture shifted up, of the frame's width"),
    "angle": Shown("Turned", "°", 1, 0.5, 2, "The picture turned clockwise"),
}
_PIN = {
    "x": Shown("right", "px", 1, 1, 1, "The pin moved to the right, in the photo's pixels"),
    "y": Shown("up", "px", -1, 1, 1, "The pin moved up, in the photo's pixels"),
    "turn": Shown("turned", "°", 1, 1, 1, "The pin turned clockwise"),
}


def shown_of(project: Project, owner: str, name: str) -> Shown:
    """How a track of an owner is shown."""
    if name.startswith("pin "):
        _, number, which = name.split(" ")
        pin = _PIN[which]
        return Shown(
            f"Pin {number} {pin.name}", pin.unit, pin.factor, pin.step, pin.digits, pin.tip
        )
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
        return "Lens" if owner == LENS else "Whole clip"
    if owner == DISTANCE:
        return "Haze and bloom"
    if owner == FILM:
        return "Grade and film"
    thing = thing_by_id(project, owner) or effect_by_id(project, owner)
    return thing.name if thing else "Gone"
