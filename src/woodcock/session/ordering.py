"""Where a new cut belongs in depth, by how it lies in the photo."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Mask, Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of

_OVERLAP = 0.03  # of the smaller of two masks: from here on one lies over the other
_ROUND = 0.5  # of a smaller mask: from here on the larger one lies round it
_LOWER = 0.02  # of the photo's height: by so much lower something surely meets the ground
_SMALL = 512  # pixels of the longer side at which masks are compared


def stands_before(project: Project, mask: NDArray[np.uint8], store: PixelStore) -> str:
    """The id of the layer that a new cut, (H, W) uint8, belongs just in front of.

    It is nearer than what it overlaps, unless it lies all round that, as the ground does round what
    stands on it; and than what meets the ground higher up in the photo (on level ground what is
    nearer stands lower; a fact of perspective). Where neither tells it goes behind what was cut
    before.
    """
    new = _small(mask)
    for layer in project.near_to_far:
        if layer.mask is not None and layer.visible and _nearer(new, layer, layer.mask, store):
            return layer.id
    return project.background.id


def _nearer(new: NDArray[np.bool_], layer: Layer, mask: Mask, store: PixelStore) -> bool:
    old = store.derived(("foot", mask), lambda: _small(alpha_of(mask, store)))
    both, own, other = (int(x.sum()) for x in (new & old, new, old))
    if both > _OVERLAP * max(min(own, other), 1):
        return own < other or both < _ROUND * other
    return _foot(new) - _foot(old) > _LOWER * len(new)


def _foot(there: NDArray[np.bool_]) -> int:
    """The lowest row of what is there; strays below it do not count."""
    rows = there.sum(axis=1)
    solid = np.flatnonzero(rows > 0.05 * max(int(rows.max()), 1))
    return int(solid[-1]) if len(solid) else 0


def _small(mask: NDArray[np.uint8]) -> NDArray[np.bool_]:
    scale = min(1.0, _SMALL / max(mask.shape))
    size = max(round(mask.shape[1] * scale), 1), max(round(mask.shape[0] * scale), 1)
    return np.asarray(cv2.resize(mask, size, interpolation=cv2.INTER_AREA) > 127)
