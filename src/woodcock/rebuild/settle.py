"""What patches made, settled into its surroundings: smooth where they are, as rough as they are."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane
from woodcock.progress import Progress, report
from woodcock.rebuild.exemplar import Exemplars
from woodcock.texts import tr

_BROADLY = 500_000  # pixels of the size at which broad things are worked out
_TILE, _ROOM = 512, 16  # pixels worked on at once, and round them
_WINDOW = 25  # pixels of the square in which roughness is measured
_MOST_GAIN = 2.5  # by which fine detail is made stronger or weaker at the most
_FINE = 1.0  # pixels: the blur whose difference counts as fine detail
_BROAD = 2.0  # and that above which colours are broad
_UNSURE, _SHARE = 8.0, 1.0  # the cost of patches from which the membrane has this much to say
_KNOWS = 32.0  # pixels into the hole at which that has sunk to a third
_SMOOTH = 2.5, 1.0  # roughness, in 8-bit steps, from which patches count, and from which not at all


@dataclass(frozen=True)
class Around:
    """Colours (h, w, 3) and fine detail's energy (h, w), float32: outside a hole and through it.

    At a smaller size than the picture's where that is large; the energy is that of full size.
    """

    colours: NDArray[np.float32]
    energy: NDArray[np.float32]

    def colours_of(self, shape: tuple[int, int]) -> NDArray[np.uint8]:
        """The colours at the picture's own size (H, W)."""
        whole = np.clip(np.rint(self.colours), 0, 255).astype(np.uint8)
        return np.asarray(cv2.resize(whole, shape[::-1], interpolation=cv2.INTER_LINEAR))


def settle(
    made: Exemplars,
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    wanted: NDArray[np.bool_],
    around: Around,
    out: NDArray[np.uint8],
    progress: Progress | None = None,
) -> None:
    """Put the colours of a filled hole into `out` (H, W, 3) uint8.

    Where patches fit badly, or all round is smooth, broad colours follow a membrane between the
    hole's borders; fine detail is brought to the strength it has around the hole.

    Parameters
    ----------
    picture : (H, W, 3) uint8, read outside the hole only.
    hole : (H, W) bool, what was made up. wanted : (H, W) bool, the part of it to be put out.
    around : what `from_outside` says of the picture.
    """
    height, width = hole.shape
    trust = _trust(hole, around.energy.shape)
    corners = [(y, x) for y in range(0, height, _TILE) for x in range(0, width, _TILE)]
    for number, (top, left) in enumerate(corners):
        report(progress, number / len(corners), tr("Blending in"))
        inner = slice(top, top + _TILE), slice(left, left + _TILE)
        if not wanted[inner].any():
            continue
        y, x = max(0, top - _ROOM), max(0, left - _ROOM)
        here = slice(y, top + _TILE + _ROOM), slice(x, left + _TILE + _ROOM)
        inside = hole[here]
        box = y, x, *inside.shape
        colours = _tile(
            made.picture[here][..., :3].astype(np.float32) + _piece(made.off, box, hole.shape),
            picture[here],
            inside,
            made.cost[here],
            _piece(around.colours, box, hole.shape),
            np.maximum(_piece(around.energy, box, hole.shape), 0),
            _piece(trust, box, hole.shape),
            made.pieces,
        )
        part = colours[top - y :, left - x :][:_TILE, :_TILE]
        there = wanted[inner]
        out[inner][there] = np.rint(np.clip(part[there], 0, 255))


def _tile(
    patches: NDArray[np.float32],
    picture: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    cost: NDArray[np.float32],
    broad: NDArray[np.float32],
    energy: NDArray[np.float32],
    trust: NDArray[np.float32],
    pieces: bool,
) -> NDArray[np.float32]:
    """The colours of one tile: (h, w, 3)."""
    even = np.clip((_SMOOTH[0] - np.sqrt(energy)) / (_SMOOTH[0] - _SMOOTH[1]), 0, 1)
    if pieces:
        even = even * trust
    share = np.maximum(_SHARE * trust * np.clip(cost / _UNSURE, 0, 1), even)[..., None]
    smooth, own = (cv2.GaussianBlur(x, (0, 0), _BROAD) for x in (broad, patches))
    whole = np.where(hole[..., None], patches + share * (smooth - own), picture)
    whole = whole.astype(np.float32)
    have = np.maximum(cv2.blur(_detail(whole), (_WINDOW, _WINDOW)), 0)
    gain = np.clip(np.sqrt((energy + 0.05) / (have + 0.05)), 1 / _MOST_GAIN, _MOST_GAIN)
    fine = whole - cv2.GaussianBlur(whole, (0, 0), _FINE)
    # At the very border the photo's own detail is within the blur: it fades in.
    inside = np.minimum(2 * cv2.GaussianBlur(hole.astype(np.float32), (0, 0), 1.5), 1) * hole
    return whole + ((gain - 1) * inside)[..., None] * fine


