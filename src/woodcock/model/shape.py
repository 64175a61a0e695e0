"""The shapes a clip is delivered in, and how each is framed."""

from __future__ import annotations

from woodcock.errors import InvalidValue
from woodcock.model.photo import Placement
from woodcock.model.value import Value
from woodcock.texts import tr

# Width and height by name: screens, social pages, telephones (common practice, no source).
CLIP_SHAPES: dict[str, tuple[int, int]] = {
    "landscape": (16, 9),
    "square": (1, 1),
    "upright": (4, 5),
    "portrait": (9, 16),
}


class ClipShape(Value, frozen=True):
    """How one of CLIP_SHAPES is framed: the photo's placement in a frame of that shape."""

    name: str
    placement: Placement

    def _check(self) -> None:
        if self.name not in CLIP_SHAPES:
            raise InvalidValue(tr("a shape is one of {all}", all=", ".join(CLIP_SHAPES)))
        if not 0.01 <= self.placement.zoom <= 100:
            raise InvalidValue(tr("a shape shows a hundredth to a hundred times the photo"))
