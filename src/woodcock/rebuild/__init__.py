"""Photo and holes to filled pictures, and the plates a parallax clip is made of."""

from woodcock.rebuild.extend import extended
from woodcock.rebuild.fill import fill
from woodcock.rebuild.plates import Cut, Plate, build_plates
from woodcock.rebuild.without import without

__all__ = ["Cut", "Plate", "build_plates", "extended", "fill", "without"]
