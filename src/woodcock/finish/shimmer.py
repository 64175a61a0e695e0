"""What wavers as water and hot air do: a picture with its places a little displaced."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.noise import noise
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import together

_EVERY = 4  # pixels between the places at which it is told how far it goes
_ROWS = 32


def shimmered(
    light: NDArray[np.float32],
    to_own: NDArray[np.float64],
    amount: float,
    waves: tuple[float, float],
    turn: float,
    share: NDArray[np.float32],
    seed: int,
) -> NDArray[np.float32]:
    """A picture (H, W, 4) with every place up to `amount` pixels from where it was.

    `to_own` (3, 3) leads from its pixels to where they lie on the layer; there the `waves` are
    so wide and high. `turn` is how many waves have gone by. `share` (H, W) from 0 to 1 is how much
    of it each pixel has. The same `seed` is the same wavering.
    """
    height, width = light.shape[:2]
    grid = np.empty((height // _EVERY + 2, width // _EVERY + 2, 2), np.float32)
    by = np.ascontiguousarray(to_own, np.float64)
    parts = [(y, min(y + 8, grid.shape[0])) for y in range(0, grid.shape[0], 8)]
    together(lambda part: _displaced(grid, by, *waves, turn, seed, amount, *part), parts)
    out = np.empty_like(light)
    parts = [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)]
    together(lambda part: _bent(light, grid, share, out, *part), parts)
    return out


@njit(**OPTIONS)
def _displaced(grid, by, wide, high, turn, seed, amount, top, bottom):
    for i in range(top, bottom):
        for j in range(grid.shape[1]):
            x, y = j * _EVERY + 0.5, i * _EVERY + 0.5
            w = by[2, 0] * x + by[2, 1] * y + by[2, 2]
            u = (by[0, 0] * x + by[0, 1] * y + by[0, 2]) / w / wide
            v = (by[1, 0] * x + by[1, 1] * y + by[1, 2]) / w / high
            for c in range(2):
                # Two trains of waves, one against the other.
                one = noise(seed + c, u + 0.3 * turn, v, turn)
                other = noise(seed + 7 + c, 1.9 * u - 0.4 * turn, 1.9 * v, 1.3 * turn)
                grid[i, j, c] = amount * (0.65 * one + 0.35 * other)


@njit(**OPTIONS)
def _bent(light, grid, share, out, top, bottom):
    f = np.float32
    height, width = light.shape[:2]
    for y in range(top, bottom):
        i, down = y // _EVERY, f(y % _EVERY) * f(1 / _EVERY)
        for x in range(width):
            part = share[y, x]
            if part <= 0:
                for c in range(4):
                    out[y, x, c] = light[y, x, c]
                continue
            j, right = x // _EVERY, f(x % _EVERY) * f(1 / _EVERY)
            px, py = f(x), f(y)
            for c in range(2):
                upper = grid[i, j, c] + right * (grid[i, j + 1, c] - grid[i, j, c])
                lower = grid[i + 1, j, c] + right * (grid[i + 1, j + 1, c] - grid[i + 1, j, c])
                by = part * (upper + down * (lower - upper))
                if c == 0:
                    px += by
                else:
                    py += by
            px, py = min(max(px, f(0)), f(width - 1.001)), min(max(py, f(0)), f(height - 1.001))
            p, q = int(py), int(px)
            u, v = px - f(q), py - f(p)
            for c in range(4):
                upper = light[p, q, c] + u * (light[p, q + 1, c] - light[p, q, c])
                lower = light[p + 1, q, c] + u * (light[p + 1, q + 1, c] - light[p + 1, q, c])
                out[y, x, c] = upper + v * (lower - upper)
