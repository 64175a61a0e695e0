"""A video or a sound without what it says about where, when and by whom it was made."""

from __future__ import annotations

import io
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from woodcock.apart.server import Tell
from woodcock.apart.wire import Message
from woodcock.errors import WoodcockError
from woodcock.media.containers import NOT_CLEANED, OPENING, SOUND, VIDEO, container_of
from woodcock.texts import tr

# What is written for each demuxer of FFmpeg's; its options keep the muxer from adding anything.
_MUXERS = {
    "mov": "mov", "matroska": "matroska", "avi": "avi", "wav": "wav", "flac": "flac",
    "ogg": "ogg", "aiff": "aiff", "mp3": "mp3", "aac": "adts",
}  # fmt: skip
_BARE = {"fflags": "+bitexact"}
_ALSO = {"mp3": {"id3v2_version": "0"}, "aiff": {"write_id3v2": "0"}}
_QUICKTIME = b"qt  "


def clean(asked: Message, tell: Tell) -> Message:
    """The bytes of a video or a sound without what it says of itself: one of a helper's CALLS."""
    (content,) = asked.arrays
    kind = container_of(content[:16].tobytes(), (*VIDEO, *SOUND))
    try:
        return Message({}, (without_metadata(content, kind),))
    except (av.error.FFmpegError, LookupError, ValueError) as error:
        raise WoodcockError(tr(NOT_CLEANED, name=asked.data["name"])) from error


def without_metadata(content: NDArray[np.uint8], kind: str | None) -> NDArray[np.uint8]:
    """The pictures and sounds in the bytes of a file as they are, in another container.

    `kind` is `container_of` it. Data beside them, such as tracks of places, chapters, attached
    pictures and texts are left out. av.error.FFmpegError, LookupError or ValueError where it can't
    be written so.
    """
    if kind == "gif":
        return np.frombuffer(_bare_gif(content.tobytes()), np.uint8)
    out = io.BytesIO()
    muxer = _MUXERS[kind or ""]
    if kind == "mov" and content[8:12].tobytes() != _QUICKTIME:
        muxer = "mp4"
    options = {**_BARE, **_ALSO.get(muxer, {})}
    with (
        av.open(io.BytesIO(content.data), format=kind, **OPENING) as source,
        av.open(out, "w", format=muxer, options=options) as target,
    ):
        made: dict[Any, Any] = {}
        for stream in source.streams:
            if stream.type in ("video", "audio") and not _is_attached(stream):
                made[stream] = target.add_stream_from_template(stream, opaque=True)
                made[stream].metadata.clear()
        for packet in source.demux(list(made)):
            if packet.dts is not None:
                packet.stream = made[packet.stream]
                target.mux(packet)
    return np.frombuffer(out.getvalue(), np.uint8)


def _is_attached(stream: Any) -> bool:
    """A cover, say."""
    return bool(getattr(stream, "disposition", 0) & av.stream.Disposition.attached_pic)


def _bare_gif(data: bytes) -> bytes:
    """A GIF without comments, texts and what programs put into it (GIF89a, W3C); ValueError if it
    is none."""
    at = 13 + _colours(data[10])
    out = [data[:at]]
    while data[at : at + 1] in (b"!", b","):
        begins, kind = at, data[at : at + 2]
        if kind[0] == ord(","):
            at += 10 + _colours(data[at + 9]) + 1  # and how its pixels are packed
        else:
            at += 2
        application = data[at + 1 : at + 12]
        while (long := data[at]) > 0:
            at += 1 + long
        at += 1
        loops = kind == b"!\xff" and application in (b"NETSCAPE2.0", b"ANIMEXTS1.0")
        if kind[0] == ord(",") or kind == b"!\xf9" or loops:
            out.append(data[begins:at])
    return b"".join([*out, b";"])


def _colours(flags: int) -> int:
    """Bytes of the table of colours that follows."""
    return 3 * 2 ** ((flags & 7) + 1) if flags & 0x80 else 0
