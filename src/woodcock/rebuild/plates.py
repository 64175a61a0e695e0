"""From photo and cuts to plates: what each layer shows, its hidden part rebuilt.

Let `T[1]` be the photo and `T[i+1]` the photo with layers 1 (nearest) to i taken away and the holes
filled. Layer i's plate (colour `F`, premultiplied, and alpha `a`) is defined by

    T[i] = F + (1 - a) * T[i+1],    the "over" of Porter and Duff (SIGGRAPH 1984) turned round,

with `a` the person's mask, raised only where no colour between black and white could otherwise
explain `T[i]`. Stacked at rest the plates therefore give `T[1]`, the photo, whatever the masks and
the fills are like; and at a soft edge `F` is the layer's own colour without the old background.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, decode, encode8
from woodcock.pixels.membrane import membrane
from woodcock.progress import Progress, part, report
from woodcock.rebuild.fill import fill
from woodcock.rebuild.holes import carried_on, closeness, grown

_ROWS = 256  # rows worked on at once where float copies of the whole picture would be large
_FREE = 2  # alpha margin in pixels kept round a cropped plate, for the resampling filter


@dataclass(frozen=True)
class Cut:
    """A layer's mask ((H, W) uint8) and how far its hole is grown, in the same pixels."""

    mask: NDArray[np.uint8]
    growth: float


@dataclass(frozen=True)
class Plate:
    """A layer's picture: (h, w, 4) uint16 premultiplied linear light, its corner at (x, y)."""

    pixels: NDArray[np.uint16]
    x: int
    y: int


def build_plates(
    photo: NDArray[np.uint16],
    cuts: Sequence[Cut],
    area: NDArray[np.bool_] | None = None,
    seed: int = 0,
    progress: Progress | None = None,
) -> list[Plate]:
    """The plates of all layers, near to far, the background last.

    Parameters
    ----------
    photo : (H, W, 4) uint16 premultiplied linear light.
    cuts : the layers in front of the background, near to far.
    area : (H, W) bool, where the background's holes are filled with care; None is everywhere. What
        is hidden elsewhere is filled smoothly.
    seed : of the fills.
    """
    light, background_alpha = photo[..., :3], photo[..., 3]
    shape = light.shape[:2]
    encoded = encode8(np.ascontiguousarray(light))
    rims = [np.zeros(shape, np.float32)]  # rims[i]: how far layers 1..i are taken away, 0 to 1
    covers = [np.zeros(shape, np.uint8)]  # covers[i]: the most any of layers 1..i covers
    holes = [np.zeros(shape, np.bool_)]  # holes[i]: where nothing may be copied from, for the same
    for cut in cuts:
        report(progress, 0.02, "Growing the holes")
        rims.append(np.maximum(rims[-1], closeness(cut.mask, cut.growth)))
        holes.append(holes[-1] | grown(cut.mask, cut.growth))
        covers.append(np.maximum(covers[-1], cut.mask))

    raw = decode(_filled(encoded, holes[-1], area, seed, part(progress, 0.08, 0.6)))
    behind = _mixed(light, raw, rims[-1])
    plates = [_whole(behind, background_alpha)]
    for number in range(len(cuts), 0, -1):
        done = part(progress, 0.6 + 0.4 * (len(cuts) - number) / len(cuts), 1.0)
        report(done, 0.0, f"Rebuilding layer {number} of {len(cuts)}")
        mask, hidden = cuts[number - 1].mask, rims[number - 1]
        alpha = carried_on(mask, covers[number - 1])
        own = _own_colours(encoded, mask, alpha, holes[number - 1], light)
        raw = _over(own, alpha, raw)
        target = _mixed(light, raw, hidden) if number > 1 else light
        plates.insert(0, _unmixed(target, behind, alpha))
        behind = target
    return plates


