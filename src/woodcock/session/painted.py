"""What was painted into each mask by hand: a later stroke leaves it where it is."""

from __future__ import annotations

from collections import OrderedDict

import numpy as np
from numpy.typing import NDArray

from woodcock.separate import stamp_stroke
from woodcock.separate.study import Study
from woodcock.session.stroke import Stroke

_MASKS, _STROKES = 400, 60  # how many are remembered, and how many strokes of each
_BY_HAND = ("grow", "brush")
_SIGNS = {"new": True, "add": True, "remove": False, "split": False}


class Painted:
    """The strokes that made a mask, by its name in the store; undoing finds the older ones."""

    def __init__(self) -> None:
        self._strokes: OrderedDict[str, tuple[Stroke, ...]] = OrderedDict()

    def remember(self, mask: str, before: str | None, stroke: Stroke) -> None:
        """`stroke` made `mask` out of the mask `before`, or a new one."""
        older = self._strokes.get(before or "", ())
        added = (stroke,) if stroke.kind in _BY_HAND and stroke.mode in _SIGNS else ()
        self._strokes[mask] = (older + added)[-_STROKES:]
        self._strokes.move_to_end(mask)
        while len(self._strokes) > _MASKS:
            self._strokes.popitem(last=False)

    def against(self, mask: str, stroke: Stroke, known: Study) -> NDArray[np.uint8] | None:
        """What earlier strokes said that `stroke` must leave: (h, w) uint8 at working size."""
        earlier = self._strokes.get(mask, ())
        out, sign = np.zeros(known.labels.shape, np.uint8), _SIGNS.get(stroke.mode)
        for old in (*earlier, stroke):  # the last one to pass over a place has the say there
            points = [(x * known.scale, y * known.scale) for x, y in old.points]
            width = max(old.size * known.scale, 2.0)
            there = stamp_stroke(known.labels.shape, points, width, 1.0) > 127
            out[there] = 0 if _SIGNS[old.mode] == sign else 255
        return out if out.any() else None
