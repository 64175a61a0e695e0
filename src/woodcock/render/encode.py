"""Light frames as 8-bit sRGB, without bands where they are smooth."""

from __future__ import annotations

import numpy as np
from numba import njit
from numpy.typing import NDArray

from woodcock.pixels.colour import UNIT, srgb_from_linear
from woodcock.pixels.threads import together
from woodcock.render.compiled import OPTIONS

_ROWS = 32
_SHARE = np.float32(0.9999 / (1 << 24))


def _steps() -> NDArray[np.float32]:
    """(65536,): 8-bit sRGB with parts of each 16-bit linear value; what is nearly a step is one."""
    exact = srgb_from_linear(np.arange(UNIT + 1) / UNIT) * 255
    near = np.rint(exact)
    return np.where(np.abs(exact - near) < 0.03, near, exact).astype(np.float32)


_TABLE = _steps()


def encoded_smoothly(
    light: NDArray[np.float32], out: NDArray[np.uint8], cover: NDArray[np.uint8]
) -> None:
    """8-bit sRGB of premultiplied light (H, W, 4) float32 over black, into `out` (H, W, 3).

    Values between two steps are rounded up as often as they are near the upper one, by chance that
    hangs on the place alone; a value on a step stays. `cover` (H, W) uint8, or (0, 0): see
    `render_frame`.
    """
    height = light.shape[0]
    parts = [(top, min(top + _ROWS, height)) for top in range(0, height, _ROWS)]
    together(lambda rows: _encode(light, _TABLE, out, cover, *rows), parts)


@njit(**OPTIONS)
def _encode(light, table, out, cover, top, bottom):
    one = np.float32(1)
    for y in range(top, bottom):
        for x in range(light.shape[1]):
            # A hash of the place (Wellons' lowbias32), as a share.
            h = np.uint32(x + y * 40503)
            h = np.uint32((h ^ (h >> np.uint32(16))) * np.uint32(0x7FEB352D))
            h = np.uint32((h ^ (h >> np.uint32(15))) * np.uint32(0x846CA68B))
            # Below 1 also when it is added to 255 in 32 bits.
            share = np.float32((h ^ (h >> np.uint32(16))) >> np.uint32(8)) * _SHARE
            for c in range(3):
                value = min(max(light[y, x, c], np.float32(0)), one)
                exact = table[int(value * np.float32(65535) + np.float32(0.5))]
                out[y, x, c] = int(min(exact + share, np.float32(255)))
            if cover.shape[0] > 0:
                alpha = min(max(light[y, x, 3], np.float32(0)), one)
                cover[y, x] = int(alpha * np.float32(255) + np.float32(0.5))
