"""Shafts of light: how much of a light reaches every place of the mist before the picture.

By what of the way from each pixel to the light is open in the frame (Mitchell, "Volumetric light
scattering as a post-process", GPU Gems 3, 2007).
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.enlarged import add_enlarged
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together

_ROWS = 16
_LOOKS = 40  # on the way from a pixel to the light


def add_rays(
    light: NDArray[np.float32],
    open_: NDArray[np.float32],
    step: int,
    spot: tuple[float, float],
    tone: NDArray[np.float32],
    length: float,
) -> None:
    """Add the shafts of a light to a frame (H, W, 4), in place.

    `open_` (h, w) is what nearer layers let through, each pixel of it `step` of the frame's, a row
    and a column more than that needs; at its borders it goes on for ever. `tone` (3,) is the
    light's linear colour times its strength, `length` in pixels after which the shafts have faded.
    """
    rows = len(open_)
    own = np.empty((*open_.shape, 3), np.float32)

    def work(part: tuple[int, int]) -> None:
        _shafts(own, open_, step, *spot, tone.astype(np.float32), length, *part)

    together(work, [(y, min(y + _ROWS, rows)) for y in range(0, rows, _ROWS)])
    add_enlarged(light, own, step)


@njit(**OPTIONS)
def _shafts(own, opened, step, sx, sy, tone, length, top, bottom):
    f = np.float32
    high, wide = opened.shape
    x1, y1 = f(sx / step - 0.5), f(sy / step - 0.5)
    for i in range(top, bottom):
        for j in range(wide):
            dx, dy = x1 - f(j), y1 - f(i)
            away = np.sqrt(dx * dx + dy * dy) * f(step / length)
            value = f(0)
            if away < 1:
                for k in range(_LOOKS):
                    t = (f(k) + f(0.5)) * f(1 / _LOOKS)
                    x = min(max(f(j) + t * dx, f(0)), f(wide - 1.001))
                    y = min(max(f(i) + t * dy, f(0)), f(high - 1.001))
                    p, q = int(y), int(x)
                    u, v = x - f(q), y - f(p)
                    upper = opened[p, q] + u * (opened[p, q + 1] - opened[p, q])
                    lower = opened[p + 1, q] + u * (opened[p + 1, q + 1] - opened[p + 1, q])
                    value += upper + v * (lower - upper)
                value *= f(1 / _LOOKS)
                fade = f(1) - away
                value *= value * fade * fade
            for c in range(3):
                own[i, j, c] = value * tone[c]
