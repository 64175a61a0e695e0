"""Videos and sequences of pictures as clips, read frame by frame, some frames ahead."""

from __future__ import annotations

import logging
from collections import OrderedDict
from collections.abc import Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from functools import partial
from pathlib import Path
from typing import Any, Protocol

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Helper, Message, bytes_of, pixels, shared, told
from woodcock.background import EYE, step_back
from woodcock.errors import WoodcockError
from woodcock.locks import new_lock
from woodcock.media.containers import NOT_CLEANED
from woodcock.media.picture import load_picture
from woodcock.model import Clip
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.reading import read_whole
from woodcock.texts import tr, tr_noop

VIDEO_FILES = (".mp4", ".mov", ".webm", ".mkv", ".avi", ".gif", ".m4v")
_AHEAD = 6  # frames
_KEPT, _KEPT_BYTES = 24, 250_000_000  # frames, and bytes of frames
_MOST = 400_000_000  # bytes of a file that is taken into a project
_APART = "woodcock.media.video_apart"
_ROOM, _FRAMES_OPEN = 300_000_000, 24  # bytes a decoder may take, and frames beside that
_log = logging.getLogger(__name__)


class _Measured(msgspec.Struct):
    """What a video says of itself, its frames counted."""

    count: int
    rate: float
    width: int
    height: int


class Frames(Protocol):
    def frame(self, index: int) -> NDArray[np.uint8]: ...


def load_clip(
    paths: Sequence[Path],
    store: PixelStore,
    picture_rate: float = 25.0,
    progress: Progress | None = None,
    clean: bool = True,
) -> tuple[Clip, str]:
    """A clip from one video, or from pictures in order, and its name; all of it goes into `store`.

    A `clean` one says nothing of where, when and by whom it was made.

    Raises WoodcockError with a sentence for a missing, damaged or unknown file, Cancelled on
    request.
    """
    first = Path(paths[0])
    if first.suffix.lower() not in VIDEO_FILES:
        pictures = []
        for number, path in enumerate(paths):
            report(progress, number / len(paths), tr("Reading pictures"))
            pictures.append(load_picture(Path(path)))
        height, width = pictures[0].shape[:2]
        files = tuple(store.put(_fitted(picture, (height, width))) for picture in pictures)
        return Clip(files, width, height, len(files), picture_rate, video=False), first.stem
    if len(paths) > 1:
        raise WoodcockError(tr("Choose one video, or several pictures. Nothing was added."))
    data = read_whole(first, tr_noop("video"), _MOST)
    found = _measured(data, first.name, progress)
    if clean:
        data = cleaned(shared(_APART), data, first.name)
    files = (store.put(data),)
    return Clip(files, found.width, found.height, found.count, found.rate), first.stem


def open_clip(clip: Clip, store: PixelStore) -> Frames:
    """The frames of a clip whose files lie in `store`."""
    if not clip.video:
        return _Pictures(clip, store)
    frame = 4 * clip.width * clip.height
    kept = min(max(_KEPT_BYTES // frame, 2), _KEPT)
    return Ahead(_Video(store.get(clip.files[0]), clip), clip.count, kept)


def cleaned(helper: Helper, data: NDArray[np.uint8], name: str) -> NDArray[np.uint8]:
    """The bytes of a video or a sound without what it says of itself, made by a helper for them.

    WoodcockError if that can't be done.
    """
    most = 2 * data.nbytes + _ROOM
    try:
        return bytes_of(helper.ask("clean", {"name": name}, [data], memory=2 * most, most=most))
    except Broke as error:
        raise WoodcockError(tr(NOT_CLEANED, name=name)) from error


class Ahead:
    """Frames that are decoded by a thread of their own before they are asked for.

    Safe to use from any thread; the last used frames are kept.
    """

    def __init__(self, source: Frames, count: int, kept: int = _KEPT) -> None:
        self._source, self._count, self._most = source, count, kept
        self._thread = ThreadPoolExecutor(1, "clip", partial(step_back, EYE))
        self._kept: OrderedDict[int, Future[NDArray[np.uint8]]] = OrderedDict()
        self._lock = new_lock()
        self._last = 0

    def frame(self, index: int) -> NDArray[np.uint8]:
        """(height, width, 3 or 4) uint8 straight sRGB."""
        with self._lock:
            step = -1 if index < self._last and self._last - index < self._count / 2 else 1
            self._last = index
            found = self._asked(index)
            for ahead in range(1, min(_AHEAD, self._most // 2) + 1):
                self._asked((index + step * ahead) % self._count)
            while len(self._kept) > self._most:
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
    """Frames by number, decoded in a process apart; WoodcockError where that breaks."""

    def __init__(self, data: NDArray[np.uint8], clip: Clip) -> None:
        self._data, self._size = data, (clip.height, clip.width)
        self._memory = _ROOM + min(_FRAMES_OPEN * clip.width * clip.height * 4, 2 * _ROOM)
        self._helper = Helper(_APART)
        self._open = -1  # which of its helper's processes has the video

    def frame(self, index: int) -> NDArray[np.uint8]:
        for _ in range(2):  # a process may have been killed for want of memory since the last one
            anew = self._open != self._helper.starts
            try:
                if anew:
                    self._ask("open", arrays=[self._data])
                    self._open = self._helper.starts
                got = self._ask("frame", {"index": index})
                return pixels(got, "|u1", size=self._size)
            except Broke as error:
                _log.warning("a clip's frame %d: %s", index, error)
                self._open, why = -1, error
                if anew:
                    break
        raise WoodcockError(
            tr(
                "Frame {index} of a clip can't be shown ({why}). Your work is kept. Hide its "
                "layer, or take another video.",
                index=index + 1,
                why=why,
            )
        ) from why

    def _ask(self, call: str, data: dict[str, int] | None = None, arrays: Any = ()) -> Message:
        most = 4 * self._size[0] * self._size[1]
        return self._helper.ask(call, data, arrays, memory=self._memory, most=most)


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


def _measured(data: NDArray[np.uint8], name: str, progress: Progress | None = None) -> _Measured:
    try:
        room = 3 * _ROOM
        return told(
            shared(_APART).ask("measure", {"name": name}, [data], progress, room), _Measured
        )
    except Broke as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no video that can be read ({error}). Nothing was added.",
                name=name,
                error=error,
            )
        ) from error
