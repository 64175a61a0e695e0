"""Sound on the machine's own device, as far as it has one."""

from __future__ import annotations

import logging
from typing import Any

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.sound import RATE
from woodcock.texts import tr, tr_noop

_log = logging.getLogger(__name__)
_GRAIN = round(0.08 * RATE)  # of what is heard while the playhead is dragged
_SILENCE = np.zeros((0, 2), np.float32)
NO_LIBRARY = tr_noop(
    "No sound is heard here: the system library PortAudio is missing (on Debian the package "
    "libportaudio2). Install it and start Woodcock again; exports have their sound all the same."
)
NO_DEVICE = tr_noop(
    "No sound is heard here: this machine has no sound device that could be opened. "
    "Exports have their sound all the same."
)


class SoundOut:
    """Plays a stretch of samples round and round, or once, and knows what is heard now."""

    def __init__(self) -> None:
        self.problem = ""  # why nothing can be heard, once that is known
        self._lock = new_lock()
        self._stream: Any = None
        self._samples = _SILENCE
        self._ends = 0, 1
        self._at, self._round = 0, False
        self._told: tuple[float, int] | None = None  # the device's time, and the sample then

    @property
    def playing(self) -> bool:
        """Whether it plays round and round."""
        return self._stream is not None and self._round

    def play(self, samples: NDArray[np.float32], ends: tuple[int, int], at: int) -> bool:
        """Play samples from `at` on, round from the second of `ends` to the first; False if not."""
        return self._start(samples, ends, at, True)

    def grain(self, samples: NDArray[np.float32], at: int) -> bool:
        """A short piece of samples about a place, softly; False if nothing can be heard."""
        part = samples[max(at - _GRAIN // 2, 0) :][:_GRAIN]
        soft = (part * np.hanning(len(part))[:, None]).astype(np.float32)
        return self._start(soft, (0, len(soft)), 0, False)

    def swap(self, samples: NDArray[np.float32]) -> None:
        """Other samples from now on, at the same place."""
        with self._lock:
            self._samples = samples

    @property
    def place(self) -> float | None:
        """The sample that is heard now; None while nothing is played round and round."""
        with self._lock:
            stream, told, (first, last) = self._stream, self._told, self._ends
        if stream is None or told is None or not self._round:
            return None
        time, at = told
        return first + (at - first + (stream.time - time) * RATE) % (last - first)

    def stop(self) -> None:
        stream, self._stream, self._round = self._stream, None, False
        if stream is not None:
            try:
                stream.abort()
                stream.close()
            except Exception as error:  # a device that is gone says so in many ways
                _log.warning("the sound device could not be closed: %s", error)

    def _start(
        self, samples: NDArray[np.float32], ends: tuple[int, int], at: int, again: bool
    ) -> bool:
        with self._lock:
            self._samples, self._ends, self._at, self._round = samples, ends, at, again
            self._told = None
        return self._open()

    def _open(self) -> bool:
        if self._stream is not None:
            return True
        if self.problem:
            return False
        try:
            import sounddevice

            stream = sounddevice.OutputStream(
                RATE, channels=2, dtype="float32", callback=self._fill
            )
            stream.start()
        except OSError as error:
            _log.info("no PortAudio: %s", error)
            self.problem = tr(NO_LIBRARY)
            return False
        except Exception as error:  # PortAudioError, and whatever a driver raises
            _log.info("no sound device: %s", error)
            self.problem = tr(NO_DEVICE)
            return False
        self._stream = stream
        return True

    def _fill(self, out: NDArray[np.float32], count: int, time: Any, status: object) -> None:
        """Called by the device's thread for the next samples."""
        with self._lock:
            self._told = float(time.outputBufferDacTime), self._at
            first, last = self._ends
            places = self._at + np.arange(count)
            if self._round:
                places = first + (places - first) % max(last - first, 1)
            there = places < min(last, len(self._samples))
            out[~there] = 0
            out[there] = self._samples[places[there]]
            self._at = int(places[-1]) + 1
