"""From a rough stroke to the thing it was painted over.

The stroke's colours against those around it, and the way from the stroke to each region, decide
for every region; a minimal cut (Boykov and Jolly 2001) over the regions settles it. Their borders
are the edge: a cut over the pixels beside it, by the colours of both sides, did worse on photos.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import cv2
import maxflow
import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse import csgraph

from woodcock.progress import Progress, report
from woodcock.separate.cue import Evidence, Seen, evidence, nothing_told
from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study

_ROUNDS = 3
_FIRM = 1e6
_COARSE = 2  # working pixels a step, where no more precision is needed
# The most a region's colours count, what the way to it over steps of colour counts, what its
# distance does, all three for a pixel of it, and what holds neighbours together for a pixel of
# their border, the less the more unlike they are. Found by trial on photographs laid over others.
_MOST_FIT, _BY_WAY, _BY_DISTANCE, _LEAN, _BOND, _UNLIKE = 8.0, 2.7, 1.5, 0.016, 13.0, 1.4
# The share of that fit which is given up where a net is sure, how much farther it may grow there,
# and how far off, as a share of all regions, what a first stroke is compared with lies.
_LESS, _FARTHER, _ELSEWHERE, _NOT_NEAR = 0.5, 4.0, 0.7, 0.55
# How much farther a correction may go where what stands out tells the strokes apart: less where
# there are none yet that were painted against it.
_FARTHER_AGAIN, _UNCLEAR = (1.0, 3.0), 0.6  # and only from so much on
_KEPT = 3.0  # what speaks for leaving a mask as it is where a correction's reach ends
_EASY, _CLIMB = 0.8, 4.0  # steps of colour that cost next to nothing, and those that cost one


@dataclass(frozen=True)
class Marks:
    """What is known before growing, all (h, w) uint8 at working size, 0 or 255.

    `wanted` is what was painted, `unwanted` what was painted away, `free` where the answer may
    change; None is everywhere. `reach` is how far from the strokes it may grow, in working pixels;
    one that `begins` a thing farther, where a net is sure of it. One that `corrects` leaves more of
    what was there the farther it is off. What is `like` it has its colours already: what was cut
    before.
    """

    wanted: NDArray[np.uint8]
    unwanted: NDArray[np.uint8] | None = None
    free: NDArray[np.uint8] | None = None
    reach: float | None = None
    begins: bool = False
    corrects: bool = False
    like: NDArray[np.uint8] | None = None


class Grown(NamedTuple):
    """Which regions belong to the thing, and into which it might have grown: (count,) bool."""

    near: NDArray[np.bool_]
    free: NDArray[np.bool_]


def grow(study: Study, marks: Marks) -> NDArray[np.uint8]:
    """The thing under the marks: (h, w) uint8, 0 or 255, at working size. Empty marks: empty."""
    grown = regions(study, marks)
    return drawn(study, grown.near, marks)


def regions(
    study: Study, marks: Marks, progress: Progress | None = None, looks: Sequence[Seen] = ()
) -> Grown:
    """The same by whole regions: in half the time, with borders that are not exact yet.

    `looks` are what a net sees in the photo, as evidence beside colours. Raises Cancelled on
    request.
    """
    wanted = study.share(marks.wanted)
    seeds = wanted > min(0.5, float(wanted.max()) * 0.6)
    if not wanted.any():
        nothing = np.zeros(study.count, np.bool_)
        return Grown(nothing, nothing)
    against = np.zeros(study.count, np.bool_)
    if marks.unwanted is not None:
        against = (study.share(marks.unwanted) > 0.3) & ~seeds
    alike = seeds if marks.like is None else seeds | ((study.share(marks.like) > 0.8) & ~against)
    free = np.ones(study.count, np.bool_)
    if marks.free is not None:
        free = study.share(cv2.bitwise_not(marks.free)) < 0.5  # most is free: the rest is counted
    away = _away(study, marks.wanted[::_COARSE, ::_COARSE] & np.uint8(128))
    reach = marks.reach if marks.reach is not None else 1e9
    far = _elsewhere(seeds, against, free, away, None if marks.begins else reach)
    told = evidence(looks, seeds, far) if looks else nothing_told(study.count)
    if marks.begins:
        reach *= 1 + _FARTHER * told.sure
    else:
        clear = min(max((told.stands_out - _UNCLEAR) / (1 - _UNCLEAR), 0.0), 1.0)
        reach *= 1 + _FARTHER_AGAIN[int(against.any())] * clear
    free &= away <= reach
    free |= seeds
    if marks.corrects:
        kept = np.float32(_KEPT) * np.minimum(away / np.float32(reach), 1)
        told = told._replace(lean=told.lean - kept)
    cut = _region_cut(study, seeds, alike, against, free, far, away, told, progress)
    return Grown(cut, free)


def _elsewhere(
    seeds: NDArray[np.bool_],
    against: NDArray[np.bool_],
    free: NDArray[np.bool_],
    away: NDArray[np.float32],
    reach: float | None,
) -> NDArray[np.bool_]:
    """What a stroke is compared with: what was painted against it, or what lies far off on the same
    side of the mask; for one that begins a thing (no `reach`) what is farthest."""
    if against.any():
        return against
    if reach is None:
        off = float(np.quantile(away, _ELSEWHERE))
    else:
        off = min(reach, float(np.quantile(away, _NOT_NEAR)))
    far = ~seeds & (away > off)
    for among in (far & free, far, ~seeds & free):
        if among.any():
            return among
    return ~seeds


def _away(study: Study, there: NDArray[np.uint8]) -> NDArray[np.float32]:
    """Working pixels from each region's centre to the nearest place that is not 0.

    `there` is at the coarse size.
    """
    distance = cv2.distanceTransform((there == 0).view(np.uint8), cv2.DIST_L2, 3)
    at = study.centres.astype(int) // _COARSE
    return np.minimum(distance[at[:, 1], at[:, 0]], np.float32(1e6)) * np.float32(_COARSE)


def _region_cut(
    study: Study,
    seeds: NDArray[np.bool_],
    alike: NDArray[np.bool_],
    against: NDArray[np.bool_],
    free: NDArray[np.bool_],
    far: NDArray[np.bool_],
    away: NDArray[np.float32],
    told: Evidence,
    progress: Progress | None,
) -> NDArray[np.bool_]:
    report(progress, 0.2, "")
    way = _nearer(easiest_way(study, seeds), easiest_way(study, far))
    place = _nearer(away, _distance(study, far))
    near = seeds
    both = study.pairs
    usual = max(float(np.median(study.steps)), 1.0)
    bond = study.borders * np.exp(-study.steps / usual * _UNLIKE)
    for turn in range(_ROUNDS):
        report(progress, 0.5 + 0.5 * turn / _ROUNDS, "")
        fit = np.clip(likeness(study.counts, near | alike, far), -_MOST_FIT, _MOST_FIT)
        lean = (1 - _LESS * told.sure) * fit + told.lean + _BY_WAY * way + _BY_DISTANCE * place
        lean = np.where(seeds, _FIRM, np.where(against | ~free, -_FIRM, lean * study.areas * _LEAN))
        graph = maxflow.Graph[float](study.count, len(both))
        graph.add_nodes(study.count)
        graph.add_edges(both[:, 0], both[:, 1], _BOND * bond, _BOND * bond)
        graph.add_grid_tedges(np.arange(study.count), np.maximum(lean, 0), np.maximum(-lean, 0))
        graph.maxflow()
        before, near = near, ~graph.get_grid_segments(np.arange(study.count))
        near = _joined_to(study, near, seeds)
        if turn and (near == before).all():
            break
        if turn + 1 < _ROUNDS:
            far = ~near & ~seeds
            if not far.any():
                break
    return near


def easiest_way(study: Study, seeds: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The easiest way from some regions to each: the steps climbed (a geodesic distance)."""
    cost = np.maximum(study.steps - _EASY, 0.02) / _CLIMB
    graph = sparse.coo_matrix((cost, study.pairs.T), (study.count,) * 2).tocsr()
    found = csgraph.dijkstra(graph, False, np.flatnonzero(seeds), limit=60.0, min_only=True)
    return np.minimum(found, 60.0).astype(np.float32)


