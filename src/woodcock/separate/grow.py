"""From a rough stroke to the thing it was painted over.

The stroke's colours against those around it, and the way from the stroke to each region, decide
for every region; a minimal cut (Boykov and Jolly 2001) over the regions settles it, and a second
one over the pixels in a band along the edge draws it exactly.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import maxflow
import numpy as np
from numba import njit
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse import csgraph

from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study

_ROUNDS = 3
_FIRM = 1e6
_COARSE = 2  # working pixels a step, where no more precision is needed
# How far from the regions' edge pixels are decided anew, and what holds them together there.
_BAND, _SOFT, _BAND_BOND = 8, 60.0, 2.5
_ABOUT = 20  # how far about a pixel its two sides' colours are taken from
_SPECK, _HOLE = 250, 60  # working pixels
# The most a region's colours count, what the way to it counts, both for a pixel of it, and what
# holds neighbours together for a pixel of their border. Found by trial on `benchmarks/cases.py`.
_MOST_FIT, _BY_WAY, _LEAN, _BOND = 8.0, 3.5, 0.02, 8.0


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


def grow(study: Study, marks: Marks) -> NDArray[np.uint8]:
    """The thing under the marks: (h, w) uint8, 0 or 255, at working size. Empty marks: empty."""
    wanted = study.share(marks.wanted)
    seeds = wanted > min(0.5, float(wanted.max()) * 0.6)
    if not wanted.any():
        return np.zeros(study.labels.shape, np.uint8)
    against = np.zeros(study.count, np.bool_)
    if marks.unwanted is not None:
        against = (study.share(marks.unwanted) > 0.3) & ~seeds
    free = np.ones(study.count, np.bool_)
    if marks.free is not None:
        free = study.share(marks.free) > 0.5
    away = _away(study, marks.wanted)
    reach = marks.reach if marks.reach is not None else 1e9
    free &= away <= reach
    free |= seeds
    near = _region_cut(study, seeds, against, free, away, reach)
    return _drawn(study, near, marks, free)


def _away(study: Study, wanted: NDArray[np.uint8]) -> NDArray[np.float32]:
    """Working pixels from each region's centre to the nearest painted pixel."""
    painted = np.ascontiguousarray(wanted[::_COARSE, ::_COARSE] < 128).view(np.uint8)
    distance = cv2.distanceTransform(painted, cv2.DIST_L2, 3)
    at = study.centres.astype(int) // _COARSE
    return distance[at[:, 1], at[:, 0]] * np.float32(_COARSE)


def _region_cut(
    study: Study,
    seeds: NDArray[np.bool_],
    against: NDArray[np.bool_],
    free: NDArray[np.bool_],
    away: NDArray[np.float32],
    reach: float,
) -> NDArray[np.bool_]:
    far = against if against.any() else ~seeds & (away > min(reach, float(np.quantile(away, 0.55))))
    if not far.any():
        far = ~seeds
    own_way, other_way = _way(study, seeds), _way(study, far)
    way = (other_way - own_way) / np.maximum(other_way + own_way, 1e-3)
    near = seeds
    both = study.pairs
    bond = study.borders * np.exp(-study.steps / max(float(np.median(study.steps)), 1.0) * 0.9)
    for turn in range(_ROUNDS):
        fit = likeness(study.counts, near, far)
        lean = np.clip(fit, -_MOST_FIT, _MOST_FIT) + _BY_WAY * way
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


def _way(study: Study, seeds: NDArray[np.bool_]) -> NDArray[np.float32]:
    """The easiest way from the stroke to each region: the steps climbed (a geodesic distance)."""
    cost = np.maximum(study.steps - 1.5, 0.02) / 4.0
    graph = sparse.coo_matrix((cost, study.pairs.T), (study.count,) * 2).tocsr()
    found = csgraph.dijkstra(graph, False, np.flatnonzero(seeds), limit=60.0, min_only=True)
    return np.minimum(found, 60.0).astype(np.float32)


def _joined_to(
    study: Study, near: NDArray[np.bool_], seeds: NDArray[np.bool_]
) -> NDArray[np.bool_]:
    """Only what hangs together with the stroke."""
    inside = near[study.pairs].all(1)
    links = study.pairs[inside]
    graph = sparse.coo_matrix((np.ones(len(links)), links.T), (study.count,) * 2)
    _, part = csgraph.connected_components(graph, directed=False)
    return near & np.isin(part, np.unique(part[seeds]))


