"""Pictures that fly: leaves, petals, whatever is given; each tumbles as it falls."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.compiled import njit
from woodcock.finish.swarm import Swarm
from woodcock.pixels.compiled import OPTIONS
from woodcock.pixels.threads import Stop, together

_SIDE = 128  # pixels of a drawn leaf
_LEAST = 0.7  # pixels: no half side is drawn smaller
_SMEAR = 0.3  # of its size, that a picture goes between two of the places it is seen at
_MOST = 12  # places
_ROWS = 32


def lay_pictures(
    swarm: Swarm,
    sizes: Sequence[NDArray[np.float32]],
    tint: tuple[float, float, float],
    turns: float,
    out: NDArray[np.float32],
    stop: Stop | None = None,
) -> None:
    """Put pictures in place of specks, near to far, behind what is in `out` already.

    `sizes` are one picture (h, w, 4) float32, premultiplied linear light, from large to small;
    `tint` (3,) is what its light is multiplied by; `turns` is how often each has turned by now.
    `out` is as for `lay_specks`.
    """
    half = np.maximum(swarm.radius, _LEAST)
    strength = swarm.strength * np.minimum(swarm.radius / half, 1) ** 2
    # Out of focus a picture is drawn from a smaller one, enlarged, and as much fainter.
    wide = np.hypot(half, swarm.circle)
    strength = strength * (half / wide) ** 2
    texel = np.maximum(1.0, 0.8 * swarm.circle)
    wanted = 2 * half / texel
    numbers = np.zeros(len(half), np.int64)
    for k, picture in enumerate(sizes):
        numbers[max(picture.shape[:2]) >= wanted] = k
    gone = np.hypot(*(swarm.ends[:, 1] - swarm.ends[:, 0]).T)
    count = np.clip(np.ceil(gone / (_SMEAR * 2 * half)), 1, _MOST).astype(np.int64)
    angle = 2 * math.pi * (swarm.chance[:, 0] + turns * (0.5 + swarm.chance[:, 1]))
    tip = 2 * math.pi * (swarm.chance[:, 2] + 1.3 * turns * (0.5 + swarm.chance[:, 3]))
    flat = np.maximum(np.abs(np.cos(tip)), 0.12)
    columns = [wide, strength, np.cos(angle), np.sin(angle), flat]
    given = np.stack([np.asarray(x, np.float32) for x in columns], 1)
    tone, pictures = np.array(tint, np.float32), tuple(sizes)
    height = out.shape[0]

    def band(rows: tuple[int, int]) -> None:
        _lay(out, swarm.ends, given, count, numbers, pictures, tone, *rows)

    together(band, [(y, min(y + _ROWS, height)) for y in range(0, height, _ROWS)], stop)


@njit(**OPTIONS)
def _lay(out, ends, given, count, numbers, pictures, tone, top, bottom):
    f = np.float32
    width = out.shape[1]
    for n in range(len(count)):
        wide, strength, c, s, flat = given[n]
        picture = pictures[numbers[n]]
        high_side, wide_side = picture.shape[0], picture.shape[1]
        longer = f(max(high_side, wide_side) - 2)  # without its rim
        scale = longer / (f(2) * wide)  # its pixels a frame pixel
        shade = f(0.55) + f(0.45) * flat
        share = strength / f(count[n])
        for k in range(count[n]):
            t = (f(k) + f(0.5)) / f(count[n])
            mx = ends[n, 0, 0] + t * (ends[n, 1, 0] - ends[n, 0, 0])
            my = ends[n, 0, 1] + t * (ends[n, 1, 1] - ends[n, 0, 1])
            reach = wide * f(1.45) + f(1)
            for y in range(max(int(my - reach), top), min(int(my + reach) + 2, bottom)):
                for x in range(max(int(mx - reach), 0), min(int(mx + reach) + 2, width)):
                    rest = out[y, x, 3]
                    if rest <= 0:
                        continue
                    dx, dy = f(x) + f(0.5) - mx, f(y) + f(0.5) - my
                    u = (dx * c + dy * s) * scale + f(wide_side) / 2 - f(0.5)
                    v = (dy * c - dx * s) * scale / flat + f(high_side) / 2 - f(0.5)
                    if u < 0 or v < 0 or u >= wide_side - 1 or v >= high_side - 1:
                        continue
                    j, i = int(u), int(v)
                    u, v = u - f(j), v - f(i)
                    a, b = (1 - v) * (1 - u), (1 - v) * u
                    p, q = v * (1 - u), v * u
                    by = rest * share
                    for m in range(3):
                        value = a * picture[i, j, m] + b * picture[i, j + 1, m]
                        value += p * picture[i + 1, j, m] + q * picture[i + 1, j + 1, m]
                        out[y, x, m] += by * value * tone[m] * shade
                    alpha = a * picture[i, j, 3] + b * picture[i, j + 1, 3]
                    alpha += p * picture[i + 1, j, 3] + q * picture[i + 1, j + 1, 3]
                    out[y, x, 3] = rest * (1 - share * alpha)


@lru_cache(maxsize=8)
def drawn_shape(kind: str) -> tuple[NDArray[np.float32], ...]:
    """A leaf or a petal in white, from large to small, as `lay_pictures` takes it."""
    side = 4 * _SIDE
    t = np.linspace(0, np.pi, 60)
    if kind == "leaves":  # pointed at both ends, widest before the middle
        x, y = -np.cos(t), 0.36 * np.sin(t) ** 1.3 * (1 + 0.35 * np.cos(t))
    else:  # a drop, notched at its round end
        x, y = -np.cos(t), 0.5 * np.sin(t) ** 0.8 * (0.55 - 0.45 * np.cos(t))
        x = x - 0.12 * np.exp(-(((t - np.pi) / 0.25) ** 2))
    outline = np.concatenate([np.stack([x, y], 1), np.stack([x, -y], 1)[::-1]])
    points = ((outline * 0.46 + 0.5) * side).astype(np.int32)
    alpha = np.zeros((side, side), np.uint8)
    cv2.fillPoly(alpha, [points], 255, cv2.LINE_AA)
    across = np.linspace(-1, 1, side, dtype=np.float32)
    shade = np.tile(0.8 + 0.2 * np.abs(across)[:, None], (1, side))
    if kind == "leaves":  # a rib
        shade -= 0.25 * np.exp(-((across / 0.02) ** 2))[:, None]
    light = np.dstack([shade] * 3 + [np.ones_like(shade)]) * (alpha / np.float32(255))[..., None]
    return smaller_and_smaller(cv2.resize(light, (_SIDE, _SIDE), interpolation=cv2.INTER_AREA))


def smaller_and_smaller(picture: NDArray) -> tuple[NDArray[np.float32], ...]:
    """A picture with a free rim, then halved again and again."""
    found = [np.asarray(picture, np.float32)]
    while max(found[-1].shape[:2]) > 3:
        h, w = found[-1].shape[:2]
        size = max(w // 2, 1), max(h // 2, 1)
        found.append(np.asarray(cv2.resize(found[-1], size, interpolation=cv2.INTER_AREA)))
    return tuple(
        np.ascontiguousarray(
            cv2.copyMakeBorder(x, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0), np.float32
        )
        for x in found
    )
