"""Fine edges of a mask of any size, solved for part by part."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, part, report
from woodcock.separate.matting import matte
from woodcock.separate.strands import TwoColours
from woodcock.separate.study import eight_bit

_TILE = 1024  # pixels
_ROOM = 64  # pixels round a tile; alpha hangs on what is farther off too little to see
_NEAR, _FAR = 28.0, 56.0  # pixels to sure ground: up to here it says, from here the colours do


def fine_edges(
    photo: NDArray,
    mask: NDArray[np.uint8],
    band: NDArray[np.bool_],
    progress: Progress | None = None,
    colours: TwoColours | None = None,
) -> NDArray[np.uint8]:
    """`mask` with the true alpha inside `band`.

    Near what is sure, alpha is solved for; in the midst of a wide band it is the share of the two
    `colours` that mix there.

    Parameters
    ----------
    photo : (H, W, 3 or 4) uint8 or uint16 sRGB.
    mask : (H, W) uint8, trusted outside the band.
    band : (H, W) bool.

    Returns
    -------
    (H, W) uint8. Raises Cancelled on request.
    """
    out = mask.copy()
    height, width = mask.shape
    corners = [(y, x) for y in range(0, height, _TILE) for x in range(0, width, _TILE)]
    for number, (top, left) in enumerate(corners):
        report(progress, number / len(corners), "Finding fine edges")
        here = slice(top, top + _TILE), slice(left, left + _TILE)
        x, y, w, h = cv2.boundingRect(band[here].view(np.uint8))
        if not w:
            continue
        y, x = top + y, left + x
        wide = slice(max(0, y - _ROOM), y + h + _ROOM), slice(max(0, x - _ROOM), x + w + _ROOM)
        light = eight_bit(photo[wide])[..., :3].astype(np.float32) / np.float32(255)
        given, unknown = mask[wide].astype(np.float32) / np.float32(255), band[wide]
        midst = np.zeros_like(given)
        if colours is not None:
            midst = _midst(unknown)
            lab: NDArray = cv2.cvtColor(light, cv2.COLOR_RGB2LAB)
            share = colours.share(lab, wide[1].start, wide[0].start)
            given = np.where(unknown & (midst > 0), share, given)
        solved = matte(
            light,
            given,
            unknown & (midst < 1),
            part(progress, number / len(corners), (number + 1) / len(corners)),
        )
        solved = midst * given + (1 - midst) * solved
        inner = slice(y - wide[0].start, None), slice(x - wide[1].start, None)
        out[y : y + h, x : x + w] = np.rint(solved[inner][:h, :w] * 255)
    return out


def _midst(unknown: NDArray[np.bool_]) -> NDArray[np.float32]:
    """0 near what is known, 1 far from it."""
    away: NDArray = cv2.distanceTransform(unknown.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    return np.clip((away - _NEAR) / (_FAR - _NEAR), 0, 1).astype(np.float32)
