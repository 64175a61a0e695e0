"""Videos decoded, in a process apart: measured once, then read frame by frame."""

from __future__ import annotations

import io
import math
from collections import OrderedDict
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from woodcock.apart.server import Tell, loaded_whole
from woodcock.apart.wire import Message
from woodcock.errors import WoodcockError
from woodcock.media.containers import OPENING, VIDEO, container_of
from woodcock.media.remux import clean
from woodcock.texts import tr, tr_noop

loaded_whole("av")
MOST_FRAME = 36_000_000  # pixels of a frame: 8192 x 4320
_KEPT, _KEPT_BYTES = 12, 150_000_000  # frames, and bytes of frames
_TELL = 4  # packets between two words
_MISSING = 0.2  # seconds that may be missing at the end of a video that is whole
_DAMAGED = tr_noop("{name} is damaged, or no video that can be read. Nothing was added.")


def _opened(content: NDArray[np.uint8], name: str) -> tuple[Any, Any]:
    kind = container_of(content[:16].tobytes(), VIDEO)
    if kind is None:
        raise WoodcockError(
            tr(
                "{name} is no video that Woodcock reads: MP4, MOV, WebM, Matroska, AVI and "
                "GIF. Nothing was added.",
                name=name,
            )
        )
    box = av.open(io.BytesIO(content.data), format=kind, **OPENING)
    stream = box.streams.video[0]
    width, height = stream.width, stream.height
    if not (width > 0 and height > 0 and width * height <= MOST_FRAME):
        raise WoodcockError(
            tr(
                "{name} has frames of {width} x {height} pixels. Nothing was added. Make a "
                "copy with frames of up to 8192 x 4320.",
                name=name,
                width=width,
                height=height,
            )
        )
    return box, stream


def measure(asked: Message, tell: Tell) -> Message:
    """Frames, frames a second, width and height; every frame is decoded."""
    (content,), name = asked.arrays, asked.data["name"]
    try:
        box, stream = _opened(content, name)
        told = float(stream.duration * stream.time_base) if stream.duration else 0.0
        length = told or (box.duration or 0) / av.time_base
        count, end = 0, 0.0
        for number, packet in enumerate(box.demux()):
            if packet.pts is not None and packet.time_base:
                end = max(end, float((packet.pts + (packet.duration or 0)) * packet.time_base))
            if packet.stream is stream:
                count += sum(1 for _ in packet.decode())
            if number % _TELL == 0:
                tell(
                    min(max(end / length, 0.0), 1.0) if length > 0 else 0.0, tr("Reading the video")
                )
        start = (box.start_time or 0) / av.time_base
        whole = (box.duration or 0) / av.time_base
        rate = float(stream.average_rate or stream.guessed_rate or 25)
        size = stream.width, stream.height
    except (av.error.FFmpegError, IndexError, ValueError, UnicodeError) as error:
        raise WoodcockError(tr(_DAMAGED, name=name)) from error
    if not count:
        raise WoodcockError(tr(_DAMAGED, name=name))
    short = whole - (end - start) > max(_MISSING, 2 / rate)
    if short or (box.format.name == "gif" and not content.tobytes().rstrip(b"\0").endswith(b";")):
        raise WoodcockError(
            tr(
                "{name} is cut short: only {end:.1f} s of it are there. Nothing was added. "
                "Copy it again from where it came.",
                name=name,
                end=max(end - start, 0),
            )
        )
    return Message({"count": count, "rate": rate, "width": size[0], "height": size[1]})


class _Reader:
    """Frames by number: forwards it decodes on; backwards it begins again, and keeps some."""

    def __init__(self, content: NDArray[np.uint8]) -> None:
        self._box, self._stream = _opened(content, tr("A clip"))
        self._stream.thread_type = "AUTO"
        self._size = self._stream.width, self._stream.height
        self._begin()

    def _begin(self) -> None:
        """At the start: frames are counted, for their time stamps are not to be relied on."""
        self._decoded = self._box.decode(self._stream)
        self._next = 0
        self._recent: OrderedDict[int, NDArray[np.uint8]] = OrderedDict()

    def frame(self, index: int, tell: Tell) -> NDArray[np.uint8]:
        if index < self._next and index not in self._recent:
            self._box.seek(0)
            self._begin()
        while self._next <= index:
            try:
                self._recent[self._next] = self._pixels(next(self._decoded))
            except (StopIteration, EOFError, av.error.FFmpegError):
                break  # shorter than it said: its last frame stays
            self._next += 1
            tell(self._next / (index + 1), tr("Reading a clip"))
            if len(self._recent) > min(_KEPT, max(_KEPT_BYTES // (4 * math.prod(self._size)), 1)):
                self._recent.popitem(last=False)
        if not self._recent:
            return np.zeros((self._size[1], self._size[0], 4), np.uint8)
        return self._recent.get(index, self._recent[next(reversed(self._recent))])

    def _pixels(self, frame: Any) -> NDArray[np.uint8]:
        alpha = "a" in frame.format.name and "gray" not in frame.format.name
        if (frame.width, frame.height) != self._size:  # it changes on the way
            frame = frame.reformat(*self._size)
        return np.asarray(frame.to_ndarray(format="rgba" if alpha else "rgb24"))


_readers: list[_Reader] = []  # the one of this process


def open_video(asked: Message, tell: Tell) -> Message:
    """Have these bytes read from now on."""
    _readers[:] = [_Reader(asked.arrays[0])]
    return Message({})


def frame(asked: Message, tell: Tell) -> Message:
    """One frame: (H, W, 3 or 4) uint8 straight sRGB."""
    return Message({}, (_readers[0].frame(int(asked.data["index"]), tell),))


CALLS = {"measure": measure, "clean": clean, "open": open_video, "frame": frame}
