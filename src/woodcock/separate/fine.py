"""Fine edges of a mask of any size, solved for part by part."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.progress import Progress, part, report
from woodcock.separate.matting import matte
from woodcock.separate.study import eight_bit

_TILE, _ROOM = (
    1024,
    64,
)  # pixels; alpha hangs on what is farther off than the room too little to see


def fine_edges(
    photo: NDArray,
    mask: NDArray[np.uint8],
    band: NDArray[np.bool_],
    progress: Progress | None = None,
) -> NDArray[np.uint8]:
    """`mask` with the true alpha inside `band`.

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
        solved = matte(
            eight_bit(photo[wide]).astype(np.float32) / np.float32(255),
            mask[wide].astype(np.float32) / np.float32(255),
            band[wide],
            part(progress, number / len(corners), (number + 1) / len(corners)),
        )
        inner = slice(y - wide[0].start, None), slice(x - wide[1].start, None)
        out[y : y + h, x : x + w] = np.rint(solved[inner][:h, :w] * 255)
    return out
