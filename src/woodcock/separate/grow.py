"""From a rough stroke to the thing it was painted over.

The stroke's colours against those around it, and the way from the stroke to each region, decide
for every region; a minimal cut (Boykov and Jolly 2001) over the regions settles it, and a second
one over the pixels in a band along the edge draws it exactly.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

import cv2
import maxflow
import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse import csgraph

from woodcock.progress import Progress, report
from woodcock.separate.band_cut import ABOUT, cut_band, drop_specks
from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study

_ROUNDS = 3
_FIRM = 1e6
_COARSE = 2  # working pixels a step, where no more precision is needed
_BAND = 8  # how far from the regions' edge pixels are decided anew
# The most a region's colours count, what the way to it over steps of colour counts, what its
# distance does, all three for a pixel of it, and what holds neighbours together for a pixel of
# their border, the less the more unlike they are. Found by trial on photographs laid over others.
_MOST_FIT, _BY_WAY, _BY_DISTANCE, _LEAN, _BOND, _UNLIKE = 8.0, 2.7, 1.5, 0.016, 13.0, 1.4
_EASY, _CLIMB = 0.8, 4.0  # steps of colour that cost next to nothing, and those that cost one


@dataclass(frozen=True)
class Marks:
    """What is known before growing, all (h, w) uint8 at working size, 0 or 255.

    `wanted` is what was painted, `unwanted` what was painted away, `free` where the answer may
    change; None is everywhere. `reach` is how far from the strokes it may grow, in working pixels.
    """

    wanted: NDArray[np.uint8]
    unwanted: NDArray[np.uint8] | None = None
    free: NDArray[np.uint8] | None = None
    reach: float | None = None


class Grown(NamedTuple):
    """Which regions belong to the thing, and into which it might have grown: (count,) bool."""

    near: NDArray[np.bool_]
    free: NDArray[np.bool_]


def grow(study: Study, marks: Marks) -> NDArray[np.uint8]:
    """The thing under the marks: (h, w) uint8, 0 or 255, at working size. Empty marks: empty."""
    grown = regions(study, marks)
    return drawn(study, grown.near, marks, grown.free)


def regions(study: Study, marks: Marks, progress: Progress | None = None) -> Grown:
    """The same by whole regions: in half the time, with borders that are not exact yet.

    Raises Cancelled on request.
    """
    wanted = study.share(marks.wanted)
    seeds = wanted > min(0.5, float(wanted.max()) * 0.6)
    if not wanted.any():
        nothing = np.zeros(study.count, np.bool_)
        return Grown(nothing, nothing)
    against = np.zeros(study.count, np.bool_)
    if marks.unwanted is not None:
        against = (study.share(marks.unwanted) > 0.3) & ~seeds
    free = np.ones(study.count, np.bool_)
    if marks.free is not None:
        free = study.share(cv2.bitwise_not(marks.free)) < 0.5  # most is free: the rest is counted
    away = _away(study, marks.wanted[::_COARSE, ::_COARSE] & np.uint8(128))
    reach = marks.reach if marks.reach is not None else 1e9
    free &= away <= reach
    free |= seeds
    return Grown(_region_cut(study, seeds, against, free, away, reach, progress), free)


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
    against: NDArray[np.bool_],
    free: NDArray[np.bool_],
    away: NDArray[np.float32],
    reach: float,
    progress: Progress | None,
) -> NDArray[np.bool_]:
    report(progress, 0.2, "")
    far = against if against.any() else ~seeds & (away > min(reach, float(np.quantile(away, 0.55))))
    if not far.any():
        far = ~seeds
    way = _nearer(easiest_way(study, seeds), easiest_way(study, far))
    place = _nearer(away, _distance(study, far))
    near = seeds
    both = study.pairs
    usual = max(float(np.median(study.steps)), 1.0)
    bond = study.borders * np.exp(-study.steps / usual * _UNLIKE)
    for turn in range(_ROUNDS):
        report(progress, 0.5 + 0.5 * turn / _ROUNDS, "")
        fit = likeness(study.counts, near, far)
        lean = np.clip(fit, -_MOST_FIT, _MOST_FIT) + _BY_WAY * way + _BY_DISTANCE * place
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


def drawn(
    study: Study,
    near: NDArray[np.bool_],
    marks: Marks | None = None,
    free: NDArray[np.bool_] | None = None,
) -> NDArray[np.uint8]:
    """Regions `near` (count,) at pixel level, decided anew in a band along their edge.

    Marked pixels stay as they were marked; into regions that are not `free` (count,) it can't grow.
    Returns (h, w) uint8, 0 or 255.
    """
    out = near.view(np.uint8)[study.labels]
    x, y, w, h = cv2.boundingRect(out)
    room = _BAND + ABOUT
    here = (slice(max(0, y - room), y + h + room), slice(max(0, x - room), x + w + room))
    rough = out[here]
    kernel = np.ones((2 * _BAND + 1,) * 2, np.uint8)
    band = cv2.dilate(rough, kernel) != cv2.erode(rough, kernel)
    painted = [] if marks is None else [(marks.wanted, 1), (marks.unwanted, 0)]
    for mark, _ in painted:
        if mark is not None:
            band &= mark[here] < 128
    if free is not None:
        band &= free[study.labels[here]] | (rough > 0)
    if band.any():
        cut_band(study.lab[here], rough, band)
        drop_specks(rough)
    for mark, value in painted:
        if mark is not None:
            out[mark >= 128] = value
    return out * np.uint8(255)
