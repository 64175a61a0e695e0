"""Layers drawn by the compiled loops, in bands of rows by all cores."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from types import ModuleType

import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import srgb8_table
from woodcock.pixels.threads import Stop, together
from woodcock.render.atlas import Atlas
from woodcock.render.blending import from_srgb, to_srgb
from woodcock.render.draw_list import draw_list_of
from woodcock.stage import PlacedLayer

_ROWS, _PIXELS = 64, 123_000  # the most that is drawn before it is asked whether to go on


def draw(
    atlas: Atlas,
    placed_layers: Sequence[PlacedLayer],
    out: NDArray[np.uint8],
    cover: NDArray[np.uint8],
    stop: Stop | None = None,
) -> None:
    """Composite `placed_layers` (near to far) from `atlas` into `out` and `cover`."""
    drawn = draw_list_of(atlas, placed_layers, (out.shape[1], out.shape[0]))
    composite, tables = kernel().composite, (srgb8_table(), to_srgb(), from_srgb())

    def band(rows: tuple[int, int]) -> None:
        composite(atlas.pixels, atlas.surfaces, drawn, *tables, out, cover, *rows)

    together(band, bands(*out.shape[:2]), stop)


def bands(height: int, width: int) -> list[tuple[int, int]]:
    """The rows of a frame in stretches that are soon drawn: from, to before."""
    rows = min(max(_PIXELS // width, 8), _ROWS)
    return [(top, min(top + rows, height)) for top in range(0, height, rows)]


def load_renderer() -> None:
    """Load the compiled kernel now, from any thread; otherwise the first frame does."""
    kernel()


@cache
def kernel() -> ModuleType:
    """The compiled loops. Numba takes longer to load than the whole window, so they come late."""
    from woodcock.render import kernel as loops

    return loops
