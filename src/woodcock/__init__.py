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
        find_gaps,
        frame,
        key,
        light,
        load_depth,
        make_clip,
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
    from woodcock.script_deliver import (
        PURPOSES,
        export,
        frame_shape,
        open_layers,
        save_depth,
        save_layers,
    )
    from woodcock.script_film import (
        LOOKS,
        SOUNDS,
        TEXTURES,
        add_sound,
        film,
        grade,
        look,
        loudness,
        match,
        save_as_look,
        texture,
    )
    from woodcock.script_finish import (
        AIRS,
        LIGHTS,
        air,
        blur,
        flash,
        focus,
        hang_light,
        shadow,
        shutter,
    )

__all__ = [
    "AIRS",
    "LIGHTS",
    "LOOKS",
    "MOVES",
    "PURPOSES",
    "SOUNDS",
    "TEXTURES",
    "Cancelled",
    "InvalidValue",
    "Shot",
    "WoodcockError",
    "__version__",
    "add_sound",
    "air",
    "blur",
    "close_gaps",
    "cut",
    "cut_layers",
    "cut_subject",
    "estimate_depth",
    "export",
    "film",
    "find_gaps",
    "flash",
    "focus",
    "frame",
    "frame_shape",
    "grade",
    "hang_light",
    "key",
    "light",
    "load_depth",
    "look",
    "loudness",
    "make_clip",
    "match",
    "open_layers",
    "open_photo",
    "open_project",
    "ready_move",
    "resized",
    "save",
    "save_as_look",
    "save_depth",
    "save_layers",
    "set_distance",
    "set_relief",
    "shadow",
    "shutter",
    "texture",
    "told",
    "where",
]
__getattr__ = lazily(
    __name__,
    dict.fromkeys(
        ("AIRS", "LIGHTS", "air", "blur", "flash", "focus", "hang_light", "shadow", "shutter"),
        "script_finish",
    )
    | dict.fromkeys(
        (
            "LOOKS",
            "SOUNDS",
            "TEXTURES",
            "film",
            "grade",
            "look",
            "loudness",
            "match",
            "save_as_look",
            "add_sound",
            "texture",
        ),
        "script_film",
    )
    | dict.fromkeys(
        ("PURPOSES", "export", "frame_shape", "open_layers", "save_depth", "save_layers"),
        "script_deliver",
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
            "make_clip",
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
