"""What a hand did in the photo, and what comes of it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Outline


@dataclass(frozen=True)
class Stroke:
    """What a hand did in the photo: `points` (x, y) in its pixels, pixel centres at half-integers.

    `kind` is
    - lasso or brush: what was drawn
    - grow: a brush whose area grows to the edges of what it was painted on
    - trace: a line through the points that keeps to edges between them
    - outline: no points; what lies within `outline`, or with the mode "edit" the layer's outline
      changed to it
    - touch: one point stands for the thing there, `times` touches for more of it; two points are
      corners of a box round a thing
    - alike: everything of the colours at all points, up to `tolerance` L*a*b* steps off, after
      `hues` were pushed darker or lighter; `local` only what hangs together with them
    - mask: no points; the mask of the layer `other`
    - subject: no points; what the photo is of
    - fine: a brush over hair, reeds or rope, whose true alpha is solved for from what the mask says
      on both sides and, in the midst of a wide one, from the two colours that mix there; without
      points, over every edge that looks fine

    - follow: no points; the layer's edge moved to the one the photo has beside it

    `mode` is new, add, remove, within (only what is in both stays), split (what is in both becomes
    a layer of its own) or merge (add, and the layer `other` goes). `layer` is whom it is meant for.
    `pressures` are those of a pen, one a point; none: full.
    """

    points: tuple[tuple[float, float], ...]
    kind: str
    mode: str
    size: float = 60.0
    hardness: float = 0.8
    layer: str | None = None
    times: int = 1
    tolerance: float = 12.0
    local: bool = True
    other: str | None = None
    opacity: float = 1.0
    pressures: tuple[float, ...] = ()
    hues: tuple[float, ...] = ()
    outline: Outline | None = None

    @cached_property
    def extent(self) -> float:
        """The diagonal of the box round the points."""
        places = np.asarray(self.points)
        return float(np.linalg.norm(places.max(0) - places.min(0)))


@dataclass(frozen=True, eq=False)
class Outcome:
    """What a stroke makes: masks (H, W) uint8 of the layer it was meant for and of a new one.

    `gone` is a layer that went into the other. `edge_done` says that the edge's settings are in
    the mask already, `outline` is one that was drawn now.
    """

    mask: NDArray[np.uint8] | None = None
    new: NDArray[np.uint8] | None = None
    gone: str | None = None
    edge_done: bool = False
    outline: Outline | None = None
