"""Cuts that end a few pixels short of the photo's border, where the thing itself goes on."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

# How close to the border an edge is meant to be it: a share of a side, and pixels.
_SHARE, _LEAST = 0.003, 4

SIDES = ("left", "top", "right", "bottom")


def border_reach(side: int) -> int:
    """Within how many pixels of a border of a photo so long a cut belongs to it."""
    return max(_LEAST, round(_SHARE * side))


def snapped(mask: NDArray[np.uint8]) -> NDArray[np.uint8]:
    """`mask` (H, W) carried on to the borders that it comes close to."""
    out = mask
    for turns in range(4):  # each side in turn is the upper one
        turned = np.rot90(out, turns)
        reach = border_reach(turned.shape[0])
        if turned.shape[0] <= 4 * reach:
            continue
        here = turned[reach]
        if not ((here > 127) & (turned[0] <= here)).any():
            continue
        out = out.copy() if out is mask else out
        rows = np.rot90(out, turns)[:reach]
        solid = (here > 127) & (np.rot90(out, turns)[2 * reach] > 127)
        np.maximum(rows, np.where(solid, here, 0), out=rows)
    return out


def cut_off(alpha: NDArray) -> tuple[str, ...]:
    """The sides of a picture's alpha (H, W) at which it is cut off instead of ending."""
    half = np.iinfo(alpha.dtype).max / 2
    down, across = (border_reach(side) for side in alpha.shape)
    rims = (alpha[:, :across], alpha[:down], alpha[:, -across:], alpha[-down:])
    return tuple(side for side, rim in zip(SIDES, rims, strict=True) if (rim > half).any())
