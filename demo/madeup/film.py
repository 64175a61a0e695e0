"""From linear light to a photograph: lens softness, glow, vignetting, roll-off, grain."""

from __future__ import annotations

from dataclasses import dataclass

import cv2
import numpy as np
from numpy.typing import NDArray

from woodcock.pixels.colour import srgb_from_linear

Array = NDArray[np.float32]


@dataclass(frozen=True)
class Film:
    """How a picture is developed; widths are in thousandths of the picture's longer side."""

    exposure: float = 1.0
    white: tuple[float, float, float] = (1.0, 1.0, 1.0)
    softness: float = 0.28
    glow: float = 0.035
    vignette: float = 0.42
    grain: float = 0.011
    contrast: float = 1.12


def over(pictures: Array, alphas: Array) -> Array:
    """Straight linear pictures (n, h, w, 3), near first, as one (h, w, 3): Porter and Duff 1984."""
    frame = np.zeros(pictures.shape[1:], np.float32)
    clear = np.ones((*pictures.shape[1:3], 1), np.float32)
    for picture, alpha in zip(pictures, alphas, strict=True):
        frame += clear * alpha[..., None] * picture
        clear *= 1 - alpha[..., None]
    return frame


def _blur(picture: Array, sigma: float) -> Array:
    if sigma < 8:
        return cv2.GaussianBlur(picture, (0, 0), sigma)
    step = 2 ** int(np.log2(sigma / 4))
    h, w = picture.shape[:2]
    small = cv2.resize(
        picture, (max(1, w // step), max(1, h // step)), interpolation=cv2.INTER_AREA
    )
    small = cv2.GaussianBlur(small, (0, 0), sigma / step, borderType=cv2.BORDER_REPLICATE)
    return cv2.resize(small, (w, h), interpolation=cv2.INTER_CUBIC)


def _without_sparks(light: Array) -> Array:
    """`light` (h, w, 4) with single pixels that one lucky path made far too bright brought down."""
    total = np.ascontiguousarray(light[..., :3].sum(-1))
    limit = 2.2 * cv2.medianBlur(total, 5) + 0.12
    down = np.where(total > limit, limit / np.maximum(total, 1e-6), 1)
    return np.concatenate([light[..., :3] * down[..., None], light[..., 3:]], -1)


def _rolled(light: Array, contrast: float) -> Array:
    """A film-like curve: straight in the middle, with a toe and a long shoulder up to white."""
    x = np.maximum(light, 0) ** contrast * 0.18 ** (1 - contrast)
    knee = 0.55
    over = np.maximum(x - knee, 0)
    return np.where(x <= knee, x, knee + (1 - knee) * (1 - np.exp(-over / (1 - knee))))


def develop(layers: Array, film: Film) -> tuple[Array, Array]:
    """Premultiplied light and coverage (n, h, w, 4), near to far, as straight pictures and alphas.

    Returns linear light 0..1 (n, h, w, 3) and alpha (n, h, w). All layers go through one lens: the
    glow is that of the whole frame, so laying the pictures over one another gives the photograph.
    """
    h, w = layers.shape[1:3]
    long = max(h, w) / 1000
    layers = np.stack([_without_sparks(layer) for layer in layers])
    straight = layers[..., :3] / np.maximum(layers[..., 3:], 1e-4)
    bright = np.minimum(over(straight, layers[..., 3]), 4.0 / film.exposure)
    halo = sum(_blur(bright, s * long) * k for s, k in ((3, 0.5), (14, 0.3), (60, 0.2)))
    y, x = np.mgrid[0:h, 0:w].astype(np.float32)
    r2 = ((x - w / 2) ** 2 + (y - h / 2) ** 2) / ((w / 2) ** 2 + (h / 2) ** 2)
    corner = (0.7 * r2 * r2)[..., None]
    dim = (1 / (1 + film.vignette * r2) ** 2)[..., None]
    pictures, alphas = [], []
    for layer in layers:
        soft = _blur(layer, max(0.3, film.softness * long))
        soft = soft + (_blur(layer, max(0.4, 2.2 * film.softness * long)) - soft) * corner
        alpha = np.clip(soft[..., 3], 0, 1)
        own = soft[..., :3] / np.maximum(soft[..., 3:], 1e-4)
        light = (own * (1 - film.glow) + halo * film.glow) * dim
        light = light * np.float32(film.exposure) * np.float32(film.white)
        pictures.append(np.float32(_rolled(light, film.contrast)) * (alpha[..., None] > 1e-3))
        alphas.append(alpha)
    return np.stack(pictures), np.stack(alphas)


def photograph(frame: Array, film: Film, seed: int) -> NDArray[np.uint8]:
    """A linear frame (h, w, 3) with grain, as 8-bit sRGB."""
    encoded = srgb_from_linear(np.clip(frame, 0, 1))
    random = np.random.default_rng(seed)
    shared = random.standard_normal((*frame.shape[:2], 1), np.float32)
    each = random.standard_normal(frame.shape, np.float32)
    grain = cv2.GaussianBlur(shared * 0.8 + each * 0.45, (0, 0), 0.62) * 2.1
    tone = encoded.mean(-1, keepdims=True)
    strength = film.grain * (0.45 + 1.1 * np.sqrt(tone)) * (1.25 - tone)
    encoded = encoded + grain * strength + (random.random(encoded.shape, np.float32) - 0.5) / 255
    return np.uint8(np.clip(encoded * 255 + 0.5, 0, 255))


def halved(pictures: Array, alphas: Array) -> tuple[Array, Array]:
    """Straight pictures and alphas at half the size, averaged as light."""
    h, w = alphas.shape[1] // 2, alphas.shape[2] // 2

    def mean(values: Array) -> Array:
        return cv2.resize(values, (w, h), interpolation=cv2.INTER_AREA)

    small = np.stack([mean(alpha) for alpha in alphas])
    light = np.stack([mean(p * a[..., None]) for p, a in zip(pictures, alphas, strict=True)])
    return light / np.maximum(small, 1e-4)[..., None], small
