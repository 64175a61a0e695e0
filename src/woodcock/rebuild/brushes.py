"""What repairing brushes lay down, place by place: arrays in, colours and weights out."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.pixels.membrane import membrane
from woodcock.pixels.threads import by_rows

Box = tuple[int, int, int, int]  # x, y, width, height
Point = tuple[float, float]
Look = Callable[[Box], NDArray[np.uint8]]  # a picture's part: (h, w, 4) uint8, empty beyond it

_MELTED = 0.35  # of the brush's size: what is smaller than this is detail that melting keeps
_SHARP = 4  # how much the even windows count
_DAB = 0.15  # of the brush's size between two dabs of a smudge
_RIM = 3  # pixels beside a transplant whose colours it takes on


@dataclass(frozen=True)
class Brush:
    """A round brush: `size` pixels across, `hardness` and `opacity` from 0 to 1."""

    size: float
    hardness: float
    opacity: float

    def box(self, *points: Point) -> Box:
        """The pixels that a movement through `points` can reach."""
        reach = self.size / 2 + 1
        x0, y0 = (int(np.floor(min(p[axis] for p in points) - reach)) for axis in (0, 1))
        x1, y1 = (int(np.ceil(max(p[axis] for p in points) + reach)) for axis in (0, 1))
        return x0, y0, x1 - x0, y1 - y0

    def sweep(self, a: Point, b: Point, box: Box) -> NDArray[np.float32]:
        """How fully a movement from `a` to `b` covers the pixels of `box`: 0 to 1, no opacity."""
        x, y, width, height = box
        out = np.empty((height, width), np.float32)
        how = max(self.size / 2, 0.5), self.hardness

        def part(rows: slice) -> None:
            top = y + rows.start
            _sweep(out[rows], a[0] - x, a[1] - top, b[0] - x, b[1] - top, *how)

        by_rows(part, height, width)
        return out


@dataclass(frozen=True)
class Shift:
    """Where a copy comes from: `dx`, `dy` pixels away.

    With `across`, the sum of the columns of a place and its source, it is mirrored sideways.
    """

    dx: int
    dy: int
    across: int | None = None

    def source(self, box: Box) -> Box:
        x, y, width, height = box
        if self.across is not None:
            return self.across - x - width, y + self.dy, width, height
        return x + self.dx, y + self.dy, width, height

    def taken(self, look: Look, box: Box) -> NDArray[np.uint8]:
        """What belongs in `box`: (h, w, 4) uint8."""
        picture = look(self.source(box))
        return picture if self.across is None else np.ascontiguousarray(picture[:, ::-1])


def smudged(
    look: Look, carried: NDArray[np.float32], at: Point, brush: Brush
) -> tuple[Box, NDArray[np.uint8], NDArray[np.float32]]:
    """One dab of a smudge: its box, colours (h, w, 3) and weights (h, w).

    `carried` (h, w, 3) float32 is what the brush took along; it takes up what is there.
    """
    side = carried.shape[0]
    x, y = round(at[0] - side / 2), round(at[1] - side / 2)
    box = x, y, side, side
    weight = brush.sweep((x + side / 2, y + side / 2), (x + side / 2, y + side / 2), box)
    here = look(box)
    keep = np.float32(brush.opacity)
    carried *= keep
    carried += (1 - keep) * here[..., :3]
    return box, np.rint(carried).astype(np.uint8), weight * (here[..., 3] > 0)


def dabs(a: Point, b: Point, size: float) -> list[Point]:
    """Where the dabs of a smudge between two places lie, the first left out."""
    far = float(np.hypot(b[0] - a[0], b[1] - a[1]))
    count = max(int(far / max(1.0, _DAB * size)), 1)
    shares = ((k + 1) / count for k in range(count))
    return [(a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s) for s in shares]


def melted(picture: NDArray[np.uint8], weight: NDArray[np.float32], size: float) -> NDArray:
    """A place melted into its surroundings: its detail over colours carried in from its border.

    Parameters
    ----------
    picture : (H, W, 4) uint8, with some margin round the place.
    weight : (H, W) float32 from 0 to 1, the place.
    size : of the brush in pixels. What is smaller than about a third of it counts as detail.

    Returns
    -------
    (H, W, 3) uint8.
    """
    colours = np.ascontiguousarray(picture[..., :3])
    broad = _stepped(colours, max(int(size * _MELTED), 3))
    known = (weight <= 0) & (picture[..., 3] > 0)
    smooth = membrane(broad, known) if known.any() else broad
    return np.rint(np.clip(colours + smooth - broad, 0, 255)).astype(np.uint8)


def _stepped(colours: NDArray[np.uint8], window: int) -> NDArray[np.float32]:
    """Broad colours (H, W, 3) with their steps, which are what is to melt, left sharp.

    The means of nine windows about each pixel, those that are even counting most (Papari, Petkov
    and Campisi, "Artistic Edge and Corner Enhancing Smoothing", IEEE TIP 2007).
    """
    values = colours.astype(np.float32)
    mean = cv2.blur(values, (window, window))
    spread = (cv2.blur(values * values, (window, window)) - mean * mean).sum(axis=2)
    by = window // 2
    height, width = colours.shape[:2]
    total, weights = np.zeros_like(values), np.zeros((height, width), np.float32)
    padded = [cv2.copyMakeBorder(x, by, by, by, by, cv2.BORDER_REPLICATE) for x in (mean, spread)]
    for y in (0, by, 2 * by):
        for x in (0, by, 2 * by):
            here = slice(y, y + height), slice(x, x + width)
            weight = 1 / (1 + np.maximum(padded[1][here], 0)) ** _SHARP
            total += weight[..., None] * padded[0][here]
            weights += weight
    return total / weights[..., None]


def transplanted(
    picture: NDArray[np.uint8], source: NDArray[np.uint8], weight: NDArray[np.float32]
) -> NDArray[np.uint8]:
    """`source` put in a place with its own gradients and the colours around: (H, W, 3) uint8.

    Poisson cloning (Pérez, Gangnet and Blake, "Poisson Image Editing", SIGGRAPH 2003): what source
    and picture differ by along the border is carried smoothly through the place.

    Parameters
    ----------
    picture, source : (H, W, 4) uint8, with some margin round the place.
    weight : (H, W) float32 from 0 to 1, the place.
    """
    place = (weight > 0).view(np.uint8)
    rim = cv2.dilate(place, np.ones((2 * _RIM + 1,) * 2, np.uint8)) > place
    rim &= (picture[..., 3] > 0) & (source[..., 3] > 0)
    taken = source[..., :3].astype(np.float32)
    if not rim.any():
        return np.ascontiguousarray(source[..., :3])
    # Broad differences only: each side's own detail along the border is no matter of the other's.
    off = cv2.medianBlur(picture[..., :3].copy(), 5).astype(np.float32)
    off -= cv2.medianBlur(source[..., :3].copy(), 5)
    return np.rint(np.clip(taken + membrane(off, rim), 0, 255)).astype(np.uint8)


@njit(cache=True, nogil=True)
def _sweep(
    out: NDArray, ax: float, ay: float, bx: float, by: float, radius: float, hardness: float
) -> None:
    """A round brush drawn along a straight line, as `stamp_stroke` has it."""
    dx, dy = bx - ax, by - ay
    length = dx * dx + dy * dy
    core = radius * min(max(hardness, 0.0), 1.0)
    fall = max(radius + 0.5 - core, 1.0)
    full, far = max(radius + 0.5 - fall, 0.0) ** 2, (radius + 0.5) ** 2
    for y in range(out.shape[0]):
        for x in range(out.shape[1]):
            px, py = x + 0.5 - ax, y + 0.5 - ay
            share = 0.0
            if length > 0:
                share = min(max((px * dx + py * dy) / length, 0.0), 1.0)
            away = (px - share * dx) ** 2 + (py - share * dy) ** 2
            if away >= far:
                out[y, x] = 0
            elif away <= full:
                out[y, x] = 1
            else:
                inside = (radius + 0.5 - np.sqrt(away)) / fall
                out[y, x] = inside * inside * (3 - 2 * inside)
