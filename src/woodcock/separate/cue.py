"""What a learned net sees in a photo, as evidence for what a stroke was painted over.

The net tells how much each place belongs to what stands out; that tells as much about a stroke as
it differs under it from elsewhere. And the sums of its decoder's stages describe each place by some
hundred numbers, by which ridge regression (Hoerl and Kennard, "Ridge Regression", Technometrics
1970) tells what was painted over from the rest, as far as it can tell the strokes themselves.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.study import Study

# What the field and the inner numbers count, on the scale of a region's fit to colours. By trial.
_BY_FIELD, _BY_INNER = 12.0, 4.0
_RIDGE = 0.2
_RATHER = 4  # a look that tells twice as well counts so many times two for more
# How little a look is believed whose thing goes on at its rim, so many working pixels wide, is
# large, and is in doubt. By trial: so the best of three looks is chosen the most often.
_CUT_OFF, _LARGE, _DOUBT, _RIM = 4.0, 0.2, 3.0, 12
_LEAST, _STEP = 40, 0.25  # working pixels a stroke is taken to be wide; steps, in its size
_MANY = 400  # regions on a side that a rule is found on
_FEW = 8  # regions on a side: with fewer nothing can be held back to try a rule on


@dataclass(frozen=True, eq=False)
class Seen:
    """What the net makes of a photo, or of a part of it, region by region of its study.

    `field` (count,) float32, 0 to 1, is how much each belongs to what stands out; nothing outside
    the part does. `inner` (count, n) float32 are its inner numbers, each of mean 0 and spread 1,
    and where the region is. `edge` (count,) bool are the regions where the part was cut out of the
    photo, and `areas` (count,) the pixels of all.
    """

    field: NDArray[np.float32]
    inner: NDArray[np.float32]
    edge: NDArray[np.bool_]
    areas: NDArray[np.float32]


# A part of a photo: left, top, right and bottom, in working pixels.
Box = tuple[int, int, int, int]


def boxes_about(
    low: NDArray, high: NDArray, rooms: Sequence[float], shape: tuple[int, int]
) -> list[Box]:
    """Boxes about what lies between `low` and `high` (x, y), working pixels, with so many times its
    size of room round it, in a photo whose study has a `shape` (h, w).

    They come in steps: what grew by a little has mostly the same. What lies outside of the photo
    has a box at its border.
    """
    size = max(float((high - low).max()), _LEAST)
    step = max(2.0 ** np.floor(np.log2(size * _STEP)), 1.0)
    last = np.asarray(shape[::-1]) - 1
    found = []
    for room in rooms:
        first = np.clip(np.floor((low - room * size) / step) * step, 0, last)
        end = np.clip(np.ceil((high + room * size) / step) * step, first + 1, last + 1)
        found.append((int(first[0]), int(first[1]), int(end[0]), int(end[1])))
    return found


class Evidence(NamedTuple):
    """What speaks for each region, on the scale of its fit to colours: (count,), and how sure that
    is, 0 to 1."""

    lean: NDArray[np.float32]
    sure: float
    stands_out: float


def nothing_told(count: int) -> Evidence:
    return Evidence(np.zeros(count, np.float32), 0.0, 0.0)


def seen_by(
    study: Study,
    field: NDArray[np.float32],
    stages: Sequence[NDArray[np.float32]],
    box: Box | None = None,
) -> Seen:
    """What an answer (h, w) and the sums of the decoder's stages, (channels, h, w) each, say of
    regions; all are of the whole photo or of a `box` in it, of any size."""
    height, width = study.labels.shape
    left, top, right, bottom = box or (0, 0, width, height)
    places = (study.centres + 0.5 - (left, top)) / (right - left, bottom - top)
    inside = np.asarray(((places >= 0) & (places <= 1)).all(1), np.bool_)
    columns = [_looked_up(one, places) for stage in stages for one in stage]
    inner = np.stack(columns, 1) if columns else np.zeros((study.count, 0), np.float32)
    shown = inner[inside] if inside.any() else inner
    inner = (inner - shown.mean(0)) / (shown.std(0) + np.float32(1e-6))
    both = np.concatenate([inner, 2 * places], 1).astype(np.float32)
    low = study.centres - (left, top) < _RIM
    high = (right, bottom) - study.centres < _RIM
    cut = np.asarray([left > 0, top > 0]), np.asarray([right < width, bottom < height])
    edge = np.asarray(inside & ((low & cut[0]) | (high & cut[1])).any(1), np.bool_)
    shown = np.where(inside, np.clip(_looked_up(field, places), 0, 1), 0)
    return Seen(shown.astype(np.float32), both, edge, study.areas)


def evidence(looks: Sequence[Seen], near: NDArray[np.bool_], far: NDArray[np.bool_]) -> Evidence:
    """What speaks for each region being of the kind of some (`near`) and not of others (`far`).

    Of several looks at the photo those have the say that tell the two apart. It is symmetric:
    exchanged, they give the opposite.
    """
    if not near.any() or not far.any():
        return nothing_told(len(near))
    by_field, told = _by_fields(looks, near, far)
    by_inner, trust = _by_inner(looks, near, far)
    return Evidence((by_field + by_inner).astype(np.float32), min(max(told, trust), 1.0), told)


def _by_fields(
    looks: Sequence[Seen], near: NDArray[np.bool_], far: NDArray[np.bool_]
) -> tuple[NDArray[np.float32], float]:
    told = np.asarray([seen.field[near].mean() - seen.field[far].mean() for seen in looks])
    weights = np.asarray([_worth(seen, t) for seen, t in zip(looks, told, strict=True)])
    weights = (weights / max(float(weights.max()), 1e-9)) ** _RATHER
    weights /= float(weights.sum())
    mixed = sum(
        w * np.sign(t) * (2 * seen.field - 1)
        for w, t, seen in zip(weights, told, looks, strict=True)
    )
    sure = float(np.abs(told) @ weights)
    return np.float32(_BY_FIELD * sure) * mixed, sure


def _worth(seen: Seen, told: float) -> float:
    """How far a look is to be believed: as it tells the strokes apart, if what it sees does not go
    on beyond what it was shown, is not larger than it needs to be, and is not in doubt."""
    whole = max(float(seen.areas @ seen.field), 1.0)
    edge = float(seen.areas @ (seen.field * seen.edge)) / max(float(seen.areas @ seen.edge), 1.0)
    doubt = float(seen.areas @ (seen.field * (1 - seen.field))) / whole
    kept = max(1 - edge, 0.01) ** _CUT_OFF * float(np.exp(-_DOUBT * doubt))
    return max(abs(told), 1e-3) * kept * whole**-_LARGE


def _by_inner(
    looks: Sequence[Seen], near: NDArray[np.bool_], far: NDArray[np.bool_]
) -> tuple[NDArray[np.float32], float]:
    inner = next((seen.inner for seen in looks if seen.inner.shape[1] > 2), None)
    if inner is None:
        return np.zeros(len(near), np.float32), 0.0
    one, other = _picked(near), _picked(far)
    trust = _trust(inner, one, other)
    if trust <= 0:
        return np.zeros(len(near), np.float32), 0.0
    told_apart = np.clip(inner @ _rule(inner[one], inner[other]), -1, 1)
    return np.float32(_BY_INNER * trust) * told_apart, trust


def _picked(side: NDArray[np.bool_]) -> NDArray[np.int64]:
    """Which regions of a side a rule is found on: all, or so many of them, evenly."""
    places = np.flatnonzero(side)
    if len(places) <= _MANY:
        return places
    return places[np.linspace(0, len(places) - 1, _MANY).astype(int)]


def _trust(inner: NDArray[np.float32], near: NDArray[np.int64], far: NDArray[np.int64]) -> float:
    """How well a rule found on half of some regions holds for the others: 0, by chance, to 1."""
    if min(len(near), len(far)) < _FEW:
        return 0.5  # too few to try it on
    rule = _rule(inner[near[::2]], inner[far[::2]])
    held = [np.clip(inner[side[1::2]] @ rule, -1, 1).mean() for side in (near, far)]
    return float(np.clip((held[0] - held[1]) / 2, 0, 1))


def _rule(near: NDArray[np.float32], far: NDArray[np.float32]) -> NDArray[np.float32]:
    """What gives 1 for rows (k, n) of one kind and -1 for others': (n,). Both sides count alike,
    however many they are."""
    rows = np.concatenate([near, far])
    share = np.r_[np.full(len(near), 1 / len(near)), np.full(len(far), 1 / len(far))]
    weighted = rows * share[:, None].astype(np.float32)
    square = rows.T @ weighted + np.float32(_RIDGE) * np.eye(rows.shape[1], dtype=np.float32)
    wish = weighted[: len(near)].sum(0) - weighted[len(near) :].sum(0)
    return np.asarray(np.linalg.solve(square, wish), np.float32)


def _looked_up(values: NDArray[np.float32], places: NDArray) -> NDArray[np.float32]:
    """A map (h, w) at places (n, 2), x and y from 0 to 1 across it: (n,)."""
    places = (places * values.shape[::-1] - 0.5).astype(np.float32)
    found = cv2.remap(
        np.ascontiguousarray(values, np.float32), places[:, :1], places[:, 1:], cv2.INTER_LINEAR,
        borderMode=cv2.BORDER_REPLICATE,
    )  # fmt: skip
    return np.asarray(found, np.float32).ravel()
