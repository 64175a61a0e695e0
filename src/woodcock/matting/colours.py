"""Of what two colours each pixel is mixed, once it is known how much of each there is.

Multilevel foreground and background estimation (Germer, Uelwer, Conrad and Harmeling, "Fast
Multi-Level Foreground Estimation", ICPR 2020), solved at full size only where it is wanted.
"""

from __future__ import annotations

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit

_EVEN = 1e-5  # how much neighbours should be alike anywhere, and per step of alpha between them
_ALONG = 1.0
_SMALL = 32  # pixels: a picture up to this size is gone over more often
_OFTEN, _SELDOM = 10, 4  # turns
_LOOSE = 256  # pixels: a picture up to this size is solved everywhere
_SMALLEST = 2  # pixels


def colours_of_both(
    light: NDArray[np.float32],
    alpha: NDArray[np.float32],
    wanted: NDArray[np.bool_],
    known: NDArray[np.bool_] | NDArray[np.float32],
) -> tuple[NDArray[np.float32], NDArray[np.float32]]:
    """What is in front and what is behind, `light = alpha * front + (1 - alpha) * behind`.

    Parameters
    ----------
    light : (h, w, 3) float32, 0 to 1.
    alpha : (h, w) float32, 0 to 1.
    wanted : (h, w) bool, where both are asked for; elsewhere they are rough.
    known : (h, w) bool, or float32 from 0 to 1, how far `light` is to be believed.

    Returns
    -------
    (h, w, 3) float32 each, 0 to 1: smooth, and together as near to `light` as that allows.
    """
    height, width = alpha.shape
    known = np.asarray(known, np.float32)
    if min(height, width) <= _SMALLEST:
        mean = (light * known[..., None]).sum((0, 1)) / max(float(known.sum()), 1e-6)
        front, behind = (np.broadcast_to(mean, light.shape).astype(np.float32) for _ in range(2))
        wanted = np.ones(alpha.shape, np.bool_)
    else:
        size = (width + 1) // 2, (height + 1) // 2
        share, weight = _resized(alpha, size), _resized(known, size)
        small = _resized(light * known[..., None], size) / np.maximum(weight, 1e-6)[..., None]
        asked = cv2.dilate(_resized(wanted.astype(np.float32), size), np.ones((3, 3), np.uint8)) > 0
        if max(size) <= _LOOSE:
            asked[:] = True
        coarse = colours_of_both(np.asarray(small, np.float32), share, asked, weight)
        front, behind = (_resized(x, (width, height)) for x in coarse)
    where = np.argwhere(wanted).astype(np.int32)
    turns = _OFTEN if max(height, width) <= _SMALL else _SELDOM
    _settle(light, alpha, known, where, front, behind, turns)
    return front, behind


def _resized(values: NDArray[np.float32], size: tuple[int, int]) -> NDArray[np.float32]:
    """Half the size, or twice."""
    shrinks = size[0] < values.shape[1] or size[1] < values.shape[0]
    how = cv2.INTER_AREA if shrinks else cv2.INTER_LINEAR
    return np.ascontiguousarray(cv2.resize(values, size, interpolation=how), np.float32)


@njit(nogil=True, cache=True)
def _settle(light, alpha, known, where, front, behind, turns):
    """Gauss-Seidel: each pixel's two colours from its neighbours' and its own light."""
    height, width = alpha.shape
    for turn in range(turns):
        for k in range(len(where)):
            y, x = where[k if turn % 2 == 0 else len(where) - 1 - k]
            a = alpha[y, x]
            weights = np.float32(0.0)
            f0 = f1 = f2 = b0 = b1 = b2 = np.float32(0.0)
            for n in range(4):
                v = y + (n == 0) - (n == 1)
                u = x + (n == 2) - (n == 3)
                if v < 0 or u < 0 or v >= height or u >= width:
                    continue
                w = np.float32(_EVEN) + np.float32(_ALONG) * abs(a - alpha[v, u])
                weights += w
                f0 += w * front[v, u, 0]
                f1 += w * front[v, u, 1]
                f2 += w * front[v, u, 2]
                b0 += w * behind[v, u, 0]
                b1 += w * behind[v, u, 1]
                b2 += w * behind[v, u, 2]
            other, sure = np.float32(1.0) - a, known[y, x]
            own = sure * a * a + weights
            mixed = sure * a * other
            rest = sure * other * other + weights
            scale = np.float32(1.0) / max(own * rest - mixed * mixed, np.float32(1e-20))
            for c in range(3):
                near, far = (f0, b0) if c == 0 else ((f1, b1) if c == 1 else (f2, b2))
                near += sure * a * light[y, x, c]
                far += sure * other * light[y, x, c]
                value = (rest * near - mixed * far) * scale
                front[y, x, c] = min(max(value, np.float32(0.0)), np.float32(1.0))
                value = (own * far - mixed * near) * scale
                behind[y, x, c] = min(max(value, np.float32(0.0)), np.float32(1.0))
