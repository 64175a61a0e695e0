"""A part of the photo as blocks."""

from __future__ import annotations

import msgspec
import numpy as np
from numpy.typing import NDArray


class Area(msgspec.Struct, frozen=True):
    """Blocks of the photo, `size` photo pixels wide each, as bits row by row."""

    bits: bytes
    columns: int
    rows: int
    size: float

    def at(self, width: int, height: int, step: float) -> NDArray[np.bool_]:
        """The area over the photo at `step` pixels a photo pixel: (height, width) bool."""
        count = self.columns * self.rows
        blocks = np.unpackbits(np.frombuffer(self.bits, np.uint8))[:count]
        blocks = blocks.reshape(self.rows, self.columns)
        across, down = (
            np.minimum(np.arange(side) / (self.size * step), limit - 1).astype(np.int32)
            for side, limit in ((width, self.columns), (height, self.rows))
        )
        return blocks[down[:, None], across].view(np.bool_)
