"""Sound in files: decoded by PyAV, in a process apart."""

from __future__ import annotations

from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Message, shared
from woodcock.errors import WoodcockError
from woodcock.media.reading import read_whole
from woodcock.model import Recorded
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.sound import RATE
from woodcock.texts import tr, tr_noop

SOUND_FILES = (".wav", ".flac", ".mp3", ".ogg", ".oga", ".opus", ".m4a", ".aac", ".aif", ".aiff")
_MOST = 200_000_000  # bytes of a file that is taken into a project
# Bytes that each call may take: an hour of samples is 1.4 GB, and held twice for a moment.
_ROOM = {"measure": 300_000_000, "decode": 3_200_000_000}


def load_sound(path: Path, store: PixelStore, progress: Progress | None = None) -> Recorded:
    """The sound in a file, its bytes put into `store`.

    WoodcockError with a sentence for a missing, damaged, silent or unknown file, or one that is too
    large; Cancelled on request.
    """
    path = Path(path)
    content = read_whole(path, tr_noop("sound"), _MOST)
    count = _asked("measure", content, path.name, progress).data["count"]
    return Recorded(store.put(content), count / RATE)


def decoded(content: NDArray[np.uint8], progress: Progress | None = None) -> NDArray[np.float32]:
    """(N, 2) float32 at 48 kHz of the bytes of a file; one channel is heard on both sides."""
    (samples,) = _asked("decode", content, tr("A sound"), progress).arrays
    return samples


def _asked(call: str, content: NDArray[np.uint8], name: str, progress: Progress | None) -> Message:
    try:
        helper = shared("woodcock.media.sound_apart")
        return helper.ask(call, {"name": name}, [content], progress, _ROOM[call])
    except Broke as error:
        raise WoodcockError(
            tr(
                "{name} is damaged, or no sound that can be read ({error}). Nothing was added.",
                name=name,
                error=error,
            )
        ) from error
