"""Textures that fill the frame, each picture of them drawn from its seed and its number."""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import NamedTuple

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.model import Texture, TextureKind
from woodcock.pixels.colour import linear_from_srgb, premultiplied
from woodcock.things.dirt import draw_dirt
from woodcock.things.drawn import Drawn
from woodcock.things.dust import draw_dust
from woodcock.things.leaks import draw_leaks
from woodcock.things.paper import draw_paper

_LINES = 1080


class _Kind(NamedTuple):
    """`draw(texture, size, unit, picture)` makes straight sRGB from 0 to 1.

    That is (h, w, 4); or (h, w): how much of its colour there is, if it `covers` all how bright it
    is. Its `size` (width, height) is the frame and a `margin` of it on every side; `unit` pixels of
    it are one of 1080 lines. A frame is drawn at most `widest` pixels wide.
    """

    draw: Callable[[Texture, tuple[int, int], float, int], NDArray[np.float32]]
    widest: int
    margin: float
    covers: bool = False


_KINDS: dict[TextureKind, _Kind] = {
    "paper": _Kind(draw_paper, 1920, 0.2, covers=True),
    "dust": _Kind(draw_dust, 1280, 0.1),
    "leaks": _Kind(draw_leaks, 128, 0.2),
    "dirt": _Kind(draw_dirt, 640, 0.2),
}


def draw_texture(texture: Texture, frame: tuple[float, float], scale: float, picture: int) -> Drawn:
    """Picture number `picture` of a texture.

    `frame` is the size of the frame at rest in photo pixels, (width, height); it is drawn at
    `scale` pixels for each of them, or at less where nothing is that fine.
    """
    kind = _KINDS[texture.kind]
    width, height = frame
    scale = min(scale, kind.widest / width)
    half = [math.ceil(side * scale * (0.5 + kind.margin)) for side in frame]
    size = 2 * half[0], 2 * half[1]
    made = kind.draw(texture, size, height * scale / _LINES, picture)
    colour = [value / 255 for value in texture.colour]
    if made.ndim == 2 and not kind.covers:
        alpha = _sixteen(made * np.float32(colour[3]))
        tones = linear_from_srgb(np.array(colour[:3]))
        planes = [cv2.multiply(alpha, np.array([tone, 0.0, 0.0, 0.0])) for tone in tones]
        merged = np.asarray(cv2.merge([*planes, alpha]), np.uint16)
        return Drawn(merged, -half[0], -half[1], scale)
    full = np.ones_like(made) if made.ndim == 2 else made[..., 3]
    values = [made if made.ndim == 2 else made[..., k] for k in range(3)]
    straight = [_sixteen(x * np.float32(tone)) for x, tone in zip(values, colour, strict=False)]
    alpha = _sixteen(full * np.float32(colour[3]))
    return Drawn(premultiplied(np.dstack([*straight, alpha])), -half[0], -half[1], scale)


def _sixteen(values: NDArray[np.float32]) -> NDArray[np.uint16]:
    return np.asarray(np.clip(values, 0, 1) * np.float32(65535) + np.float32(0.5), np.uint16)


def glide_of(texture: Texture, frame: tuple[float, float], time: float) -> tuple[float, float]:
    """How far a texture has glided, (right, down) in photo pixels: to and fro within its margin."""
    if not texture.speed or texture.kind == "leaks":
        return 0.0, 0.0
    room = 0.95 * _KINDS[texture.kind].margin * min(frame)
    turn = texture.speed * frame[1] * time / room
    side = 2 * math.pi * (texture.seed * 0.618 % 1.0)
    across, down = math.sin(turn + side) - math.sin(side), math.sin(0.7 * turn)
    return 0.5 * room * across, 0.5 * room * down
