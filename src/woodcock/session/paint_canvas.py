"""A layer's rebuilt picture being painted on, at full size."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.model import TILE
from woodcock.pixels.threads import by_rows
from woodcock.rebuild import Tiles
from woodcock.rebuild.brushes import Box
from woodcock.render import LayerPicture


class PaintCanvas:
    """What is painted stays apart from what was made up, so that it outlives another fill.

    Places are in the photo's pixels. One thread at a time may use it; `picture` (H, W, 4) uint8,
    whose corner is (`x`, `y`), may be looked at from others meanwhile.
    """

    def __init__(self, layer: LayerPicture, tiles: Tiles) -> None:
        self.x, self.y = layer.x, layer.y
        self.made = layer.made
        self._base = layer.pixels
        self.picture = layer.pixels.copy()
        # Only pages that are written to take up memory.
        self._paint = np.zeros_like(self.picture)
        self._before = np.empty_like(self.picture), np.empty_like(self.picture)
        self._kept: set[tuple[int, int]] = set()
        self._weight = np.zeros(self.picture.shape[:2], np.float32)
        self._shown: dict[tuple[int, int], NDArray[np.uint8]] = {}
        list(self.show(tiles))

    @property
    def box(self) -> Box:
        return self.x, self.y, self.picture.shape[1], self.picture.shape[0]

    def begin(self) -> None:
        """A new stroke: `before` is the picture as it is now."""
        for place in self._kept:
            self._weight[self._tile(place)] = 0
        self._kept.clear()

    def revert(self) -> None:
        """Take back what the stroke has done so far."""
        for place in self._kept:
            here = self._tile(place)
            self._weight[here] = 0
            for now, before in zip((self.picture, self._paint), self._before, strict=True):
                now[here] = before[here]

    def cover(self, box: Box, colours: NDArray[np.uint8], weight: NDArray[np.float32]) -> Box:
        """Lay colours (h, w, 3) over the picture as it was before the stroke; returns what changed.

        Within a stroke the largest weight counts, so that strokes that cross themselves are even.
        """
        here, cut, box = self._clip(box)
        if not box[2]:
            return box
        self._keep(box)
        earlier = self._weight[here]
        for now, before in zip((self.picture, self._paint), self._before, strict=True):
            _cover_rows(now[here], before[here], colours[cut], earlier, weight[cut])
        np.maximum(earlier, weight[cut], out=earlier)
        return box

    def lay(self, box: Box, colours: NDArray[np.uint8], weight: NDArray[np.float32]) -> Box:
        """Lay colours over the picture as it is now; returns what changed."""
        here, cut, box = self._clip(box)
        if not box[2]:
            return box
        self._keep(box)
        nothing = np.zeros(weight[cut].shape, np.float32)
        for now in (self.picture, self._paint):
            _cover_rows(now[here], now[here], colours[cut], nothing, weight[cut])
        return box

    def before(self, box: Box) -> NDArray[np.uint8]:
        """The picture's part as it was when the stroke began: (h, w, 4), empty beyond it.

        Not to be written to: it may be the canvas's own.
        """
        here, cut, inner = self._clip(box)
        if inner[2]:
            self._keep(inner)
        if inner == box:
            return self._before[0][here]
        out = np.zeros((box[3], box[2], 4), np.uint8)
        out[cut] = self._before[0][here]
        return out

    def now(self, box: Box) -> NDArray[np.uint8]:
        """The picture's part as it is: (h, w, 4), empty beyond it."""
        out = np.zeros((box[3], box[2], 4), np.uint8)
        here, cut, inner = self._clip(box)
        if inner[2]:
            out[cut] = self.picture[here]
        return out

    def weight(self, box: Box) -> NDArray[np.float32]:
        """What the stroke has covered so far: (h, w)."""
        out = np.zeros((box[3], box[2]), np.float32)
        here, cut, _ = self._clip(box)
        out[cut] = self._weight[here]
        return out

    def mark(self, box: Box, weight: NDArray[np.float32]) -> Box:
        """Only remember that the stroke covers this."""
        here, cut, box = self._clip(box)
        if box[2]:
            self._keep(box)
            self._weight[here] = np.maximum(self._weight[here], weight[cut])
        return box

    def finish(self) -> dict[tuple[int, int], NDArray[np.uint8]]:
        """Everything painted so far: (TILE, TILE, 4) by column and row."""
        for place in self._kept:
            tile = np.zeros((TILE, TILE, 4), np.uint8)
            rows, columns = self._tile(place)
            y, x = rows.start + self.y - place[1] * TILE, columns.start + self.x - place[0] * TILE
            part = self._paint[rows, columns]
            tile[y : y + part.shape[0], x : x + part.shape[1]] = part
            tile[tile[..., 3] == 0] = 0
            if tile.any():
                self._shown[place] = tile
            else:
                self._shown.pop(place, None)
        return dict(self._shown)

    def show(self, tiles: Tiles) -> Iterator[Box]:
        """Have `tiles`, and nothing else, painted on the picture; yields what changes."""
        self.begin()
        for place in set(tiles) | set(self._shown):
            wanted, there = tiles.get(place), self._shown.get(place)
            if wanted is there or (
                wanted is not None and there is not None and np.array_equal(wanted, there)
            ):
                continue
            rows, columns = self._tile(place)
            if rows.start >= rows.stop or columns.start >= columns.stop:
                continue
            paint = np.zeros((TILE, TILE, 4), np.uint8) if wanted is None else wanted
            y, x = rows.start + self.y - place[1] * TILE, columns.start + self.x - place[0] * TILE
            part = paint[y : y + rows.stop - rows.start, x : x + columns.stop - columns.start]
            self._paint[rows, columns] = part
            weight = part[..., 3].astype(np.float32) / np.float32(255)
            now, base = self.picture[rows, columns], self._base[rows, columns]
            now[:] = base
            _cover_rows(now, base, part[..., :3], np.zeros_like(weight), weight)
            yield (
                columns.start + self.x,
                rows.start + self.y,
                columns.stop - columns.start,
                rows.stop - rows.start,
            )
        self._shown = dict(tiles)

    def _clip(self, box: Box) -> tuple[tuple[slice, slice], tuple[slice, slice], Box]:
        """The part of `box` within the picture: in the picture, in the box, and as a box."""
        height, width = self.picture.shape[:2]
        left, top = box[0] - self.x, box[1] - self.y
        x0, y0 = max(left, 0), max(top, 0)
        x1, y1 = max(min(left + box[2], width), x0), max(min(top + box[3], height), y0)
        if x1 == x0 or y1 == y0:
            x1, y1 = x0, y0
        here = slice(y0, y1), slice(x0, x1)
        cut = slice(y0 - top, y1 - top), slice(x0 - left, x1 - left)
        return here, cut, (x0 + self.x, y0 + self.y, x1 - x0, y1 - y0)

    def _keep(self, box: Box) -> None:
        """Remember what the squares under `box` looked like before the stroke."""
        for place in _places(box):
            if place not in self._kept:
                self._kept.add(place)
                here = self._tile(place)
                for kept, now in zip(self._before, (self.picture, self._paint), strict=True):
                    kept[here] = now[here]

    def _tile(self, place: tuple[int, int]) -> tuple[slice, slice]:
        """A square's part of the picture."""
        height, width = self.picture.shape[:2]
        x, y = place[0] * TILE - self.x, place[1] * TILE - self.y
        return (
            slice(min(max(y, 0), height), min(max(y + TILE, 0), height)),
            slice(min(max(x, 0), width), min(max(x + TILE, 0), width)),
        )


