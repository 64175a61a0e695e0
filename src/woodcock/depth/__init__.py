"""How far each part of a photo is: guessed, measured under layers, shown."""

from woodcock.depth.completed import completed
from woodcock.depth.estimate import estimate_depth, with_layers
from woodcock.depth.look import LOOKS, shown_as
from woodcock.depth.metres import depth_pixels, metres_of

__all__ = [
    "LOOKS",
    "completed",
    "depth_pixels",
    "estimate_depth",
    "metres_of",
    "shown_as",
    "with_layers",
]
