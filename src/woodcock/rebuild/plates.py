"""From what was made up, and what was painted on it, to plates: what each layer shows.

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

from woodcock.pixels.colour import UNIT, decode
from woodcock.pixels.threads import together
from woodcock.progress import Progress, part, report
from woodcock.rebuild.fills import Fills, Own

_ROWS = 128  # rows worked on at once where float copies of the whole picture would be large
_FREE = 2  # alpha margin in pixels kept round a cropped plate, for the resampling filter


@dataclass(frozen=True)
class Plate:
    """A layer's picture: (h, w, 4) uint16 premultiplied linear light, its corner at (x, y)."""

    pixels: NDArray[np.uint16]
    x: int
    y: int


def build_plates(
    fills: Fills,
    painted: Sequence[NDArray[np.uint8] | None] = (),
    progress: Progress | None = None,
) -> list[Plate]:
    """The plates of all layers, near to far, the background last.

    `painted` is what was painted by hand on each of them: (H, W, 4) uint8 straight sRGB, or None.
    Where the layer is seen in the photo, the photo itself is painted on; where it is hidden, what
    is behind. Raises Cancelled on request.
    """
    count = len(fills.alphas)
    strokes = [_Strokes.of(picture) for picture in painted] or [None] * (count + 1)
    light, background_alpha = fills.photo[..., :3], fills.photo[..., 3]
    for number in range(count, -1, -1):
        stroke = strokes[number]
        if stroke is not None:
            seen = stroke.weight * (1 - fills.rims[number] / np.float32(255))
            light = _mixed(light, stroke.light, seen)
    raw = decode(fills.behind.picture)
    raw = _with(raw, strokes[count])
    behind = _with(_mixed(light, raw, _share(fills.rims[count])), strokes[count])
    if strokes[count] is not None:
        background_alpha = _more(background_alpha, strokes[count], UNIT)
    plates = [Plate(np.ascontiguousarray(np.dstack([behind, background_alpha])), 0, 0)]
    for number in range(count - 1, -1, -1):
        done = part(progress, (count - 1 - number) / count, 1.0)
        report(done, 0.0, f"Rebuilding layer {number + 1} of {count}")
        alpha, stroke = fills.alphas[number], strokes[number]
        own = _with(_own_colours(fills.owns[number], light), stroke)
        if stroke is not None:
            alpha = _more(alpha, stroke, 255)
        raw = _mixed(raw, own, _share(alpha))
        target = light
        if number:
            target = _with(_mixed(light, raw, _share(fills.rims[number])), stroke)
        plates.insert(0, _unmixed(target, behind, alpha))
        behind = target
    return plates


@dataclass(frozen=True)
class _Strokes:
    """What was painted on a layer: (H, W, 3) linear light and (H, W) float32 weight."""

    light: NDArray[np.uint16]
    weight: NDArray[np.float32]

    @classmethod
    def of(cls, picture: NDArray[np.uint8] | None) -> _Strokes | None:
        if picture is None or not picture[..., 3].any():
            return None
        return cls(decode(picture[..., :3]), _share(picture[..., 3]))


def _share(bytes_: NDArray[np.uint8]) -> NDArray[np.float32]:
    return bytes_.astype(np.float32) / np.float32(255)


def _with(light: NDArray[np.uint16], stroke: _Strokes | None) -> NDArray[np.uint16]:
    return light if stroke is None else _mixed(light, stroke.light, stroke.weight)


def _more(alpha: NDArray, stroke: _Strokes | None, unit: int) -> NDArray:
    """A layer's alpha with what was painted beyond it."""
    assert stroke is not None
    return np.rint(alpha + stroke.weight * (unit - alpha.astype(np.float32))).astype(alpha.dtype)


def _mixed(
    photo: NDArray[np.uint16], made: NDArray[np.uint16], weight: NDArray
) -> NDArray[np.uint16]:
    """The photo where `weight` is 0, what was made up where it is 1, row strip by row strip."""
    out = photo.copy()

    def mix(top: int) -> None:
        x, y, w, h = cv2.boundingRect((weight[top : top + _ROWS] > 0).view(np.uint8))
        here = slice(top + y, top + y + h), slice(x, x + w)
        share = weight[here][..., None]
        if w:
            out[here] = np.rint(photo[here] + share * (made[here].astype(np.float32) - photo[here]))

    together(mix, range(0, photo.shape[0], _ROWS))
    return out


def _own_colours(own: Own | None, light: NDArray[np.uint16]) -> NDArray[np.uint16]:
    """The layer's colours: the photo's, and its own carried on where nearer layers hid it."""
    if own is None:
        return light
    out = light.copy()
    out[own.here][own.where] = decode(own.colours[own.where])
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

    def unmix(top: int) -> None:
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

    together(unmix, range(y0, y1, _ROWS))
    return Plate(pixels, x0, y0)
