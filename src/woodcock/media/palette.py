"""One palette for a whole GIF, and its frames in these colours."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Delivery

_COLOURS = 255  # and one that is no colour
_CLEAR = 255
_BITS = 6  # of a colour, by which the nearest one is looked up
_STEP = 256 / 24  # about how far colours of a photo's palette are apart
# The thresholds of an 8x8 ordered dither (Bayer, 1973), made by doubling a 2x2 one.
_TWO = np.array([[0, 2], [3, 1]])
_FOUR = np.block([[4 * _TWO, 4 * _TWO + 2], [4 * _TWO + 3, 4 * _TWO + 1]])
_EIGHT = np.block([[4 * _FOUR, 4 * _FOUR + 2], [4 * _FOUR + 3, 4 * _FOUR + 1]])
_SAMPLED = 40_000  # pixels: ten times as many take seconds, and serve no better


class Palette:
    """The colours that serve some frames best; all frames are shown in these.

    Ordered dither stands still from frame to frame; diffused (Floyd and Steinberg, 1976) is finer.
    """

    def __init__(self, samples: Sequence[NDArray[np.uint8]], delivery: Delivery) -> None:
        from PIL import Image

        seen = [frame.reshape(-1, frame.shape[2]) for frame in samples]
        colours = [x[x[:, 3] >= 128, :3] if x.shape[1] == 4 else x for x in seen]
        pixels = np.concatenate(colours) if colours else np.zeros((1, 3), np.uint8)
        pixels = pixels[:: len(pixels) // _SAMPLED | 1]
        pixels = pixels if len(pixels) else np.zeros((1, 3), np.uint8)
        strip = Image.fromarray(np.ascontiguousarray(pixels[None]))
        chosen = strip.quantize(_COLOURS, Image.Quantize.MEDIANCUT, kmeans=1).getpalette() or []
        self.colours = np.zeros((256, 3), np.uint8)
        self.colours[: len(chosen) // 3] = np.reshape(chosen, (-1, 3))
        self.colours[len(chosen) // 3 :] = self.colours[0]
        self._dither = delivery.dither
        self._image = Image.new("P", (1, 1))
        self._image.putpalette(self.colours[:_COLOURS].tobytes())
        self._nearest = self._table()

    def indexed(self, frame: NDArray[np.uint8]) -> tuple[NDArray[np.uint8], NDArray[np.uint8]]:
        """(H, W) indices of a frame (H, W, 3 or 4), and the palette (256, 4): alpha, RGB."""
        from PIL import Image

        colour = np.ascontiguousarray(frame[..., :3])
        if self._dither == "diffused":
            image = Image.fromarray(colour).quantize(
                palette=self._image, dither=Image.Dither.FLOYDSTEINBERG
            )
            found = np.array(image, np.uint8)
        else:
            found = self._looked_up(colour)
        rows = np.column_stack([np.full(256, 255, np.uint8), self.colours])
        if frame.shape[2] == 4:
            found[frame[..., 3] < 128] = _CLEAR
            rows[_CLEAR] = 0
        return found, rows

    def _looked_up(self, colour: NDArray[np.uint8]) -> NDArray[np.uint8]:
        height, width = colour.shape[:2]
        shift = np.zeros((1, 1), np.int16)
        if self._dither == "ordered":
            tile = np.rint(((_EIGHT + 0.5) / 64 - 0.5) * _STEP).astype(np.int16)
            shift = np.tile(tile, (-(-height // 8), -(-width // 8)))[:height, :width]
        value = np.clip(colour + shift[..., None], 0, 255).astype(np.uint32) >> (8 - _BITS)
        return self._nearest[
            (value[..., 0] << 2 * _BITS) | (value[..., 1] << _BITS) | value[..., 2]
        ]

    def _table(self) -> NDArray[np.uint8]:
        """(2 ** 18,) the nearest colour of each."""
        from scipy.spatial import cKDTree

        side = np.arange(1 << _BITS) * (256 >> _BITS) + (128 >> _BITS)
        cells = np.stack(np.meshgrid(side, side, side, indexing="ij"), -1).reshape(-1, 3)
        _, found = cKDTree(self.colours[:_COLOURS].astype(float)).query(cells)
        return found.astype(np.uint8)
