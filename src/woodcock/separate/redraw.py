"""A mask's edge settings: holes filled, islands dropped, the edge smoothed, shifted, softened."""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import EdgeSettings, Mask, Picture
from woodcock.pixels.store import PixelStore


def alpha_of(mask: Mask, store: PixelStore) -> NDArray[np.uint8]:
    """The alpha a mask stands for, its settings carried out: (H, W) uint8, read-only."""
    if mask.edge == EdgeSettings():
        return store.get(mask.pixels)
    return store.derived(mask, lambda: redrawn(store.get(mask.pixels), mask.edge))


def picture_alpha(picture: Picture, store: PixelStore) -> NDArray[np.uint8] | None:
    """What is kept of a picture of its own, its edge redrawn: (H, W) uint8; None is all of it."""
    return alpha_of(Mask(picture.mask, picture.edge), store) if picture.mask else None


def redrawn(mask: NDArray[np.uint8], edge: EdgeSettings) -> NDArray[np.uint8]:
    """`mask` (H, W) with its edge settings carried out, in the order of `EdgeSettings`.

    Smoothing and shifting work on the signed distance to the edge, so both go by fractions of
    a pixel; the edge is then one pixel wide. Where neither is asked for, its alpha stays.
    """
    room = int(np.ceil(max(edge.shift, 0) + edge.soften + edge.smooth)) + 3
    x, y, w, h = cv2.boundingRect(mask)
    if not w:
        return mask
    # A mask that touches the border goes on beyond it: nothing is rounded off there.
    padded: NDArray = cv2.copyMakeBorder(mask, room, room, room, room, cv2.BORDER_REPLICATE)
    here = slice(y, y + h + 2 * room), slice(x, x + w + 2 * room)
    part = np.ascontiguousarray(padded[here])
    part = _without_pieces(part, edge.holes, inside=False)
    part = _without_pieces(part, edge.islands, inside=True)
    if edge.smooth or edge.shift:
        distance = _signed_distance(part)
        if edge.smooth:
            distance = np.asarray(cv2.GaussianBlur(distance, (0, 0), edge.smooth), np.float32)
        part = np.rint(np.clip(distance + edge.shift + 0.5, 0, 1) * 255).astype(np.uint8)
    if edge.soften:
        part = cv2.GaussianBlur(part, (0, 0), edge.soften / 2)
    padded[:] = 0
    padded[here] = part
    return np.ascontiguousarray(padded[room:-room, room:-room])


def _without_pieces(mask: NDArray[np.uint8], width: float, inside: bool) -> NDArray[np.uint8]:
    """Without islands smaller than a disc `width` pixels across, or holes nowhere that wide.

    A long thin hole is a line that was missed; a long thin island may be a hair.
    """
    from scipy import ndimage  # late: the window opens without it

    if not width:
        return mask
    there = (mask > 127) == inside
    count, pieces, stats, _ = cv2.connectedComponentsWithStats(there.view(np.uint8))
    small = stats[:, cv2.CC_STAT_AREA] < np.pi / 4 * width**2
    if not inside:
        depth = cv2.distanceTransform(there.view(np.uint8), cv2.DIST_L2, cv2.DIST_MASK_PRECISE)
        small |= ndimage.maximum(depth, pieces, np.arange(count)) <= width / 2
    small[0] = False
    gone = small[pieces]
    if not gone.any():
        return mask
    # Its soft rim goes with a piece.
    rim = cv2.dilate(gone.view(np.uint8), np.ones((3, 3), np.uint8)) > 0
    rim &= ~there | gone
    return np.where(rim, np.uint8(0 if inside else 255), mask)


def _signed_distance(mask: NDArray[np.uint8]) -> NDArray[np.float32]:
    """Pixels to the edge where alpha is one half, positive inside; alpha says where in a pixel."""
    inside, precise = mask > 127, cv2.DIST_MASK_PRECISE
    within: NDArray = cv2.distanceTransform(inside.view(np.uint8), cv2.DIST_L2, precise)
    without: NDArray = cv2.distanceTransform((~inside).view(np.uint8), cv2.DIST_L2, precise)
    distance = np.where(inside, within - 0.5, 0.5 - without)
    edge = (mask > 0) & (mask < 255) & (np.abs(distance) < 1)
    return np.where(edge, mask / np.float32(255) - 0.5, distance).astype(np.float32)
