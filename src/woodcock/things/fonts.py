"""Fonts for titles: those that ship, and those of the system."""

from __future__ import annotations

from functools import cache
from importlib import resources
from pathlib import Path

from PIL import ImageFont

_SYSTEM = ("/usr/share/fonts", "/usr/local/share/fonts", "~/.local/share/fonts", "~/.fonts")
_KINDS = {".ttf", ".otf", ".ttc"}


@cache
def families() -> dict[str, dict[str, Path]]:
    """Family -> style -> file. What ships comes first, and wins over a file of the same name."""
    found: dict[str, dict[str, Path]] = {}
    shipped = Path(str(resources.files("woodcock") / "assets" / "fonts"))
    for folder in (shipped, *(Path(place).expanduser() for place in _SYSTEM)):
        for file in sorted(folder.rglob("*")):
            if file.suffix.lower() not in _KINDS:
                continue
            names = named(file)
            if names is not None:
                found.setdefault(names[0], {}).setdefault(names[1], file)
    return found


def named(file: Path) -> tuple[str, str] | None:
    """Family and style of a font's file; None if letters can't be drawn with it."""
    try:
        font = ImageFont.truetype(str(file), 10, layout_engine=ImageFont.Layout.BASIC)
        family, style = font.getname()
        font.getmask("Ag")
    except (OSError, ValueError, MemoryError, OverflowError):
        return None
    return (family, style) if family and style else None


def font_file(family: str, style: str) -> Path:
    """The file of a font; the nearest there is if it is not installed here."""
    known = families()
    styles = known.get(family) or known["Caladea"]
    return styles.get(style) or styles.get("Regular") or next(iter(styles.values()))
