"""The places of what was made up that are most worth a look: seen for long, and doubtful."""

from __future__ import annotations

from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Tile
from woodcock.pixels.store import PixelStore
from woodcock.rebuild import painted_at
from woodcock.rebuild.judge import repeats
from woodcock.render.atlas import tiles_of
from woodcock.render.rebuilt import Rebuilt
from woodcock.render.reveal import Reveal

_MOST = 12  # places
_ACROSS = 1 / 24  # of the photo's longer side: how large a place is, and how far two lie apart
_SURE = 3.0  # 8-bit steps: a doubt below which nothing is worth a look
_COPIED = 12.0  # 8-bit steps of doubt: what it counts as that a place is seen twice
_LEAST = 0.1  # of the worst place's score


class WeakPlace(NamedTuple):
    """A box in the photo's pixels, on the layer with this id.

    `frames` is how many frames show it, `first` the first of them; `doubt` how unlike the patches
    used are to what stands round them, in 8-bit steps. Of what is shown `made` is the share that
    was made up and `told` the share that the photo tells in part; the rest is the photo's own.
    `again` is the share of it that is seen elsewhere nearby as well.
    """

    layer: str
    x: float
    y: float
    size: float
    frames: int
    first: int
    doubt: float
    made: float
    told: float
    again: float


def weak_places(rebuilt: Rebuilt, reveal: Reveal, repairs: dict[str, tuple[Tile, ...]],
                store: PixelStore) -> list[WeakPlace]:  # fmt: skip
    """The worst places first: by the frames that show them times their doubt, what is seen twice
    counted in.

    What was painted over by hand, `repairs` by layer, counts as sure.
    """
    width, height = rebuilt.key.size
    found: list[tuple[float, WeakPlace]] = []
    for cut in rebuilt.key.near_to_far:
        shown = reveal.layers.get(cut.id)
        if shown is None or not shown.frames.any():
            continue
        grid = shown.frames.shape[::-1]
        number, fills = rebuilt.numbers(cut.id)[-1], rebuilt.fills
        doubt = _shrunk(_doubt(rebuilt, number), grid)
        made = _shrunk(fills.unsure[number], grid) / 255
        touched = (fills.covers[number] > 0) | (fills.unsure[number] > 0)
        told = np.maximum(_shrunk(touched.view(np.uint8) * np.uint8(255), grid) / 255 - made, 0)
        again = _again(rebuilt, number, shown.shown & (made > 0.5))
        strokes = painted_at(tiles_of(repairs.get(cut.id, ()), store), (0, 0, width, height), grid)
        if strokes is not None:
            unpainted = 1 - strokes[..., 3].astype(np.float32) / 255
            doubt *= unpainted
            again *= unpainted
        score = shown.frames * (np.maximum(doubt - _SURE, 0) + _COPIED * again)
        scale = grid[0] / width
        for score_at, x, y in _peaks(score, _ACROSS * max(grid)):
            reach = round(_ACROSS * max(grid) / 2)
            here = slice(max(0, y - reach), y + reach + 1), slice(max(0, x - reach), x + reach + 1)
            frames, first = shown.frames[here], shown.first[here]
            seen = frames > 0
            size = _ACROSS * max(width, height)
            place = WeakPlace(
                cut.id,
                (x + 0.5) / scale - size / 2,
                (y + 0.5) / scale - size / 2,
                size,
                int(frames.max()),
                int(first[seen].min()),
                float(np.percentile(doubt[here][seen], 90)),
                float(made[here][seen].mean()),
                float(told[here][seen].mean()),
                float(again[here][seen].mean()),
            )
            found.append((score_at, place))
    found.sort(key=lambda pair: -pair[0])
    return [place for score, place in found[:_MOST] if score >= _LEAST * found[0][0]]


def _doubt(rebuilt: Rebuilt, number: int) -> NDArray[np.uint8]:
    """How doubtful a layer's made-up pixels are, at the plates' size."""
    fills = rebuilt.fills
    if number == len(fills.owns):
        return fills.behind.doubt
    out, own = np.zeros(fills.covers[0].shape, np.uint8), fills.owns[number]
    if own is not None:
        out[own.here] = own.doubt
    return out


def _again(rebuilt: Rebuilt, number: int, made: NDArray[np.bool_]) -> NDArray[np.float32]:
    """Where of what was `made` up (h, w) the same is seen nearby: 0 to 1, looked for where it is
    most, in the background."""
    if number < len(rebuilt.fills.owns) or not made.any():
        return np.zeros(made.shape, np.float32)
    size = made.shape[::-1]
    picture = cv2.resize(rebuilt.fills.behind.picture, size, interpolation=cv2.INTER_AREA)
    found = np.nan_to_num(repeats(np.asarray(picture, np.uint8), made))
    return np.asarray(cv2.resize(found, size, interpolation=cv2.INTER_LINEAR), np.float32)


def _shrunk(doubt: NDArray[np.uint8], size: tuple[int, int]) -> NDArray[np.float32]:
    return np.asarray(cv2.resize(doubt, size, interpolation=cv2.INTER_AREA), np.float32)


def _peaks(score: NDArray[np.float32], apart: float) -> list[tuple[float, int, int]]:
    """The largest sums of `score` over squares, each `apart` from the others: (sum, x, y)."""
    window = max(round(apart) | 1, 3)
    sums: NDArray = cv2.boxFilter(
        score.astype(np.float32), -1, (window, window), normalize=False,
        borderType=cv2.BORDER_CONSTANT,
    )  # fmt: skip
    out = []
    for _ in range(_MOST):
        y, x = (int(v) for v in np.unravel_index(int(sums.argmax()), sums.shape))
        if sums[y, x] <= 0:
            break
        out.append((float(sums[y, x]), x, y))
        sums[max(0, y - window) : y + window + 1, max(0, x - window) : x + window + 1] = 0
    return out
