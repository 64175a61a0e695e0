"""Where lightning strikes: the first place on its way that it can reach."""

from __future__ import annotations

import numpy as np

from woodcock.depth import depth_pixels
from woodcock.depth.metres import metres_of
from woodcock.model import Project
from woodcock.pixels.store import PixelStore
from woodcock.separate.redraw import alpha_of

Place = tuple[float, float]
_BEHIND = 0.012  # of the photo's height: how far its foot is behind the rim it goes behind


def struck(project: Project, store: PixelStore, start: Place, end: Place, away: float) -> Place:
    """Where a bolt `away` metres off ends that goes from `start` through `end`, in photo pixels.

    That is a little behind the rim of the first visible layer nearer than it, or where the depth
    map's ground comes as near as it is; at `end` if nothing is in its way down to the photo's foot.
    """
    photo = project.photo
    assert photo is not None
    rows = np.arange(max(int(start[1]), 0), photo.height)
    across = start[0] + (end[0] - start[0]) * (rows - start[1]) / max(end[1] - start[1], 1.0)
    columns = np.clip(across, 0, photo.width - 1).astype(np.int64)
    met = np.zeros(len(rows), bool)
    for layer in project.layers:
        if layer.mask is not None and layer.visible and layer.distance < away:
            met |= alpha_of(layer.mask, store)[rows, columns] > 127
    if project.depth is not None:
        depth, map_of = depth_pixels(store, project.depth.pixels), project.depth
        height, width = depth.shape
        y, x = rows * height // photo.height, columns * width // photo.width
        met |= metres_of(depth[y, x], map_of.near, map_of.far) < away
    met[: len(rows) // 50] = False  # what is at its very start is no ground
    if not met.any():
        return end
    first = int(np.argmax(met))
    row = min(first + round(_BEHIND * photo.height), len(rows) - 1)
    return float(across[row]), float(rows[row])