def _filled(
    encoded: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    area: NDArray[np.bool_] | None,
    seed: int,
    progress: Progress | None,
) -> NDArray[np.uint8]:
    """The photo with its hole filled, smoothly where nobody looks."""
    if area is None or not (hole & ~area).any():
        return fill(encoded, hole, seed=seed, progress=progress)
    out = fill(encoded, hole & area, allowed=~hole, seed=seed, progress=progress)
    rest = hole & ~area
    x, y, w, h = cv2.boundingRect(rest.view(np.uint8))
    here = slice(max(0, y - 1), y + h + 1), slice(max(0, x - 1), x + w + 1)
    smooth = membrane(out[here].astype(np.float32), ~rest[here])
    out[here][rest[here]] = np.rint(smooth[rest[here]])
    return out


def _mixed(
    photo: NDArray[np.uint16], made: NDArray[np.uint16], weight: NDArray
) -> NDArray[np.uint16]:
    """The photo where `weight` is 0, what was made up where it is 1, row strip by row strip."""
    out = photo.copy()
    for top in range(0, photo.shape[0], _ROWS):
        rows = slice(top, top + _ROWS)
        share = weight[rows, :, None]
        if share.any():
            mixed = photo[rows] + share * (made[rows].astype(np.float32) - photo[rows])
            out[rows] = np.rint(mixed)
    return out


def _over(
    colour: NDArray[np.uint16], alpha: NDArray[np.uint8], below: NDArray[np.uint16]
) -> NDArray[np.uint16]:
    return _mixed(below, colour, alpha.astype(np.float32) / 255)


def _own_colours(
    encoded: NDArray[np.uint8],
    mask: NDArray[np.uint8],
    alpha: NDArray[np.uint8],
    hidden: NDArray[np.bool_],
    light: NDArray[np.uint16],
) -> NDArray[np.uint16]:
    """The layer's colours: the photo's, and its own carried on where nearer layers hid it."""
    wanted = (alpha > 0) & hidden
    known = (mask > 242) & ~hidden
    if not wanted.any() or not known.any():
        return light
    out = light.copy()
    made = fill(encoded, wanted, allowed=known)
    out[wanted] = decode(made[wanted])
    return out


def _unmixed(
    target: NDArray[np.uint16], behind: NDArray[np.uint16], alpha: NDArray[np.uint8]
) -> Plate:
    """The plate that over `behind` gives `target`, with at least `alpha`."""
    concerned = (alpha > 0) | np.any(target != behind, axis=2)
    if not concerned.any():
        return Plate(np.zeros((1, 1, 4), np.uint16), 0, 0)
    x, y, w, h = cv2.boundingRect(concerned.view(np.uint8))
    height, width = alpha.shape
    x0, y0 = max(0, x - _FREE), max(0, y - _FREE)
    x1, y1 = min(width, x + w + _FREE), min(height, y + h + _FREE)
    pixels = np.zeros((y1 - y0, x1 - x0, 4), np.uint16)
    for top in range(y0, y1, _ROWS):
        rows = slice(top, min(top + _ROWS, y1))
        t = target[rows, x0:x1].astype(np.float32)
        b = behind[rows, x0:x1].astype(np.float32)
        # The least alpha for which the colour lies between black and white, channel by channel.
        lighter = (t - b) / np.maximum(UNIT - b, 1.0)
        darker = (b - t) / np.maximum(b, 1.0)
        least = np.maximum(lighter, darker).max(axis=2)
        a = np.maximum(alpha[rows, x0:x1].astype(np.float32) / 255, least)
        a = np.minimum(np.ceil(a * UNIT), UNIT)
        colour = t - (1 - a / UNIT)[..., None] * b
        here = pixels[rows.start - y0 : rows.stop - y0]
        here[..., :3] = np.clip(np.rint(colour), 0, a[..., None])
        here[..., 3] = a
    return Plate(pixels, x0, y0)


def _whole(light: NDArray[np.uint16], alpha: NDArray[np.uint16]) -> Plate:
    pixels = np.dstack([light, alpha])
    return Plate(np.ascontiguousarray(pixels), 0, 0)
