"""What was found in photos by looking at them: each looked at once, the last ones kept."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Sequence
from functools import partial
from typing import NamedTuple, TypeVar

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.model import Photo
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress, part, report
from woodcock.separate.cue import Box, Seen
from woodcock.separate.scenery import Scenery, scenery
from woodcock.separate.study import Study, eight_bit, study
from woodcock.separate.subject import subjects
from woodcock.session.chosen import seen_in, subject_field, subject_model

_MOST = 2  # kept of each kind: of the photo, and of a picture that is being cut
_LOOKS = 40  # kept of closer looks: some 100 kB each
_T = TypeVar("_T")


class Subjects(NamedTuple):
    """What a photo is of: single things, (h, w) uint8 each at working size, the largest first.

    Where the finder was not `sure` they are a guess; where it sees something else from farther off
    they are in `doubt`.
    """

    things: tuple[NDArray[np.uint8], ...]
    sure: bool
    doubt: bool


class KnownPhotos:
    """Studies, subjects and scenery of photos; safe to use from any thread."""

    def __init__(self, store: PixelStore) -> None:
        self._store = store
        self._studies = _Kept[Study]()
        self._seen = _Kept[Seen | None]()
        self._closer = _Kept[Seen | None](_LOOKS)
        self._subjects = _Kept[Subjects]()
        self._sceneries = _Kept[Scenery]()

    def ready(self, photo: Photo) -> bool:
        """Whether the photo's study is at hand."""
        return self._studies.get(photo.pixels) is not None

    def study(self, photo: Photo, progress: Progress | None = None) -> Study:
        """The photo's study, made now if it is the first time; raises Cancelled on request."""
        pixels = self._store.get(photo.pixels)
        return self._studies.made(photo.pixels, lambda: study(pixels, progress))

    def looks(
        self, photo: Photo, boxes: Sequence[Box] = (), progress: Progress | None = None
    ) -> list[Seen]:
        """What the net sees in it, and closer in these boxes; what is not at hand is made now.

        Empty where there is no net. Raises Cancelled on request, between two looks.
        """
        known = self.study(photo, progress)
        made = []
        for box in (None, *boxes):
            report(progress, 0.0, "")
            look = partial(seen_in, self._colours(photo), known, box)
            made.append(self._kept(box).made((photo.pixels, box), look))
        return [seen for seen in made if seen is not None]

    def known_looks(self, photo: Photo, boxes: Sequence[Box] = ()) -> list[Seen]:
        """The same as far as it is at hand."""
        found = [self._kept(box).get((photo.pixels, box)) for box in (None, *boxes)]
        return [seen for seen in found if seen is not None]

    def _kept(self, box: Box | None) -> _Kept[Seen | None]:
        return self._seen if box is None else self._closer

    def subjects(self, photo: Photo, progress: Progress | None = None) -> Subjects:
        """What the photo is of; raises Cancelled on request, WoodcockError if a model fails."""
        known = self.study(photo, part(progress, 0.0, 0.4))

        def look() -> Subjects:
            found = subject_field(self._colours(photo), part(progress, 0.4, 1.0))
            return Subjects(tuple(subjects(known, found.field)), found.sure, found.doubt)

        return self._subjects.made(_asked(photo), look)

    def known_subjects(self, photo: Photo | None) -> Subjects | None:
        """The same if it is at hand."""
        return self._subjects.get(_asked(photo)) if photo else None

    def standing(
        self, photo: Photo, progress: Progress | None = None
    ) -> tuple[NDArray[np.uint8], ...]:
        """The things that surely stand in a photo, as `subjects` has them."""
        found = self.subjects(photo, progress)
        return found.things if found.sure else ()

    def scenery(self, photo: Photo, progress: Progress | None = None) -> Scenery:
        """Its sky, its ground, what is near; raises what `subjects` raises."""
        things = self.standing(photo, part(progress, 0.0, 0.7))
        return self._sceneries.made(
            _asked(photo), lambda: scenery(self._colours(photo), things, part(progress, 0.7, 1.0))
        )

    def _colours(self, photo: Photo) -> NDArray[np.uint8]:
        return np.ascontiguousarray(eight_bit(self._store.get(photo.pixels)))


def _asked(photo: Photo) -> Hashable:
    return photo.pixels, *subject_model()


class _Kept(dict[Hashable, _T]):
    """The last of one kind; each is made by one thread while others that ask for any wait."""

    def __init__(self, most: int = _MOST) -> None:
        super().__init__()
        self._lock, self._most = new_lock(), most

    def made(self, key: Hashable, make: Callable[[], _T]) -> _T:
        with self._lock:
            if key not in self:
                self[key] = make()
                while len(self) > self._most:
                    del self[next(iter(self))]
            return self[key]
