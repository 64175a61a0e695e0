"""Fine edges of a mask of any size, solved for part by part."""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.matting.closed_form import matte
from woodcock.pixels.threads import together
from woodcock.progress import Progress, report
from woodcock.separate.strands import TwoColours
from woodcock.separate.study import eight_bit
from woodcock.texts import tr

_TILE = 1024  # pixels
_ROOM = 64  # pixels round a tile; alpha hangs on what is farther off too little to see
_LAP = 32  # pixels by which tiles overlap, blended, so that no seam is left in a wide band
_HAZE = 0.04  # alpha that is left over where there is nothing, or lacking where all is the thing
_DEEPER = 4  # hair is drawn round with a broad brush: see `matte`
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
    if not band.any():
        return mask
    height, width = mask.shape
    tiles = [_Tile(y, x) for y in range(0, height, _TILE) for x in range(0, width, _TILE)]
    done: list[_Tile] = []
    solved, weight = np.zeros((2, height, width), np.float32)
    adding = new_lock()

    def going_on(_: float, text: str) -> bool:
        return progress is None or progress(len(done) / len(tiles), text)

    def solve(tile: _Tile) -> None:
        report(going_on, 0.0, tr("Finding fine edges"))
        x, y, w, h = cv2.boundingRect(band[tile.inner].view(np.uint8))
        if w:
            y, x = tile.inner[0].start + y, tile.inner[1].start + x
            here = slice(max(0, y - _ROOM), y + h + _ROOM), slice(max(0, x - _ROOM), x + w + _ROOM)
            alpha = _solved(photo[here], mask[here], band[here], here, colours, going_on)
            part = alpha[y - here[0].start :, x - here[1].start :][:h, :w]
            share = tile.weight(y, x, h, w)
            with adding:
                solved[y : y + h, x : x + w] += part * share
                weight[y : y + h, x : x + w] += share
        done.append(tile)

    together(solve, tiles)  # they read the mask as it was, so they may run at once
    return np.where(band, np.rint(solved / np.maximum(weight, 1e-6) * 255), mask).astype(np.uint8)


class _Tile(NamedTuple):
    top: int
    left: int

    @property
    def inner(self) -> tuple[slice, slice]:
        """The part of the photo it has a say in."""
        top, left = max(self.top - _LAP, 0), max(self.left - _LAP, 0)
        return slice(top, self.top + _TILE + _LAP), slice(left, self.left + _TILE + _LAP)

    def weight(self, y: int, x: int, h: int, w: int) -> NDArray[np.float32]:
        """How much it has to say in a box of that part, (h, w): less towards its ends."""
        down, across = (
            np.clip(
                (np.minimum(at + 0.5 - start, start + _TILE - at - 0.5) + _LAP) / (2 * _LAP), 0, 1
            )
            for at, start in ((np.arange(y, y + h), self.top), (np.arange(x, x + w), self.left))
        )
        return np.outer(down, across).astype(np.float32) + np.float32(1e-6)


def _solved(
    photo: NDArray,
    mask: NDArray[np.uint8],
    unknown: NDArray[np.bool_],
    here: tuple[slice, slice],
    colours: TwoColours | None,
    progress: Progress,
) -> NDArray[np.float32]:
    """The alpha of a part of the photo that lies `here`."""
    light = eight_bit(photo)[..., :3].astype(np.float32) / np.float32(255)
    given = mask.astype(np.float32) / np.float32(255)
    if colours is None:
        return _clear(matte(light, given, unknown, progress, deeper=_DEEPER))
    midst = _midst(unknown)
    lab: NDArray = cv2.cvtColor(light, cv2.COLOR_RGB2LAB)
    share = colours.share(lab, here[1].start, here[0].start)
    given = np.where(unknown & (midst > 0), share, given)
    near = _clear(matte(light, given, unknown & (midst < 1), progress, deeper=_DEEPER))
    return midst * given + (1 - midst) * near


def _clear(alpha: NDArray[np.float32]) -> NDArray[np.float32]:
    """Alpha without the haze of the other side at its ends (common practice, no source)."""
    return np.clip((alpha - _HAZE) / (1 - 2 * _HAZE), 0, 1).astype(np.float32)


def _midst(unknown: NDArray[np.bool_]) -> NDArray[np.float32]:
    """0 near what is known, 1 far from it."""
    away: NDArray = cv2.distanceTransform(unknown.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_5)
    return np.clip((away - _NEAR) / (_FAR - _NEAR), 0, 1).astype(np.float32)
