"""Large holes: whole pieces of the picture, shifted in by the steps at which it is like itself.

He and Sun, "Statistics of Patch Offsets for Image Completion", ECCV 2012: like patches lie a few
steps apart again and again. Each pixel of the hole gets one of these shifts by graph cuts (alpha
expansion: Boykov, Veksler and Zabih, PAMI 2001), so that what is copied joins where it is alike.
"""

from __future__ import annotations

import cv2
import maxflow
import numpy as np
from numpy.typing import NDArray
from scipy.spatial import cKDTree

from woodcock.compiled import njit
from woodcock.progress import Progress, report
from woodcock.texts import tr

_COUNT = 60  # shifts that are tried
_PATCH, _STEP = 2, 2  # steps to a patch's border, and pixels a step
_WAVES, _TINTS, _SCALE = 2, 1, 64  # the highest waves kept of its light and of its colours; times
_SAMPLES, _ASKED, _NEIGHBOURS = 20_000, 5000, 30
_FAR = 1 / 15  # of the longer side: how far apart like patches must lie to tell a shift
_APART = 4  # pixels between two shifts
_BINOMIAL = np.array([1.0, 4.0, 6.0, 4.0, 1.0])
_ABOUT = 13  # pixels over which it is seen how often a place's like is found
_SWEEPS = 2
_NEVER, _BADLY, _MOST = 1e5, 3000.0, 6000.0  # costs, in squared 8-bit steps
_RIM = 4.0  # what agreeing with the known rim counts
_ALONE = 1.0  # what being like nothing else counts: what there is once is a thing
_LEVEL = 1.5  # what a pixel of height costs: what lies level belongs together


def like_itself(
    picture: NDArray[np.uint8], known: NDArray[np.bool_], seed: int
) -> tuple[NDArray, NDArray]:
    """The commonest steps (n, 2) int32, dy and dx, between like patches of what is `known`.

    And (h, w) float32, how unlike all else each place is, in squared 8-bit steps.

    Parameters
    ----------
    picture : (h, w, 4) uint8; what is not known is never read.
    known : (h, w) bool, middles of patches that may be copied.
    """
    rng = np.random.default_rng(seed)
    height, width = known.shape
    places = np.argwhere(known)
    if len(places) > _SAMPLES:
        places = places[np.sort(rng.choice(len(places), _SAMPLES, replace=False))]
    if len(places) < 2:
        return np.zeros((0, 2), np.int32), np.zeros(known.shape, np.float32)
    smooth = cv2.GaussianBlur(picture, (0, 0), 1.0)
    reach = _STEP * np.arange(-_PATCH, _PATCH + 1)
    rows = np.clip(places[:, :1] + reach, 0, height - 1)[:, :, None]
    columns = np.clip(places[:, 1:] + reach, 0, width - 1)[:, None, :]
    patches = _waves(smooth[rows, columns].astype(np.int64))
    asked = rng.choice(len(places), min(_ASKED, len(places)), replace=False)
    unlike, found = cKDTree(patches).query(patches[asked], k=min(_NEIGHBOURS, len(places)), eps=0.5)
    steps = places[found] - places[asked][:, None]
    far = np.abs(steps).max(2) > _FAR * max(height, width)
    first, some = far.argmax(1), far.any(1)
    unlike = np.where(some, unlike[np.arange(len(steps)), first], unlike[:, -1]) ** 2
    unlike /= (2 * _PATCH + 1) ** 2 * _SCALE**2
    alone, count = np.zeros((2, *known.shape))
    at = tuple(places[asked].T)
    alone[at], count[at] = np.rint(unlike), 1
    alone, count = (cv2.boxFilter(x, -1, (_ABOUT,) * 2, normalize=False) for x in (alone, count))
    alone = (alone / np.maximum(count, 1)).astype(np.float32)
    steps = steps[np.arange(len(steps)), first][some]
    votes = np.zeros((2 * height + 1, 2 * width + 1))
    np.add.at(votes, (steps[:, 0] + height, steps[:, 1] + width), 1)
    votes += votes[::-1, ::-1]  # the way back
    votes = cv2.sepFilter2D(votes, -1, _BINOMIAL, _BINOMIAL)
    peak = votes == cv2.dilate(votes, np.ones((2 * _APART + 1,) * 2, np.uint8))
    y, x = np.nonzero(peak & (votes > 0))
    order = np.argsort(-votes[y, x], kind="stable")[:_COUNT]
    return np.stack([y[order] - height, x[order] - width], 1).astype(np.int32), alone


