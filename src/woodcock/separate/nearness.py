"""How near each part of a photo seems, from what can be seen in one picture.

Near things stand low in the frame, are sharp and rich in contrast; far ones are high, pale and
take the colour of the air. Height in the frame holds for the ground; what rises from it is as near
as its foot, so nearness spreads along what is coloured alike.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse.linalg import spsolve

from woodcock.progress import Progress, report
from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study, study

COARSE = 300_000  # pixels of the size at which nearness is found
_APART = 5.0  # L*a*b* steps across which nearness spreads
_HEIGHT, _DETAIL, _AIR = 0.55, 0.25, 0.20  # what the three signs count
_SMOOTH = 6.0  # texture (see Study.features) up to which a region may be sky
_SKY_BAND = 0.06  # of the height: where sky is looked for at the upper border


def nearness(photo: NDArray[np.uint8], progress: Progress | None = None) -> NDArray[np.float32]:
    """(H, W, 3) uint8 sRGB -> (h, w) float32, 0 the sky or farthest, 1 the nearest."""
    report(progress, 0.0, "Looking for near and far")
    known = study(photo, working=COARSE)
    sky = sky_of(known)
    height = known.labels.shape[0]
    low = known.centres[:, 1] / height
    detail = _ranked(known.features[:, 3], known.areas)
    air = _ranked(_out_of_the_air(known, sky), known.areas)
    seen = _HEIGHT * low + _DETAIL * detail + _AIR * air
    report(progress, 0.6, "Looking for near and far")
    found = _spread(known, seen, sky)
    found = np.where(sky, 0, 0.02 + 0.98 * _stretched(found, ~sky))
    return np.asarray(found[known.labels], np.float32)


def sky_of(known: Study) -> NDArray[np.bool_]:
    """The regions that are sky: smooth, at the upper border, and what goes on from there."""
    height = known.labels.shape[0]
    smooth = known.features[:, 3] < _SMOOTH
    start = (known.centres[:, 1] < _SKY_BAND * height) & smooth
    light = known.features[:, 0] > np.median(known.features[:, 0]) - 5
    start &= light
    if known.areas[start].sum() < 0.3 * _SKY_BAND * known.areas.sum():
        return np.zeros(known.count, np.bool_)
    rest = known.centres[:, 1] > 0.6 * height
    sky = start
    for _ in range(3):
        like = likeness(known.counts, sky, rest) + 1.5 - 3 * (known.centres[:, 1] / height)
        sky = _joined(known, (like > 0) & smooth, start)
        rest = ~sky
        if not rest.any():
            return np.zeros(known.count, np.bool_)
    return sky


def _joined(known: Study, wanted: NDArray[np.bool_], start: NDArray[np.bool_]) -> NDArray[np.bool_]:
    both = wanted | start
    links = known.pairs[both[known.pairs].all(1)]
    graph = sparse.coo_matrix((np.ones(len(links)), links.T), (known.count,) * 2)
    _, part = sparse.csgraph.connected_components(graph, directed=False)
    return both & np.isin(part, np.unique(part[start]))


def _out_of_the_air(known: Study, sky: NDArray[np.bool_]) -> NDArray[np.float32]:
    """How far a region's colour is from that of the air: the sky's lower edge, or the palest."""
    lab = known.features[:, :3]
    if sky.any():
        level = known.centres[:, 1] > np.quantile(known.centres[sky, 1], 0.8)
        air = lab[sky & level].mean(0) if (sky & level).any() else lab[sky].mean(0)
    else:
        air = lab[np.argsort(-lab[:, 0])[: max(1, known.count // 20)]].mean(0)
    return np.asarray(np.linalg.norm(lab - air, axis=1))


def _ranked(values: NDArray, areas: NDArray) -> NDArray:
    """Each value's place among all, by area: 0 the least, 1 the most."""
    order = np.argsort(values, kind="stable")
    place = np.empty(len(values))
    place[order] = np.cumsum(areas[order]) / areas.sum()
    return place


def _spread(known: Study, seen: NDArray, sky: NDArray[np.bool_]) -> NDArray:
    """`seen` made even along what is coloured alike; a foot weighs more than a head."""
    a, b = known.pairs.T
    step = np.linalg.norm(known.features[a, :3] - known.features[b, :3], axis=1)
    bond = known.borders * np.exp(-((step / _APART) ** 2)) * ~(sky[a] ^ sky[b])
    joined = sparse.coo_matrix((bond, (a, b)), (known.count,) * 2)
    joined = joined + joined.T
    trust = 0.003 * known.areas * (0.05 + seen**3)
    system = sparse.diags(np.asarray(joined.sum(1)).ravel() + trust) - joined
    return np.asarray(spsolve(system.tocsc(), trust * seen))


def _stretched(values: NDArray, where: NDArray[np.bool_]) -> NDArray:
    if not where.any():
        return np.zeros_like(values)
    low, high = np.quantile(values[where], (0.01, 0.99))
    return np.clip((values - low) / max(float(high - low), 1e-6), 0, 1)


def as_picture(near: NDArray[np.float32], size: tuple[int, int]) -> NDArray[np.float32]:
    """Nearness at another size (w, h)."""
    larger: NDArray = cv2.resize(near, size, interpolation=cv2.INTER_LINEAR)
    return larger
