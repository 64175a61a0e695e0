"""The edges of cuts in a photo of any size, solved for square by square and kept by content."""

from __future__ import annotations

from dataclasses import dataclass
from threading import Lock

import numpy as np
from numpy.typing import NDArray

from woodcock.matting.edge import solved_edge
from woodcock.pixels.store import content_hash
from woodcock.pixels.threads import together
from woodcock.pixels.tiles import Box, tiles_of
from woodcock.progress import Progress, report
from woodcock.rebuild.holes import grown
from woodcock.rebuild.pieces import Reuse
from woodcock.texts import tr

_TILE, _ROOM = 512, 40  # pixels; what lies beyond that room and twice the growth has no say
_BESIDE = 4  # pixels beside an edge where what is behind may be made up too
_SEEN = 128  # a cover from which what is behind it is not seen


@dataclass(frozen=True)
class CutEdge:
    """A cut with its edge told from the photo: `alpha` (H, W) uint8.

    `unsure` (H, W) uint8 is how far what is behind it must be made up. `behind` (n, 3) uint16
    linear light is what is behind it at the `places` (n,), counted row by row, that it covers in
    part.
    """

    alpha: NDArray[np.uint8]
    unsure: NDArray[np.uint8]
    places: NDArray[np.int64]
    behind: NDArray[np.uint16]


def told_by_photo(
    light: NDArray[np.uint16],
    mask: NDArray[np.uint8],
    growth: float,
    cover: NDArray[np.uint8],
    meant: NDArray[np.bool_] | None,
    reuse: Reuse,
    progress: Progress | None = None,
) -> CutEdge:
    """The edge of `mask`, which may be wrong by `growth` pixels.

    Parameters
    ----------
    light : (H, W, 3) uint16 linear light, the photo without what is nearer, where that is known.
    mask : (H, W) uint8. cover : (H, W) uint8, how much of each pixel nearer layers hide.
    meant : (H, W) bool, where the mask holds as it is; None is nowhere.
    reuse : keeps what was solved, by content.

    Raises Cancelled on request.
    """
    alpha, unsure = mask.copy(), mask.copy()
    doubtful = _doubtful(mask, growth)
    boxes = list(tiles_of(doubtful, _TILE, _ROOM + 2 * int(growth)))
    found: list[tuple[NDArray[np.int64], NDArray[np.uint16]]] = []
    done, adding = 0, Lock()

    def solve(box: tuple[Box, Box, Box]) -> None:
        nonlocal done
        report(progress, done / len(boxes), tr("Telling the edges"))
        inner, outer, within = box
        open_ = np.ones(mask[outer].shape, np.bool_) if meant is None else ~meant[outer]
        parts = light[outer], mask[outer], open_, cover[outer] < _SEEN
        there = doubtful[inner]

        def make() -> NDArray[np.uint16]:
            edge = solved_edge(*parts, growth)
            two = np.dstack([edge.alpha, edge.unsure])[within][there]
            return np.column_stack([two.astype(np.uint16), edge.behind[within][there]])

        place = *((s.start, s.stop) for s in within), growth
        values = reuse(("edge", *(content_hash(x) for x in parts), place), make)
        share, (y, x) = values[:, 0].astype(np.uint8), np.nonzero(there)
        soft = (share > 0) & (share < 255)
        places = (y + inner[0].start) * mask.shape[1] + (x + inner[1].start)
        with adding:
            alpha[inner][there], unsure[inner][there] = share, values[:, 1]
            found.append((places[soft], values[soft, 2:]))
            done += 1

    together(solve, boxes)
    if not found:
        return CutEdge(alpha, unsure, np.zeros(0, np.int64), np.zeros((0, 3), np.uint16))
    places = np.concatenate([at for at, _ in found])
    order = np.argsort(places)  # the squares end in any order
    return CutEdge(alpha, unsure, places[order], np.concatenate([x for _, x in found])[order])


def _doubtful(mask: NDArray[np.uint8], growth: float) -> NDArray[np.bool_]:
    """Where alpha may be another than the mask's, or is between none and all."""
    inside, soft = mask > 127, (mask > 0) & (mask < 255)
    if growth < 1 or not inside.any():
        return soft
    growth += _BESIDE
    near = grown(inside.view(np.uint8), growth) & grown((~inside).view(np.uint8), growth)
    return soft | near
