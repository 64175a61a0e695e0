"""Videos and sequences of pictures as clips, read frame by frame, some frames ahead."""

from __future__ import annotations

import io
import threading
from collections import OrderedDict
from collections.abc import Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from pathlib import Path
from typing import Protocol

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.picture import load_picture
from woodcock.media.reading import reading
from woodcock.model import Clip
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report

VIDEO_FILES = (".mp4", ".mov", ".webm", ".mkv", ".avi", ".gif", ".m4v")
_AHEAD = 6  # frames
_KEPT = 24  # frames
_MOST = 400_000_000  # bytes of a file that is taken into a project


class Frames(Protocol):
    def frame(self, index: int) -> NDArray[np.uint8]: ...


def load_clip(
    paths: Sequence[Path],
    store: PixelStore,
    picture_rate: float = 25.0,
    progress: Progress | None = None,
) -> tuple[Clip, str]:
    """A clip from one video, or from pictures in order, and its name; all of it goes into `store`.

    Raises WoodcockError with a sentence for a missing, damaged or unknown file, Cancelled on
    request.
    """
    first = Path(paths[0])
    if first.suffix.lower() not in VIDEO_FILES:
        pictures = []
        for number, path in enumerate(paths):
            report(progress, number / len(paths), "Reading pictures")
            pictures.append(load_picture(Path(path)))
        height, width = pictures[0].shape[:2]
        files = tuple(store.put(_fitted(picture, (height, width))) for picture in pictures)
        return Clip(files, width, height, len(files), picture_rate, video=False), first.stem
    if len(paths) > 1:
        raise WoodcockError("Choose one video, or several pictures. Nothing was added.")
    with reading(first, "video"):
        content = first.read_bytes()
    if len(content) > _MOST:
        raise WoodcockError(
            f"{first.name} is larger than {_MOST // 1_000_000} MB. Nothing was added. "
            "Cut it to the part that is needed."
        )
    data = np.frombuffer(content, np.uint8)
    count, rate, width, height = _measured(data, first.name, progress)
    return Clip((store.put(data),), width, height, count, rate), first.stem


def open_clip(clip: Clip, store: PixelStore) -> Frames:
    """The frames of a clip whose files lie in `store`."""
    if not clip.video:
        return _Pictures(clip, store)
    return Ahead(_Video(store.get(clip.files[0])), clip.count)


class Ahead:
    """Frames that are decoded by a thread of their own before they are asked for.

    Safe to use from any thread; the last used frames are kept.
    """

    def __init__(self, source: Frames, count: int) -> None:
        self._source, self._count = source, count
        self._thread = ThreadPoolExecutor(1, thread_name_prefix="clip")
        self._kept: OrderedDict[int, Future[NDArray[np.uint8]]] = OrderedDict()
        self._lock = threading.Lock()
        self._last = 0

    def frame(self, index: int) -> NDArray[np.uint8]:
        """(height, width, 3 or 4) uint8 straight sRGB."""
        with self._lock:
            step = -1 if index < self._last and self._last - index < self._count / 2 else 1
            self._last = index
            found = self._asked(index)
            for ahead in range(1, _AHEAD + 1):
                self._asked((index + step * ahead) % self._count)
            while len(self._kept) > _KEPT:
                self._kept.popitem(last=False)
        return found.result()

    def _asked(self, index: int) -> Future[NDArray[np.uint8]]:
        if index in self._kept:
            self._kept.move_to_end(index)
        else:
            self._kept[index] = self._thread.submit(self._source.frame, index)
        return self._kept[index]


class _Pictures:
    """Pictures that are decoded already."""

    def __init__(self, clip: Clip, store: PixelStore) -> None:
        self._names, self._store = clip.files, store

    def frame(self, index: int) -> NDArray[np.uint8]:
        return self._store.get(self._names[index])


class _Video:
    """Frames by number: forwards it decodes on; backwards it begins again, and keeps some."""

    def __init__(self, data: NDArray[np.uint8]) -> None:
        import av

        self._box = av.open(io.BytesIO(data.tobytes()))
        self._stream = self._box.streams.video[0]
        self._stream.thread_type = "AUTO"
        self._begin()

    def _begin(self) -> None:
        """At the start: frames are counted, for their time stamps are not to be relied on."""
        self._decoded = self._box.decode(self._stream)
        self._next = 0
        self._recent: OrderedDict[int, NDArray[np.uint8]] = OrderedDict()

    def frame(self, index: int) -> NDArray[np.uint8]:
        if index < self._next and index not in self._recent:
            self._box.seek(0)
            self._begin()
        while self._next <= index:
            try:
                self._recent[self._next] = self._pixels(next(self._decoded))
            except (StopIteration, EOFError):
                break  # shorter than it said: its last frame stays
            self._next += 1
            if len(self._recent) > _KEPT:
                self._recent.popitem(last=False)
        if not self._recent:
            return np.zeros((self._stream.height, self._stream.width, 4), np.uint8)
        return self._recent.get(index, self._recent[next(reversed(self._recent))])

    @staticmethod
    def _pixels(frame: object) -> NDArray[np.uint8]:
        alpha = "a" in frame.format.name and "gray" not in frame.format.name  # type: ignore[attr-defined]
        return np.asarray(frame.to_ndarray(format="rgba" if alpha else "rgb24"))  # type: ignore[attr-defined]


def _fitted(picture: NDArray, size: tuple[int, int]) -> NDArray[np.uint8]:
    """In eight bits and of (height, width): a larger one is cut, a smaller one has free borders."""
    if picture.dtype != np.uint8:
        picture = (picture >> 8).astype(np.uint8)
    if picture.shape[:2] == size:
        return np.ascontiguousarray(picture)
    out = np.zeros((*size, 4), np.uint8)
    height, width = (min(a, b) for a, b in zip(picture.shape[:2], size, strict=True))
    out[:height, :width, :3] = picture[:height, :width, :3]
    out[:height, :width, 3] = 255 if picture.shape[2] == 3 else picture[:height, :width, 3]
    return out


def _measured(
    data: NDArray[np.uint8], name: str, progress: Progress | None = None
) -> tuple[int, float, int, int]:
    """Frames, frames a second, width and height of a video; its frames are counted."""
    import av

    try:
        with av.open(io.BytesIO(data.tobytes())) as box:
            stream = box.streams.video[0]
            told = float(stream.duration * stream.time_base) if stream.duration else 0.0
            length = told or (box.duration or 0) / av.time_base
            count = 0
            for frame in box.decode(stream):
                count += 1
                gone = (frame.time or 0.0) / length if length > 0 else 0.0
                report(progress, min(max(gone, 0.0), 1.0), "Reading the video")
            rate = float(stream.average_rate or stream.guessed_rate or 25)
            return max(count, 1), rate, stream.width, stream.height
    except (av.error.FFmpegError, IndexError) as error:
        raise WoodcockError(
            f"{name} is damaged, or no video that can be read. Nothing was added."
        ) from error