def _waves(patches: NDArray[np.int64]) -> NDArray[np.int64]:
    """The lowest waves of patches (n, k, k, 4) from 0 to 255: (n, waves).

    By a cosine transform (Ahmed, Natarajan and Rao, IEEE Trans. Computers 1974) in whole numbers,
    which are the same on any machine.
    """
    side = patches.shape[1]
    wave = np.cos(np.pi * np.outer(np.arange(side), np.arange(side) + 0.5) / side)
    wave *= np.sqrt(np.where(np.arange(side) == 0, 1, 2) / side)[:, None]
    wave = np.rint(wave * _SCALE).astype(np.int64)
    red, green, blue, texture = np.moveaxis(patches, 3, 0)
    out = []
    for plane, highest in (
        ((red + green + blue) // 2, _WAVES),
        (red - green, _TINTS),
        (blue - green, _TINTS),
        (texture, 0),
    ):
        for v in range(highest + 1):
            rows = plane @ wave[v]
            out += [rows @ wave[u] // _SCALE for u in range(highest + 1 - v)]
    return np.stack(out, 1)


def shifted(
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    usable: NDArray[np.bool_],
    shifts: NDArray[np.int32],
    alone: NDArray[np.float32],
    seed: int,
    guided: bool = False,
    progress: Progress | None = None,
) -> NDArray[np.int32]:
    """From where each pixel of the hole is copied: (n, 2) y, x in the order of `argwhere(hole)`.

    Parameters
    ----------
    picture : (h, w, 4) uint8, the last channel known in the hole where it is `guided`.
    usable : (h, w) bool, what may be copied.

    Raises Cancelled on request. Pixels that no shift leads anywhere are copied from -1, -1.
    """
    height, width = hole.shape
    area = cv2.dilate(hole.view(np.uint8), np.ones((3, 3), np.uint8)).view(np.bool_)
    places = np.argwhere(area)
    index = np.full(hole.shape, -1)
    index[area] = np.arange(len(places))
    pairs = np.concatenate(
        [
            np.stack([index[:, :-1], index[:, 1:]], 2)[area[:, :-1] & area[:, 1:]],
            np.stack([index[:-1], index[1:]], 2)[area[:-1] & area[1:]],
        ]
    )
    picture = picture.copy()
    picture[..., :3] = cv2.cvtColor(np.ascontiguousarray(picture[..., :3]), cv2.COLOR_RGB2LAB)
    own = picture[area].astype(np.float32)
    rim = ~hole[area]
    values = np.zeros((len(shifts), len(places), picture.shape[2]), np.uint8)
    fits = np.zeros((len(shifts), len(places)), np.bool_)
    costs = np.full((len(shifts), len(places)), _NEVER)
    for k, shift in enumerate(shifts):
        y, x = (places + shift).T
        inside = (y >= 0) & (y < height) & (x >= 0) & (x < width)
        inside[inside] = usable[y[inside], x[inside]]
        fits[k] = inside
        values[k, inside] = picture[y[inside], x[inside]]
        apart = (values[k] - own) ** 2
        cost = np.where(rim, _RIM * apart.sum(1), apart[:, 3] if guided else 0)
        costs[k, inside] = cost[inside] + _LEVEL * abs(int(shift[0]))
        costs[k, inside] += _ALONE * alone[y[inside], x[inside]]
    every, nothing = np.arange(len(places)), np.zeros(len(pairs))
    chosen, weights = costs.argmin(0), np.empty(len(pairs))
    for sweep in range(_SWEEPS):
        # What came to nothing in the first sweep is not tried again.
        tried = np.unique(chosen) if sweep else np.arange(len(shifts))
        order = np.random.default_rng([seed, sweep]).permutation(tried)
        for number, k in enumerate(order):
            done = (sweep + number / len(order)) / _SWEEPS
            report(progress, done, tr("Filling the holes"))
            take, keep = costs[k].copy(), costs[chosen, every]
            _expand(values, fits, pairs, chosen, k, take, weights)
            least = np.minimum(take, keep)
            graph = maxflow.Graph[float](len(places), len(pairs))
            graph.add_nodes(len(places))
            graph.add_grid_tedges(every, take - least, keep - least)
            graph.add_edges(pairs[:, 0], pairs[:, 1], weights, nothing)
            graph.maxflow()
            chosen[graph.get_grid_segments(every) & fits[k]] = k
    source = places + shifts[chosen]
    source[~fits[chosen, every]] = -1
    return source[hole[area]].astype(np.int32)


@njit(cache=True, nogil=True)
def _joint(values, fits, p, q, one, other):
    """What it costs when two neighbours have these shifts."""
    if one == other:
        return 0.0
    if not (fits[one, p] and fits[other, p] and fits[one, q] and fits[other, q]):
        return _BADLY
    apart = 0
    for c in range(values.shape[2]):
        apart += (int(values[one, p, c]) - int(values[other, p, c])) ** 2
        apart += (int(values[one, q, c]) - int(values[other, q, c])) ** 2
    return min(float(apart), _MOST)


@njit(cache=True, nogil=True)
def _expand(values, fits, pairs, chosen, new, take, weights):
    """The terms of one alpha expansion: what `take`-ing the new shift costs, and each pair's."""
    for i in range(len(pairs)):
        p, q = pairs[i]
        both = _joint(values, fits, p, q, chosen[p], chosen[q])
        left = _joint(values, fits, p, q, chosen[p], new)
        right = _joint(values, fits, p, q, new, chosen[q])
        take[p] += right - both
        take[q] -= right
        weights[i] = max(left + right - both, 0.0)
