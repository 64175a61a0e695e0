"""What was painted into each mask by hand: a later stroke leaves it where it is."""

from __future__ import annotations

from collections import OrderedDict

import numpy as np
from numpy.typing import NDArray

from woodcock.locks import new_lock
from woodcock.separate import stamp_stroke
from woodcock.separate.study import Study
from woodcock.session.stroke import Stroke

_MASKS, _STROKES, _KEPT = 400, 200, 4  # masks and strokes of each that are remembered; canvases
_BY_HAND = ("grow", "brush")
_WANTED, _UNWANTED = 1, 2
_SAYS = {"new": _WANTED, "add": _WANTED, "remove": _UNWANTED, "split": _UNWANTED}


class Painted:
    """The strokes that made a mask, by its name in the store; undoing finds the older ones."""

    def __init__(self) -> None:
        self._strokes: OrderedDict[str, tuple[Stroke, ...]] = OrderedDict()
        self._canvases: OrderedDict[object, NDArray[np.uint8]] = OrderedDict()
        self._lock = new_lock()

    def remember(self, mask: str, before: str | None, stroke: Stroke) -> None:
        """`stroke` made `mask` out of the mask `before`, or a new one."""
        added = (stroke,) if stroke.kind in _BY_HAND and stroke.mode in _SAYS else ()
        with self._lock:
            older = self._strokes.get(before or "", ())
            self._strokes[mask] = (older + added)[-_STROKES:]
            self._strokes.move_to_end(mask)
            while len(self._strokes) > _MASKS:
                self._strokes.popitem(last=False)

    def against(self, mask: str, stroke: Stroke, known: Study) -> NDArray[np.uint8] | None:
        """What earlier strokes said that `stroke` must leave: (h, w) uint8 at working size.

        None where there is nothing such, or the stroke neither adds nor takes away.
        """
        says = _SAYS.get(stroke.mode)
        if says is None:
            return None
        with self._lock:
            canvas = self._canvas(self._strokes.get(mask, ()), known)
        out = np.where((canvas != 0) & (canvas != says), np.uint8(255), np.uint8(0))
        out[_covered(stroke, known)] = 0  # the last to pass over a place has the say there
        return out if out.any() else None

    def _canvas(self, strokes: tuple[Stroke, ...], known: Study) -> NDArray[np.uint8]:
        """What the strokes said, place by place; one more stroke costs only itself."""
        key = strokes, known.labels.shape
        if key in self._canvases:
            self._canvases.move_to_end(key)
            return self._canvases[key]
        older = self._canvases.get((strokes[:-1], known.labels.shape)) if strokes else None
        new = strokes if older is None else strokes[-1:]
        canvas = np.zeros(known.labels.shape, np.uint8) if older is None else older.copy()
        for stroke in new:
            canvas[_covered(stroke, known)] = _SAYS[stroke.mode]
        self._canvases[key] = canvas
        while len(self._canvases) > _KEPT:
            self._canvases.popitem(last=False)
        return canvas


def _covered(stroke: Stroke, known: Study) -> NDArray[np.bool_]:
    points = [(x * known.scale, y * known.scale) for x, y in stroke.points]
    width = max(stroke.size * known.scale, 2.0)
    return stamp_stroke(known.labels.shape, points, width, 1.0) > 127