def _trust(hole: NDArray[np.bool_], size: tuple[int, int]) -> NDArray[np.float32]:
    """How much a membrane knows of a place: 1 at the hole's border, little far inside."""
    small = cv2.resize(hole.view(np.uint8), size[::-1], interpolation=cv2.INTER_NEAREST)
    away = cv2.distanceTransform(small, cv2.DIST_L2, 3) * (hole.shape[1] / size[1])
    return np.exp(away / -_KNOWS).astype(np.float32)


def _detail(picture: NDArray[np.float32]) -> NDArray[np.float32]:
    """The energy of a picture's fine detail: (H, W)."""
    fine = picture - cv2.GaussianBlur(picture, (0, 0), _FINE)
    return np.einsum("ijk,ijk->ij", fine, fine) / np.float32(3)


def from_outside(picture: NDArray[np.uint8], hole: NDArray[np.bool_]) -> Around:
    """What surrounds a hole (H, W) bool of a picture (H, W, 3), carried smoothly through it."""
    height, width = hole.shape
    step = max(1, round((height * width / _BROADLY) ** 0.5))
    size = -(-width // step), -(-height // step)
    # As far from the hole as the blur reaches.
    clear = cv2.dilate(hole.view(np.uint8), np.ones((9, 9), np.uint8)) == 0
    colours, share = np.zeros((size[1], size[0], 3), np.float32), np.zeros(size[::-1], np.float32)
    energy, sure = np.zeros(size[::-1], np.float32), np.zeros(size[::-1], np.float32)
    strip = 256 * step
    for top in range(0, height, strip):  # large floating pictures never exist as a whole
        y = max(0, top - 4)
        rows, cut = slice(y, top + strip + 4), slice(top - y, top - y + min(strip, height - top))
        part = picture[rows].astype(np.float32)
        known, far = ((~hole[rows])[cut], clear[rows][cut])
        to = slice(top // step, top // step + -(-(cut.stop - cut.start) // step))
        for values, weight, sums, counts in (
            (part[cut], known, colours, share), (_detail(part)[cut], far, energy, sure),
        ):  # fmt: skip
            kept = values * (weight[..., None] if values.ndim == 3 else weight)
            sums[to] = _averaged(kept, step)
            counts[to] = _averaged(weight.astype(np.float32), step)
    colours /= np.maximum(share, 1e-6)[..., None]
    window = (max(_WINDOW // step, 1) | 1,) * 2
    weight = cv2.blur(sure, window)
    mean = cv2.blur(energy, window) / np.maximum(weight, 1e-3)
    return Around(membrane(colours, share > 0), membrane(mean, weight > 0.3))


def _averaged(values: NDArray[np.float32], step: int) -> NDArray[np.float32]:
    """The mean of squares of `step` pixels; what is missing at the far borders is repeated."""
    if step == 1:
        return values
    height, width = values.shape[:2]
    pads = 0, -height % step, 0, -width % step
    padded = cv2.copyMakeBorder(values, *pads, cv2.BORDER_REPLICATE)
    size = padded.shape[1] // step, padded.shape[0] // step
    return np.asarray(cv2.resize(padded, size, interpolation=cv2.INTER_AREA), np.float32)


def _piece(
    small: NDArray[np.float32], box: tuple[int, int, int, int], shape: tuple[int, int]
) -> NDArray[np.float32]:
    """The part `box` (y, x, h, w) of a picture of `shape` that is kept at a smaller size."""
    y, x, h, w = box
    if small.shape[:2] == shape:
        return small[y : y + h, x : x + w]
    step = round(shape[0] / small.shape[0]), round(shape[1] / small.shape[1])
    by = np.array(
        [[1 / step[1], 0, (x + 0.5) / step[1] - 0.5], [0, 1 / step[0], (y + 0.5) / step[0] - 0.5]]
    )
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    return np.asarray(
        cv2.warpAffine(small, by, (w, h), flags=flags, borderMode=cv2.BORDER_REPLICATE), np.float32
    )
