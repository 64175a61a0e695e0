"""A layer with depth taken apart into segments: smooth surfaces, one before the other.

Where a surface is steep, its near side and its far side are different things in the photo, and a
moving lens sees between them. The strip along the near side becomes a segment of its own, in front
of the rest; what it hides of the rest is made up like behind any cut. Each segment by itself is
smooth, so that it can be drawn with no fold and no rubber between near and far.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.depth.fit import within
from woodcock.depth.slopes import eased
from woodcock.pixels.membrane import membrane

STRIP = 0.05  # of the picture's longer side: how wide the near side of a steep place is
_MOST = 3  # segments of a layer
_ENDS = 0.5, 99.5  # percentiles of the depth that count as a layer's back and front
_STEP = 0.004  # of the longer side: within how much a jump is a jump
_LAP = 0.15  # of the strip that covers the rest with nothing hidden there
_FLAT = 0.015  # of the whole map: a jump below which nothing is cut, however flat the layer
_SPECK = 40  # pixels of a steep place that is not worth a segment


@dataclass(frozen=True)
class Segment:
    """A part of a layer: `strip` (h, w) uint8 alpha, or None for all that is left of the layer.

    `hidden` (h, w) uint8 is what must be made up behind it. `surface` (h, w) float32 is 0 at the
    layer's back and 1 at its front, smooth everywhere, whatever the segment covers.
    """

    strip: NDArray[np.uint8] | None
    hidden: NDArray[np.uint8] | None
    surface: NDArray[np.float32]


def segments_of(
    depth: NDArray[np.uint16],
    seen: NDArray[np.bool_],
    edge: float = 0.0,
    cut: float = 0.2,
    smooth: float = 0.0,
) -> tuple[Segment, ...]:
    """The segments of a layer, near to far.

    Parameters
    ----------
    depth : (H, W) uint16, larger is nearer.
    seen : (h, w) bool, where the photo shows the layer; the segments have this size.
    edge : pixels from the border of `seen` within which depth is not trusted.
    cut : the jump, as a share of the layer's own range, at which it is cut; 1 never.
    smooth : pixels over which depth is blurred first.
    """
    height, width = seen.shape
    shrinks = width < depth.shape[1]
    values = cv2.resize(
        depth.astype(np.float32), (width, height),
        interpolation=cv2.INTER_AREA if shrinks else cv2.INTER_LINEAR,
    )  # fmt: skip
    trusted = within(seen, edge)
    low, high = ends_of(values, trusted)
    surface = np.clip((values - low) / max(high - low, 1.0), 0, 1)
    surface = membrane(surface.astype(np.float32), trusted)
    if smooth > 0:
        weight = trusted.astype(np.float32) + np.float32(1e-3)
        blurred = cv2.GaussianBlur(surface * weight, (0, 0), smooth)
        surface = blurred / cv2.GaussianBlur(weight, (0, 0), smooth)
    jump = max(cut, _FLAT * 65535 / max(high - low, 1.0))
    parts = [(seen, surface)]
    segments: list[Segment] = []
    reach = max(4, round(STRIP * max(width, height)))
    while len(segments) < _MOST - 1 and jump < 1:
        region, surface = parts[-1]
        found = _split(surface, region, jump, reach)
        if found is None:
            break
        strip, hidden, near, rest = found
        parts[-1] = (region, rest)
        parts.append((strip, near))
        segments.append(Segment(_soft(strip), _soft(hidden), near))
    # What was split off last lies nearest; each holds the surface that its own split left it.
    slope = 2 / reach
    surfaces = [eased(surface, slope) for _, surface in parts[::-1]]
    fronts = [
        Segment(segment.strip, segment.hidden, surface)
        for segment, surface in zip(segments[::-1], surfaces, strict=False)
    ]
    return *fronts, Segment(None, None, surfaces[-1])


def ends_of(depth: NDArray, where: NDArray[np.bool_]) -> tuple[float, float]:
    """The values of a depth map that are a layer's back and front."""
    if not where.any():
        return 0.0, 1.0
    low, high = np.percentile(depth[where], _ENDS)
    return float(low), float(high)


def _split(
    surface: NDArray[np.float32], seen: NDArray[np.bool_], cut: float, reach: int
) -> tuple[NDArray[np.bool_], NDArray[np.bool_], NDArray[np.float32], NDArray[np.float32]] | None:
    """The strip before a layer's steep places; None where there are none.

    Returns the strip, what it hides, and the surfaces of the strip and of the rest.
    """
    window = np.ones((2 * max(1, round(_STEP * max(seen.shape) / 2)) + 1,) * 2, np.uint8)
    high = cv2.dilate(np.where(seen, surface, np.float32(-9)), window)
    low = cv2.erode(np.where(seen, surface, np.float32(9)), window)
    steep = seen & (high - low > cut)
    near = steep & (2 * surface > high + low)
    _, parts, sizes, _ = cv2.connectedComponentsWithStats(near.view(np.uint8))
    near &= (sizes[:, cv2.CC_STAT_AREA] >= _SPECK)[parts]
    if not near.any():
        return None
    # Blurred steps are made sharp: each side has its own level up to the middle.
    sharp = np.where(near, high, np.where(steep, low, surface)).astype(np.float32)
    open_: NDArray = (seen & (near | ~steep)).view(np.uint8)
    strip, hidden = near.view(np.uint8), near.view(np.uint8)
    covering = round(reach * (1 - _LAP))
    for step in range(reach):
        kernel = cv2.MORPH_CROSS if step % 2 else cv2.MORPH_RECT
        strip = np.minimum(cv2.dilate(strip, cv2.getStructuringElement(kernel, (3, 3))), open_)
        if step == covering - 1:
            hidden = strip
    far = seen & (strip == 0)
    if not far.any():
        return None
    # Behind the strip the far side goes on level for half of it, then rises to the near side.
    behind = membrane(sharp, far & ~_wide(strip, 1))
    outer = (hidden > 0) & _wide((steep & ~near).view(np.uint8), reach / 2)
    rest = np.where(outer, behind, sharp).astype(np.float32)
    rest = membrane(rest, (seen & (hidden == 0)) | outer)
    return strip > 0, hidden > 0, membrane(sharp, strip > 0), rest


def _wide(mask: NDArray[np.uint8], by: float) -> NDArray[np.bool_]:
    away = cv2.distanceTransform((mask == 0).view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    return np.asarray(away <= by)


def _soft(mask: NDArray[np.bool_]) -> NDArray[np.uint8]:
    return mask.astype(np.uint8) * 255
