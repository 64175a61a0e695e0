"""The sound of a project: its sources decoded or made, mixed, limited, measured; kept."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.media.sound_file import decoded
from woodcock.model import Made, Mix, Project, Recorded, Sound
from woodcock.pixels.store import PixelStore
from woodcock.sound import RATE
from woodcock.sound.limiter import limited
from woodcock.sound.loudness import Loudness, loudness_of
from woodcock.sound.made import made
from woodcock.sound.mixing import mixed
from woodcock.sound.onsets import onsets
from woodcock.sound.peaks import peaks_of

Samples = NDArray[np.float32]
_Key = tuple[tuple[Sound, ...], Mix, float]


def seconds_of(project: Project) -> float:
    """How long a clip is, the time its last frame is shown for included."""
    return project.frame.count / float(project.frame.exact)


class Soundtrack:
    """Safe to use from any thread; the last mix is kept."""

    def __init__(self, store: PixelStore) -> None:
        self._store = store
        self._lock = new_lock()
        self._kept: tuple[_Key, Samples, Loudness] | None = None

    def source(self, source: Recorded | Made) -> Samples:
        """(N, 2): a sound's own samples. Takes as long as decoding or making it, the first time."""
        if isinstance(source, Made):
            return self._store.derived(source, lambda: made(source))
        key = "sound", source.file
        return self._store.derived(key, lambda: decoded(self._store.get(source.file)))

    def peaks(self, source: Recorded | Made) -> NDArray[np.float32]:
        """(M,): the same made small (`sound.peaks`)."""
        return self._store.derived(("peaks", source), lambda: peaks_of(self.source(source)))

    def beats(self, sound: Sound) -> tuple[float, ...]:
        """When something begins in a sound, in seconds of the clip, as far as it is heard."""
        found = (t - sound.offset + sound.start for t in onsets(self.source(sound.source)))
        return tuple(t for t in found if max(sound.start, 0.0) <= t < sound.end)

    def mix(self, project: Project) -> Samples:
        """(N, 2): what is heard under the whole clip."""
        return self._made(project)[1]

    def loudness(self, project: Project) -> Loudness:
        """How loud it is."""
        return self._made(project)[2]

    def ready(self, project: Project) -> Samples | None:
        """The mix of this very project if it is at hand."""
        kept = self._kept
        return kept[1] if kept is not None and kept[0] == _key(project) else None

    def _made(self, project: Project) -> tuple[_Key, Samples, Loudness]:
        key = _key(project)
        with self._lock:
            if self._kept is None or self._kept[0] != key:
                sounds, seconds = project.sounds, seconds_of(project)
                samples = mixed(sounds, lambda x: self.source(x.source), seconds)
                if project.mix.gain:
                    samples *= np.float32(10 ** (project.mix.gain / 20))
                if project.mix.limited:
                    samples = limited(samples)
                samples.flags.writeable = False
                self._kept = key, samples, loudness_of(samples)
            return self._kept


def _key(project: Project) -> _Key:
    return project.sounds, project.mix, seconds_of(project)


def frame_of(project: Project, index: int) -> int:
    """The first sample of a frame."""
    return round(index / float(project.frame.exact) * RATE)