def _drawn(
    study: Study, near: NDArray[np.bool_], marks: Marks, free: NDArray[np.bool_]
) -> NDArray[np.uint8]:
    """The cut at pixel level, decided anew in a band along the regions' edge."""
    out = near.view(np.uint8)[study.labels]
    x, y, w, h = cv2.boundingRect(out)
    room = _BAND + _ABOUT
    here = (slice(max(0, y - room), y + h + room), slice(max(0, x - room), x + w + room))
    rough = out[here]
    kernel = np.ones((2 * _BAND + 1,) * 2, np.uint8)
    band = cv2.dilate(rough, kernel) != cv2.erode(rough, kernel)
    band &= marks.wanted[here] < 128
    if marks.unwanted is not None:
        band &= marks.unwanted[here] < 128
    band &= free[study.labels[here]] | (rough > 0)
    if band.any():
        _cut_band(study.lab[here], rough, band)
        _drop_specks(rough)
    out[marks.wanted >= 128] = 1
    if marks.unwanted is not None:
        out[marks.unwanted >= 128] = 0
    return out * np.uint8(255)


def _drop_specks(rough: NDArray[np.uint8]) -> None:
    """Pieces and holes of a few pixels, which are noise and no thing, join what is round them."""
    for value, least in ((1, _SPECK), (0, _HOLE)):
        there = (rough == value).view(np.uint8)
        _, pieces, stats, _ = cv2.connectedComponentsWithStats(there)
        small = stats[:, cv2.CC_STAT_AREA] < least
        small[0] = False
        rough[small[pieces]] = 1 - value


def _cut_band(
    colours: NDArray[np.float32], rough: NDArray[np.uint8], band: NDArray[np.bool_]
) -> None:
    """Cut the band's pixels by local colour models; `rough` takes the answer."""
    nodes = np.full(band.shape, -1, np.int32)
    y, x = np.nonzero(band)
    nodes[y, x] = np.arange(len(y))
    coarse = (slice(None, None, _COARSE), slice(None, None, _COARSE))
    about = (y // _COARSE, x // _COARSE)
    sides = [
        local_colour(colours[coarse], rough[coarse] == side, band[coarse], _ABOUT + 1)[about]
        for side in (1, 0)
    ]
    lab = colours[y, x]
    apart_own, apart_other = (_squared(lab - side) for side in sides)
    lean = 6.0 * (apart_other - apart_own) / (apart_other + apart_own + 20.0)
    towards, from_it = np.maximum(lean, 0), np.maximum(-lean, 0)
    ends = np.empty((4 * len(y), 2), np.int32)
    bonds = np.empty(4 * len(y), np.float32)
    places = np.stack([y, x], 1)
    count = _bonds(colours, rough, nodes, places, towards, from_it, ends, bonds)
    ends, bonds = ends[:count], bonds[:count]
    graph = maxflow.Graph[float](len(y), count)
    graph.add_nodes(len(y))
    graph.add_edges(ends[:, 0], ends[:, 1], bonds, bonds)
    graph.add_grid_tedges(np.arange(len(y)), towards, from_it)
    graph.maxflow()
    rough[y, x] = ~graph.get_grid_segments(np.arange(len(y)))


@njit(nogil=True, cache=True)
def _bonds(colours, rough, nodes, places, towards, from_it, ends, bonds):
    """What holds the band's pixels to their eight neighbours; returns how many pairs there are.

    A neighbour outside the band is settled already: it pulls to its own side.
    """
    height, width = nodes.shape
    count = 0
    for i in range(len(places)):
        y, x = places[i]
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                v, u = y + dy, x + dx
                if (dy == 0 and dx == 0) or v < 0 or u < 0 or v >= height or u >= width:
                    continue
                apart = 0.0
                for c in range(3):
                    d = colours[y, x, c] - colours[v, u, c]
                    apart += d * d
                bond = np.exp(-apart / _SOFT) * _BAND_BOND / np.sqrt(dy * dy + dx * dx)
                if nodes[v, u] < 0:
                    if rough[v, u]:
                        towards[i] += bond
                    else:
                        from_it[i] += bond
                elif nodes[v, u] > i:
                    ends[count, 0], ends[count, 1] = i, nodes[v, u]
                    bonds[count] = bond
                    count += 1
    return count


def _squared(steps: NDArray[np.float32]) -> NDArray[np.float32]:
    return np.asarray(np.einsum("ij,ij->i", steps, steps))


def local_colour(
    colours: NDArray[np.float32], there: NDArray[np.bool_], band: NDArray[np.bool_], reach: int
) -> NDArray[np.float32]:
    """The mean colour (h, w, 3) of one side about each pixel, from outside the band if it can.

    `reach` is the side of the square that counts, in pixels.
    """
    weight = np.where(there, np.where(band, np.float32(0.02), np.float32(1)), np.float32(0))
    weight = weight.astype(np.float32)
    window = (reach, reach)
    total: NDArray = cv2.boxFilter(weight, -1, window, normalize=False) + 1e-6
    weighted = np.ascontiguousarray(colours * weight[..., None])
    sums: NDArray = cv2.boxFilter(weighted, -1, window, normalize=False)
    return sums.reshape(colours.shape) / total[..., None]
