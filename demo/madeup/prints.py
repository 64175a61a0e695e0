"""Files from light: the photograph, masks as a person cuts them, and the truth at half size."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import cv2
import numpy as np

from woodcock.pixels.colour import srgb_from_linear

from .film import develop, halved, over, photograph
from .looks import LOOKS

HERE = Path(__file__).parent.parent
ASSETS = HERE.parent / "src" / "woodcock" / "assets" / "demo"
TRUTH, PHOTOS = HERE / "truth", HERE / "photos"
DEPTH_SCALE = 100  # units a metre in the 16-bit depth maps: up to 655.35 m; 0 is infinitely far
JPEG_QUALITY = 93


def _bytes(linear: Any) -> Any:
    return np.uint8(np.rint(np.clip(srgb_from_linear(np.clip(linear, 0, 1)), 0, 1) * 255))


def _write(path: Path, picture: Any, *settings: int) -> None:
    path.parent.mkdir(parents=True, exist_ok=True)
    if not cv2.imwrite(str(path), picture[..., ::-1] if picture.ndim == 3 else picture, settings):
        raise OSError(f"{path} could not be written")


def _png(path: Path, picture: Any) -> None:
    _write(path, picture, cv2.IMWRITE_PNG_COMPRESSION, 9)


def _lossless(path: Path, linear: Any) -> None:
    _write(path, _bytes(linear), cv2.IMWRITE_WEBP_QUALITY, 101)  # above 100 is lossless


def cut_by_hand(alpha: Any) -> Any:
    """A mask as a careful person cuts it: a pixel generous, a little soft, nothing faint."""
    solid = np.uint8(alpha > 0.3) * 255
    solid = cv2.dilate(solid, cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (3, 3)))
    return cv2.GaussianBlur(solid, (0, 0), 0.9)


def _metres(light: Any) -> Any:
    """16-bit depth at half size from coverage (h, w) and coverage over depth (h, w)."""
    h, w = light.shape[0] // 2, light.shape[1] // 2
    small = cv2.resize(np.ascontiguousarray(light[..., 3:]), (w, h), interpolation=cv2.INTER_AREA)
    depth = small[..., 0] / np.maximum(small[..., 1], 1e-6)
    known = (small[..., 0] > 0.004) & (small[..., 1] > 1e-5)
    return np.uint16(np.where(known, np.clip(depth * DEPTH_SCALE, 1, 65535), 0))


def trial(name: str, kept: Path) -> None:
    """Only the photograph, into the folder the light is kept in."""
    look = LOOKS[name]
    pictures, alphas = develop(np.load(kept / f"{name}.npy")[..., :4], look.film)
    _png(kept / f"{name}.png", photograph(over(pictures, alphas), look.film, look.seed))


def write(name: str, kept: Path) -> None:
    """The photograph of one scene and all that is known about it."""
    look = LOOKS[name]
    light = np.load(kept / f"{name}.npy")
    pictures, alphas = develop(light[..., :4], look.film)
    frame = over(pictures, alphas)
    folder = ASSETS if name == "inlet" else PHOTOS
    path = folder / ("photo.jpg" if name == "inlet" else f"{name}.jpg")
    photo = photograph(frame, look.film, look.seed)
    _write(path, photo, cv2.IMWRITE_JPEG_QUALITY, JPEG_QUALITY)
    _png(kept / f"{name}.png", photo)
    straight, small = halved(pictures, alphas)
    for layer, picture, alpha, lit in zip(look.layers, straight, small, light, strict=True):
        if layer in ("room", "stair", "lane"):
            continue
        prefix = layer if name == "inlet" else f"{name}-{layer}"
        _png(TRUTH / f"{prefix}-alpha.png", np.uint8(np.rint(alpha * 255)))
        if name == "inlet":
            _lossless(TRUTH / f"{layer}-picture.webp", picture * (alpha[..., None] > 0.002))
            if layer != "sky":
                _png(TRUTH / f"{layer}-depth.png", _metres(lit))
    covered = np.zeros(light.shape[1:3], np.float32)
    seen = np.zeros((*light.shape[1:3], 5), np.float32)
    for lit in light:
        seen[..., 3:] += (1 - covered)[..., None] * lit[..., 3:]
        covered += (1 - covered) * lit[..., 3]
    _png(TRUTH / ("depth.png" if name == "inlet" else f"{name}-depth.png"), _metres(seen))
    if name == "inlet":
        _write_inlet(kept, frame, alphas)


def _write_inlet(kept: Path, frame: Any, alphas: Any) -> None:
    look = LOOKS["inlet"]
    h, w = frame.shape[:2]
    small = cv2.resize(frame, (w // 2, h // 2), interpolation=cv2.INTER_AREA)
    _lossless(TRUTH / "frame.webp", small)
    for aside in ("side", "ahead"):
        moved = develop(np.load(kept / f"inlet-{aside}.npy")[..., :4], look.film)
        _lossless(TRUTH / f"frame-{aside}.webp", over(*moved))
    left = np.arange(w) < w * 0.52
    for file, alpha in (
        ("posts", alphas[0] * left),
        ("reeds", alphas[0] * ~left),
        ("dinghy", alphas[1]),
    ):
        _png(ASSETS / f"{file}.png", cut_by_hand(alpha))
    about = {
        "size": [w // 2, h // 2],
        "layers_far_to_near": list(look.layers[::-1]),
        "pictures": "8-bit sRGB, straight, black where alpha is 0; laid over one another in "
        "linear light they give frame.webp",
        "depth_units_per_metre": DEPTH_SCALE,
        "depth_zero": "infinitely far; 65535 is 655.35 m or more",
        "focal_length_mm": 35.0,
        "frame_side": {"right_m": 0.10},
        "frame_ahead": {"ahead_m": 0.4, "up_m": 0.05},
        "lens_pitch_degrees": -2.45,
        "seed": look.seed,
    }
    (TRUTH / "truth.json").write_text(json.dumps(about, indent=2) + "\n")
