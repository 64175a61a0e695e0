"""Places of a mask that look wrong: strays, left-over background, fringes."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.separate.likeness import likeness
from woodcock.separate.local_colour import local_colour
from woodcock.separate.sides import fit, log_odds
from woodcock.separate.study import Study

_RING, _ABOUT = 60, 41  # working pixels: how far round a mask its background is looked at
_UNLIKE = 1.5  # log ratio from which a region fits the background better
_STRAY = 0.02  # of the mask: larger pieces are meant
_CLEARLY, _MOST_ODDS = 0.7, 6.0  # log odds a pixel: the least of a doubt, the most that count
_LEAST, _MOST = 12, 0.15  # working pixels; of the mask: sizes of what is pointed out
_RIM, _FRINGED, _CONTRAST = 3, 0.3, 12.0  # pixels; place between the sides; L*a*b* steps


@dataclass(frozen=True)
class Doubt:
    """A place to look at: `kind` is stray, gap or fringe; a box in the photo's pixels."""

    kind: str
    x: float
    y: float
    width: float
    height: float


def doubts(study: Study, small: NDArray[np.uint8], most: int = 10) -> tuple[Doubt, ...]:
    """What is worth a look in a mask (h, w) uint8 at working size, what a viewer sees first first.

    - stray: a small piece apart from the rest
    - gap: a part inside that looks like what is round the mask: background left between limbs
    - fringe: a piece of rim in the background's colours

    They are ranked by how much there is of each pixel's evidence that it is on the wrong side; a
    place without any is none.
    """
    inside = small > 127
    size = int(inside.sum())
    if not size:
        return ()
    found: list[tuple[float, Doubt]] = []
    evidence = _evidence(study, inside)
    for kind, where, least, largest in (
        ("stray", inside, _LEAST / 4, _STRAY * size),
        ("gap", _gaps(study, inside), _LEAST, _MOST * size),
        ("fringe", _fringes(study, inside), _LEAST, _MOST * size),
    ):
        _, pieces, stats, _ = cv2.connectedComponentsWithStats(where.view(np.uint8))
        against = np.bincount(pieces.ravel(), evidence.ravel(), len(stats))
        for box, sum_ in zip(stats[1:], against[1:], strict=True):
            area = box[cv2.CC_STAT_AREA]
            if least <= area < largest and sum_ > _CLEARLY * area:
                found.append((float(sum_), _doubt(kind, box, study.scale)))
    found.sort(key=lambda item: -item[0])
    return tuple(doubt for _, doubt in found[:most])


def _evidence(study: Study, inside: NDArray[np.bool_]) -> NDArray[np.float32]:
    """How much likelier each pixel's colour is outside than inside: (h, w), 0 to a few."""
    deep, far = (
        cv2.distanceTransform(side.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
        for side in (inside, ~inside)
    )
    odds = log_odds(fit(study.lab, far > _RIM), fit(study.lab, deep > 2 * _RIM))
    return np.clip(odds, 0, _MOST_ODDS)


def _doubt(kind: str, box: NDArray[np.int32], scale: float) -> Doubt:
    return Doubt(kind, *(float(value) / scale for value in box[:4]))


def _gaps(study: Study, inside: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Regions inside that fit the surroundings better than the rest of the inside."""
    away = cv2.distanceTransform((~inside).view(np.uint8), cv2.DIST_L2, 3)
    ring = np.where((away > 2) & (away < _RING), np.uint8(255), np.uint8(0))
    own = study.share(inside.view(np.uint8) * np.uint8(255)) > 0.8
    around = study.share(ring) > 0.8
    if not own.any() or not around.any():
        return np.zeros(inside.shape, np.bool_)
    foreign = own & (likeness(study.counts, own, around) < -_UNLIKE)
    return np.asarray(foreign[study.labels] & inside)


def _fringes(study: Study, inside: NDArray[np.bool_]) -> NDArray[np.bool_]:
    """Pixels just inside the rim that have the colours of what lies just outside."""
    kernel = np.ones((2 * _RIM + 1,) * 2, np.uint8)
    flat = inside.view(np.uint8)
    rim = inside & (cv2.erode(flat, kernel) == 0)
    band = cv2.dilate(flat, kernel) != cv2.erode(flat, kernel)
    own, other = (local_colour(study.lab, side, band, _ABOUT) for side in (inside, ~inside))
    across = own - other
    length = (across**2).sum(2)
    place = ((study.lab - other) * across).sum(2) / np.maximum(length, 1e-3)
    fringe = rim & (length > _CONTRAST**2) & (place < _FRINGED)
    # One pixel of mixed colour is what an edge looks like; two deep are a fringe.
    return np.asarray(cv2.morphologyEx(fringe.view(np.uint8), cv2.MORPH_OPEN, np.ones((2, 2)))) > 0
