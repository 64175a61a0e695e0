"""Sound in files: decoded by PyAV, whatever the container."""

from __future__ import annotations

import io
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from woodcock.errors import WoodcockError
from woodcock.media.reading import reading
from woodcock.model import Recorded
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, report
from woodcock.sound import RATE

SOUND_FILES = (".wav", ".flac", ".mp3", ".ogg", ".oga", ".opus", ".m4a", ".aac", ".aif", ".aiff")
_MOST = 200_000_000  # bytes of a file that is taken into a project
_LONGEST = 3600  # seconds


def load_sound(path: Path, store: PixelStore, progress: Progress | None = None) -> Recorded:
    """The sound in a file, its bytes put into `store`.

    WoodcockError with a sentence for a missing, damaged, silent or unknown file, or one that is too
    large; Cancelled on request.
    """
    path = Path(path)
    with reading(path, "sound"):
        if path.stat().st_size > _MOST:
            raise WoodcockError(
                f"{path.name} is larger than {_MOST // 1_000_000} MB. Nothing was added. "
                "Cut it to the part that is needed."
            )
        content = np.frombuffer(path.read_bytes(), np.uint8)
    samples = decoded(content, path.name, progress)
    return Recorded(store.put(content), len(samples) / RATE)


def decoded(
    content: NDArray[np.uint8], name: str = "A sound", progress: Progress | None = None
) -> NDArray[np.float32]:
    """(N, 2) float32 at 48 kHz of the bytes of a file; one channel is heard on both sides."""
    import av  # PyAV takes a while to load

    parts: list[NDArray[np.float32]] = []
    total = 0
    try:
        with av.open(io.BytesIO(content.tobytes())) as box:
            stream = box.streams.audio[0]
            long = float(stream.duration * stream.time_base) if stream.duration else 0.0
            # One channel is taken as it is: made two, it would be 3 dB softer.
            layout = "mono" if stream.channels == 1 else "stereo"
            resampler = av.AudioResampler(format="fltp", layout=layout, rate=RATE)
            for frame in box.decode(stream):
                for made in resampler.resample(frame):
                    parts.append(_samples(made))
                    total += len(parts[-1])
                report(progress, min(total / RATE / long, 1.0) if long else 0.0, "Reading a sound")
                if total > _LONGEST * RATE:
                    raise WoodcockError(
                        f"{name} is longer than an hour. Nothing was added. Cut it to the part "
                        "that is needed."
                    )
            parts += [_samples(made) for made in resampler.resample(None)]
    except (av.error.FFmpegError, IndexError, ValueError) as error:
        raise WoodcockError(
            f"{name} is damaged, or no sound that can be read. Nothing was added."
        ) from error
    if not sum(len(part) for part in parts):
        raise WoodcockError(f"{name} holds no sound. Nothing was added.")
    return np.concatenate(parts)


def _samples(frame: object) -> NDArray[np.float32]:
    samples = np.asarray(frame.to_ndarray().T, np.float32)  # type: ignore[attr-defined]
    return np.ascontiguousarray(np.broadcast_to(samples, (len(samples), 2)))
