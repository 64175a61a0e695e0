"""What stands out in a photo, computed: what is unlike the rest and hardly touches its borders.

Zhu, Liang, Wei and Sun, "Saliency Optimization from Robust Background Detection" (CVPR 2014), over
some hundreds of regions.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from scipy.sparse import csgraph
from scipy.sparse.linalg import spsolve

from woodcock.progress import Progress
from woodcock.separate.study import Study, study

COARSE = 60_000  # pixels of the size at which what stands out is found
_APART, _REACH = 10.0, 0.25  # L*a*b* steps; share of the longer side


def salient(photo: NDArray[np.uint8], progress: Progress | None = None) -> NDArray[np.float32]:
    """(H, W, 3) uint8 sRGB -> (h, w) float32: how much each place stands out, 0 to 1."""
    coarse = study(photo, progress, COARSE)
    return stands_out(coarse)[coarse.labels]


def stands_out(study: Study) -> NDArray[np.float32]:
    """How much each region stands out, 0 to 1: (count,) float32."""
    lab = study.features[:, :3]
    apart = np.linalg.norm(lab[:, None] - lab[None], axis=2)
    border = np.unique(np.concatenate([study.labels[[0, -1]].ravel(), *study.labels[:, [0, -1]].T]))
    links = np.concatenate([study.pairs, _all_pairs(border)])
    cost = np.linalg.norm(lab[links[:, 0]] - lab[links[:, 1]], axis=1)
    cost = np.maximum(cost - _small_step(study, lab), 1e-4)
    graph = sparse.coo_matrix((cost, links.T), apart.shape).tocsr()
    way = csgraph.dijkstra(graph, directed=False)
    alike = np.exp(-(way**2) / (2 * _APART**2))
    touching = alike[:, border].sum(1) / np.sqrt(alike.sum(1))
    behind = 1 - np.exp(-(touching**2) / 2)
    places = study.centres / max(study.labels.shape)
    far = ((places[:, None] - places[None]) ** 2).sum(2)
    contrast = (apart * np.exp(-far / (2 * _REACH**2)) * behind).sum(1)
    contrast = (contrast - contrast.min()) / max(float(np.ptp(contrast)), 1e-6)
    return _settled(study, lab, contrast, behind)


def _all_pairs(regions: NDArray) -> NDArray:
    """Border regions count as neighbours: the background goes on outside the picture."""
    a, b = np.triu_indices(len(regions), 1)
    return np.stack([regions[a], regions[b]], 1)


def _small_step(study: Study, lab: NDArray) -> float:
    """The usual step to the most alike neighbour: noise rather than an edge."""
    step = np.linalg.norm(lab[study.pairs[:, 0]] - lab[study.pairs[:, 1]], axis=1)
    least = np.full(study.count, np.inf)
    np.minimum.at(least, study.pairs.ravel(), np.repeat(step, 2))
    return float(least[np.isfinite(least)].mean())


def _settled(study: Study, lab: NDArray, contrast: NDArray, behind: NDArray) -> NDArray[np.float32]:
    """The field that fits contrast and background best and is smooth where colours are."""
    a, b = study.pairs.T
    bond = np.exp(-(np.linalg.norm(lab[a] - lab[b], axis=1) ** 2) / (2 * _APART**2)) + 0.1
    shape = (study.count, study.count)
    joined = sparse.coo_matrix((bond, (a, b)), shape)
    joined = joined + joined.T
    system = sparse.diags(np.asarray(joined.sum(1)).ravel() + behind + contrast) - joined
    out = spsolve(system.tocsc(), contrast)
    return np.clip(out / max(float(out.max()), 1e-6), 0, 1).astype(np.float32)
