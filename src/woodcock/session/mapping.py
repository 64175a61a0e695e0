"""Changing the photo's depth map: acts on a project."""

from __future__ import annotations

from collections.abc import Callable

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.depth import depth_pixels
from woodcock.depth.fit import fitted
from woodcock.errors import WoodcockError
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session.staging import seen_by_depth, set_depth
from woodcock.texts import tr

Change = Callable[[NDArray[np.float32]], NDArray[np.float32]]

_RIM = 0.01  # of the map's longer side: how far from an edge both sides may be mixed in it


def change_depth(
    project: Project, store: PixelStore, change: Change, layer_id: str | None = None
) -> Project:
    """The depth map after `change` of its values, 0 to 1; of one layer only, if one is given.

    Raises WoodcockError without a depth map.
    """
    depth = project.depth
    if depth is None:
        raise WoodcockError(tr("There is no depth map yet. Estimate one, or load one, first."))
    old = depth_pixels(store, depth.pixels)
    made = change(old.astype(np.float32) / np.float32(65535))
    new = np.rint(np.clip(made, 0, 1) * 65535).astype(np.uint16)
    if layer_id is not None:
        new = np.where(seen_by_depth(project, layer_id, store), new, old)
    return set_depth(project, replace(depth, pixels=store.put(new)))


def fit_depth(project: Project, store: PixelStore) -> Project:
    """The depth map with the edges of the layers' masks, so that none carries another's depth.

    Raises WoodcockError without a depth map.
    """

    def change(values: NDArray[np.float32]) -> NDArray[np.float32]:
        size = values.shape[1], values.shape[0]
        masks = [
            np.asarray(
                cv2.resize(alpha_of(x.mask, store), size, interpolation=cv2.INTER_AREA), np.uint8
            )
            for x in project.near_to_far
            if x.mask
        ]
        return fitted(values, masks, _RIM * max(size))

    return change_depth(project, store, change)
