"""Which container bytes are of, told by how they begin: only these are ever read.

Left to guess, a reader of videos takes a text for a list of other files, or opens connections.
"""

from __future__ import annotations

from collections.abc import Mapping

from woodcock.texts import tr_noop

# By FFmpeg's names of its demuxers; where two are told apart later in the file, the first decides.
_STARTS: tuple[tuple[int, bytes, str], ...] = (
    (4, b"ftyp", "mov"), (4, b"moov", "mov"), (4, b"mdat", "mov"), (4, b"wide", "mov"),
    (4, b"free", "mov"), (4, b"skip", "mov"), (0, b"\x1a\x45\xdf\xa3", "matroska"),
    (0, b"GIF87a", "gif"), (0, b"GIF89a", "gif"), (8, b"AVI ", "avi"), (8, b"WAVE", "wav"),
    (0, b"fLaC", "flac"), (0, b"OggS", "ogg"), (8, b"AIFF", "aiff"), (8, b"AIFC", "aiff"),
    (0, b"ID3", "mp3"),
)  # fmt: skip
VIDEO = ("mov", "matroska", "gif", "avi")
SOUND = ("wav", "flac", "mp3", "ogg", "aac", "aiff", "mov", "matroska", "avi")
OPENING: Mapping[str, object] = {
    "options": {"protocol_whitelist": "none", "enable_drefs": "0", "use_absolute_path": "0"},
    "metadata_errors": "replace",
}

NOT_CLEANED = tr_noop(
    "{name} can't be freed of what it says about where, when and by whom it was made. Nothing was "
    "added. To take it as it is, have Preferences keep that."
)


def container_of(head: bytes, allowed: tuple[str, ...]) -> str | None:
    """The container of a file that begins so, if it is one of those `allowed`."""
    found = None
    for at, start, name in _STARTS:
        if head[at : at + len(start)] == start:
            found = name
            break
    else:
        if len(head) > 2 and head[0] == 0xFF:  # a frame of MPEG audio: eleven bits set
            layer = head[1] >> 1 & 3
            if head[1] & 0xF6 == 0xF0:
                found = "aac"
            elif head[1] & 0xE0 == 0xE0 and layer:
                found = "mp3"
    return found if found in allowed else None
