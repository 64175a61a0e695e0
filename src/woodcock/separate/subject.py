"""What a photo is of, from a field that tells how much each place belongs to it.

A minimal cut (Boykov and Jolly, "Interactive Graph Cuts", ICCV 2001) over the study's regions joins
the field with the colours of what it marks; the edge is then drawn pixel by pixel, as a stroke's.
"""

from __future__ import annotations

import cv2
import maxflow
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.crumbs import swept
from woodcock.separate.likeness import likeness
from woodcock.separate.study import Study

# What the field counts beside what a region's colours do, both for a pixel of it, and what holds
# neighbours together for a pixel of their border, the less the more unlike they are.
_FIELD, _FIT, _MOST_FIT, _LEAN, _BOND, _UNLIKE = 6.0, 0.3, 8.0, 0.016, 13.0, 1.4
_ROUNDS = 3
_SURE, _NOT = 0.85, 0.08  # of the field, beyond which a pixel is decided by it alone
_CLEAR, _CRISP, _LEAST = 0.9, 0.35, 0.003  # see `is_sure`
_JOIN = 0.012  # of the shorter side: pieces nearer to one another are one thing
_PIECE = 0.06  # of the largest thing: a smaller one is none
_MOST = 6  # things


def is_sure(field: NDArray[np.float32]) -> bool:
    """Whether a field (h, w) float32 from 0 to 1 has an answer: neither flat nor smeared.

    Its top is high, it covers some of the picture, and most of what it marks at all it marks fully.
    """
    marked, fully = float((field > 0.25).mean()), float((field > 0.7).mean())
    return float(field.max()) > _CLEAR and fully > _LEAST and fully > _CRISP * marked


def subject(known: Study, field: NDArray[np.float32]) -> NDArray[np.uint8]:
    """All of the subject: (h, w) uint8, 0 or 255, at `known`'s working size.

    `field` (any h, any w) float32 tells how much each place belongs to it, 0 to 1.
    """
    size = known.labels.shape[1], known.labels.shape[0]
    larger: NDArray = cv2.resize(field, size, interpolation=cv2.INTER_LINEAR)
    larger = np.clip(larger / max(float(np.quantile(larger, 0.995)), 1e-6), 0, 1)
    near = _cut(known, larger)
    if not near.any():
        return np.zeros(known.labels.shape, np.uint8)
    out = swept(near[known.labels]).view(np.uint8) * np.uint8(255)
    out[larger > _SURE] = 255
    out[larger < _NOT] = 0
    return out


def subjects(known: Study, field: NDArray[np.float32]) -> list[NDArray[np.uint8]]:
    """The single things a subject falls into, the largest first: (h, w) uint8 each, 0 or 255."""
    whole = subject(known, field)
    side = 2 * round(_JOIN * min(whole.shape) / 2) + 1
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (side, side))
    joined = cv2.morphologyEx(whole, cv2.MORPH_CLOSE, kernel)
    _, pieces = cv2.connectedComponents(joined)
    areas = np.bincount(pieces[whole > 0], minlength=1)
    order = np.argsort(-areas, kind="stable")
    least = max(_PIECE * float(areas.max(initial=0)), _LEAST * whole.size)
    found = [order[k] for k in range(min(len(order), _MOST)) if areas[order[k]] >= least]
    return [np.where(pieces == number, whole, np.uint8(0)) for number in found if number]


def _cut(known: Study, field: NDArray[np.float32]) -> NDArray[np.bool_]:
    """Which regions belong to it: (count,) bool."""
    belongs = np.bincount(known.labels.ravel(), field.ravel(), known.count) / known.areas
    usual = max(float(np.median(known.steps)), 1.0)
    bond = _BOND * known.borders * np.exp(-known.steps / usual * _UNLIKE)
    near = belongs > 0.5
    for _ in range(_ROUNDS):
        if not near.any() or near.all():
            break
        fit = np.clip(likeness(known.counts, near, ~near), -_MOST_FIT, _MOST_FIT)
        lean = (_FIELD * (2 * belongs - 1) + _FIT * fit) * known.areas * _LEAN
        graph = maxflow.Graph[float](known.count, len(known.pairs))
        nodes = np.arange(known.count)
        graph.add_nodes(known.count)
        graph.add_edges(known.pairs[:, 0], known.pairs[:, 1], bond, bond)
        graph.add_grid_tedges(nodes, np.maximum(lean, 0), np.maximum(-lean, 0))
        graph.maxflow()
        before, near = near, ~graph.get_grid_segments(nodes)
        if (near == before).all():
            break
    return near
