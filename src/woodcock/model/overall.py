"""The second move: the finished clip itself, framed and moved as one picture."""

from __future__ import annotations

from typing import ClassVar

from woodcock.model.procedural import Sway
from woodcock.model.track import Track
from woodcock.model.value import Limits, Value

OVERALL_PROPERTIES = ("scale", "x", "y", "angle")


class Overall(Value, frozen=True):
    """How everything is shown in the frame: `scale` about its middle, then moved and turned.

    `x` and `y` are shares of the frame's width, right and down; `angle` is degrees clockwise.
    """

    scale: Track = Track(1.0)
    x: Track = Track()
    y: Track = Track()
    angle: Track = Track()
    sway: Sway | None = None

    LIMITS: ClassVar[Limits] = {"scale": (0, 100), "x": (-100, 100), "y": (-100, 100)}
