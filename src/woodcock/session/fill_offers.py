"""Other fills of the same holes, and how believable each is."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.model import Project
from woodcock.progress import Progress, part
from woodcock.rebuild.judge import detail, seen_twice
from woodcock.render import Atlas, Rebuilt, Reveal
from woodcock.separate.study import study
from woodcock.session.chosen import seen_in
from woodcock.session.studio import Studio
from woodcock.stage.placement import frame_box

COUNT = 4
_PART = 0.4  # of the frame's width and height: what is looked at
# Of the picture's longer side, and of a hole's: how deep one is that whole pieces may fill better.
_DEEP, _LARGE = 0.012, 0.08
_ACROSS = 1000  # pixels of the longer side at which they are judged
# What each mark may be at the most so that few would see it: those of the aims.
_DETAIL, _THING, _REPEATS, _DOUBT = 0.35, 0.2, 0.2, 12.0


class Marks(NamedTuple):
    """Of what a clip shows of a fill: how much weaker or stronger its shapes are than about it, as
    ln; how far a thing is seen in it, and how much is seen again beside it, 0 to 1; how doubtful it
    is, in 8-bit steps."""

    detail: float
    thing: float
    repeats: float
    doubt: float

    @property
    def fault(self) -> float:
        """All in one, less is better."""
        return (
            abs(self.detail) / _DETAIL
            + self.thing / _THING
            + self.repeats / _REPEATS
            + self.doubt / _DOUBT
        )


class FillOffer(NamedTuple):
    """The project with another fill, its plates, how believable that is, and the `part` of the
    frame where it is seen best."""

    project: Project
    atlas: Atlas
    marks: Marks
    part: tuple[float, float, float, float]


def fill_offers(
    project: Project, studio: Studio, progress: Progress | None = None
) -> Iterator[FillOffer]:
    """The fill a project has, then others, by whole pieces and patch by patch.

    Raises Cancelled on request.
    """
    reveal = studio.reveal(project, part(progress, 0.0, 0.1))
    where = most_shown(project, reveal)
    for number, other in enumerate(_others(project)):
        step = part(progress, 0.1 + 0.9 * number / COUNT, 0.1 + 0.9 * (number + 1) / COUNT)
        own = studio if other == project else studio.beside()
        atlas = own.atlas(other, part(step, 0.0, 0.9))
        yield FillOffer(other, atlas, judged(own.rebuilt(other), reveal), where)


def believed_most(project: Project, studio: Studio, progress: Progress | None = None) -> Project:
    """The project with its holes filled patch by patch or, if a large one shows, from whole pieces:
    what is believed more. Raises Cancelled on request."""
    reveal = studio.reveal(project, part(progress, 0.0, 0.1))
    rebuilt = studio.rebuilt(project, part(progress, 0.1, 0.5))
    if not _some_is_large(_made(rebuilt, reveal)):
        return project
    other, beside = replace(project, whole_pieces=not project.whole_pieces), studio.beside()
    tried = beside.rebuilt(other, part(progress, 0.5, 1.0))
    better = judged(tried, reveal).fault < judged(rebuilt, reveal).fault
    return other if better else project


def _some_is_large(made: NDArray[np.bool_]) -> bool:
    """Whether a hole is deep, also for how long it is: what patches may fail at."""
    count, labels, stats, _ = cv2.connectedComponentsWithStats(made.view(np.uint8))
    deep = cv2.distanceTransform(made.view(np.uint8), cv2.DIST_L2, 5)
    sides = (cv2.CC_STAT_WIDTH, cv2.CC_STAT_HEIGHT)
    least = [max(_DEEP * max(made.shape), _LARGE * stats[n, sides].max()) for n in range(count)]
    return any(deep[labels == n].max() > least[n] for n in range(1, count))


def most_shown(project: Project, reveal: Reveal) -> tuple[float, float, float, float]:
    """The part of the frame at rest that shows the most of what was made up.

    Left, top, width and height, as shares of the frame.
    """
    left, top, width, height = frame_box(project)
    shown = sum(x.frames.astype(np.float32) for x in reveal.layers.values())
    if not isinstance(shown, np.ndarray):
        return 0.0, 0.0, 1.0, 1.0
    size = tuple(max(1, round(_PART * v / reveal.step)) for v in (width, height))
    sums = cv2.boxFilter(shown, -1, size, normalize=False, borderType=cv2.BORDER_CONSTANT)
    y, x = np.unravel_index(int(sums.argmax()), sums.shape)
    along = (x * reveal.step - left) / width, (y * reveal.step - top) / height
    corner = [min(max(float(v) - _PART / 2, 0.0), 1 - _PART) for v in along]
    return corner[0], corner[1], _PART, _PART


def _others(project: Project) -> Sequence[Project]:
    """The project itself, and as it would be with each other fill."""
    seed, pieces = project.fill_seed, project.whole_pieces
    ways = (seed, pieces), (seed, not pieces), (seed + 1, True), (seed + 2, True)
    return [replace(project, fill_seed=way[0], whole_pieces=way[1]) for way in ways[:COUNT]]


def judged(rebuilt: Rebuilt, reveal: Reveal) -> Marks:
    """How believable what the clip shows of the background is."""
    behind, made = rebuilt.fills.behind, _made(rebuilt, reveal)
    if not made.any():
        return Marks(0.0, 0.0, 0.0, 0.0)
    size = made.shape[::-1]
    picture = np.asarray(cv2.resize(behind.picture, size, interpolation=cv2.INTER_AREA), np.uint8)
    known = study(picture)
    net = seen_in(picture, known)
    inside = known.share(made.view(np.uint8) * np.uint8(255)) > 0.5
    thing = float(net.field[inside].mean()) if net is not None and inside.any() else 0.0
    doubt = cv2.resize(behind.doubt, size, interpolation=cv2.INTER_AREA)[made]
    return Marks(detail(picture, made), thing, seen_twice(picture, made), float(doubt.mean()))


def _made(rebuilt: Rebuilt, reveal: Reveal) -> NDArray[np.bool_]:
    """What of the background was made up and is shown: (h, w), at the size that is judged."""
    unsure, last = rebuilt.fills.unsure[-1], rebuilt.key.near_to_far[-1].id
    height, width = unsure.shape
    scale = min(1.0, _ACROSS / max(height, width))
    size = round(width * scale), round(height * scale)
    made = np.asarray(cv2.resize(unsure, size) > 127)
    shown = reveal.layers.get(last)
    if shown is None:
        return made
    seen = cv2.resize(shown.shown.view(np.uint8), size, interpolation=cv2.INTER_NEAREST) > 0
    return made & seen
