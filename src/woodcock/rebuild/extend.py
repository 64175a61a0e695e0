"""A plate carried on beyond the photo's borders."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, decode, encode8
from woodcock.pixels.store import content_hash
from woodcock.progress import Progress, part
from woodcock.rebuild.exemplar import exemplars
from woodcock.rebuild.fill import fill
from woodcock.rebuild.pieces import Reuse, made_anew
from woodcock.rebuild.settle import from_outside

_REACH = 3  # times what is added: how far in from a border there is something to be learnt
_LEAST = 160  # pixels, but no less than this
_CRISP = 2.0  # voted edges of see-through parts are soft: how much steeper they are made


def extended(
    pixels: NDArray[np.uint16],
    sides: tuple[int, int, int, int],
    seed: int = 0,
    reuse: Reuse = made_anew,
    progress: Progress | None = None,
    pieces: bool = False,
) -> NDArray[np.uint16]:
    """`pixels` with more on its sides, made up from what lies along its borders.

    An opaque picture is carried on by `fill`. Where there are see-through parts, patches are chosen
    by their colours and their alpha alike, so that stems, twigs and outlines go on.

    Parameters
    ----------
    pixels : (H, W, 4) uint16 premultiplied linear light.
    sides : pixels added at the left, top, right and bottom.
    reuse : keeps what was made, by content.
    pieces : as of `fill`, where the picture is opaque.

    Returns
    -------
    (top + H + bottom, left + W + right, 4) uint16. Raises Cancelled on request.
    """
    left, top, right, bottom = sides
    height, width = pixels.shape[:2]
    out = np.zeros((top + height + bottom, left + width + right, 4), np.uint16)
    out[top : top + height, left : left + width] = pixels
    rows, columns = slice(top, top + height), slice(left, left + width)
    whole = slice(0, out.shape[1])
    strips = (
        (left, (rows, slice(0, left)), (rows, slice(0, left + _deep(left)))),
        (right, (rows, slice(columns.stop, None)),
         (rows, slice(max(0, columns.stop - _deep(right)), None))),
        (top, (slice(0, top), whole), (slice(0, top + _deep(top)), whole)),
        (bottom, (slice(rows.stop, None), whole),
         (slice(max(0, rows.stop - _deep(bottom)), None), whole)),
    )  # fmt: skip
    for number, (wide, strip, around) in enumerate(strips):
        if not wide:
            continue
        step = part(progress, number / len(strips), (number + 1) / len(strips))
        hole = np.zeros(out.shape[:2], np.bool_)
        hole[strip] = True
        given, inner = out[around].copy(), hole[around].copy()
        key = ("extended", content_hash(given), content_hash(inner), seed, *([True] * pieces))

        def make(
            given: NDArray = given, inner: NDArray = inner, step: Progress | None = step
        ) -> NDArray:
            return _made(given, inner, seed, pieces, step)

        out[strip] = reuse(key, make).reshape(out[strip].shape)
    return out


def _deep(wide: int) -> int:
    return max(_REACH * wide, _LEAST)


def _made(
    given: NDArray[np.uint16],
    hole: NDArray[np.bool_],
    seed: int,
    pieces: bool,
    progress: Progress | None,
) -> NDArray[np.uint16]:
    """What belongs in `hole` of a strip along a border: (n, 4), row by row."""
    there = given[~hole]
    out = np.zeros((int(hole.sum()), 4), np.uint16)
    if not there[:, 3].any():
        return out
    if (there[:, 3] == UNIT).all():
        colours = encode8(np.ascontiguousarray(given[..., :3]))
        made = fill(colours, hole, seed=seed, pieces=pieces, progress=progress)
        out[:, :3] = decode(made[hole])
        out[:, 3] = UNIT
        return out
    alpha = (given[..., 3] >> 8).astype(np.uint8)
    straight = given[..., :3].astype(np.float32) * (UNIT / np.maximum(given[..., 3:], 1))
    colours = encode8(np.minimum(np.rint(straight), UNIT).astype(np.uint16))
    solid = alpha > min(200, int(alpha.max()) - 1)
    around = from_outside(colours, ~solid).colours_of(hole.shape)
    picture = np.where((alpha > 8)[..., None], colours, around)
    found = exemplars(np.dstack([picture, alpha]), hole, ~hole, seed, progress)
    if found is None:
        return out
    new = found.picture[hole]
    share = np.clip((new[:, 3] / np.float32(255) - 0.5) * _CRISP + 0.5, 0, 1)
    out[:, :3] = np.rint(decode(new[:, :3]) * share[:, None])
    out[:, 3] = np.rint(UNIT * share)
    return out
