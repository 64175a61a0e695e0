"""A cut that lies a few pixels off its thing's edge: how far, on which side, and moved onto it."""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer, Project
from woodcock.pixels.colour import decode
from woodcock.pixels.store import PixelStore
from woodcock.progress import Progress
from woodcock.rebuild.edges import told_by_photo
from woodcock.rebuild.pieces import made_anew
from woodcock.separate.redraw import alpha_of
from woodcock.stage.placement import photo_scale

_LOOKED_AT = 1_500_000  # pixels at which it is looked how far off a cut lies
_LINES = 1080  # of a frame: the growth is in pixels of one that has so many
_MOST = 24.0  # pixels by which a cut can be off
_FEW = 40  # pixels of an edge on one side, below which nothing is said of that
_NOISE = 8  # of 255, by which alpha varies where nothing tells it
_ASIDE = 0.7  # of a step along the edge's normal that must lead to that side


class Off(NamedTuple):
    """How far outside its thing's edge a cut lies, in photo pixels, negative: inside."""

    left: float
    right: float
    top: float
    bottom: float


def follow(
    project: Project, layer_id: str | None, store: PixelStore, progress: Progress | None = None
) -> NDArray[np.uint8] | None:
    """A layer's mask moved onto the edge it lies beside; None where there is none, or no mask.

    Raises Cancelled on request.
    """
    layer = next((x for x in project.layers if x.id == layer_id), None)
    if layer is None or layer.mask is None or project.photo is None:
        return None
    photo, mask = store.get(project.photo.pixels), alpha_of(layer.mask, store)
    moved = followed(photo, mask, _reach(project, layer), progress)
    changed: NDArray = cv2.absdiff(moved, mask)
    return moved if (changed > _NOISE).any() else None


def how_far_off(
    project: Project, layer: Layer, store: PixelStore, progress: Progress | None = None
) -> Off:
    """How far a layer's cut lies off its thing's edge; raises Cancelled on request."""
    assert layer.mask is not None and project.photo is not None
    mask = alpha_of(layer.mask, store)
    return off(store.get(project.photo.pixels), mask, _reach(project, layer), progress)


def _reach(project: Project, layer: Layer) -> float:
    """By how many photo pixels a layer's cut may be off, as it is shown in the frame."""
    photo, frame = project.photo, project.frame
    assert photo is not None
    scale = photo_scale(photo, project.placement, (frame.width, frame.height))
    return min(layer.hole_growth * frame.height / _LINES / scale, _MOST)


def followed(
    photo: NDArray, mask: NDArray[np.uint8], reach: float, progress: Progress | None = None
) -> NDArray[np.uint8]:
    """`mask` (H, W) with its edge where the photo (H, W, 3 or 4) sRGB has it, up to `reach` pixels
    off. Raises Cancelled on request."""
    nothing = np.zeros(mask.shape, np.uint8)
    light = decode(photo[..., :3])
    return told_by_photo(light, mask, max(reach, 1.0), nothing, None, made_anew, progress).alpha


def off(
    photo: NDArray, mask: NDArray[np.uint8], reach: float, progress: Progress | None = None
) -> Off:
    """How far a cut lies off, side by side; looked at smaller where the photo is large."""
    scale = min((_LOOKED_AT / mask.size) ** 0.5, 1.0)
    if scale < 1:
        size = round(mask.shape[1] * scale), round(mask.shape[0] * scale)
        small: NDArray = cv2.resize(mask, size, interpolation=cv2.INTER_AREA)
        photo, mask = cv2.resize(photo[..., :3], size, interpolation=cv2.INTER_AREA), small
    found = followed(photo, mask, reach * scale, progress)
    away = _outside(mask) - _outside(found)
    return Off(*(round(value / scale, 1) for value in _by_side(mask, away)))


def _outside(mask: NDArray[np.uint8]) -> NDArray[np.float32]:
    """Pixels from each pixel's middle to a mask's edge, positive inside it: (h, w)."""
    inside = (mask > 127).view(np.uint8)
    within = cv2.distanceTransform(inside, cv2.DIST_L2, cv2.DIST_MASK_5)
    beyond = cv2.distanceTransform(1 - inside, cv2.DIST_L2, cv2.DIST_MASK_5)
    # Both are counted between middles: the edge is half a pixel before the first one of the other.
    return np.asarray(within - beyond - np.where(inside, 0.5, -0.5), np.float32)


def _by_side(mask: NDArray[np.uint8], away: NDArray[np.float32]) -> list[float]:
    """The median of `away` along the mask's edge on each side, left, right, top, bottom."""
    inside = (mask > 127).view(np.uint8)
    edge = inside != cv2.erode(inside, np.ones((3, 3), np.uint8))
    smooth = cv2.GaussianBlur(inside.astype(np.float32), (0, 0), 4.0)
    across, down = (cv2.Sobel(smooth, cv2.CV_32F, *axis)[edge] for axis in ((1, 0), (0, 1)))
    length = np.maximum(np.hypot(across, down), 1e-6)
    values, out = away[edge], []
    for step in (across, -across, down, -down):  # inwards from the left, right, top, bottom
        there = values[step / length > _ASIDE]
        out.append(float(np.median(there)) if len(there) >= _FEW else 0.0)
    return out
