"""The edge of a thing drawn exactly: a minimal cut (Boykov and Jolly 2001) over a band's pixels."""

from __future__ import annotations

import cv2
import maxflow
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.separate.local_colour import local_colour

ABOUT = 20  # how far about a pixel its two sides' colours are taken from
_COARSE = 2  # working pixels a step, where no more precision is needed
_SOFT, _BAND_BOND = 60.0, 2.5  # what holds the band's pixels together
_SPECK, _HOLE = 250, 60  # working pixels


def drop_specks(rough: NDArray[np.uint8]) -> None:
    """Pieces and holes of a few pixels, which are noise and no thing, join what is round them."""
    for value, least in ((1, _SPECK), (0, _HOLE)):
        there = (rough == value).view(np.uint8)
        _, pieces, stats, _ = cv2.connectedComponentsWithStats(there)
        small = stats[:, cv2.CC_STAT_AREA] < least
        small[0] = False
        rough[small[pieces]] = 1 - value


def cut_band(
    colours: NDArray[np.float32], rough: NDArray[np.uint8], band: NDArray[np.bool_]
) -> None:
    """Cut the band's pixels by local colour models; `rough` takes the answer.

    Parameters
    ----------
    colours : (h, w, 3) float32 L*a*b*.
    rough : (h, w) uint8, 0 or 1, trusted outside the band.
    band : (h, w) bool.
    """
    nodes = np.full(band.shape, -1, np.int32)
    y, x = np.nonzero(band)
    nodes[y, x] = np.arange(len(y))
    coarse = (slice(None, None, _COARSE), slice(None, None, _COARSE))
    about = (y // _COARSE, x // _COARSE)
    sides = [
        local_colour(colours[coarse], rough[coarse] == side, band[coarse], ABOUT + 1)[about]
        for side in (1, 0)
    ]
    lab = colours[y, x]
    apart_own, apart_other = (_squared(lab - side) for side in sides)
    lean = 6.0 * (apart_other - apart_own) / (apart_other + apart_own + 20.0)
    towards, from_it = np.maximum(lean, 0), np.maximum(-lean, 0)
    ends = np.empty((4 * len(y), 2), np.int32)
    bonds = np.empty(4 * len(y), np.float32)
    places = np.stack([y, x], 1)
    count = _bonds(colours, rough, nodes, places, towards, from_it, ends, bonds)
    ends, bonds = ends[:count], bonds[:count]
    graph = maxflow.Graph[float](len(y), count)
    graph.add_nodes(len(y))
    graph.add_edges(ends[:, 0], ends[:, 1], bonds, bonds)
    graph.add_grid_tedges(np.arange(len(y)), towards, from_it)
    graph.maxflow()
    rough[y, x] = ~graph.get_grid_segments(np.arange(len(y)))


@njit(nogil=True, cache=True)
def _bonds(colours, rough, nodes, places, towards, from_it, ends, bonds):
    """What holds the band's pixels to their eight neighbours; returns how many pairs there are.

    A neighbour outside the band is settled already: it pulls to its own side.
    """
    height, width = nodes.shape
    count = 0
    for i in range(len(places)):
        y, x = places[i]
        for dy in range(-1, 2):
            for dx in range(-1, 2):
                v, u = y + dy, x + dx
                if (dy == 0 and dx == 0) or v < 0 or u < 0 or v >= height or u >= width:
                    continue
                apart = 0.0
                for c in range(3):
                    d = colours[y, x, c] - colours[v, u, c]
                    apart += d * d
                bond = np.exp(-apart / _SOFT) * _BAND_BOND / np.sqrt(dy * dy + dx * dx)
                if nodes[v, u] < 0:
                    if rough[v, u]:
                        towards[i] += bond
                    else:
                        from_it[i] += bond
                elif nodes[v, u] > i:
                    ends[count, 0], ends[count, 1] = i, nodes[v, u]
                    bonds[count] = bond
                    count += 1
    return count


def _squared(steps: NDArray[np.float32]) -> NDArray[np.float32]:
    return np.asarray(np.einsum("ij,ij->i", steps, steps))
