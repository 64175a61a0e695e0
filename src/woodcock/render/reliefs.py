"""The layers of a project taken apart into segments, where they have relief."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.depth import depth_pixels
from woodcock.depth.segments import STRIP, Segment, segments_of
from woodcock.pixels.resample import shrink
from woodcock.pixels.store import PixelStore
from woodcock.rebuild import Cut
from woodcock.rebuild.holes import grown
from woodcock.render.key import AtlasKey
from woodcock.separate.redraw import alpha_of

_MOST_PLACES = 640_000  # of a surface, whatever the photo's size
_GROWTH = 4.0  # pixels of a 1080-line frame by which the hole behind a strip is grown


@dataclass(frozen=True)
class SegmentCut:
    """What is cut for one segment of a layer: the mask ((H, W) uint8), None for the background.

    `surface` is (h, w) float32 over the whole photo, or None for a flat layer.
    """

    layer: str
    cut: Cut | None
    surface: NDArray[np.float32] | None = None


def segments_by_layer(key: AtlasKey, store: PixelStore) -> dict[str, tuple[Segment, ...]]:
    """Layer id -> the segments of a layer with relief; kept as long as they stay the same."""
    if key.depth is None:
        return {}
    width, height = key.size
    step = min(1.0, (_MOST_PLACES / (width * height)) ** 0.5)
    size = max(1, round(width * step)), max(1, round(height * step))
    depth = depth_pixels(store, key.depth)
    found = {}
    cover = np.zeros(size[::-1], np.uint8)
    for number, layer in enumerate(key.near_to_far):
        alpha = None if layer.mask is None else _at(alpha_of(layer.mask, store), size)
        if layer.relief is not None:
            edge, cut, smooth = layer.relief
            seen = cover < 128 if alpha is None else (alpha > 127) & (cover < 128)
            kept = store.derived(
                ("segments", key.depth, _shape(key, number), edge, cut, smooth, size),
                lambda: _packed(segments_of(depth, seen, edge * step, cut, smooth * step)),  # noqa: B023
            )
            found[layer.id] = _unpacked(kept)
        if alpha is not None:
            # What is made up beside a nearer cut tells nothing, nor does the depth there.
            hole = grown(alpha, layer.hole_growth * key.scale * step)
            cover = np.maximum(cover, hole.view(np.uint8) * 255)
    return found


def _shape(key: AtlasKey, number: int) -> tuple[object, ...]:
    """What a layer's segments depend on, beside the depth map and its own relief."""
    cuts = key.near_to_far[: number + 1]
    return key.scale, *((cut.mask, cut.hole_growth) for cut in cuts)


def segment_cuts(key: AtlasKey, store: PixelStore, size: tuple[int, int]) -> list[SegmentCut]:
    """What is cut from the photo at `size` (width, height), near to far, the background last."""
    segments = segments_by_layer(key, store)
    scale = key.scale * size[0] / key.size[0]
    cuts = []
    for layer in key.near_to_far:
        mask = None if layer.mask is None else shrink(alpha_of(layer.mask, store), size)
        own = segments.get(layer.id, ())
        lap = STRIP * max(size) / 16
        for segment in own[:-1]:
            assert segment.strip is not None and segment.hidden is not None
            strip, hidden = _sharp(segment.strip, size), _sharp(segment.hidden, size)
            if mask is not None:
                strip, hidden = np.minimum(strip, mask), np.minimum(hidden, mask)
            # What an inner strip hides of this one is no part of it any more.
            cuts.append(
                SegmentCut(layer.id, Cut(strip, min(_GROWTH * scale, lap), hidden), segment.surface)
            )
            if mask is not None:
                mask = np.minimum(mask, 255 - hidden)
        cut = None if mask is None else Cut(mask, layer.hole_growth * scale)
        cuts.append(SegmentCut(layer.id, cut, own[-1].surface if own else None))
    return cuts


def _at(alpha: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.uint8]:
    return np.asarray(cv2.resize(alpha, size, interpolation=cv2.INTER_AREA), np.uint8)


def _sharp(mask: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.uint8]:
    """A mask brought to a larger size, its edge no softer than it was."""
    by = size[0] / mask.shape[1]
    large = cv2.resize(mask, size, interpolation=cv2.INTER_LINEAR)
    if by <= 1:
        return np.asarray(large, np.uint8)
    return np.clip((large.astype(np.float32) - 127.5) * by + 127.5, 0, 255).astype(np.uint8)


def _packed(segments: tuple[Segment, ...]) -> NDArray[np.float32]:
    """(n, 3, h, w): strips, what they hide, surfaces."""
    none = np.zeros_like(segments[0].surface)
    return np.array(
        [
            [
                none if x.strip is None else x.strip,
                none if x.hidden is None else x.hidden,
                x.surface,
            ]
            for x in segments
        ],
        np.float32,
    )


def _unpacked(kept: NDArray[np.float32]) -> tuple[Segment, ...]:
    fronts = [Segment(x[0].astype(np.uint8), x[1].astype(np.uint8), x[2]) for x in kept[:-1]]
    return *fronts, Segment(None, None, kept[-1][2])
