"""The second move: a homography of the frame, for everything at once."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.model import OVERALL_PROPERTIES, Crop, Overall
from woodcock.stage.camera import axis_in, whole_of
from woodcock.stage.curves import value_at
from woodcock.stage.sway import sway_at

_PLAIN = Overall()


def overall_at(
    overall: Overall, time: float, size: tuple[int, int], crop: Crop | None = None
) -> NDArray | None:
    """(3, 3): from a frame of `size` (width, height) to how it is shown; None as it is."""
    if overall == _PLAIN:
        return None
    pose = {name: value_at(getattr(overall, name), time) for name in OVERALL_PROPERTIES}
    if overall.sway is not None:
        hand = sway_at(overall.sway, time)
        pose["x"] += hand["x"]
        pose["y"] += hand["y"]
        pose["angle"] += hand["roll"]
    if pose == {"scale": 1.0, "x": 0.0, "y": 0.0, "angle": 0.0}:
        return None
    turn = math.radians(pose["angle"])
    c, s = pose["scale"] * math.cos(turn), pose["scale"] * math.sin(turn)
    (x, y), (width, _) = axis_in(size, crop), whole_of(size, crop)
    to_x, to_y = x + pose["x"] * width, y + pose["y"] * width
    return np.array([[c, -s, to_x - c * x + s * y], [s, c, to_y - s * x - c * y], [0.0, 0.0, 1.0]])
