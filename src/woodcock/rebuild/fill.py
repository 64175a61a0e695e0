"""Filling a hole from its surroundings."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.membrane import membrane
from woodcock.progress import Progress, part
from woodcock.rebuild.exemplar import exemplars
from woodcock.rebuild.lines import line_through
from woodcock.rebuild.settle import from_outside, settle

_REACH = 96  # pixels beyond the hole's box that are looked at, at the least
_SHARE = 0.5  # of the box's longer side that are, if that is more
_LEAST = 0.02  # of that area that may be copied, or twice as far is looked at
_BESIDE = 8  # pixels beside the hole that may not be copied are made up as well
_TEXTURE, _WINDOW = 4.0, 15  # how much the texture channel counts; pixels it is averaged over
_SIDES = 80.0  # how much the side of a line counts, in 8-bit steps
_CARRIED = 250_000  # pixels of the size at which texture is carried into a hole
_ROWS = 512  # rows worked on at once
_BLIND = 24  # the doubt of what no patch could be found for


@dataclass(frozen=True)
class Filled:
    """A picture with its hole filled, and how doubtful that is.

    `picture` (H, W, 3) uint8; `doubt` (H, W) uint8: how unlike the patches used are to what stands
    round them, the root of the mean square in 8-bit steps; 0 outside the hole.
    """

    picture: NDArray[np.uint8]
    doubt: NDArray[np.uint8]


def fill(
    photo: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    *,
    allowed: NDArray[np.bool_] | None = None,
    sources: NDArray[np.bool_] | None = None,
    guide: NDArray[np.float32] | None = None,
    seed: int = 0,
    pieces: bool = False,
    progress: Progress | None = None,
) -> NDArray[np.uint8]:
    """`photo` with `hole` filled by patches of what may be copied, blended in without a seam.

    See `woodcock.rebuild.exemplar` and `settle` for the papers. The same seed gives the same fill.

    Parameters
    ----------
    photo : (H, W, 3) uint8 sRGB. Colours under `hole` are never read.
    hole : (H, W) bool, True where the picture is to be made up.
    allowed : (H, W) bool, where it may be copied from; None is all that is no hole. What is neither
        allowed nor hole has no say, not even beside the hole.
    sources : (H, W) bool, what of that is copied; the rest is agreed with where it lies beside the
        hole. None is all of it.
    guide : (H, W) float32 from 0 to 255, known in the hole too: what patches must agree in besides
        colour, such as depth. None: a straight line that the hole interrupts, which then goes on
        through it; where there is none, their texture's strength.
    seed : another seed gives another proposal.
    pieces : a large hole is filled from whole pieces first (`woodcock.rebuild.shifts`).

    Returns
    -------
    (H, W, 3) uint8, equal to `photo` outside the hole. A hole that leaves nothing to go by is
    filled with mid grey. Raises Cancelled on request.
    """
    return filled(
        photo, hole, allowed=allowed, sources=sources, guide=guide,
        seed=seed, pieces=pieces, progress=progress,
    ).picture  # fmt: skip


def filled(
    photo: NDArray[np.uint8],
    hole: NDArray[np.bool_],
    *,
    allowed: NDArray[np.bool_] | None = None,
    sources: NDArray[np.bool_] | None = None,
    guide: NDArray[np.float32] | None = None,
    seed: int = 0,
    pieces: bool = False,
    progress: Progress | None = None,
) -> Filled:
    """The same as `fill`, with how doubtful the filling is."""
    out, doubt = photo.copy(), np.zeros(hole.shape, np.uint8)
    if not hole.any():
        return Filled(out, doubt)
    free = ~hole if allowed is None else allowed & ~hole
    if not free.any():
        out[hole], doubt[hole] = 128, 255
        return Filled(out, doubt)
    here = surroundings(hole, free if sources is None else free & sources)
    inner, open_ = hole[here], free[here]
    around = from_outside(photo[here], ~open_)
    # What may not be copied is made up as well close by; farther off it is painted over smoothly.
    unknown = inner | (_wider(inner, _BESIDE) & ~open_)
    picture = np.where(open_[..., None], photo[here], around.colours_of(inner.shape))
    line = line_through(picture, ~open_) if guide is None else None
    last = _texture(picture, open_) if guide is None else guide[here]
    if line is not None:
        # Both in one channel: which side it is on, and the texture that is to be expected there.
        sides = line.sides(inner.shape)
        last = _SIDES * (sides + 1) + _expected(last, open_, sides) * ((255 - 2 * _SIDES) / 255)
    given = np.dstack([picture, np.rint(last).astype(np.uint8)])
    guided = guide is not None or line is not None
    step, copied = part(progress, 0.0, 0.9), None if sources is None else sources[here]
    made = exemplars(given, unknown, open_, seed, step, guided, pieces, copied)
    if made is None:
        out[here][inner] = around.colours_of(inner.shape)[inner]
        doubt[here][inner] = _BLIND
    else:
        settle(made, picture, unknown, inner, around, out[here], part(progress, 0.9, 1.0))
        doubt[here][inner] = np.rint(np.clip(made.cost[inner], 0, 255))
    return Filled(out, doubt)


def surroundings(hole: NDArray[np.bool_], free: NDArray[np.bool_]) -> tuple[slice, slice]:
    """The part of the picture that is looked at when `hole` is filled from what is `free`."""
    x, y, w, h = cv2.boundingRect(hole.view(np.uint8))
    reach = max(_REACH, int(_SHARE * max(w, h)))
    while True:
        rows = slice(max(0, y - reach), min(y + h + reach, hole.shape[0]))
        columns = slice(max(0, x - reach), min(x + w + reach, hole.shape[1]))
        if free[rows, columns].mean() >= _LEAST or reach >= max(hole.shape):
            return rows, columns
        reach *= 2


def _expected(
    texture: NDArray[np.float32], free: NDArray[np.bool_], sides: NDArray[np.float32]
) -> NDArray[np.float32]:
    """The texture's strength, carried into what is not free from the same side of a line."""
    out = texture.copy()
    for side in (sides < 0, sides >= 0):
        known = side & free
        if known.any():
            step = max(1, round((known.size / _CARRIED) ** 0.5))
            small = membrane(texture[::step, ::step], known[::step, ::step])
            whole: NDArray = cv2.resize(small, known.shape[::-1], interpolation=cv2.INTER_LINEAR)
            np.copyto(out, whole, where=side & ~free)
    return out


