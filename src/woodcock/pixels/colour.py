"""sRGB to linear light and back, by table."""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

# Linear light is kept as 16-bit integers between the steps: one step of 1/65535 is a twentieth of
# the smallest step an 8-bit sRGB value makes in linear light, so eight bits survive the round trip,
# and the layers take half the memory of float32. All sums are float32.
UNIT = 65535


def linear_from_srgb(value: NDArray[np.floating]) -> NDArray[np.float64]:
    """Linear light in [0, 1] from sRGB-encoded values in [0, 1] (IEC 61966-2-1)."""
    value = np.asarray(value, np.float64)
    return np.where(value <= 0.04045, value / 12.92, ((value + 0.055) / 1.055) ** 2.4)


def srgb_from_linear(value: NDArray[np.floating]) -> NDArray[np.float64]:
    """sRGB-encoded values in [0, 1] from linear light in [0, 1] (IEC 61966-2-1)."""
    value = np.clip(np.asarray(value, np.float64), 0.0, 1.0)
    return np.where(value <= 0.0031308, value * 12.92, 1.055 * value ** (1 / 2.4) - 0.055)


def linear_colour(colour: tuple[int, ...]) -> NDArray[np.float32]:
    """(3,) float32 linear light of an 8-bit sRGB colour; its alpha is left aside."""
    return linear_from_srgb(np.array(colour[:3]) / 255).astype(np.float32)


@cache
def _to_linear(levels: int) -> NDArray[np.uint16]:
    return np.rint(linear_from_srgb(np.arange(levels) / (levels - 1)) * UNIT).astype(np.uint16)


@cache
def srgb8_table() -> NDArray[np.uint8]:
    """(65536,) uint8: the 8-bit sRGB value of each 16-bit linear one."""
    return np.rint(srgb_from_linear(np.arange(UNIT + 1) / UNIT) * 255).astype(np.uint8)


def decode(picture: NDArray[np.uint8] | NDArray[np.uint16]) -> NDArray[np.uint16]:
    """16-bit linear light from an 8- or 16-bit sRGB picture of any shape."""
    table = _to_linear(256 if picture.dtype == np.uint8 else 65536)
    return table[picture]


def encode8(linear: NDArray[np.uint16]) -> NDArray[np.uint8]:
    """An 8-bit sRGB picture from 16-bit linear light of any shape."""
    return srgb8_table()[linear]


def encoded(light: NDArray[np.float32], bits: int = 8) -> NDArray[np.uint8] | NDArray[np.uint16]:
    """sRGB of linear light in which 1 is white, of any shape: uint8, or uint16 for 9 to 16 bits.

    What is below 0 or above 1 is cut off. ValueError for other numbers of bits.
    """
    if not 8 <= bits <= 16:
        raise ValueError("light is encoded in 8 to 16 bits")
    most = (1 << bits) - 1
    if bits == 8:
        return encode8(np.rint(np.clip(light, 0.0, 1.0) * np.float32(UNIT)).astype(np.uint16))
    return np.rint(srgb_from_linear(light) * most).astype(np.uint16)


def premultiplied(photo: NDArray) -> NDArray[np.uint16]:
    """(H, W, 4) premultiplied 16-bit linear light of an sRGB photo with or without alpha."""
    out = np.empty((*photo.shape[:2], 4), np.uint16)
    out[..., :3] = decode(photo[..., :3])
    if photo.shape[2] == 3:
        out[..., 3] = 65535
        return out
    alpha = photo[..., 3].astype(np.uint32)
    alpha = alpha * 257 if photo.dtype == np.uint8 else alpha
    for channel in range(3):
        out[..., channel] = (out[..., channel] * alpha + 32767) // 65535
    out[..., 3] = alpha
    return out
