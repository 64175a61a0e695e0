"""From what was made up to plates: what each layer shows.

Let `T[1]` be the photo and `T[i+1]` the photo with layers 1 (nearest) to i taken away. Layer i's
plate (colour `F`, premultiplied, and alpha `a`) is defined by

    T[i] = F + (1 - a) * T[i+1],    the "over" of Porter and Duff (SIGGRAPH 1984) turned round.

Stacked at rest the plates therefore give `T[1]`, the photo, whatever the masks and the fills are
like; and at a soft edge `F` is the layer's own colour without the old background. `T[i+1]` is
`T[i]` itself where the layer is not, what the photo tells of the background where the layer covers
little, what was made up where it covers much; and a colour with which `F` can be one.
"""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, decode
from woodcock.pixels.threads import together
from woodcock.progress import Progress, report
from woodcock.rebuild.fills import Fills, Own
from woodcock.texts import tr

_ROWS = 128  # rows worked on at once
_RAISED = 0.2  # alpha that a layer may get where what is behind it is made up: in any case,
_LINE = 0.02, 0.06  # and as it differs from the photo, in light: none besides, any
_COVERS = 0.5, 0.9  # alphas up to which it gets no more, from which it gets any
_FREE = 2  # alpha margin in pixels kept round a cropped plate, for the resampling filter


@dataclass(frozen=True)
class Plate:
    """A layer's picture: (h, w, 4) uint16 premultiplied linear light, its corner at (x, y)."""

    pixels: NDArray[np.uint16]
    x: int
    y: int


def build_plates(fills: Fills, progress: Progress | None = None) -> list[Plate]:
    """The plates of all layers, near to far, the background last; Cancelled on request."""
    height = len(fills.behind.picture)
    plates = [
        _empty(alpha, edge.unsure) for alpha, edge in zip(fills.alphas, fills.edges, strict=True)
    ]
    background = fills.photo.copy()
    done = 0

    def build(top: int) -> None:
        nonlocal done
        report(progress, done / height, tr("Stacking what is behind"))
        rows = slice(top, min(top + _ROWS, height))
        hidden = _made_up(fills, rows)
        target = background[rows, :, :3]
        for number, plate in enumerate(plates):
            _part(fills, number, rows, hidden[number], target, plate)
        done += _ROWS

    together(build, range(0, height, _ROWS))
    return [*plates, Plate(background, 0, 0)]


def _smooth(value: NDArray[np.float32], none: float, all_: float) -> NDArray[np.float32]:
    share = np.clip((value - none) / (all_ - none), 0, 1)
    return np.asarray(share * share * (3 - 2 * share), np.float32)


def _empty(alpha: NDArray[np.uint8], unsure: NDArray[np.uint8]) -> Plate:
    """A plate with room for all that has alpha, or may get some."""
    x, y, w, h = cv2.boundingRect(np.maximum(alpha, unsure))
    if not w:
        return Plate(np.zeros((1, 1, 4), np.uint16), 0, 0)
    height, width = alpha.shape
    x0, y0 = max(0, x - _FREE), max(0, y - _FREE)
    x1, y1 = min(width, x + w + _FREE), min(height, y + h + _FREE)
    return Plate(np.zeros((y1 - y0, x1 - x0, 4), np.uint16), x0, y0)


def _made_up(fills: Fills, rows: slice) -> list[NDArray[np.uint16]]:
    """What is behind each layer, near to far, if nothing of it were seen: light of some rows."""
    made = [decode(fills.behind.picture[rows])]
    for alpha, own in zip(fills.alphas[:0:-1], fills.owns[:0:-1], strict=True):
        there = alpha[rows] > 0
        share = alpha[rows][there].astype(np.float32)[:, None] / np.float32(255)
        colours = _own_colours(own, fills.photo, rows)[there].astype(np.float32)
        light = made[0].copy()
        light[there] = np.rint(light[there] + share * (colours - light[there]))
        made.insert(0, light)
    return made


def _own_colours(own: Own | None, photo: NDArray[np.uint16], rows: slice) -> NDArray[np.uint16]:
    """A layer's colours in some rows: the photo's, its own carried on where it is hidden."""
    light = photo[rows, :, :3]
    if own is None:
        return light
    first, last = max(rows.start, own.y), min(rows.stop, own.y + own.where.shape[0])
    if first >= last:
        return light
    light, inner = light.copy(), slice(first - own.y, last - own.y)
    here = light[first - rows.start : last - rows.start, own.here[1]]
    here[own.where[inner]] = decode(own.colours[inner][own.where[inner]])
    return light


def _part(
    fills: Fills,
    number: int,
    rows: slice,
    made: NDArray[np.uint16],
    target: NDArray[np.uint16],
    plate: Plate,
) -> None:
    """Some rows of a plate; `target` ((rows, W, 3) light) has that layer taken away afterwards."""
    alpha, own_unsure = fills.alphas[number][rows], fills.edges[number].unsure[rows]
    x, _, w, h = cv2.boundingRect(np.maximum(alpha, own_unsure))
    if not h:
        return
    columns = slice(x, x + w)
    share, given_up, unsure = (
        part[:, columns].astype(np.float32)[..., None] / np.float32(255)
        for part in (alpha, own_unsure, fills.unsure[number + 1][rows])
    )
    t = target[:, columns].astype(np.float32)
    b = _seen_behind(fills, number, rows, target)[:, columns].astype(np.float32)
    b += unsure * (made[:, columns] - b)
    # No colour but one between these lets the layer's own be between black and white with no more
    # alpha than it may have: its own; all where it covers the most anyway, or where the photo has
    # a line along the edge that is no background's.
    line = np.abs(t - b).max(axis=2, keepdims=True) / np.float32(UNIT)
    more = given_up * (_RAISED + (1 - _RAISED) * _smooth(line, *_LINE))
    most = share + (1 - share) * np.maximum(more, _smooth(share, *_COVERS))
    clear = np.maximum(1 - most, np.float32(1e-6))
    possible = np.minimum(np.maximum(b, (t - most * UNIT) / clear), t / clear)
    b = np.where(most < 1, possible, b)
    b = np.where((share > 0) | (given_up > 0), np.clip(np.rint(b), 0, UNIT), t)
    least = np.maximum((t - b) / np.maximum(UNIT - b, 1), (b - t) / np.maximum(b, 1))
    a = np.maximum(share[..., 0], least.max(axis=2))
    a = np.minimum(np.ceil(a * UNIT), UNIT)[..., None]
    top, left = rows.start - plate.y, x - plate.x
    inner = slice(max(0, -top), min(len(alpha), plate.pixels.shape[0] - top))
    here = plate.pixels[top + inner.start : top + inner.stop, left : left + w]
    here[..., :3] = np.clip(np.rint(t - (1 - a / UNIT) * b), 0, a)[inner]
    here[..., 3:] = a[inner]
    target[:, columns] = b


def _seen_behind(
    fills: Fills, number: int, rows: slice, target: NDArray[np.uint16]
) -> NDArray[np.uint16]:
    """What the photo tells of what is behind a layer, in some rows."""
    edge, width = fills.edges[number], target.shape[1]
    first, last = np.searchsorted(edge.places, (rows.start * width, rows.stop * width))
    out = target.copy()
    out.reshape(-1, 3)[edge.places[first:last] - rows.start * width] = edge.behind[first:last]
    return out
