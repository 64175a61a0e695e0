"""Soft edges between programs that mix colours as they are written, in sRGB, and light here.

Let C be what is seen of a half transparent pixel over what lies behind it. In the other way of
mixing another alpha comes nearest to C with the same colour, by least squares; what is left goes
into the colour, and alpha is as much more as lets it be one.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.media.layered_parts import LayeredPart
from woodcock.pixels.colour import linear_from_srgb, srgb_from_linear
from woodcock.progress import Progress, report
from woodcock.texts import tr

_ROWS = 256  # rows worked on at once
_OPAQUE = 1 - 0.5 / 65535  # what lies behind, to be known


def as_seen(
    parts: Sequence[LayeredPart], size: tuple[int, int], progress: Progress | None = None
) -> list[LayeredPart]:
    """Layers near to far whose half transparent pixels look in light as they did in sRGB.

    Only over what is opaque, for layers that are laid over plainly.
    """
    width, height = size
    seen = np.zeros((height, width, 4), np.float32)  # straight sRGB of what lies behind
    out: list[LayeredPart] = []
    for number, each in enumerate(reversed(parts)):
        report(progress, number / len(parts), tr("Looking at the edges"))
        plain = each.blend == "normal" and each.visible and each.opacity == 1.0
        out.append(_laid(each, seen) if plain else each)
    return out[::-1]


def as_written(light: NDArray[np.float32], behind: NDArray[np.float32]) -> NDArray[np.float32]:
    """A layer (H, W, 4) that looks in sRGB, over what is `behind` it, as it does in light.

    Both premultiplied linear light; where it is half transparent over what is opaque its alpha and
    its colour are others.
    """
    out = light.copy()
    for top in range(0, len(light), _ROWS):
        rows = slice(top, top + _ROWS)
        front, back = light[rows], behind[rows]
        alpha = front[..., 3]
        soft = (alpha > 0) & (alpha < 1) & (back[..., 3] >= _OPAQUE)
        if not soft.any():
            continue
        share = alpha[soft][:, None]
        goal = front[soft, :3] + (1 - share) * back[soft, :3]
        own = srgb_from_linear(front[soft, :3] / share)
        written = srgb_from_linear(back[soft, :3]), srgb_from_linear(goal)
        made, colours = _matched(own, *written, share)
        out[rows][soft, :3] = linear_from_srgb(colours) * made
        out[rows][soft, 3:] = made
    return out


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
        own_rows = slice(rows.start - each.y, rows.stop - each.y)
        there = np.flatnonzero(each.pixels[own_rows, x0 - each.x : x1 - each.x, 3].any(0))
        if not len(there):
            continue
        columns = slice(x0 + there[0], x0 + there[-1] + 1)
        own = own_rows, slice(columns.start - each.x, columns.stop - each.x)
        behind = seen[rows, columns]
        front = each.pixels[own].astype(np.float32) / np.float32(most)
        soft = (front[..., 3] > 0) & (front[..., 3] < 1) & (behind[..., 3] >= _OPAQUE)
        alpha = front[..., 3:]
        if soft.any():
            pixels = each.pixels.copy() if pixels is None else pixels
            goal = alpha * front[..., :3] + (1 - alpha) * behind[..., :3]
            values = front[soft, :3], behind[soft, :3], goal[soft]
            light, back, aim = (linear_from_srgb(x) for x in values)
            made, colours = _matched(light, back, aim, alpha[soft])
            changed = np.concatenate([srgb_from_linear(colours), made], axis=1)
            pixels[own][soft] = np.rint(changed * most).astype(pixels.dtype)
        through = (1 - alpha) * behind[..., 3:]
        covered = alpha + through
        mixed = alpha * front[..., :3] + through * behind[..., :3]
        behind[..., :3] = np.where(covered > 0, mixed / np.maximum(covered, 1e-6), 0)
        behind[..., 3:] = np.where(alpha == 1, 1.0, covered)
    return each if pixels is None else each._replace(pixels=pixels)


def _matched(
    own: NDArray, back: NDArray, goal: NDArray, was: NDArray
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """(N, 1) alpha and (N, 3) colours with which `own` over `back` is `goal`, (N, 3) all.

    `was` (N, 1) is the alpha where `own` and `back` are alike.
    """
    apart = own - back
    size = (apart * apart).sum(1)
    alpha = ((goal - back) * apart).sum(1) / np.maximum(size, 1e-8)
    # No less than lets the layer's colour be one.
    least = np.maximum((goal - back) / np.maximum(1 - back, 1e-6), (back - goal) / (back + 1e-6))
    alpha = np.clip(np.maximum(alpha, least.max(1)), 1 / 255, 1.0)
    alpha = np.where(size > 1e-8, alpha, was[:, 0])[:, None]
    return alpha, np.clip((goal - (1 - alpha) * back) / alpha, 0, 1)
