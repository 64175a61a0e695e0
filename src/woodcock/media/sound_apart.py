"""Sound decoded, in a process apart."""

from __future__ import annotations

import io
from collections.abc import Iterator
from itertools import chain
from typing import Any

import av
import numpy as np
from numpy.typing import NDArray

from woodcock.apart.server import Tell, loaded_whole
from woodcock.apart.wire import Message
from woodcock.errors import WoodcockError
from woodcock.media.budget import room
from woodcock.media.containers import OPENING, SOUND, container_of
from woodcock.media.remux import clean
from woodcock.sound import RATE
from woodcock.texts import tr

loaded_whole("av")
_LONGEST = 3600  # seconds
_BYTES = 8  # a sample on both sides


def _parts(asked: Message, tell: Tell) -> Iterator[NDArray[np.float32]]:
    """(N, 2) float32 at 48 kHz, part by part; one channel is heard on both sides."""
    (content,), name = asked.arrays, asked.data["name"]
    kind = container_of(content[:16].tobytes(), SOUND)
    if kind is None:
        raise WoodcockError(
            tr(
                "{name} is no sound that Woodcock reads: WAV, FLAC, MP3, Ogg, AAC and AIFF, or "
                "the sound of a video. Nothing was added.",
                name=name,
            )
        )
    total, most = 0, min(_LONGEST * RATE, room(content.nbytes, several=True) // _BYTES)
    try:
        with av.open(io.BytesIO(content.data), format=kind, **OPENING) as box:
            stream: Any = box.streams.audio[0]
            long = float(stream.duration * stream.time_base) if stream.duration else 0.0
            # One channel is taken as it is: made two, it would be 3 dB softer.
            layout = "mono" if stream.channels == 1 else "stereo"
            resampler = av.AudioResampler(format="fltp", layout=layout, rate=RATE)
            for frame in chain(box.decode(stream), (None,)):
                for made in resampler.resample(frame):
                    samples = np.asarray(made.to_ndarray().T, np.float32)
                    yield np.broadcast_to(samples, (len(samples), 2))
                    total += len(samples)
                tell(min(total / RATE / long, 1.0) if long else 0.0, tr("Reading a sound"))
                if total > most:
                    raise WoodcockError(
                        tr(
                            "{name} is longer than {minutes:.0f} minutes. Nothing was added. Cut "
                            "it to the part that is needed.",
                            name=name,
                            minutes=most / RATE / 60,
                        )
                    )
    except (av.error.FFmpegError, IndexError, ValueError, UnicodeError) as error:
        raise WoodcockError(
            tr("{name} is damaged, or no sound that can be read. Nothing was added.", name=name)
        ) from error
    if not total:
        raise WoodcockError(tr("{name} holds no sound. Nothing was added.", name=name))


def measure(asked: Message, tell: Tell) -> Message:
    """How many samples it has."""
    return Message({"count": sum(len(part) for part in _parts(asked, tell))})


def decode(asked: Message, tell: Tell) -> Message:
    """All of them."""
    return Message({}, (np.concatenate(list(_parts(asked, tell))),))


CALLS = {"measure": measure, "clean": clean, "decode": decode}