def _texture(picture: NDArray[np.uint8], free: NDArray[np.bool_]) -> NDArray[np.float32]:
    """How strong the texture about each pixel is, from what may be copied only: (H, W) 0 to 255."""
    out, margin = np.empty(free.shape, np.float32), _WINDOW // 2 + 2
    for top in range(0, len(out), _ROWS):
        first = max(0, top - margin)
        rows = slice(first, top + _ROWS + margin)
        grey = cv2.cvtColor(picture[rows], cv2.COLOR_RGB2GRAY).astype(np.float32)
        across = cv2.filter2D(grey, -1, np.array([[-0.5, 0.0, 0.5]], np.float32))
        down = cv2.filter2D(grey, -1, np.array([[-0.5], [0.0], [0.5]], np.float32))
        clear = cv2.erode(free[rows].view(np.uint8), np.ones((3, 3), np.uint8)).astype(np.float32)
        weight = cv2.blur(clear, (_WINDOW, _WINDOW))
        strength = cv2.blur((np.abs(across) + np.abs(down)) * clear, (_WINDOW, _WINDOW))
        mean = _TEXTURE * strength / np.maximum(weight, 1e-3)
        out[top : top + _ROWS] = np.clip(mean, 0, 255)[top - first :][:_ROWS]
    return out


def _wider(area: NDArray[np.bool_], by: int) -> NDArray[np.bool_]:
    kernel = np.ones((2 * by + 1,) * 2, np.uint8)
    return np.asarray(cv2.dilate(area.view(np.uint8), kernel)).view(np.bool_)
