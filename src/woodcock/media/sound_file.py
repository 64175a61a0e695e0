"""Sound in files: decoded by PyAV, in a process apart."""

from __future__ import annotations

from pathlib import Path

import msgspec
import numpy as np
from numpy.typing import NDArray

from woodcock.apart import Broke, Message, pixels, shared, told
from woodcock.errors import WoodcockError
from woodcock.media.budget import room
from woodcock.media.clips import cleaned
from woodcock.model import Recorded
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.reading import read_whole
from woodcock.sound import RATE
from woodcock.texts import tr, tr_noop

SOUND_FILES = (".wav", ".flac", ".mp3", ".ogg", ".oga", ".opus", ".m4a", ".aac", ".aif", ".aiff")
_MOST = 200_000_000  # bytes of a file that is taken into a project
_APART = "woodcock.media.sound_apart"
_ROOM = 300_000_000  # bytes that each call may take beside the samples


class _Length(msgspec.Struct):
    count: int


def load_sound(
    path: Path, store: PixelStore, progress: Progress | None = None, clean: bool = True
) -> Recorded:
    """The sound in a file, its bytes put into `store`; `clean` as `load_clip` has it.

    WoodcockError with a sentence for a missing, damaged, silent or unknown file, or one that is too
    large; Cancelled on request.
    """
    path = Path(path)
    content = read_whole(path, tr_noop("sound"), _MOST)
    try:
        count = told(_asked("measure", content, path.name, progress), _Length).count
    except Broke as error:
        raise _damaged(path.name, error) from error
    if clean:
        content = cleaned(shared(_APART), content, path.name)
    return Recorded(store.put(content), count / RATE)


def decoded(content: NDArray[np.uint8], progress: Progress | None = None) -> NDArray[np.float32]:
    """(N, 2) float32 at 48 kHz of the bytes of a file; one channel is heard on both sides."""
    try:
        samples = _asked(
            "decode", content, tr("A sound"), progress, room(content.nbytes, several=True)
        )
        return pixels(samples, "<f4", (1,), None)
    except Broke as error:
        raise _damaged(tr("A sound"), error) from error


def _asked(
    call: str, content: NDArray[np.uint8], name: str, progress: Progress | None, most: int = 0
) -> Message:
    memory = _ROOM + 2 * most  # held twice for a moment
    return shared(_APART).ask(call, {"name": name}, [content], progress, memory, most=most)


def _damaged(name: str, error: Broke) -> WoodcockError:
    return WoodcockError(
        tr(
            "{name} is damaged, or no sound that can be read ({error}). Nothing was added.",
            name=name,
            error=error,
        )
    )
