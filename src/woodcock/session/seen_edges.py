"""Soft edges made where layers are blended in sRGB, for a program that blends in light."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.media.layered import LayeredPart
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.progress import Progress, report

_ROWS = 256  # rows worked on at once


def as_seen(
    parts: Sequence[LayeredPart], size: tuple[int, int], progress: Progress | None = None
) -> list[LayeredPart]:
    """Layers near to far whose half transparent pixels look in light as they did in sRGB.

    Let C = aF + (1 - a)B be what was seen, in sRGB. In linear light another alpha comes nearest to
    it with the same F, by least squares; what is left goes into F, and alpha is as much more as
    lets F be a colour. Only over what is opaque, for layers that are laid over plainly.
    """
    width, height = size
    seen = np.zeros((height, width, 4), np.float32)  # straight sRGB of what lies behind
    out: list[LayeredPart] = []
    for number, each in enumerate(reversed(parts)):
        report(progress, number / len(parts), "Looking at the edges")
        plain = each.blend == "normal" and each.visible and each.opacity == 1.0
        out.append(_laid(each, seen) if plain else each)
    return out[::-1]


def _laid(each: LayeredPart, seen: NDArray[np.float32]) -> LayeredPart:
    """A layer with such edges; it is laid over what is `seen` already."""
    height, width = seen.shape[:2]
    high, wide = each.pixels.shape[:2]
    x0, y0 = max(each.x, 0), max(each.y, 0)
    x1, y1 = min(each.x + wide, width), min(each.y + high, height)
    if x0 >= x1 or y0 >= y1:
        return each
    most = np.iinfo(each.pixels.dtype).max
    pixels: NDArray | None = None
    for top in range(y0, y1, _ROWS):
        rows = slice(top, min(top + _ROWS, y1))
        own = slice(rows.start - each.y, rows.stop - each.y), slice(x0 - each.x, x1 - each.x)
        behind = seen[rows, x0:x1]
        front = each.pixels[own].astype(np.float32) / np.float32(most)
        soft = (front[..., 3] > 0) & (front[..., 3] < 1) & (behind[..., 3] == 1)
        alpha = front[..., 3:]
        colours = alpha * front[..., :3] + (1 - alpha) * behind[..., :3]
        if soft.any():
            pixels = each.pixels.copy() if pixels is None else pixels
            made = _in_light(front[soft], behind[soft, :3], colours[soft])
            pixels[own][soft] = np.rint(made * most).astype(pixels.dtype)
        through = (1 - alpha) * behind[..., 3:]
        covered = alpha + through
        mixed = alpha * front[..., :3] + through * behind[..., :3]
        behind[..., :3] = np.where(covered > 0, mixed / np.maximum(covered, 1e-6), 0)
        behind[..., 3:] = covered
        behind[front[..., 3] == 1, 3] = 1.0
    return each if pixels is None else each._replace(pixels=pixels)


def _in_light(
    front: NDArray[np.float32], behind: NDArray[np.float32], seen: NDArray[np.float32]
) -> NDArray[np.float64]:
    """(N, 4) straight sRGB and alpha that look like `seen` (N, 3) over `behind` (N, 3) in light."""
    own, back, goal = (linear_from_srgb(x) for x in (front[:, :3], behind, seen))
    apart = own - back
    size = (apart * apart).sum(1)
    alpha = np.where(size > 1e-8, ((goal - back) * apart).sum(1) / np.maximum(size, 1e-8), 0)
    # No less than lets the layer's colour be one.
    least = np.maximum((goal - back) / np.maximum(1 - back, 1e-6), (back - goal) / (back + 1e-6))
    alpha = np.clip(np.maximum(alpha, least.max(1)), 1 / 255, 1.0)
    alpha = np.where(size > 1e-8, alpha, front[:, 3])[:, None]
    colours = np.clip((goal - (1 - alpha) * back) / alpha, 0, 1)
    return np.concatenate([srgb_from_linear(colours), alpha], axis=1)
