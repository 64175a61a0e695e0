"""What is on the glass: by itself, so that it can be laid over a frame that is treated already."""

from __future__ import annotations

from collections.abc import Callable, Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Layer
from woodcock.render.canvas import turned_round
from woodcock.render.elements import Element
from woodcock.render.groups import Piece, groups_of
from woodcock.render.light_frame import laid_over


class Panes:
    """The means of what is on the glass over so many moments, near to far."""

    def __init__(self, moments: int) -> None:
        self._share = np.float32(1 / moments)
        self._kept: dict[str, tuple[Layer, NDArray[np.float32]]] = {}

    def __bool__(self) -> bool:
        return bool(self._kept)

    def add(
        self, elements: Sequence[Element], draw: Callable[[list[Piece]], NDArray[np.float32]]
    ) -> None:
        """What is seen at one moment; `draw` draws some of it, its alpha what it lets through."""
        for group in groups_of(list(elements)):
            first = group[0]
            assert isinstance(first, Element)
            layer, light = first.placed.layer, turned_round(draw(group))
            if self._share != 1:
                light *= self._share
            if layer.id in self._kept:
                light += self._kept[layer.id][1]
            self._kept[layer.id] = layer, light

    def laid_over(self, frame: NDArray[np.float32]) -> NDArray[np.float32]:
        """A frame (H, W, 4) of linear light with all of it laid over."""
        for layer, light in reversed(self._kept.values()):
            frame = laid_over(light, frame, layer.blend, layer.blend_linear)
        return frame
