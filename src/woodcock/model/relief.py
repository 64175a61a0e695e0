"""A layer's own depth."""

from __future__ import annotations

from typing import ClassVar

from woodcock.model.limits import RELIEF_CUT
from woodcock.model.value import Limits, Value

RELIEF_LIMITS = {
    "thickness": (0.0, 10_000.0),
    "sits": (0.0, 1.0),
    "edge": (0.0, 200.0),
    "cut": (0.02, 1.0),
    "smooth": (0.0, 500.0),
}


class Relief(Value, frozen=True):
    """What the photo's depth map makes of a layer: a surface instead of a plane.

    `thickness` is metres from its farthest to its nearest part. `sits` is which of it stands at
    the layer's distance: 0 its back, 1 its front. Along the mask's edge, for `edge` photo pixels,
    the map is not trusted: depth is carried on from further inside. Where depth jumps by more than
    `cut`, a share of the thickness, the surface is cut; 1 never cuts it. Before that it is blurred
    over `smooth` photo pixels: hair and reeds, whose every strand has another depth, need it.
    """

    thickness: float = 1.0
    sits: float = 0.5
    edge: float = 6.0
    cut: float = RELIEF_CUT
    smooth: float = 0.0

    LIMITS: ClassVar[Limits] = RELIEF_LIMITS
