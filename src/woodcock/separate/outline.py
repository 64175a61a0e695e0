"""Outlines of cubic Bezier curves: drawn, filled, and taken apart for editing.

The curves are those of CSS and SVG paths (W3C SVG 2, 9.3.6); a node is put in without changing
them by de Casteljau's construction.
"""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from woodcock.model import Node, Outline
from woodcock.separate.combine import combine
from woodcock.separate.lasso import lasso

_STEPS = 24  # straight pieces a curve is drawn with, at the least
_PIECE = 6.0  # photo pixels such a piece is long, at the most


def curve(start: Node, end: Node) -> NDArray[np.float64]:
    """The four points of the Bezier curve between two nodes: (4, 2) x, y."""
    a, b = np.array((start.x, start.y)), np.array((end.x, end.y))
    return np.stack([a, a + start.after, b + end.before, b])


def drawn(start: Node, end: Node) -> NDArray[np.float64]:
    """The curve between two nodes as points (n, 2), the last one left out."""
    points = curve(start, end)
    length = np.linalg.norm(np.diff(points, axis=0), axis=1).sum()
    t = np.linspace(0, 1, max(_STEPS, int(length / _PIECE)), endpoint=False)[:, None]
    weights = np.hstack([(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t**3])
    return np.asarray(weights @ points)


def path(nodes: tuple[Node, ...]) -> NDArray[np.float64]:
    """The closed path through the nodes as points (n, 2)."""
    pairs = zip(nodes, (*nodes[1:], nodes[0]), strict=True)
    return np.concatenate([drawn(a, b) for a, b in pairs])


def within(shape: tuple[int, int], outline: Outline) -> NDArray[np.uint8]:
    """What lies within an outline: (H, W) uint8 alpha. Fewer than two nodes enclose nothing."""
    if len(outline.nodes) < 2:
        return np.zeros(shape, np.uint8)
    return lasso(shape, path(outline.nodes))


def redrawn_outline(
    pixels: NDArray[np.uint8],
    under: NDArray[np.uint8] | None,
    old: Outline,
    new: Outline,
) -> NDArray[np.uint8]:
    """The mask `pixels` with its outline changed, and what was painted since kept.

    `under` is the mask the outline was drawn on, None if it was the first thing drawn.
    """
    shape = pixels.shape[0], pixels.shape[1]
    before, after = (combine(under, within(shape, x), x.mode) for x in (old, new))
    since = pixels.astype(np.int16) - before
    return np.clip(after + since, 0, 255).astype(np.uint8)


def divided(nodes: tuple[Node, ...], index: int, t: float) -> tuple[Node, ...]:
    """One more node on the curve after node `index`, at its parameter t; the path stays."""
    following = (index + 1) % len(nodes)
    a, b, c, d = curve(nodes[index], nodes[following])
    ab, bc, cd = a + t * (b - a), b + t * (c - b), c + t * (d - c)
    abc, bcd = ab + t * (bc - ab), bc + t * (cd - bc)
    middle = abc + t * (bcd - abc)
    changed = list(nodes)
    changed[index] = replace(nodes[index], after=_pair(ab - a))
    changed[following] = replace(changed[following], before=_pair(cd - d))
    new = Node(float(middle[0]), float(middle[1]), _pair(abc - middle), _pair(bcd - middle))
    return (*changed[: index + 1], new, *changed[index + 1 :])


def turned(nodes: tuple[Node, ...], index: int) -> tuple[Node, ...]:
    """A smooth node made a corner, a corner made smooth along its two neighbours."""
    node = nodes[index]
    if node.before != (0.0, 0.0) or node.after != (0.0, 0.0):
        new = replace(node, before=(0.0, 0.0), after=(0.0, 0.0))
    else:
        last, following = nodes[index - 1], nodes[(index + 1) % len(nodes)]
        along = np.array((following.x - last.x, following.y - last.y)) / 6
        new = replace(node, before=_pair(-along), after=_pair(along))
    return (*nodes[:index], new, *nodes[index + 1 :])


def _pair(vector: NDArray[np.float64]) -> tuple[float, float]:
    return float(vector[0]), float(vector[1])
