"""The kinds of files that dialogs offer, by name and suffixes."""

from __future__ import annotations

from typing import NamedTuple

from woodcock.media.clips import VIDEO_FILES
from woodcock.media.depth_file import DEPTH_FILES
from woodcock.media.look_file import LOOK_SUFFIX
from woodcock.media.project_file import SUFFIX
from woodcock.media.sound_file import SOUND_FILES
from woodcock.texts import tr, tr_noop

_PHOTO = (".jpg", ".jpeg", ".png", ".tif", ".tiff", ".webp")


class FileKind(NamedTuple):
    """What files are called, as it is in the sources, and how their names end."""

    name: str
    suffixes: tuple[str, ...]

    def __str__(self) -> str:
        return f"{tr(self.name)} ({' '.join('*' + suffix for suffix in self.suffixes)})"


def offered(*kinds: FileKind) -> str:
    """The kinds as a file dialog takes them."""
    return ";;".join(map(str, kinds))


PHOTOS = FileKind(tr_noop("Photos"), _PHOTO)
LAYERED = FileKind(tr_noop("Layered pictures"), (".ora", ".tif", ".tiff"))
PROJECTS = FileKind(tr_noop("Woodcock projects"), (SUFFIX,))
PHOTOS_AND_PROJECTS = FileKind(tr_noop("Photos and projects"), (*_PHOTO, ".ora", SUFFIX))
PARTS = FileKind(tr_noop("Layered pictures"), (".ora", ".tif", ".tiff", ".png", ".webp", ".json"))
PICTURES = FileKind(tr_noop("Pictures"), _PHOTO)
CLIPS = FileKind(tr_noop("Clips"), (*VIDEO_FILES, ".png", ".jpg", ".jpeg", ".tif", ".webp"))
SOUNDS = FileKind(tr_noop("Sounds"), tuple(SOUND_FILES))
LOOKS = FileKind(tr_noop("Looks"), (LOOK_SUFFIX,))
DEPTH_MAPS = FileKind(tr_noop("Depth maps"), DEPTH_FILES)
FOLDERS = FileKind(tr_noop("Folders"), ("",))
TABLES = FileKind(tr_noop("Tables"), (".cube",))
MODELS = FileKind(tr_noop("ONNX models"), (".onnx",))
