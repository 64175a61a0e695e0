"""How far each part of a photo is: guessed, measured under layers, shown."""

from typing import TYPE_CHECKING

from woodcock.lazy import lazily

if TYPE_CHECKING:
    from woodcock.depth.completion import completed
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
__getattr__ = lazily(
    __name__,
    {
        "LOOKS": "look",
        "completed": "completion",
        "depth_pixels": "metres",
        "estimate_depth": "estimate",
        "metres_of": "metres",
        "shown_as": "look",
        "with_layers": "estimate",
    },
)
