"""Photo and holes to filled pictures, and the plates a parallax clip is made of."""

from woodcock.rebuild.extend import extended
from woodcock.rebuild.fill import Filled, fill, filled
from woodcock.rebuild.fills import Cut, Fills, make_fills
from woodcock.rebuild.painting import Tiles, assembled, painted, painted_at, with_margin
from woodcock.rebuild.plates import Plate, build_plates
from woodcock.rebuild.without import without

__all__ = [
    "Cut",
    "Filled",
    "Fills",
    "Plate",
    "Tiles",
    "assembled",
    "build_plates",
    "extended",
    "fill",
    "filled",
    "make_fills",
    "painted",
    "painted_at",
    "with_margin",
    "without",
]
