"""Woodcock turns one still photograph into a short parallax clip.

What a script needs is here; docs/scripting.md shows how it goes together. It is loaded when it is
first asked for, so that the window opens without it.
"""

from typing import TYPE_CHECKING

from woodcock.errors import Cancelled, InvalidValue, WoodcockError
from woodcock.lazy import lazily
from woodcock.version import __version__

if TYPE_CHECKING:
    from woodcock.script import (
        MOVES,
        Shot,
        close_gaps,
        cut,
        cut_layers,
        cut_subject,
        estimate_depth,
        export,
        find_gaps,
        frame,
        key,
        light,
        load_depth,
        open_photo,
        open_project,
        ready_move,
        resized,
        save,
        set_distance,
        set_relief,
        told,
        where,
    )
    from woodcock.script_finish import air, blur, flash, focus, hang_light, shadow, shutter

__all__ = [
    "MOVES",
    "Cancelled",
    "InvalidValue",
    "Shot",
    "WoodcockError",
    "__version__",
    "air",
    "blur",
    "close_gaps",
    "cut",
    "cut_layers",
    "cut_subject",
    "estimate_depth",
    "export",
    "find_gaps",
    "flash",
    "focus",
    "frame",
    "hang_light",
    "key",
    "light",
    "load_depth",
    "open_photo",
    "open_project",
    "ready_move",
    "resized",
    "save",
    "set_distance",
    "set_relief",
    "shadow",
    "shutter",
    "told",
    "where",
]
__getattr__ = lazily(
    __name__,
    dict.fromkeys(
        ("air", "blur", "flash", "focus", "hang_light", "shadow", "shutter"), "script_finish"
    )
    | dict.fromkeys(
        (
            "MOVES",
            "Shot",
            "close_gaps",
            "cut",
            "cut_layers",
            "cut_subject",
            "estimate_depth",
            "export",
            "find_gaps",
            "frame",
            "key",
            "light",
            "load_depth",
            "open_photo",
            "open_project",
            "ready_move",
            "resized",
            "save",
            "set_distance",
            "set_relief",
            "told",
            "where",
        ),
        "script",
    ),
)