def _places(box: Box) -> Iterable[tuple[int, int]]:
    x, y, width, height = box
    for row in range(y // TILE, (y + height - 1) // TILE + 1):
        for column in range(x // TILE, (x + width - 1) // TILE + 1):
            yield column, row


def _cover_rows(now: NDArray, *given: NDArray) -> None:
    by_rows(lambda rows: _cover(now[rows], *(x[rows] for x in given)), *now.shape[:2])


@njit(cache=True, nogil=True)
def _cover(
    now: NDArray, before: NDArray, colours: NDArray, earlier: NDArray, weight: NDArray
) -> None:
    """Put straight colours (h, w, 3) uint8 with `weight` (h, w) over `before` into `now`.

    Both (h, w, 4) uint8; only where the weight is more than it was `earlier`.
    """
    for y in range(now.shape[0]):
        for x in range(now.shape[1]):
            w = weight[y, x]
            if w <= earlier[y, x]:
                continue
            below = before[y, x, 3] / np.float32(255) * (1 - w)
            whole = w + below
            for c in range(3):
                value = colours[y, x, c] * w + before[y, x, c] * below
                now[y, x, c] = np.uint8(value / whole + np.float32(0.5))
            now[y, x, 3] = np.uint8(whole * 255 + np.float32(0.5))