def _distance(study: Study, there: NDArray[np.bool_]) -> NDArray[np.float32]:
    """Working pixels from each region's centre to the nearest of some regions."""
    return _away(study, there.view(np.uint8)[study.labels[::_COARSE, ::_COARSE]])


def _nearer(own: NDArray[np.float32], other: NDArray[np.float32]) -> NDArray[np.float32]:
    """From -1, the other is next to it, to 1."""
    return (other - own) / np.maximum(other + own, 1e-3)


def _joined_to(
    study: Study, near: NDArray[np.bool_], seeds: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Only what hangs together with the stroke."""
    inside = near[study.pairs].all(1)
    links = study.pairs[inside]
    graph = sparse.coo_matrix((np.ones(len(links)), links.T), (study.count,) * 2)
    _, part = csgraph.connected_components(graph, directed=False)
    return near & np.isin(part, np.unique(part[seeds]))


def drawn(study: Study, near: NDArray[np.bool_], marks: Marks | None = None) -> NDArray[np.uint8]:
    """Regions `near` (count,) as pixels where it is free; marks are as drawn.

    Returns (h, w) uint8, 0 or 255.
    """
    out = near.view(np.uint8)[study.labels] * np.uint8(255)
    if marks is not None:
        if marks.free is not None:  # a region may straddle its border
            out &= marks.free
        out[marks.wanted >= 128] = 255
        if marks.unwanted is not None:
            out[marks.unwanted >= 128] = 0
    return out
