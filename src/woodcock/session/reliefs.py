"""Layers with depth of their own: acts on a project."""

from __future__ import annotations

import cv2
import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.depth import depth_pixels, metres_of
from woodcock.depth.segments import ends_of
from woodcock.errors import WoodcockError
from woodcock.model import RELIEF_LIMITS, Project, Relief
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of
from woodcock.session.acts import free
from woodcock.session.staging import seen_by_depth
from woodcock.texts import tr

_FARTHEST = 3.0  # times its middle distance
_THIN = 0.004  # of the photo's longer side: half as wide is a strand
_GENTLE = 0.03  # of the photo's longer side: how widely the depth of strands is blurred


def set_relief(project: Project, layer_id: str, relief: Relief | None) -> Project:
    """The layer with this relief; None makes it flat."""
    return project.with_layer(replace(free(project, layer_id), relief=relief))


def change_relief(project: Project, layer_id: str, **values: float) -> Project:
    """The layer's relief with other values; what is too much is cut short."""
    kept = {
        name: min(max(value, RELIEF_LIMITS[name][0]), RELIEF_LIMITS[name][1])
        for name, value in values.items()
    }
    relief = project.layer(layer_id).relief or Relief()
    return set_relief(project, layer_id, replace(relief, **kept))


def relief_from_map(project: Project, layer_id: str, store: PixelStore) -> Project:
    """The layer as thick as the depth map says, for the distance it stands at.

    However far the map reaches, its back is at most three times as far as its middle: what is
    farther hardly moves against it, and would only be thick.

    Raises WoodcockError without a depth map, or where the layer covers nothing.
    """
    layer, depth = project.layer(layer_id), project.depth
    if depth is None or project.photo is None:
        raise WoodcockError(tr("There is no depth map yet. Estimate one, or load one, first."))
    values = depth_pixels(store, depth.pixels)
    where = seen_by_depth(project, layer_id, store)
    if not where.any():
        raise WoodcockError(
            tr("Nothing is seen of {name}, so the depth map can't shape it.", name=layer.name)
        )
    low, high = ends_of(values, where)
    middle = float(np.median(values[where]))
    middle = min(max(middle, low), high)
    ends = metres_of(np.array([low, middle, high]), depth.near, depth.far)
    back = min(ends[0] / ends[1], _FARTHEST)
    thick = float((back - ends[2] / ends[1]) * layer.distance)
    sits = (middle - low) / (high - low) if high > low else 0.5
    wanted = {"thickness": thick, "sits": sits}
    if layer.relief is None and layer.mask and _hairy(alpha_of(layer.mask, store)):
        # Every strand has a depth of its own: one gentle surface through them all, and no cuts.
        wanted |= {"cut": 1.0, "smooth": _GENTLE * max(project.photo.width, project.photo.height)}
    return change_relief(project, layer_id, **wanted)


def _hairy(mask: NDArray[np.uint8]) -> bool:
    """Whether most of what a mask covers lies close to its edge."""
    inside = mask > 127
    deep = cv2.distanceTransform(inside.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    return bool(inside.any()) and float(np.median(deep[inside])) < _THIN * max(mask.shape)
