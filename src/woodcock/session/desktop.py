"""Woodcock in the person's own desktop: menu entry, file type, icons, small pictures of projects.

After freedesktop.org: Desktop Entry Specification 1.5, Shared MIME-info Database 0.21, Icon Theme
Specification 0.13, and the thumbnailer entries that file managers read.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
from pathlib import Path

from woodcock.apart import FOLDER, python_command
from woodcock.errors import WoodcockError
from woodcock.model.project import SUFFIX
from woodcock.texts import tr

MIME = "application/x-woodcock"
_ASSETS = Path(__file__).parents[1] / "assets" / "desktop"
_PHOTOS = ("image/jpeg", "image/png", "image/tiff", "image/webp", "image/openraster")
_SIZES = (16, 22, 24, 32, 48, 64, 128, 256, 512)
_WAIT = 60  # seconds that a desktop's own tool may take

_ENTRY = """[Desktop Entry]
Type=Application
Version=1.5
Name=Woodcock
GenericName=Parallax Clips from a Photo
GenericName[de]=Parallaxe-Clips aus einem Foto
Comment=Turn one still photograph into a short parallax clip
Comment[de]=Aus einem einzigen Foto einen kurzen Clip mit Tiefe machen
Exec={command} open %f
Icon=woodcock
Terminal=false
StartupWMClass=woodcock
Categories=Graphics;AudioVideo;Video;
Keywords=photo;parallax;animation;layers;depth;
MimeType={types};
"""
_TYPE = f"""<?xml version="1.0" encoding="UTF-8"?>
<mime-info xmlns="http://www.freedesktop.org/standards/shared-mime-info">
  <mime-type type="{MIME}">
    <comment>Woodcock project</comment>
    <comment xml:lang="de">Woodcock-Projekt</comment>
    <sub-class-of type="application/zip"/>
    <icon name="{MIME.replace("/", "-")}"/>
    <glob pattern="*{SUFFIX}" weight="80"/>
  </mime-type>
</mime-info>
"""
_THUMBNAILER = f"""[Thumbnailer Entry]
TryExec={{program}}
Exec={{command}} thumbnail --size %s %i %o
MimeType={MIME};
"""


def data_folder() -> Path:
    """Where the desktop looks for what belongs to the person alone (XDG Base Directory 0.8)."""
    chosen = os.environ.get("XDG_DATA_HOME", "")
    return Path(chosen) if os.path.isabs(chosen) else Path.home() / ".local" / "share"


def install(folder: Path | None = None) -> list[Path]:
    """Put the entry, the file type, the icons and the thumbnailer in place; returns the files.

    `folder` is `data_folder()` unless told. Raises WoodcockError where it can't be written.
    """
    folder = folder or data_folder()
    command = " ".join(quoted(word) for word in python_command("woodcock"))
    texts = {
        "applications/woodcock.desktop":
            _ENTRY.format(command=command, types=";".join((MIME, *_PHOTOS))),
        "mime/packages/woodcock.xml": _TYPE,
        "thumbnailers/woodcock.thumbnailer":
            _THUMBNAILER.format(program=sys.executable, command=command),
    }  # fmt: skip
    try:
        for name, text in texts.items():
            (folder / name).parent.mkdir(parents=True, exist_ok=True)
            (folder / name).write_text(text)
        for name, source in _icons().items():
            (folder / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copyfile(source, folder / name)
    except OSError as error:
        raise WoodcockError(
            tr(
                "{file} can't be written ({why}). Nothing else was changed.",
                file=error.filename or folder,
                why=error.strerror,
            )
        ) from error
    _tell_desktop(folder)
    return [folder / name for name in _names()]


def quoted(word: str) -> str:
    """A word of a command as the Desktop Entry Specification has it: section 7, "The Exec key"."""
    word = word.replace("%", "%%")
    if not set(word) & set(" \t\n\"'\\><~|&;$*?#()`"):
        return word
    for sign in '\\"`$':
        word = word.replace(sign, f"\\{sign}")
    return '"' + word.replace("\\", "\\\\") + '"'  # a backslash is one only if it is doubled


def uninstall(folder: Path | None = None) -> list[Path]:
    """Take away what `install` put there, and nothing else; returns what was there."""
    folder = folder or data_folder()
    there = [folder / name for name in _names() if (folder / name).exists()]
    for file in there:
        file.unlink()
    if there:
        _tell_desktop(folder)
    return there


def _icons() -> dict[str, Path]:
    found = {}
    for kind in ("apps/woodcock", f"mimetypes/{MIME.replace('/', '-')}"):
        for size in _SIZES:
            name = f"icons/hicolor/{size}x{size}/{kind}.png"
            found[name] = _ASSETS / f"woodcock-{size}.png"
        found[f"icons/hicolor/scalable/{kind}.svg"] = _ASSETS / "woodcock.svg"
    return found


def _names() -> list[str]:
    return [
        "applications/woodcock.desktop", "mime/packages/woodcock.xml",
        "thumbnailers/woodcock.thumbnailer", *_icons(),
    ]  # fmt: skip


def _tell_desktop(folder: Path) -> None:
    """Have the desktop's own tools take notice, those that are there."""
    for tool, *arguments in (
        ("update-mime-database", folder / "mime"),
        ("update-desktop-database", folder / "applications"),
        ("gtk-update-icon-cache", "--force", "--ignore-theme-index", folder / "icons" / "hicolor"),
    ):
        program = shutil.which(tool)
        if program:
            command = [program, *map(str, arguments)]
            subprocess.run(command, check=False, capture_output=True, timeout=_WAIT, cwd=FOLDER)
