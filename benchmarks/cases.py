"""Pictures with known alpha for the cutting benchmarks, and the strokes that cut them.

The photographs come with the scikit-image wheel; one is laid over another by a made-up alpha with
smooth, leafy or hair-like edges. The demo's layers come with their truth.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from pathlib import Path

import cv2
import numpy as np
from skimage import data
from skimage.morphology import skeletonize
from sklearn.datasets import load_sample_image

ROOT = Path(__file__).parent.parent
SIZE = (1920, 1280)
OUTLINED = 1600  # pixels of the longer side of what was outlined by hand


@dataclass(frozen=True)
class Case:
    """A photo (h, w, 3) uint8 sRGB, its subject's alpha (h, w) float32 and true colours."""

    name: str
    photo: np.ndarray
    alpha: np.ndarray
    colours: np.ndarray


def fitted(picture, seed, size=SIZE):
    """A photograph enlarged to fill `size`, with a little grain: (h, w, 3) float, 0 to 255."""
    picture = picture[..., :3]
    h, w = picture.shape[:2]
    scale = max(size[0] / w, size[1] / h)
    picture = cv2.resize(picture, None, fx=scale, fy=scale, interpolation=cv2.INTER_LANCZOS4)
    y, x = (picture.shape[0] - size[1]) // 2, (picture.shape[1] - size[0]) // 2
    picture = picture[y : y + size[1], x : x + size[0]].astype(np.float32)
    return picture + np.random.default_rng(seed).normal(0, 2, picture.shape)


def _blob(rng, rough, size):
    """A closed outline about the middle; `rough` gives the strength of its finer waves."""
    w, h = size
    t = np.linspace(0, 2 * np.pi, 900)
    radius = np.ones_like(t)
    for k in range(2, 26):
        radius += rough * rng.normal() / k**1.1 * np.cos(k * t + rng.uniform(0, 6.3))
    radius *= rng.uniform(0.26, 0.32) * h
    return np.stack(
        [w * rng.uniform(0.45, 0.55) + 1.2 * radius * np.cos(t), h * 0.53 + radius * np.sin(t)], 1
    )


def _drawn(draw, size):
    canvas = np.zeros((size[1] * 3, size[0] * 3), np.uint8)
    draw(canvas)
    return cv2.resize(canvas, size, interpolation=cv2.INTER_AREA).astype(np.float32) / 255


def shape(kind, seed, size=SIZE):
    """A subject's alpha (h, w) float32: its edge smooth, leafy, hairy or out of focus."""
    rng = np.random.default_rng(seed)
    outline = _blob(rng, 0.10, size)

    def draw(canvas):
        cv2.fillPoly(canvas, [np.int32(outline * 3)], 255)
        if kind == "leafy":
            for place in outline[rng.choice(900, 240)]:
                a, size = rng.uniform(0, 360), rng.uniform(14, 46)
                away = place + rng.normal(0, 16, 2)
                cv2.ellipse(
                    canvas,
                    np.int32(away * 3).tolist(),
                    (int(size * 3), int(size * 1.1)),
                    a,
                    0,
                    360,
                    255,
                    -1,
                )
        if kind == "hairy":
            middle = outline.mean(0)
            for place in outline[rng.choice(900, 700)]:
                out = (place - middle) / np.linalg.norm(place - middle)
                curl = rng.normal(0, 0.5)
                s = np.linspace(0, 1, 24)[:, None]
                side = np.array([-out[1], out[0]])
                hair = place - out * 12 + out * s * rng.uniform(20, 110) + side * curl * s**2 * 70
                cv2.polylines(
                    canvas, [np.int32(hair * 3)], False, 255, int(rng.integers(2, 7)), cv2.LINE_AA
                )

    return cv2.GaussianBlur(_drawn(draw, size), (0, 0), 5.0 if kind == "soft" else 0.8)


def _composite(name, front, back, kind, seed):
    alpha = shape(kind, seed)
    front, back = fitted(front, seed), fitted(back, seed + 1)
    photo = alpha[..., None] * front + (1 - alpha[..., None]) * back
    return Case(name, np.uint8(np.clip(photo + 0.5, 0, 255)), alpha, np.clip(front, 0, 255))


def composites():
    """Eight pictures: smooth, leafy and hair-like edges."""
    motorcycle = data.stereo_motorcycle()[0]
    pairs = (
        ("cat on coffee, smooth", data.cat(), data.coffee(), "smooth"),
        ("rocket on brick, smooth", data.rocket(), np.dstack([data.brick()] * 3), "smooth"),
        ("motorcycle on grass, leafy", motorcycle, np.dstack([data.grass()] * 3), "leafy"),
        ("tissue on rocket, leafy", data.immunohistochemistry(), data.rocket(), "leafy"),
        ("coffee on motorcycle, leafy", data.coffee(), motorcycle, "leafy"),
        ("cat on rocket, hairy", data.cat(), data.rocket(), "hairy"),
        (
            "tissue on gravel, hairy",
            data.immunohistochemistry(),
            np.dstack([data.gravel()] * 3),
            "hairy",
        ),
        ("coffee on cat, hairy", data.coffee(), data.cat(), "hairy"),
    )
    return [_composite(name, a, b, kind, 10 * i + 3) for i, (name, a, b, kind) in enumerate(pairs)]


