"""What a project is: frozen values, compared with `==`, with no pixel maths and no I/O."""

from woodcock.model.layer import (
    EDGE_LIMITS,
    MOST_LEAN,
    TILE,
    Edge,
    Growth,
    Layer,
    Lean,
    Mask,
    Node,
    Outline,
    Picture,
    Pose,
    Tile,
)
from woodcock.model.photo import FRAME_SIZES, RATES, Frame, Photo, Placement
from woodcock.model.project import LENS_PROPERTIES, Depth, Lens, Project
from woodcock.model.relief import RELIEF_LIMITS, Relief
from woodcock.model.track import EASE_BOTH, EASE_IN, EASE_OUT, EASINGS, LINEAR, Easing, Key, Track

__all__ = [
    "EASE_BOTH",
    "EASE_IN",
    "EASE_OUT",
    "EASINGS",
    "EDGE_LIMITS",
    "FRAME_SIZES",
    "LENS_PROPERTIES",
    "LINEAR",
    "MOST_LEAN",
    "RATES",
    "RELIEF_LIMITS",
    "TILE",
    "Depth",
    "Easing",
    "Edge",
    "Frame",
    "Growth",
    "Key",
    "Layer",
    "Lean",
    "Lens",
    "Mask",
    "Node",
    "Outline",
    "Photo",
    "Picture",
    "Placement",
    "Pose",
    "Project",
    "Relief",
    "Tile",
    "Track",
]
