"""Videos and sequences of pictures as clips, read frame by frame, some frames ahead."""

from __future__ import annotations

import logging
from collections import OrderedDict
from collections.abc import Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from functools import partial
from pathlib import Path
from typing import Any, Protocol

import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Helper, Message, shared
from woodcock.background import EYE, step_back
from woodcock.errors import WoodcockError
from woodcock.locks import new_lock
from woodcock.media.picture import load_picture
from woodcock.media.reading import read_whole
from woodcock.model import Clip
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.texts import tr, tr_noop

VIDEO_FILES = (".mp4", ".mov", ".webm", ".mkv", ".avi", ".gif", ".m4v")
_AHEAD = 6  # frames
_KEPT = 24  # frames
_MOST = 400_000_000  # bytes of a file that is taken into a project
_APART = "woodcock.media.video_apart"
_ROOM, _FRAMES_OPEN = 300_000_000, 24  # bytes a decoder may take, and frames beside that
_log = logging.getLogger(__name__)


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
            report(progress, number / len(paths), tr("Reading pictures"))
            pictures.append(load_picture(Path(path)))
        height, width = pictures[0].shape[:2]
        files = tuple(store.put(_fitted(picture, (height, width))) for picture in pictures)
        return Clip(files, width, height, len(files), picture_rate, video=False), first.stem
    if len(paths) > 1:
        raise WoodcockError(tr("Choose one video, or several pictures. Nothing was added."))
    data = read_whole(first, tr_noop("video"), _MOST)
    count, rate, width, height = _measured(data, first.name, progress)
    return Clip((store.put(data),), width, height, count, rate), first.stem


def open_clip(clip: Clip, store: PixelStore) -> Frames:
    """The frames of a clip whose files lie in `store`."""
    if not clip.video:
        return _Pictures(clip, store)
    return Ahead(_Video(store.get(clip.files[0]), clip), clip.count)


class Ahead:
    """Frames that are decoded by a thread of their own before they are asked for.

    Safe to use from any thread; the last used frames are kept.
    """

    def __init__(self, source: Frames, count: int) -> None:
        self._source, self._count = source, count
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
    """Frames by number, decoded in a process apart; WoodcockError where that breaks."""

    def __init__(self, data: NDArray[np.uint8], clip: Clip) -> None:
        self._data, self._memory = data, _ROOM + _FRAMES_OPEN * clip.width * clip.height * 4
        self._helper = Helper(_APART)
        self._open = -1  # which of its helper's processes has the video

    def frame(self, index: int) -> NDArray[np.uint8]:
        for _ in range(2):  # a process may have been killed for want of memory since the last one
            anew = self._open != self._helper.starts
            try:
                if anew:
                    self._ask("open", arrays=[self._data])
                    self._open = self._helper.starts
                (pixels,) = self._ask("frame", {"index": index}).arrays
                return pixels
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
        return self._helper.ask(call, data, arrays, memory=self._memory)


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
    try:
        got = shared(_APART).ask(
            "measure", {"name": name}, [data], progress, _ROOM + _FRAMES_OPEN * 36_000_000
        )
    except Broke as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no video that can be read ({error}). Nothing was added.",
                name=name,
                error=error,
            )
        ) from error
    told = got.data
    return int(told["count"]), float(told["rate"]), int(told["width"]), int(told["height"])