def outlined():
    """Eight photographs of the wheels whose subjects were outlined by hand."""
    told = _outlines()
    photos = {
        "astronaut": data.astronaut(),
        "camera": np.dstack([data.camera()] * 3),
        "chelsea": data.cat(),
        "coffee": data.coffee(),
        "motorcycle": data.stereo_motorcycle()[0],
        "rocket": data.rocket(),
        "china": load_sample_image("china.jpg"),
        "flower": load_sample_image("flower.jpg"),
    }
    cases = []
    for name, photo in photos.items():
        photo = np.ascontiguousarray(photo)
        cases.append(Case(name, photo, _filled(told[name]["outlines"], photo.shape[:2]), photo))
    return cases


def trial_set():
    """Things outlined by hand in eight photographs of two Debian packages (lomiri-wallpapers-16.04
    and -20.04), 1600 pixels wide or high; those that are not installed are left out."""
    cases = []
    for name, told in _outlines().items():
        photo = cv2.imread(f"/usr/share/backgrounds/{told['photo']}.jpg")
        if photo is None:
            continue
        scale = OUTLINED / max(photo.shape[:2])
        size = round(photo.shape[1] * scale), round(photo.shape[0] * scale)
        photo = np.ascontiguousarray(
            cv2.resize(photo, size, interpolation=cv2.INTER_AREA)[..., ::-1]
        )
        cases.append(Case(name, photo, _filled(told["outlines"], photo.shape[:2]), photo))
    return cases


def _outlines():
    """By the thing's name: its photo, and the corners of its outlines and holes in that photo made
    1600 pixels wide or high. Each was set by eye and led along the edge between two of them."""
    return json.loads((ROOT / "benchmarks/outlines.json").read_text())


def _filled(outlines, shape):
    """Outlines, in a photo OUTLINED pixels wide or high, as alpha of `shape`: (h, w) float32."""
    scale = 8 * max(shape) / OUTLINED
    lines = [np.int32(np.round((np.asarray(line) + 0.5) * scale - 4)) for line in outlines]
    canvas = np.zeros(shape, np.uint8)
    cv2.fillPoly(canvas, lines, 255, cv2.LINE_AA, 3)
    return canvas.astype(np.float32) / 255


def demo():
    """The demo's dinghy, and its posts and reeds, as they are seen in the photo."""
    photo = cv2.imread(str(ROOT / "src/woodcock/assets/demo/photo.jpg"))[..., ::-1]
    photo = cv2.resize(photo, SIZE, interpolation=cv2.INTER_AREA)
    about = json.loads((ROOT / "demo/truth/truth.json").read_text())
    cases, clear = [], np.ones((SIZE[1], SIZE[0]), np.float32)
    for name in about["layers_far_to_near"][::-1][:2]:
        alpha = cv2.imread(str(ROOT / f"demo/truth/{name}-alpha.png"), cv2.IMREAD_GRAYSCALE)
        colours = cv2.imread(str(ROOT / f"demo/truth/{name}-picture.webp"))[..., ::-1]
        alpha = cv2.resize(alpha, SIZE).astype(np.float32) / 255 * clear
        clear = clear * (1 - alpha)
        colours = cv2.resize(colours, SIZE).astype(np.float32)
        cases.append(Case(f"demo: {name}", photo, alpha, colours))
    return cases


def strokes(alpha):
    """(wanted, unwanted): what a person would paint in the middles of the thing and of the rest."""
    solid, rest = np.uint8(alpha > 0.5), np.uint8(alpha < 0.02)
    return _middles(solid, 0.3, 18), _middles(rest, 0.25, 18)


def _middles(area, depth, width):
    """Lines along the middle of the wider parts of an area."""
    framed = cv2.copyMakeBorder(area, 1, 1, 1, 1, cv2.BORDER_CONSTANT, value=0)
    distance = cv2.distanceTransform(framed, cv2.DIST_L2, 5)[1:-1, 1:-1]
    small = cv2.resize(
        np.uint8(distance > depth * distance.max()),
        None,
        fx=0.25,
        fy=0.25,
        interpolation=cv2.INTER_AREA,
    )
    line = np.uint8(skeletonize(small > 0)) * 255
    line = cv2.resize(line, SIZE, interpolation=cv2.INTER_NEAREST)
    kernel = cv2.getStructuringElement(cv2.MORPH_ELLIPSE, (width, width))
    return np.where(distance > 4, cv2.dilate(line, kernel), 0).astype(np.uint8)


def overlap(mask, truth):
    """Intersection over union of two boolean masks."""
    return float((mask & truth).sum() / max((mask | truth).sum(), 1))


def boundary_f(mask, truth, slack=4):
    """F-measure of the two outlines, matched within `slack` pixels (after Martin et al. 2004)."""

    def edge(area):
        area = np.uint8(area)
        return area != cv2.erode(area, np.ones((3, 3), np.uint8))

    a, b = edge(mask), edge(truth)
    near_a = cv2.distanceTransform(np.uint8(~a), cv2.DIST_L2, 5) <= slack
    near_b = cv2.distanceTransform(np.uint8(~b), cv2.DIST_L2, 5) <= slack
    precision, recall = (a & near_b).sum() / max(a.sum(), 1), (b & near_a).sum() / max(b.sum(), 1)
    return float(2 * precision * recall / max(precision + recall, 1e-9))
