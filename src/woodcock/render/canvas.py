"""A frame that is filled from near to far: what stands side by side is drawn at once."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.finish.veil import veil_frame
from woodcock.pixels.threads import Stop, by_rows
from woodcock.render.atlas import Atlas
from woodcock.render.light_frame import NO_VEIL, draw_behind, draw_light
from woodcock.stage import PlacedLayer

_OPEN = np.array([0, 0, 0, 1], np.float32)


class Canvas:
    """Premultiplied light, and in place of alpha what it still lets through.

    Layers and veils wait until something else is laid behind them, or the light is asked for.
    """

    def __init__(self, atlas: Atlas, size: tuple[int, int], stop: Stop | None) -> None:
        self._atlas, self._size, self._stop = atlas, size, stop
        self._out: NDArray[np.float32] | None = None
        self._veil: NDArray[np.float32] = NO_VEIL
        self._layers: list[PlacedLayer] = []

    @property
    def light(self) -> NDArray[np.float32]:
        """(H, W, 4) float32 with all that was laid so far."""
        self._draw()
        if self._out is None:
            self._out = self._empty()
        return self._out

    def lay_veil(self, veil: NDArray[np.float32]) -> None:
        """Lay a veil (`finish.veil`) behind the rest."""
        self._draw()
        self._veil = veil

    def lay(self, placed: PlacedLayer) -> None:
        """Lay a layer behind the rest, drawn plainly."""
        self._layers.append(placed)

    def lay_shaded(
        self, placed: PlacedLayer, shade: NDArray[np.float32], corner: tuple[int, int]
    ) -> None:
        """Lay a layer that is as much darker as `shade` (h, w) tells from the corner (x, y) on."""
        if self._layers:
            self._draw()
        out = self._out if self._out is not None else self._empty()
        draw_behind(self._atlas, [placed], out, self._stop, self._veil, shade, corner)
        self._out, self._veil = out, NO_VEIL

    def _draw(self) -> None:
        """Draw what waits."""
        if not self._layers and not len(self._veil):
            return
        if self._out is None and len(self._veil):
            self._out, self._veil = veil_frame(self._veil, self._size), NO_VEIL
        if self._out is None:
            light = draw_light(self._atlas, self._layers, self._size, stop=self._stop).light
            self._out = turned_round(light)
        elif self._layers or len(self._veil):
            draw_behind(self._atlas, self._layers, self._out, self._stop, self._veil)
        self._layers, self._veil = [], NO_VEIL

    def _empty(self) -> NDArray[np.float32]:
        width, height = self._size
        out = np.empty((height, width, 4), np.float32)
        by_rows(lambda rows: np.copyto(out[rows], _OPEN), height, width)
        return out


def turned_round(light: NDArray[np.float32]) -> NDArray[np.float32]:
    """The alpha of a frame (H, W, 4) for what it lets through, or the other way, in place."""
    alpha = light[..., 3]
    by_rows(lambda rows: np.subtract(1, alpha[rows], out=alpha[rows]), *alpha.shape)
    return light
