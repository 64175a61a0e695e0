"""How the edge of a cut is redrawn."""

from __future__ import annotations

from typing import ClassVar

from woodcock.model.value import Limits, Value

EDGE_LIMITS = {
    "holes": (0.0, 500.0),
    "islands": (0.0, 500.0),
    "smooth": (0.0, 20.0),
    "shift": (-50.0, 50.0),
    "soften": (0.0, 100.0),
}


class EdgeSettings(Value, frozen=True):
    """How a mask's edge is redrawn, in the photo's pixels; all zero leaves the mask as it is.

    Holes and islands up to so many pixels across go; then the edge is smoothed, shifted out
    (positive) or in, and softened.
    """

    holes: float = 0.0
    islands: float = 0.0
    smooth: float = 0.0
    shift: float = 0.0
    soften: float = 0.0

    LIMITS: ClassVar[Limits] = EDGE_LIMITS
