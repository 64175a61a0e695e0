"""Cards: plain colours and gradients in simple shapes."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from woodcock.model import Card
from woodcock.pixels.colour import UNIT, linear_from_srgb
from woodcock.things.drawn import Drawn, stored

_MOST = 2048  # pixels a side that are drawn at the most
_RIM = 2
_COARSE = 512  # pixels of the frame's width at which a card without edges is drawn
_COARSEST = 32  # the same for one of one colour
_BEYOND = 1.0  # of its size that a card which covers goes on beyond the frame, on every side
_FILTER = 2.0  # pixels about a place that are looked at where it is drawn


def card_box(
    card: Card, frame: tuple[float, float, float, float]
) -> tuple[float, float, float, float]:
    """Left, top, width and height in photo pixels; `frame` is the frame at rest in these."""
    if card.covers:
        return frame
    return card.x - card.width / 2, card.y - card.height / 2, card.width, card.height


def solid_box(
    card: Card, frame: tuple[float, float, float, float]
) -> tuple[float, float, float, float]:
    """The part of its box in which a rectangle hides all that is behind it, however it is drawn."""
    left, top, width, height = card_box(card, frame)
    if card.covers:
        by = _FILTER / _scale_of_cover(card, width)
        across, down = by - width * _BEYOND, by - height * _BEYOND
    else:
        pixel = 1 / min(1.0, _most_scale(card))
        across = down = (max(card.soft, pixel) + pixel) / 2
    across, down = min(across, width / 2), min(down, height / 2)
    return left + across, top + down, width - 2 * across, height - 2 * down


def _scale_of_cover(card: Card, width: float) -> float:
    return (_COARSEST if card.fill == "plain" else _COARSE) / width


def _most_scale(card: Card) -> float:
    return _MOST / max(card.width + card.soft, card.height + card.soft)


def draw_card(card: Card, scale: float, frame: tuple[float, float, float, float]) -> Drawn:
    """The card at `scale` pixels a photo pixel, or at less where nothing of it is sharp."""
    _, _, width, height = card_box(card, frame)
    if card.covers:
        scale = min(scale, _scale_of_cover(card, width))
        half = width * scale * (0.5 + _BEYOND), height * scale * (0.5 + _BEYOND)
    else:
        scale = min(scale, _most_scale(card))
        half = (width + card.soft) * scale / 2 + _RIM, (height + card.soft) * scale / 2 + _RIM
    x0, y0 = -math.ceil(half[0]), -math.ceil(half[1])
    y, x = np.mgrid[y0:-y0, x0:-x0].astype(np.float32) + np.float32(0.5)
    x, y = x / np.float32(scale), y / np.float32(scale)  # photo pixels from its middle
    colour = _coloured(card, x, y, width, height)
    cover = np.ones(x.shape, np.float32)
    if not card.covers:
        edge = max(card.soft, 1 / scale)
        fade = np.clip(0.5 - _distance(card, x, y) / edge, 0, 1)
        cover = fade * fade * (3 - 2 * fade) if card.soft else fade
    light = linear_from_srgb(colour[..., :3])
    alpha = colour[..., 3:] * cover[..., None]
    pixels = np.concatenate([light * alpha, alpha], axis=2) * UNIT
    return Drawn(stored(pixels.astype(np.float32)), x0, y0, scale)


def _distance(card: Card, x: NDArray, y: NDArray) -> NDArray:
    """How far outside the shape a place is, in photo pixels; less than 0 inside."""
    a, b = card.width / 2, card.height / 2
    if card.shape == "ellipse":
        # To first order; exact for a circle.
        to_rim = np.hypot(x / a, y / b)
        slope = np.hypot(x / a**2, y / b**2)
        return np.where(to_rim < 1e-6, -min(a, b), to_rim * (to_rim - 1) / np.maximum(slope, 1e-12))
    corner = card.corner * min(a, b) if card.shape == "rounded" else 0.0
    dx, dy = np.abs(x) - a + corner, np.abs(y) - b + corner
    outside = np.hypot(np.maximum(dx, 0), np.maximum(dy, 0))
    return outside + np.minimum(np.maximum(dx, dy), 0) - corner


def _coloured(card: Card, x: NDArray, y: NDArray, width: float, height: float) -> NDArray:
    """(h, w, 4) straight sRGB, 0 to 1.

    Gradients are mixed as CSS Images Level 3 mixes them: in sRGB, premultiplied; a linear one's
    line is as long as it takes for the corners to have its ends.
    """
    stops = np.array([stop.colour for stop in card.stops], np.float64) / 255
    if card.fill == "plain" or len(stops) == 1:
        return np.broadcast_to(stops[0], (*x.shape, 4))
    if card.fill == "linear":
        turn = math.radians(card.angle)
        line = abs(width * math.cos(turn)) + abs(height * math.sin(turn))
        share = 0.5 + (x * math.cos(turn) + y * math.sin(turn)) / line
    else:
        share = np.hypot(x / (width / 2), y / (height / 2))
    stops[:, :3] *= stops[:, 3:]
    at = [stop.at for stop in card.stops]
    mixed = np.stack([np.interp(share, at, stops[:, k]) for k in range(4)], axis=-1)
    mixed[..., :3] /= np.maximum(mixed[..., 3:], 1e-9)
    return mixed
