"""The sound of an exported clip, written beside its pictures."""

from __future__ import annotations

from fractions import Fraction
from typing import TYPE_CHECKING, Any

import numpy as np
from numpy.typing import NDArray

from woodcock.sound import RATE

if TYPE_CHECKING:
    from av.container import OutputContainer

_BITS = 256_000  # a second
_CHUNK = 4800  # samples that are encoded at a time
# What a container wants: AAC where all players know it, Opus in open ones, or the samples.
_CODECS = {
    ".mp4": "aac", ".m4v": "aac", ".webm": "libopus", ".mkv": "libopus", ".mov": "pcm_s24le",
    ".wav": "pcm_s24le",
}  # fmt: skip


class SoundTrack:
    """An audio stream of a container that is written as the pictures come."""

    def __init__(
        self, container: OutputContainer, suffix: str, samples: NDArray[np.float32]
    ) -> None:
        self._container, self._samples, self._at = container, samples, 0
        codec = _CODECS[suffix.lower()]
        stream: Any = container.add_stream(codec, rate=RATE, layout="stereo")
        if not codec.startswith("pcm"):
            stream.bit_rate = _BITS
        self._stream = stream

    def write_until(self, seconds: Fraction | float) -> None:
        """Encode what is heard up to that time."""
        import av

        end = min(round(float(seconds) * RATE), len(self._samples))
        while self._at < end:
            part = self._samples[self._at : min(self._at + _CHUNK, end)]
            frame = av.AudioFrame.from_ndarray(
                np.ascontiguousarray(part.T), format="fltp", layout="stereo"
            )
            frame.sample_rate, frame.pts = RATE, self._at
            frame.time_base = Fraction(1, RATE)
            self._container.mux(self._stream.encode(frame))
            self._at += len(part)

    def close(self) -> None:
        """Encode what is left."""
        self.write_until(len(self._samples) / RATE)
        self._container.mux(self._stream.encode(None))
